"""The right-hand column of each workspace, made when it is first opened."""

from __future__ import annotations

from functools import cached_property
from typing import TYPE_CHECKING, Final

if TYPE_CHECKING:
    from equilix.ui.session import Session
    from equilix.ui.workspaces.balance import BalancePage
    from equilix.ui.workspaces.build import BuildPage
    from equilix.ui.workspaces.checks import CheckPage
    from equilix.ui.workspaces.fit import FitPage
    from equilix.ui.workspaces.mat import MatPage
    from equilix.ui.workspaces.page import Page
    from equilix.ui.workspaces.power import PowerPage
    from equilix.ui.workspaces.unsaved_work import UnsavedWorkPage

TITLES: Final = ("Mat", "Build", "Balance", "Fit", "Power", "Check")
"""The workspaces, in the order of the work."""
UNSAVED: Final = "Unsaved work"
"""Opened by a command or an offer, not by a tab."""


class Pages:
    """The pages of one window by title; each is imported and made when it is first asked for."""

    def __init__(self, session: Session) -> None:
        self._session = session

    @cached_property
    def mat(self) -> MatPage:
        """The kit."""
        from equilix.ui.workspaces.mat import MatPage

        return MatPage(self._session)

    @cached_property
    def build(self) -> BuildPage:
        """The tree and the inspector."""
        from equilix.ui.workspaces.build import BuildPage

        return BuildPage(self._session)

    @cached_property
    def balance(self) -> BalancePage:
        """The ways to mend the rig."""
        from equilix.ui.workspaces.balance import BalancePage

        return BalancePage(self._session)

    @cached_property
    def fit(self) -> FitPage:
        """The rig on the body."""
        from equilix.ui.workspaces.fit import FitPage

        return FitPage(self._session)

    @cached_property
    def power(self) -> PowerPage:
        """Who feeds whom."""
        from equilix.ui.workspaces.power import PowerPage

        return PowerPage(self._session)

    @cached_property
    def check(self) -> CheckPage:
        """What can break, strike, pinch or fall."""
        from equilix.ui.workspaces.checks import CheckPage

        return CheckPage(self._session)

    @cached_property
    def unsaved_work(self) -> UnsavedWorkPage:
        """What earlier runs left unsaved."""
        from equilix.ui.workspaces.unsaved_work import UnsavedWorkPage

        return UnsavedWorkPage(self._session)

    def __getitem__(self, title: str) -> Page:
        page: Page = getattr(self, _key(title))
        return page

    @property
    def made(self) -> list[Page]:
        """The pages that have been opened."""
        return [self.__dict__[_key(title)] for title in (*TITLES, UNSAVED) if _key(title) in self.__dict__]


def _key(title: str) -> str:
    return title.lower().replace(" ", "_")
