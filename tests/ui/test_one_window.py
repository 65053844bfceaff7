"""A second start hands its file on to the window that is open; mishaps of the program are told and end nothing."""

import json
import os
import socket
import sys
import threading
import unittest
from pathlib import Path
from unittest import mock

from PySide6.QtCore import qWarning

from equilix.demo import lighthouse
from equilix.store.log import log_file, logging_to
from equilix.store.saving import save
from equilix.ui.mishaps import Mishaps
from equilix.ui.one_window import LARGEST_BYTES, hand_on, socket_file
from equilix.ui.program import Program
from tests.ui.window_test import WindowTest


class SecondStart(WindowTest):
    """From the first byte to the open file."""

    def setUp(self) -> None:
        super().setUp()
        (self.folder / "run").mkdir(mode=0o700)
        patch = mock.patch.dict(os.environ, {"XDG_RUNTIME_DIR": str(self.folder / "run")})
        patch.start()
        self.addCleanup(patch.stop)
        first = self.window
        self.program = Program(self.session.chosen, lambda _chosen: first)
        self.file = self.folder / "other.equilix"
        save(lighthouse().changed(name="Other"), self.file)

    def ask(self, file: Path | None = None, *, demo: bool = False) -> bool:
        """A second start, in a thread of its own as it is a process of its own."""
        answered: list[bool] = []
        asking = threading.Thread(target=lambda: answered.append(hand_on(file, demo=demo)))
        asking.start()
        while asking.is_alive():
            self.settle()
        return answered[0]

    def test_nobody_listens(self) -> None:
        """Then it is the first one, also where a run that died has left its socket."""
        self.assertFalse(self.ask(self.file))
        socket_file().parent.mkdir(parents=True)
        with socket.socket(socket.AF_UNIX) as left:
            left.bind(str(socket_file()))
        self.assertTrue(socket_file().exists())
        self.assertFalse(self.ask(self.file))
        self.program.listen()
        self.addCleanup(self.program.listener.close)
        self.assertTrue(self.ask())

    def test_a_file_is_opened(self) -> None:
        """Here, and what was open is put aside; then the demo; and with nothing only the window comes up."""
        self.program.listen()
        self.addCleanup(self.program.listener.close)
        self.assertTrue(self.ask(self.file))
        self.assertEqual(self.session.desk.path, self.file)
        self.assertEqual(len(self.session.desk.aside), 1)
        self.assertTrue(self.ask(demo=True))
        self.assertIsNone(self.session.desk.path)
        self.window.showMinimized()
        document = self.session.document
        self.assertTrue(self.ask())
        self.assertFalse(self.window.isMinimized())
        self.assertIs(self.session.document, document)

    def test_only_one_listens(self) -> None:
        """A third start that got past the question leaves the one that listens alone."""
        self.program.listen()
        self.addCleanup(self.program.listener.close)
        first = self.window
        self.other = other = Program(self.session.chosen, lambda _chosen: first)
        other.listen()
        self.addCleanup(other.listener.close)
        self.assertTrue(self.ask(self.file))
        self.assertEqual(self.session.desk.path, self.file)

    def test_what_is_no_request(self) -> None:
        """Is not answered, and changes nothing; nor does one that never ends."""
        self.program.listen()
        self.addCleanup(self.program.listener.close)
        document = self.session.document
        for said in (
            b"hello\n", b"[1]\n", json.dumps({"file": 3, "demo": True}).encode() + b"\n",
            json.dumps({"file": None, "demo": "yes"}).encode() + b"\n", b"x" * (LARGEST_BYTES + 10), b'{"file"',
        ):  # fmt: skip
            with self.subTest(said[:20]), socket.socket(socket.AF_UNIX) as there:
                there.connect(str(socket_file()))
                there.sendall(said)
                for _ in range(20):
                    self.settle()
                there.setblocking(False)
                try:
                    answer = there.recv(10)
                except BlockingIOError:
                    answer = b""
                self.assertEqual(answer, b"")
        self.assertIs(self.session.document, document)
        self.assertTrue(self.ask(self.file))

    def test_of_this_person_only(self) -> None:
        """Who remembers elsewhere listens elsewhere; nobody else of the system can ask."""
        mine = socket_file()
        with mock.patch.dict(os.environ, {"EQUILIX_STATE": str(self.folder / "other")}):
            self.assertNotEqual(socket_file(), mine)
        self.program.listen()
        self.addCleanup(self.program.listener.close)
        self.assertEqual(mine.stat().st_mode & 0o077, 0)
        self.assertEqual(mine.parent.stat().st_mode & 0o077, 0)


class Went(WindowTest):
    """An error that nobody has caught."""

    def test_told_noted_and_over(self) -> None:
        """It is said in the window with the way to copy it, stands in the log, and the program goes on."""
        first = self.window
        program = Program(self.session.chosen, lambda _chosen: first)
        before = sys.excepthook
        with logging_to(), Mishaps(program.tell_mishap):
            self.window.commands["fit"].triggered.connect(lambda: 1 // 0)
            self.window.commands["fit"].trigger()
            qWarning("a plug-in is not there")
        self.assertIs(sys.excepthook, before)
        said, bad = self.messages[-1]
        self.assertTrue(bad)
        self.assertIn("ZeroDivisionError", said)
        text = log_file().read_text("utf-8")
        self.assertIn("ZeroDivisionError", text)
        self.assertIn("Qt: a plug-in is not there", text)
        self.window.message.notice.press("Copy details")
        copied = self.application.clipboard().text()
        self.assertIn("ZeroDivisionError", copied.splitlines()[0])
        self.assertIn("Equilix 0", copied)
        self.window.show_page("fit")
        self.assertEqual(self.window.pages.open_key, "fit")

    def test_telling_fails_too(self) -> None:
        """What tells of errors is itself broken: it is noted, and does not go round in circles."""
        calls: list[str] = []

        def tell(error: str) -> None:
            calls.append(error)
            sys.excepthook(ValueError, ValueError("again"), None)

        with logging_to(), Mishaps(tell):
            sys.excepthook(KeyError, KeyError("first"), None)
        self.assertEqual(len(calls), 1)
        self.assertIn("again", log_file().read_text("utf-8"))


if __name__ == "__main__":
    unittest.main()
