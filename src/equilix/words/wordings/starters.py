"""What the rigs to begin with are called, and what each is for."""

from __future__ import annotations

from typing import Final

from equilix.words.wordings.wording import N_, Wordings

STARTERS: Final[Wordings] = {
    "starters.none": N_("There is no starter rig “{key}”"),
    "starters.there_are": N_("There are: {list}"),
    "starter.small-cage": N_("Small body in a cage"),
    "starter_for.small-cage": N_("by hand: its own grip and a palm under the lens"),
    "starter.small-offset": N_("Small body, handles offset"),
    "starter_for.small-offset": N_("by hand: side handles on extensions before the cage"),
    "starter.boxy-rear-battery": N_("Boxy body, battery behind"),
    "starter_for.boxy-rear-battery": N_("by hand: two handles on short rods"),
    "starter.long-pad-on-rods": N_("Long body, pad on rods"),
    "starter_for.long-pad-on-rods": N_("on the shoulder: rosette arms ahead, battery on the rods behind"),
    "starter.shoulder-offset": N_("Camera beside the face"),
    "starter_for.shoulder-offset": N_("on the shoulder: an offset bracket over the pad, viewfinder"),
    "starter.back-over-pad": N_("Camera back over the pad"),
    "starter_for.back-over-pad": N_("on the shoulder: heavy body far back, matte box, follow focus"),
    "starter.documentary-control-grip": N_("Documentary, control grip extended"),
    "starter_for.documentary-control-grip": N_("on the shoulder, walking: servo zoom from the grip"),
    "starter.seated-long-handles": N_("Seated, long handles"),
    "starter_for.seated-long-handles": N_("on the shoulder: the fists rest on the knees"),
    "starter.gimbal-one-hand": N_("One-hand gimbal"),
    "starter_for.gimbal-one-hand": N_("small body and light prime"),
    "starter.gimbal-bar": N_("Two-hand gimbal, bar"),
    "starter_for.gimbal-bar": N_("boxy body, both hands on the bar"),
    "starter.gimbal-ring": N_("Two-hand gimbal, ring"),
    "starter_for.gimbal-ring": N_("boxy body in a ring with feet"),
    "starter.gimbal-on-sled": N_("Gimbal on a sled"),
    "starter_for.gimbal-on-sled": N_("on a vest: the sled's battery keeps it upright"),
    "starter.sled": N_("Sled"),
    "starter_for.sled": N_("on a vest: in static and dynamic balance"),
    "starter.harness-spring": N_("Harness with spring"),
    "starter_for.harness-spring": N_("hung from the boom, handles ahead"),
    "starter.harness-line": N_("Hung from a line, no spring"),
    "starter_for.harness-line": N_("small body with a tele zoom under an eyelet"),
    "starter.long-lens-tripod": N_("Long lens on a tripod"),
    "starter_for.long-lens-tripod": N_("small body, support on rods"),
    "starter.studio-on-rods": N_("Studio, on rods"),
    "starter_for.studio-on-rods": N_("on a tripod: cine zoom, follow focus, matte box"),
    "starter.body-brace": N_("Body brace"),
    "starter_for.body-brace": N_("by hand: a brace against the chest takes a share"),
    "starter.low-by-handle": N_("Low, by the top handle"),
    "starter_for.low-by-handle": N_("walking, the camera near the ground"),
}
