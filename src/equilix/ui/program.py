"""The running program: its one window, made anew where language or size of text become others."""

from __future__ import annotations

from collections.abc import Callable
from pathlib import Path

from PySide6.QtCore import QLibraryInfo, QLocale, QObject, Qt, QTimer, QTranslator
from PySide6.QtWidgets import QApplication

from equilix.ui.session import Session
from equilix.ui.session.chosen import Chosen
from equilix.ui.stage.accessible import tell_what_is_painted
from equilix.ui.theme import enlarge
from equilix.ui.window import Window
from equilix.words.language import language, say, speak, spoken, wished


class Program(QObject):
    """Holds the window. All that a person has done stays when it is made anew: document, undo, what is selected."""

    def __init__(self, chosen: Chosen, make: Callable[[Chosen], Window]) -> None:
        super().__init__()
        self.chosen = chosen
        tell_what_is_painted()
        self._translator = QTranslator(self)
        self.speak()
        enlarge(chosen.now.text_percent / 100)
        self.window = make(chosen)
        self._soon = QTimer(self, singleShot=True, interval=0)
        self._soon.timeout.connect(self.renew)
        chosen.renewal_asked.connect(self._soon.start)

    def speak(self) -> None:
        """Speak the language that is chosen, or that the system asks for; so do the dialogs of the toolkit."""
        speak(language(self.chosen.now.language or wished()))
        application = QApplication.instance()
        assert application is not None
        application.removeTranslator(self._translator)
        place = QLocale(spoken().code)
        QLocale.setDefault(place)
        folder = QLibraryInfo.path(QLibraryInfo.LibraryPath.TranslationsPath)
        if self._translator.load(place, "qtbase", "_", folder):
            application.installTranslator(self._translator)

    def listen(self) -> None:
        """Take over what second starts are asked for, from now on."""
        from equilix.ui.one_window import Listener

        self.listener = Listener(self)
        self.listener.asked.connect(self.open)
        self.listener.listen()

    def open(self, file: str, demo: bool) -> None:
        """Open a file or the demo in the window, and bring it before all others."""
        if file:
            self.window.files.open(Path(file))
        elif demo:
            self.window.files.open_demo()
        state = self.window.windowState() & ~Qt.WindowState.WindowMinimized
        self.window.setWindowState(state)
        self.window.raise_()
        self.window.activateWindow()

    def tell_mishap(self, error: str) -> None:
        """Say that something went wrong in the program itself."""
        said = say("Something went wrong in the program ({error}). Your document is as it was.")
        self.window.session.said.emit(said.format(error=error), True)

    def end_now(self) -> None:
        """The system ends the program."""
        self.window.end_now()

    def renew(self) -> None:
        """Make the window anew, in the same place, on the same document and workspace."""
        old = self.window
        key, tabs = old.pages.open_key, getattr(old.page, "tabs", None)
        tab = "" if tabs is None else tabs.tab
        far = old.at_arms_length
        session = Session(chosen=self.chosen, before=old.session)
        self.speak()
        enlarge(self.chosen.now.text_percent / 100)
        new = self.window = Window(session)
        new.setGeometry(old.geometry())
        new.setWindowState(old.windowState())
        new.room.column_px, new.room.strip_px = old.room.column_px, old.room.strip_px
        new.show_page(key)
        if tab:
            new.page.choose(tab)
        new.show()
        new.room.share()
        if far:
            new.toggle_arms_length()
        offered = "lost" in old.message.offers
        old.close_anyway()
        old.deleteLater()
        session.desk.look_at_file()  # what another program has made of the file is told in the new window too
        if offered:
            new.lost.offer()
