"""Ways to mend a day: each is what it says, the best first; orders against brute force."""

import itertools
import random
import unittest

from equilix.day.course import Rigs, course_of
from equilix.day.proposal_words import gain_words
from equilix.day.proposals import Proposal, badness, proposals
from equilix.demo import lighthouse
from equilix.edits import days
from equilix.errors import Cancelled
from equilix.rig.days import Day, Item
from equilix.words.telling import tell
from tests.core.test_day import DEMO, RIGS, day, scene

ISLAND = DEMO.days[0]


def ways(made: Day) -> tuple[Proposal, ...]:
    """How a day could be mended."""
    return tuple(proposals(course_of(made, RIGS), RIGS))


class Mended(unittest.TestCase):
    """The demo's day, and small ones."""

    def test_all_three(self) -> None:
        """The first one mends the shoulder, the battery and the ferry; done, it is so; undone, it is as it was."""
        first = ways(ISLAND)[0]
        self.assertEqual((first.way, first.course.marks, first.mended), ("all", (), 5))
        self.assertIn("nothing goes wrong any more", tell(gain_words(first)))
        fields = {name: getattr(first.day, name) for name in Day.FIELDS if name != "id"}
        made = days.change_day(DEMO, "island", **fields)
        self.assertEqual(course_of(made.days[0], Rigs(made)).marks, ())
        self.assertEqual(lighthouse().days[0], ISLAND)

    def test_each_is_what_it_says(self) -> None:
        """Worked out anew each has the marks and the gains that are told; none is worse; the best come first."""
        now = course_of(ISLAND, RIGS)
        found = ways(ISLAND)
        self.assertGreater(len(found), 5)
        for each in found:
            anew = course_of(each.day, Rigs(DEMO))
            self.assertEqual([m.kind for m in anew.marks], [m.kind for m in each.course.marks])
            self.assertEqual(len(now.marks) - len(anew.marks), each.mended)
            self.assertLess(badness(anew), badness(now))
            self.assertAlmostEqual(anew.spans[7].end_min - now.spans[7].end_min, each.later_min)
        singles = [badness(each.course) for each in found[1:]]
        self.assertEqual(singles, sorted(singles))
        self.assertNotIn("evening", [each.item for each in found if each.way == "rig"])

    def test_the_shortest_rest(self) -> None:
        """With a minute less between the takes somebody still passes the limit."""
        made = day(scene("a", takes=6, take_min=8, gap_min=0.0))
        rest = next(each for each in ways(made) if each.way == "rest")
        gap = rest.day.items[0].gap_min
        self.assertEqual(gap, round(gap))
        self.assertEqual(rest.course.marks, ())
        less = made.items[0].changed(gap_min=gap - 1)
        self.assertTrue(course_of(made.changed(items=(less,)), RIGS).marks)
        self.assertAlmostEqual(rest.rest_min, 5 * gap)

    def test_the_same_hands(self) -> None:
        """Another rig is carried by who carried the scene, whoever its own operator is."""
        for each in ways(ISLAND):
            if each.way == "rig":
                old = next(item for item in ISLAND.items if item.id == each.item)
                new = next(item for item in each.day.items if item.id == each.item)
                who = DEMO.operator_of(DEMO.setups_by_id[old.setup or ""]).id
                self.assertEqual(new.operator, who)
                self.assertEqual(new.name, DEMO.setups_by_id[old.setup or ""].name)
                self.assertFalse(new.walking and new.setup == "evening")  # nobody walks with a tripod

    def test_sooner(self) -> None:
        """What is missed is reached by an earlier begin, or by less between the takes; a fixed time is kept."""
        made = day(
            scene("a", "evening", takes=5, take_min=5, gap_min=5), Item(id="f", kind="deadline", at_min=520, name="f")
        )
        found = {each.way: each for each in ways(made)}
        self.assertEqual(found["earlier"].day.begins_min, 475.0)
        self.assertEqual(found["tighter"].day.items[0].gap_min, 3.0)
        fixed = made.changed(items=(made.items[0].changed(at_min=480.0), made.items[1]))
        self.assertEqual({each.way for each in ways(fixed)}, {"tighter"})

    def test_at_the_mains(self) -> None:
        """With a charger a break charges; without one it is not told."""
        items = [scene(f"s{k}", "evening", take_min=200) for k in range(2)]
        items.insert(1, Item(id="m", kind="meal", take_min=120))
        for watts in (0.0, 120.0):
            found = [each for each in ways(day(*items, charger_w=watts, begins_min=0)) if each.way == "mains"]
            self.assertTrue(watts > 0 or not found)

    def test_the_best_order(self) -> None:
        """Of up to seven scenes without a time no order converts less (brute force), and what is fixed stays."""
        rng = random.Random(6)
        rigs = [each.id for each in DEMO.setups]
        for count in (2, 3, 4, 5, 6):
            chosen = [scene(f"s{k}", rng.choice(rigs), take_min=1, operator="tall") for k in range(count)]
            made = day(
                scene("first", rng.choice(rigs), take_min=1, at_min=480), *chosen, scene("last", at_min=900, take_min=1)
            )
            found = next((each for each in ways(made) if each.way == "order"), None)
            order = made.items if found is None else found.day.items

            def minutes(items: tuple[Item, ...]) -> float:
                there = [each.setup or "" for each in items]
                return sum(RIGS.minutes(a, b) for a, b in itertools.pairwise(there) if a != b)

            least = min(
                minutes((made.items[0], *each, made.items[-1])) for each in itertools.permutations(made.items[1:-1])
            )
            self.assertLess(minutes(order) - least, 0.5)
            self.assertEqual((order[0].id, order[-1].id), ("first", "last"))

    def test_nothing_to_mend(self) -> None:
        """A day on which nothing goes wrong, and an empty one."""
        self.assertEqual(ways(day(scene("a", take_min=1))), ())
        self.assertEqual(ways(day()), ())

    def test_called_off(self) -> None:
        """It ends when nobody wants it any more."""
        asked = iter([False] * 5 + [True] * 1000)
        with self.assertRaises(Cancelled):
            list(proposals(course_of(ISLAND, RIGS), RIGS, lambda: next(asked)))
