"""What all of the window observes, by what changes: document, selection, what is shown, answers, jobs."""

from equilix.ui.session.session import Session

__all__ = ["Session"]
