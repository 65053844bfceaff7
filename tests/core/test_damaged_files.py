"""A small sample of the damaged files that ``make torture`` tries: each is read, or refused in words."""

import random
import tempfile
import unittest
from datetime import date
from pathlib import Path

from equilix.errors import Refused
from equilix.exchange.calendar import read_calendar
from equilix.exchange.lines import read_lines
from equilix.exchange.meshes import read_mesh
from equilix.exchange.tables import Unread
from tests.core.damaged_files import READERS, outcome_of, samples


class Damaged(unittest.TestCase):
    """Lists, tables, spreadsheets, meshes, calendars, days, outings, shelves, recordings, streams, own states."""

    def test_read_or_refused(self) -> None:
        """Twelve of each sort; at least one of all of them is refused and one is read."""
        found = set()
        for sort in READERS:
            for seed in range(12):
                with self.subTest(f"{sort}, {seed}"):
                    found.add(outcome_of(sort, random.Random(seed)))
        self.assertEqual(found, {"read", "refused"})

    def test_good_ones(self) -> None:
        """Every sort has a good file that its reader reads."""
        self.assertEqual(set(samples()), set(READERS))
        self.assertGreater(min(map(len, samples().values())), 90)

    def test_an_event_without_a_time(self) -> None:
        """Found so: an event that says no time is told, by its name, and the others are taken."""
        events = ("BEGIN:VEVENT", "SUMMARY:Sunset", "END:VEVENT",
                  "BEGIN:VEVENT", "SUMMARY:Ferry", "DTSTART:20261014T184000", "END:VEVENT")  # fmt: skip
        with tempfile.TemporaryDirectory() as folder:
            path = Path(folder) / "a.ics"
            lines = ("BEGIN:VCALENDAR", "VERSION:2.0", "PRODID:-//x//y//EN", *events, "END:VCALENDAR", "")
            path.write_text("\r\n".join(lines))
            items, unread = read_calendar(path, date(2026, 10, 14))
        self.assertEqual([each.name for each in items], ["Ferry"])
        self.assertEqual([each.row for each in unread], ["Sunset"])

    def test_what_is_flat_or_has_no_rows(self) -> None:
        """Found so: points without a height are refused; a line that ends in the middle of a cell is a blank there."""
        with tempfile.TemporaryDirectory() as folder:
            flat = Path(folder) / "a.obj"
            flat.write_text("v 0 0\nv 1 0\nv 0 1\nf 1 2 3\n")
            with self.assertRaises(Refused):
                read_mesh(flat)
        self.assertEqual(outcome_of("outings", random.Random(85)), "read")

    def test_a_power_that_nothing_takes(self) -> None:
        """Found so: a row with 34 kW is told to be wrong, as any other that no part can be."""
        (line,) = read_lines("name;kind;mass g;watts W\nmonitor;monitor;300;34128\n")
        self.assertIsInstance(line, Unread)


if __name__ == "__main__":
    unittest.main()
