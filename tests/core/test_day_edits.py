"""Shooting days in the document: changed, refused, kept in the file, brought together."""

import unittest

from equilix.demo import lighthouse
from equilix.document import Document
from equilix.edits import days
from equilix.errors import Refused
from equilix.rig.days import Item
from equilix.store.differences import differences
from equilix.store.merging import merged
from equilix.store.parsing import parse
from equilix.store.saving import checked_bytes
from tests.told import refused

DEMO = lighthouse()


def scene(key: str) -> Item:
    """A scene of ten minutes."""
    return Item(id=key, setup="lamp-room", take_min=10.0)


class Kept(unittest.TestCase):
    """In the document."""

    def test_edits(self) -> None:
        """Put in before one, moved, changed, taken out; ids stay free and stay; back from a file as it was."""
        made, key = days.add_day(DEMO, "The island")
        self.assertNotEqual(key, "island")
        made = days.add_items(made, key, [scene("a"), scene("a")])
        made = days.add_items(made, key, [scene("b")], at=1)
        ids = [each.id for each in days.day_of(made, key).items]
        self.assertEqual(ids[:2], ["a", "b"])
        moved = days.move_item(made, key, "b", 99)
        self.assertEqual(days.day_of(moved, key).items[-1].id, "b")
        twice = days.copy_item(made, key, "b")
        self.assertEqual([each.id for each in days.day_of(twice, key).items][:3], ["a", "b", "b-2"])
        changed = days.change_item(moved, key, "b", id="z", takes=3)
        self.assertEqual(days.item_of(days.day_of(changed, key), "b").takes, 3)
        self.assertEqual(parse(checked_bytes(changed)), changed)
        self.assertEqual(len(days.day_of(days.remove_item(changed, key, "b"), key).items), 2)
        self.assertEqual(days.remove_day(changed, key).days, DEMO.days)
        copied, other = days.add_day(changed, "Tomorrow", like=key)
        self.assertEqual(days.day_of(copied, other).items, days.day_of(changed, key).items)
        self.assertTrue(differences(DEMO, changed))

    def test_two_copies(self) -> None:
        """What each has done to the days comes together."""
        mine = days.change_day(DEMO, "island", warm=True)
        theirs, _ = days.add_day(DEMO, "Tomorrow")
        both: Document = merged(DEMO, mine, theirs).document
        self.assertEqual([each.warm for each in both.days], [True, False, False])

    def test_refused(self) -> None:
        """Takes of no time or ten hours, none at all, a deadline without a time, days and items that are not there."""
        made, key = days.add_day(DEMO, "New")
        for fields, words in (
            ({"take_min": 0.0}, "takes some time"), ({"take_min": 600.0}, "240"), ({"takes": 0, "take_min": 1.0}, "1"),
            ({"kind": "deadline", "take_min": 0.0}, "has a time"), ({"take_min": 1.0, "celsius": -90.0}, "−60"),
        ):  # fmt: skip
            with refused(self, Refused, words):
                days.change_item(days.add_items(made, key, [scene("a")]), key, "a", **fields)
        for edit in (
            lambda: days.change_day(made, "x", name="y"), lambda: days.remove_item(made, key, "x"),
            lambda: days.move_item(made, key, "x", 0), lambda: days.change_day(made, key, on="soon"),
        ):  # fmt: skip
            with self.assertRaises(Refused):
                edit()
        with refused(self, Refused, "More than 400 things"):
            days.add_items(made, key, [scene("a")] * 401)
