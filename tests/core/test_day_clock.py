"""The clock of a day: a closed lid, a new start of the program or of the machine, a clock that is set."""

import unittest
from datetime import date, datetime
from pathlib import Path
from tempfile import TemporaryDirectory

from equilix.store.day_clock import FILE, DayClock, Reading, read_clocks

NOON = (datetime(2026, 10, 14, 12) - datetime(1970, 1, 1)).total_seconds()
ON = date(2026, 10, 14)


class Clocks(unittest.TestCase):
    """Both clocks in the hand of the test."""

    def setUp(self) -> None:
        folder = TemporaryDirectory()
        self.addCleanup(folder.cleanup)
        self.folder = Path(folder.name)
        self.now = Reading("a", 1000.0, NOON)
        self.clock = self.started()
        self.clock.hold()

    def started(self) -> DayClock:
        """The program is started."""
        return DayClock(lambda: self.now, self.folder)

    def later(self, minutes: float, set_by: float = 0.0, boot: str = "a") -> None:
        """So long passes; the wall clock is set besides, or the machine is started anew."""
        since = self.now.since_boot_s + minutes * 60 if boot == self.now.boot else 5.0
        self.now = Reading(boot, since, self.now.wall_s + (minutes + set_by) * 60)

    def test_goes_on(self) -> None:
        """Through a closed lid, across midnight, and with a little put right."""
        self.assertEqual((self.clock.minute(ON), self.clock.today(), self.clock.set_by_min), (720.0, ON, 0.0))
        self.later(90)
        self.assertEqual(self.clock.minute(ON), 810.0)
        self.later(700, set_by=0.5)
        self.assertEqual((self.clock.minute(ON), self.clock.set_by_min), (1510.0, 0.0))
        self.assertEqual(self.clock.today(), date(2026, 10, 15))

    def test_a_changed_clock(self) -> None:
        """An hour ahead, or two back: the day goes on as before and says so, until the wall is to be believed."""
        for program in (lambda: self.clock, self.started):
            self.later(10, set_by=60)
            clock = program()
            self.assertAlmostEqual(clock.set_by_min, 60.0)
            before = clock.minute(ON)
            self.later(5, set_by=-180)
            self.assertAlmostEqual(clock.minute(ON), before + 5)
            self.assertAlmostEqual(clock.set_by_min, -120.0)
            clock.hold()
            self.assertEqual((clock.set_by_min, clock.minute(ON)), (0.0, before + 5 - 120))

    def test_started_anew(self) -> None:
        """After a crash of the program the time goes on; after a start of the machine the wall decides."""
        self.later(30, set_by=45)
        self.assertEqual(self.started().minute(ON), 750.0)
        self.later(5, boot="b")
        self.assertEqual(self.started().minute(ON), 720 + 30 + 45 + 5)

    def test_nothing_kept(self) -> None:
        """Rubbish where it is kept, a folder that cannot be written, a machine that tells nothing of itself."""
        for raw in (b"", b"[]", b'{"boot": 1}', b'{"boot": "a", "since_boot_s": 1e999, "wall_s": 0}', b"\xff" * 9):
            (self.folder / FILE).write_bytes(raw)
            self.assertEqual(self.started().minute(ON), 720.0)
        (self.folder / FILE).unlink()
        (self.folder / FILE).mkdir()
        self.clock.hold()
        self.later(10, set_by=60)
        self.assertEqual(self.clock.minute(ON), 730.0)
        self.now = Reading("", self.now.since_boot_s, self.now.wall_s)
        self.assertEqual(self.clock.minute(ON), 790.0)

    def test_of_this_machine(self) -> None:
        """What is read is the local time, and seconds that only go up."""
        one, other = read_clocks(), read_clocks()
        self.assertLessEqual(one.since_boot_s, other.since_boot_s)
        local = (datetime.now() - datetime(1970, 1, 1)).total_seconds()
        self.assertLess(abs(one.wall_s - local), 60)
        self.assertEqual(one.boot, other.boot)
