"""What is said of photos behind the drawing."""

from __future__ import annotations

from typing import Final

from equilix.words.wordings.wording import N_, Wordings

BACKDROPS: Final[Wordings] = {
    "backdrops.file_or_inside": N_("a photo is in a file beside the document or inside it, and one of the two"),
    "backdrops.two_of_one_view": N_("two photos lie behind one view"),
    "backdrops.none": N_("No photo lies behind the view {view}"),
    "backdrops.choose_first": N_("Choose a picture first"),
    "backdrops.one_point": N_("The two points are one"),
    "backdrops.no_scale": N_("So large or so small no photo can be"),
    "backdrops.too_far": N_("The photo would lie more than 10 m away"),
    "backdrops.click_again": N_("Click two points again"),
    "backdrops.view_side": N_("from the right"),
    "backdrops.view_plan": N_("from above"),
    "backdrops.view_front": N_("from the front"),
    "backdrops.gone": N_("“{file}” is not there any more"),
    "backdrops.put_back": N_("Put it back beside the document, or choose another picture; the rig is not affected"),
    "backdrops.unreadable": N_("“{file}” is no picture that can be read"),
    "backdrops.choose_jpeg": N_("Choose a JPEG or PNG file"),
    "backdrops.too_large": N_("“{file}” has {pixels} million pixels"),
    "backdrops.most_pixels": N_("{most} million are allowed: make it smaller first"),
    "backdrops.inside": N_("the picture inside the document"),
}
