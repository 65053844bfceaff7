"""Paint the main views from the demo into docs/screenshots; ``make screenshots`` runs it offscreen."""

from __future__ import annotations

import os
import sys
import tempfile
from pathlib import Path

os.environ.setdefault("QT_QPA_PLATFORM", "offscreen")
os.environ.setdefault("EQUILIX_STATE", tempfile.mkdtemp())

from PySide6.QtCore import QEventLoop
from PySide6.QtWidgets import QApplication

from equilix.edits import kit
from equilix.kit.catalogue import KINDS, make_part
from equilix.ui.app import open_window
from equilix.ui.theme import load_fonts
from equilix.ui.window import SMALLEST, USUAL, Window
from equilix.ui.workspaces.cloth import Cloth, family_rank
from equilix.words.telling import tell

WIDE = (1920, 1080)
SCENES = (
    ("gimbal", "stairs", "by-hand"),
    ("vest", "causeway", "mend"),
    ("harness", "boat-landing", "figures"),
    ("low", "gallery", "by-hand"),
    ("tripod", "evening", "figures"),
)
"""Picture, setup of the demo, tab of the Balance workspace."""


def settle(application: QApplication, window: Window) -> None:
    """Let plans be found and everything be painted."""
    for _ in range(4):
        application.processEvents()
    while window.session.answers.looking or getattr(window.page, "waits", False):
        application.processEvents(QEventLoop.ProcessEventsFlag.WaitForMoreEvents)  # those who look get their turn
    for _ in range(4):
        application.processEvents()


def main(folder: Path, wanted: set[str]) -> None:  # noqa: PLR0915 - one picture after the other
    """Write the pictures (all of them where none is named)."""
    application = QApplication(["equilix"])
    load_fonts(application)
    window = open_window(demo=True)
    window.resize(*USUAL)
    window.show()
    folder.mkdir(parents=True, exist_ok=True)

    def picture(name: str) -> None:
        settle(application, window)
        window.message.hide()
        settle(application, window)
        if not wanted or name in wanted:
            window.grab().save(str(folder / f"{name}.png"))

    picture("balance")
    window.pages["balance"].cards[1].setFocus()  # type: ignore[attr-defined]
    window.session.view.show_ghost(window.session.answers.plans[1])
    picture("balance-ghost")
    window.session.view.show_ghost(None)
    window.session.selection.select("bridge")
    window.show_page("build")
    picture("build")
    window.show_page("mat")
    window.session.selection.select(None)
    picture("mat")
    window.ask_part("boxy-body", "points", "top")
    picture("bench")
    window.ask_part("")
    window.show_page("balance")
    for name, scene, tab in SCENES:
        window.session.edit("Open", lambda d, scene=scene: kit.open_setup(d, scene))
        settle(application, window)
        window.pages["balance"].choose(tab)  # type: ignore[attr-defined]
        window.resize(*(SMALLEST if name == "low" else USUAL))
        picture(name)
        window.resize(*USUAL)
    window.pages["balance"].choose("mend")  # type: ignore[attr-defined]
    window.session.edit("Open", lambda d: kit.open_setup(d, "lamp-room"))
    settle(application, window)
    window.show_page("fit")
    picture("fit")
    fit = window.pages["fit"]
    fit.choose("move")
    settle(application, window)
    while fit.waits:
        application.processEvents()
    window.session.view.show_ghost(fit.cards[1].plan if len(fit.cards) > 1 else None)
    picture("fit-moves")
    window.session.view.show_ghost(None)
    fit.choose("curves")
    settle(application, window)
    fit.charts[2].read_at(-60.0)
    picture("curves")
    fit.choose("body")
    window.ask_origin("condition-fore-aft")
    picture("origins")
    window.ask_origin("")
    window.session.edit("Open", lambda d: kit.open_setup(d, "causeway"))
    window.show_page("fit")
    window.resize(*WIDE)
    picture("wide")
    window.resize(*USUAL)
    window.session.edit("Open", lambda d: kit.open_setup(d, "lamp-room"))
    window.show_page("power")
    window.pages["power"].choose("wires")
    picture("power")
    window.show_page("check")
    picture("check")
    window.show_page("balance")
    window.change_theme()
    window.toggle_arms_length()
    picture("arms-length-night")
    window.toggle_arms_length()
    window.message.hide()
    window.change_theme()
    if not wanted or "kinds" in wanted:
        every_kind(application, folder)
    window.close()


def every_kind(application: QApplication, folder: Path) -> None:
    """One part of each kind there is, at its usual size, on one cloth."""
    parts = tuple(make_part(key, tell(kind.label), key, kind.mass_kg) for key, kind in KINDS.items())
    cloth = Cloth()
    cloth.resize(*WIDE)
    cloth.lay_out([(part, 1) for part in sorted(parts, key=family_rank)], "metric")
    cloth.zoom(0.7)
    cloth.resize(cloth.width(), cloth.minimumHeight())
    application.processEvents()
    cloth.grab().save(str(folder / "kinds.png"))


if __name__ == "__main__":
    main(Path(sys.argv[1] if len(sys.argv) > 1 else "docs/screenshots"), set(sys.argv[2:]))
