"""How long each kind of fastening takes: usual, or one's own."""

from __future__ import annotations

from PySide6.QtWidgets import QWidget

from equilix.edits.timing import set_minutes
from equilix.kit.fastenings import MINUTES, Fastening, fastening_label, minutes_of
from equilix.ui.session import Session
from equilix.ui.widgets.values_panel import ValuesPanel
from equilix.words.language import say
from equilix.words.telling import begun, tell


def minutes_panel(parent: QWidget, session: Session) -> ValuesPanel[Fastening]:
    """A field for each kind of fastening."""
    rules = session.document.rules
    panel = ValuesPanel[Fastening](
        parent, session,
        say("Minutes for one of them. Common practice, no source: take your own by the watch."),
        {key: (begun(tell(fastening_label(key))), "number", minutes_of(key, rules)) for key in MINUTES},
        set_minutes, say("Change minutes by fastening"),
    )  # fmt: skip
    panel.setMinimumWidth(380)
    return panel
