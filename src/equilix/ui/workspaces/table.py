"""Every workspace as a row: what it is called, how it uses the window, how it is made, and its own commands."""

from __future__ import annotations

from collections.abc import Callable
from typing import TYPE_CHECKING, Final

from msgspec import Struct

from equilix.ui import selected
from equilix.ui.commands import COMMANDS, Command, House
from equilix.ui.room import Use
from equilix.words.wordings.wording import N_

if TYPE_CHECKING:
    from equilix.ui.session import Session
    from equilix.ui.workspaces.page import Page


ORIGINS: Final = "origins"
"""The one that is opened to look something up, and left again."""
BENCH: Final = "part"
"""The one that a part is put on, and taken off again."""
PREFERENCES: Final = "preferences"
MANUAL: Final = "manual"
LOOKED_UP: Final = (ORIGINS, BENCH, PREFERENCES, MANUAL)
"""They are opened with what they are to show, and Esc leads back from them."""


class Workspace(Struct, frozen=True):
    """One row. ``shortcut`` opens it; ``make`` imports it, so that nobody waits for a workspace that is not opened."""

    key: str
    title: str
    shortcut: str
    use: Use
    make: Callable[[Session], Page]
    in_the_row: bool = True
    """Whether it stands in the row of workspaces; the others are opened by a command."""
    commands: tuple[Command, ...] = ()

    @property
    def opens(self) -> Command:
        """The command that opens it."""
        keys = (self.shortcut,) if self.shortcut else ()
        group = "go" if self.in_the_row else "file"
        return Command(f"open-{self.key}", self.title, keys, group, lambda window: window.show_page(self.key))


def _mat(session: Session) -> Page:
    from equilix.ui.workspaces.mat import MatPage

    return MatPage(session)


def _build(session: Session) -> Page:
    from equilix.ui.workspaces.build import BuildPage

    return BuildPage(session)


def _balance(session: Session) -> Page:
    from equilix.ui.workspaces.balance import BalancePage

    return BalancePage(session)


def _fit(session: Session) -> Page:
    from equilix.ui.workspaces.fit import FitPage

    return FitPage(session)


def _power(session: Session) -> Page:
    from equilix.ui.workspaces.power import PowerPage

    return PowerPage(session)


def _check(session: Session) -> Page:
    from equilix.ui.workspaces.checks import CheckPage

    return CheckPage(session)


def _change(session: Session) -> Page:
    from equilix.ui.workspaces.change.page import ChangePage

    return ChangePage(session)


def _day(session: Session) -> Page:
    from equilix.ui.workspaces.day.page import DayPage

    return DayPage(session)


def _measure(session: Session) -> Page:
    from equilix.ui.workspaces.measure.page import MeasurePage

    return MeasurePage(session)


def _notebook(session: Session) -> Page:
    from equilix.ui.workspaces.notebook.page import NotebookPage

    return NotebookPage(session)


def _practice(session: Session) -> Page:
    from equilix.ui.workspaces.practice.page import PracticePage

    return PracticePage(session)


def _origins(session: Session) -> Page:
    from equilix.ui.workspaces.origins_page import OriginsPage

    return OriginsPage(session)


def _preferences(session: Session) -> Page:
    from equilix.ui.workspaces.preferences import PreferencesPage

    return PreferencesPage(session, [*commands(), *COMMANDS])


def _manual(session: Session) -> Page:
    from equilix.ui.workspaces.manual import ManualPageView

    return ManualPageView(session)


def _bench(session: Session) -> Page:
    from equilix.ui.workspaces.bench.page import BenchPage

    return BenchPage(session)


def _part_list(session: Session) -> Page:
    from equilix.ui.workspaces.part_list import PartListPage

    return PartListPage(session)


def _to_bench(window: House) -> None:
    """Put the part that is selected on the rig, or chosen on the mat, on the bench."""
    from equilix.ui.workspaces.mat import MatPage

    session, page = window.session, window.page
    placement_id, part_id = session.selection.id, ""
    if isinstance(page, MatPage) and page.cloth.current is not None:
        part_id = page.cloth.current
    elif placement_id is not None:
        part_id = session.setup.by_id[placement_id].part
    elif session.document.parts:
        part_id = session.document.parts[0].id
    if part_id:
        window.ask_part(part_id)
    else:
        window.show_page(BENCH)


def _start(session: Session) -> Page:
    from equilix.ui.workspaces.start import StartPage

    return StartPage(session)


def _shelf(session: Session) -> Page:
    from equilix.ui.workspaces.shelf import ShelfPage

    return ShelfPage(session)


