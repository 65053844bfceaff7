"""Ways to mend a day: each is what it says, the best first; orders against brute force."""

import itertools
import random
import unittest

from equilix.day.course import course_of
from equilix.day.proposal_words import gain_words
from equilix.day.proposals import Proposal, badness, proposals
from equilix.day.rests import planned, trade_off
from equilix.day.rigs import Rigs
from equilix.demo import lighthouse
from equilix.edits import days
from equilix.errors import Cancelled
from equilix.rig.days import Day, Item
from equilix.rig.events import Event
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

    def test_a_lighter_rig(self) -> None:
        """What may be left off is, alone and together; that is carried, converted and timed so."""
        made = day(scene("a", take_min=12.0, takes=5, gap_min=3, operator="tall"))
        found = [each for each in ways(made) if each.way == "lighter"]
        self.assertTrue(found)
        for way in found:
            (item,) = way.day.items
            whole, less = (RIGS.carried(each.spans[0]) for each in (course_of(made, RIGS), way.course))
            assert whole is not None
            assert less is not None
            off = sum(DEMO.parts_by_id[whole.setup.by_id[each].part].mass_kg for each in item.without)
            self.assertGreaterEqual(whole.mass.mass_kg - less.mass.mass_kg, off - 1e-9)
            self.assertFalse(set(item.without) & less.setup.by_id.keys())
            self.assertGreater(RIGS.minutes(made.items[0], item), 0.0)
        needed = DEMO.changed(parts=tuple(each.changed(needed=True) for each in DEMO.parts))
        rigs = Rigs(needed)
        self.assertNotIn("lighter", [each.way for each in proposals(course_of(made, rigs), rigs)])

    def test_the_best_order(self) -> None:
        """Of up to seven scenes without a time no order converts less (brute force), and what is fixed stays."""
        rng = random.Random(6)
        rigs = [each.id for each in DEMO.setups]
        for count in range(2, 8):
            chosen = [scene(f"s{k}", rng.choice(rigs), take_min=1, operator="tall") for k in range(count)]
            made = day(
                scene("first", rng.choice(rigs), take_min=1, at_min=480), *chosen, scene("last", at_min=900, take_min=1)
            )
            found = next((each for each in ways(made) if each.way == "order"), None)
            order = made.items if found is None else found.day.items

            def minutes(items: tuple[Item, ...]) -> float:
                return sum(RIGS.minutes(a, b) for a, b in itertools.pairwise(items))

            least = min(
                minutes((made.items[0], *each, made.items[-1])) for each in itertools.permutations(made.items[1:-1])
            )
            self.assertLess(minutes(order) - least, 0.5)
            self.assertEqual((order[0].id, order[-1].id), ("first", "last"))

    def test_an_order_that_spares_batteries(self) -> None:
        """Where orders convert alike, the one in which least goes wrong (brute force over three scenes)."""
        rng, better = random.Random(12), 0
        for _ in range(40):
            items = [
                scene(f"s{k}", "evening", takes=rng.randrange(1, 4), take_min=rng.uniform(20, 70), gap_min=3,
                      celsius=rng.choice((20.0, 0.0, -15.0)))
                for k in range(3)
            ]  # fmt: skip
            made = course_of(day(*items), RIGS)
            least = min(badness(course_of(day(*each), RIGS)) for each in itertools.permutations(items))
            found = [each for each in proposals(made, RIGS) if each.way == "order"]
            self.assertEqual(badness(found[0].course) if found else badness(made), least)
            better += bool(found)
        self.assertGreater(better, 3, "some of them can be mended so")

    def test_nothing_to_mend(self) -> None:
        """A day on which nothing goes wrong, and an empty one."""
        self.assertEqual(ways(day(scene("a", take_min=1))), ())
        self.assertEqual(ways(day()), ())

    def test_a_very_long_day(self) -> None:
        """Of 300 scenes only the worst are looked into: it ends, and what it finds is better than what was."""
        rng = random.Random(1)
        setups = [each.id for each in DEMO.setups]
        items = tuple(
            scene(f"s{k}", rng.choice(setups), takes=rng.randrange(1, 4), take_min=rng.choice((0.5, 1, 2)), gap_min=1)
            for k in range(300)
        )
        made, asked = course_of(day(*items), RIGS), itertools.count()
        found = list(proposals(made, RIGS, lambda: next(asked) > 200))
        self.assertTrue(found)
        self.assertTrue(all(badness(each.course) <= badness(made) for each in found))

    def test_called_off(self) -> None:
        """It ends when nobody wants it any more."""
        asked = iter([False] * 5 + [True] * 1000)
        with self.assertRaises(Cancelled):
            list(proposals(course_of(ISLAND, RIGS), RIGS, lambda: next(asked)))


