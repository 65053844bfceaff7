"""What no focus leads to, said to who hears the screen: a notice, a verdict that has changed, a figure that was read.

WCAG 2.1, success criterion 4.1.3 (from memory): status messages are told without being gone to. Nothing is sent where
nobody listens.
"""

from __future__ import annotations

from PySide6.QtGui import QAccessible, QAccessibleAnnouncementEvent
from PySide6.QtWidgets import QWidget


def announce(about: QWidget, said: str, *, urgent: bool = False) -> None:
    """Have a sentence said: after what is being said now, or, where it is urgent, at once."""
    if said and QAccessible.isActive():
        event = QAccessibleAnnouncementEvent(about, said)
        event.setPoliteness(
            QAccessible.AnnouncementPoliteness.Assertive if urgent else QAccessible.AnnouncementPoliteness.Polite
        )
        QAccessible.updateAccessibility(event)


def describe(painted: QWidget, said: str) -> None:
    """Tell what a painted widget shows now; said at once where it has the keys, for it is they that have changed it."""
    if painted.accessibleDescription() != said:
        painted.setAccessibleDescription(said)
        if painted.hasFocus():
            announce(painted, said)