def _photo(session: Session) -> Page:
    from equilix.ui.workspaces.photo import PhotoPage

    return PhotoPage(session)


def _quick(session: Session) -> Page:
    from equilix.ui.workspaces.quick import QuickPage

    return QuickPage(session)


def _unsaved(session: Session) -> Page:
    from equilix.ui.workspaces.unsaved_work import UnsavedWorkPage

    return UnsavedWorkPage(session)


def _next_answer(window: House) -> None:
    """Put the focus on the next way to mend the rig, which shows its ghost."""
    from equilix.ui.workspaces.balance import BalancePage

    if not isinstance(window.page, BalancePage):
        window.show_page("balance")
    page = window.page
    assert isinstance(page, BalancePage)
    page.next_card()


def _off(window: House) -> None:
    selected.take_off(window.session)


def _copy(window: House) -> None:
    selected.copy(window.session)


def _mirror(window: House) -> None:
    selected.mirror(window.session)


def _some(window: House) -> bool:
    return window.session.selection.id is not None


def _find_part(window: House) -> None:
    window.show_page("shelf")


WORKSPACES: Final[tuple[Workspace, ...]] = (
    Workspace("mat", N_("Mat"), "F1", "whole", _mat),
    Workspace(
        "build", N_("Build"), "F2", "build", _build,
        commands=(
            Command("take-off", N_("Take off what is selected"), ("Delete",), "edit", _off, _some),
            Command("copy", N_("Copy what is selected"), ("Ctrl+D",), "edit", _copy, _some),
            Command("mirror", N_("Mirror it to the other side"), ("Ctrl+M",), "edit", _mirror, _some),
        ),
    ),
    Workspace(
        "balance", N_("Balance"), "F3", "beside", _balance,
        commands=(Command("next-answer", N_("Look at the next way to mend it"), ("F4",), "view", _next_answer),),
    ),
    Workspace("fit", N_("Fit"), "F5", "body", _fit),
    Workspace("power", N_("Power"), "F6", "beside", _power),
    Workspace("check", N_("Check"), "F7", "beside", _check),
    Workspace("change", N_("Change"), "F10", "whole", _change),
    Workspace("day", N_("Day"), "Shift+F3", "whole", _day),
    Workspace("measure", N_("Measure"), "Shift+F1", "whole", _measure),
    Workspace("notebook", N_("Notebook"), "Shift+F2", "whole", _notebook),
    Workspace("practice", N_("Practice"), "Shift+F4", "alone", _practice),
    Workspace(
        ORIGINS, N_("Where figures come from"), "", "whole", _origins, in_the_row=False,
        commands=(Command("origins", N_("Where does this come from?"), ("F12",), "view", lambda w: w.ask_origin("")),),
    ),
    Workspace(
        BENCH, N_("Part bench"), "", "whole", _bench, in_the_row=False,
        commands=(Command("part-bench", N_("Put the part on the bench"), ("Ctrl+B",), "edit", _to_bench),),
    ),
    Workspace("start", N_("Begin …"), "", "whole", _start, in_the_row=False),
    Workspace(
        "shelf", N_("The shelf …"), "", "whole", _shelf, in_the_row=False,
        commands=(Command("find-part", N_("Find a part on the shelf"), ("Ctrl+F",), "edit", _find_part),),
    ),
    Workspace("quick", N_("Quick answer …"), "", "whole", _quick, in_the_row=False),
    Workspace("photo", N_("Photo behind the drawing …"), "", "build", _photo, in_the_row=False),
    Workspace("list", N_("Parts from a list …"), "", "whole", _part_list, in_the_row=False),
    Workspace("unsaved", N_("Work that was not saved"), "", "whole", _unsaved, in_the_row=False),
    Workspace(
        PREFERENCES, N_("Preferences"), "", "alone", _preferences, in_the_row=False,
        commands=(Command("preferences", N_("Preferences …"), ("Ctrl+,",), "file", lambda w: w.look_up(PREFERENCES)),),
    ),
    Workspace(
        MANUAL, N_("Manual"), "", "alone", _manual, in_the_row=False,
        commands=(Command("manual", N_("Manual …"), ("Ctrl+H",), "file", lambda w: w.look_up(MANUAL)),),
    ),
)  # fmt: skip
"""In the order of the work."""

BY_KEY: Final = {workspace.key: workspace for workspace in WORKSPACES}
FIRST: Final = "balance"
"""The one that is open at the first start."""


def commands() -> list[Command]:
    """Those that open the workspaces, then those that belong to them."""
    opened = (each.opens for each in WORKSPACES if each.key not in LOOKED_UP)
    return [*opened, *(command for each in WORKSPACES for command in each.commands)]
