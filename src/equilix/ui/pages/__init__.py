"""The right-hand column of each workspace, made when it is first opened."""

from __future__ import annotations

from functools import cached_property
from typing import TYPE_CHECKING, Final

if TYPE_CHECKING:
    from equilix.ui.pages.balance import BalancePage
    from equilix.ui.pages.build import BuildPage
    from equilix.ui.pages.checks import CheckPage
    from equilix.ui.pages.fit import FitPage
    from equilix.ui.pages.mat import MatPage
    from equilix.ui.pages.page import Page
    from equilix.ui.pages.power import PowerPage
    from equilix.ui.pages.unsaved_work import UnsavedWorkPage
    from equilix.ui.session import Session

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
        from equilix.ui.pages.mat import MatPage

        return MatPage(self._session)

    @cached_property
    def build(self) -> BuildPage:
        """The tree and the inspector."""
        from equilix.ui.pages.build import BuildPage

        return BuildPage(self._session)

    @cached_property
    def balance(self) -> BalancePage:
        """The ways to mend the rig."""
        from equilix.ui.pages.balance import BalancePage

        return BalancePage(self._session)

    @cached_property
    def fit(self) -> FitPage:
        """The rig on the body."""
        from equilix.ui.pages.fit import FitPage

        return FitPage(self._session)

    @cached_property
    def power(self) -> PowerPage:
        """Who feeds whom."""
        from equilix.ui.pages.power import PowerPage

        return PowerPage(self._session)

    @cached_property
    def check(self) -> CheckPage:
        """What can break, strike, pinch or fall."""
        from equilix.ui.pages.checks import CheckPage

        return CheckPage(self._session)

    @cached_property
    def unsaved_work(self) -> UnsavedWorkPage:
        """What earlier runs left unsaved."""
        from equilix.ui.pages.unsaved_work import UnsavedWorkPage

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
