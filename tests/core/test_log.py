"""The log of the program: bounded, private, and no reason not to run."""

import logging
import sys
import tempfile
import unittest
from pathlib import Path
from unittest import mock

from equilix.store import log


class Log(unittest.TestCase):
    """What is noted, and what is handed on of it."""

    def setUp(self) -> None:
        kept = tempfile.TemporaryDirectory()
        self.addCleanup(kept.cleanup)
        self.folder = Path(kept.name) / "state"

    def text(self) -> str:
        """All that stands in the file that is written now."""
        return log.log_file(self.folder).read_text("utf-8")

    def test_noted_while_it_is_entered(self) -> None:
        """A line with its time for each, an error with where it was raised; before and after nothing is written."""
        log.note("before")
        with log.logging_to(self.folder):
            log.note("begun: --demo")
            try:
                raise ValueError("a wheel came off")
            except ValueError as error:
                log.note_error(type(error), error, error.__traceback__)
        log.note("after")
        said = self.text()
        self.assertRegex(said, r"^\d{4}-\d\d-\d\d \d\d:\d\d:\d\d,\d+ INFO begun: --demo\n")
        self.assertIn("ERROR ValueError: a wheel came off", said)
        self.assertIn("test_noted_while_it_is_entered", said)
        self.assertNotIn("before", said)
        self.assertNotIn("after", said)

    def test_bounded(self) -> None:
        """Three files at most, none of them larger than it may be."""
        with mock.patch.object(log, "LARGEST_BYTES", 2000), log.logging_to(self.folder):
            for number in range(400):
                log.note(f"line {number}")
        files = sorted(self.folder.iterdir())
        self.assertEqual([each.name for each in files], ["equilix.log", "equilix.log.1", "equilix.log.2"])
        self.assertLessEqual(max(each.stat().st_size for each in files), 2000)
        self.assertIn("line 399", self.text())

    def test_no_folder_no_harm(self) -> None:
        """Where nothing can be written everything goes on, and nothing is said on the terminal."""
        self.folder.parent.joinpath("state").write_text("a file")
        raises = logging.raiseExceptions
        with log.logging_to(self.folder):
            log.note("nowhere")
        self.assertEqual(logging.raiseExceptions, raises)
        self.assertIn("said", log.details("said", folder=self.folder))

    def test_details(self) -> None:
        """What was said, the versions, the last lines; no more of them than are read, and no name of a home folder."""
        with log.logging_to(self.folder):
            log.note(f"opened {Path.home()}/rig.equilix")
            for number in range(log.MOST_LINES - 1):
                log.note(f"line {number}")
        told = log.details("It cannot be slid there.", "Qt 6", self.folder)
        first, blank, versions, *rest = told.splitlines()
        self.assertEqual((first, blank), ("It cannot be slid there.", ""))
        self.assertRegex(versions, rf"^Equilix \S+, Python {sys.version_info.major}\.\d+.*, Qt 6$")
        self.assertEqual(len(rest), log.MOST_LINES + 1)
        self.assertIn("opened ~/rig.equilix", told)
        self.assertNotIn(str(Path.home()) + "/", told)

    def test_how_it_was_begun(self) -> None:
        """The words after the program's own name."""
        with mock.patch.object(sys, "argv", ["/usr/bin/equilix", "--demo"]):
            self.assertEqual(log.argv_line(), "--demo")
        with mock.patch.object(sys, "argv", ["/usr/bin/equilix"]):
            self.assertEqual(log.argv_line(), "-")


if __name__ == "__main__":
    unittest.main()