class RestAndTheEnd(unittest.TestCase):
    """The curve of rest."""

    def test_later_and_easier(self) -> None:
        """Each point has more rest, ends no sooner, and carries fewer minutes past the limit than the one before."""
        for made in (ISLAND, day(scene("a", "workshop", takes=6, take_min=1.2, operator="slight", gap_min=4))):
            points = list(trade_off(course_of(made, RIGS), RIGS))
            self.assertGreater(len(points), 2)
            for one, other in itertools.pairwise(points):
                self.assertGreater(other.rest_min, one.rest_min)
                self.assertGreaterEqual(other.end_min, one.end_min)
                self.assertLess(other.past_min, one.past_min)
            for point in points:
                again = planned(course_of(point.course.day, Rigs(DEMO)))
                self.assertAlmostEqual(again.past_min, point.past_min, places=6)
                self.assertEqual((again.rest_min, again.end_min), (point.rest_min, point.end_min))

    def test_where_it_is_worth_most(self) -> None:
        """With two scenes no other split of as much rest saves notably more (brute force over whole minutes)."""
        made = day(
            scene("a", "workshop", takes=4, take_min=1.2, operator="slight", gap_min=1),
            Item(id="m", kind="meal", take_min=60),
            scene("b", "causeway", takes=4, take_min=4.0, operator="tall", gap_min=1),
        )  # fmt: skip
        points = list(trade_off(course_of(made, RIGS), RIGS))
        for point in points:
            total = round(point.rest_min / 3)
            splits = [
                planned(course_of(with_gaps(made, first, total - first), RIGS)).past_min
                for first in range(1, total)
            ]  # fmt: skip
            self.assertLess(point.past_min - min(splits), 0.35)

    def test_minutes_past_the_limit(self) -> None:
        """Of one take: from where its first joint passes to its end; no minute twice, none of what has been shot."""
        made = course_of(day(scene("a", "workshop", take_min=5.0, operator="slight")), RIGS)
        first = min(asked.passes_min for band in made.bands for asked in band.asked)
        self.assertAlmostEqual(planned(made).past_min, 485 - first)
        log = tuple(Event(at_min=m, kind=k, item="a") for m, k in ((480, "start"), (485, "over")))
        self.assertEqual(planned(course_of(made.day.changed(log=log), RIGS)).past_min, 0.0)

    def test_what_is_shot_stays(self) -> None:
        """Gaps of scenes that are over stay as they were planned."""
        made = day(
            scene("a", "workshop", takes=2, take_min=1.2, operator="slight", gap_min=7),
            scene("b", "workshop", takes=6, take_min=1.2, operator="slight", gap_min=4),
            log=tuple(Event(at_min=m, kind=k, item="a") for m, k in ((480, "start"), (482, "over"))),
        )  # fmt: skip
        points = list(trade_off(course_of(made, RIGS), RIGS))
        self.assertGreater(len(points), 1)
        self.assertEqual({each.course.day.items[0].gap_min for each in points}, {7.0})

    def test_called_off(self) -> None:
        """It ends when nobody wants it any more."""
        with self.assertRaises(Cancelled):
            list(trade_off(course_of(ISLAND, RIGS), RIGS, lambda: True))


def with_gaps(made: Day, first: float, second: float) -> Day:
    """A day of a scene, a meal and a scene, with other gaps."""
    a, meal, b = made.items
    return made.changed(items=(a.changed(gap_min=float(first)), meal, b.changed(gap_min=float(second))))
