"""A day on the day: the log, read; the rest of the day follows on what has happened."""

import itertools
import random
import unittest
from collections.abc import Sequence

from pydantic_core import ValidationError

from equilix.day.course import course_of
from equilix.day.happened import happened
from equilix.day.proposals import proposals
from equilix.demo.day import ISLAND
from equilix.edits import days
from equilix.rig.days import Item
from equilix.rig.events import EventKind
from equilix.words.telling import tell
from tests.core.day_logs import as_planned, at, logged, times
from tests.core.test_day import DEMO, RIGS, day, scene


class Happened(unittest.TestCase):
    """The log, read."""

    def test_takes(self) -> None:
        """From start to stop; what runs runs; what something else begins after is over."""
        told = happened(
            day(
                scene("a", takes=3), scene("b"), scene("c"),
                log=(at(480, "begin"), at(481, "start", "a"), at(484, "stop"), at(490, "start", "a"),
                     at(493, "start", "b")),
            )
        )  # fmt: skip
        first, second = told.done
        self.assertEqual((first.takes, first.over), (((481, 484), (490, 493)), True))
        self.assertEqual((second.takes, second.runs_since, told.current), ((), 493, "b"))
        self.assertEqual((told.begun_min, told.now_min, told.stands), (480, 493, "b"))
        self.assertIsNone(told.of("c"))

    def test_read_as_well_as_can_be(self) -> None:
        """Started twice, stopped without a start, of nothing that is there, out of order: the takes there were."""
        events = [
            at(480, "begin"), at(481, "start", "a"), at(482, "start", "a"), at(484, "stop"), at(485, "stop"),
            at(486, "start", "gone"), at(487, "over", "gone"), at(490, "start", "a"), at(495, "stop"),
        ]  # fmt: skip
        told = happened(day(scene("a"), log=tuple(events)))
        found = told.of("a")
        assert found is not None
        self.assertEqual((found.takes, found.over), (((481, 484), (490, 495)), False))
        mixed = events[:]
        random.Random(3).shuffle(mixed)
        self.assertEqual(happened(day(scene("a"), log=tuple(mixed))).of("a"), found)

    def test_what_hurt_belongs_to_a_scene(self) -> None:
        """To the one that is on; in a break, or when it is over, to the one before."""
        neck = {"region": "neck", "score": 2}
        told = happened(
            day(scene("a"), Item(id="m", kind="meal", take_min=30), scene("b"), log=(
                at(480, "begin"), at(480.5, "hurts", **neck), at(481, "start", "a"), at(482, "hurts", **neck),
                at(483, "over", "a"), at(484, "hurts", **neck), at(485, "start", "m"), at(486, "hurts", **neck),
                at(520, "start", "b"), at(521, "stop"), at(522, "hurts", **neck), at(523, "hurts", "a", **neck),
            ))
        )  # fmt: skip
        self.assertEqual([each.item for each in told.hurts], ["", "a", "a", "a", "b", "a"])

    def test_left_out_and_taken_up_again(self) -> None:
        """What is over without a take was left out; what begins again is not over any more."""
        left = happened(day(scene("a"), scene("b"), log=(at(480, "begin"), at(485, "over", "a"))))
        found = left.of("a")
        assert found is not None
        self.assertEqual((found.begun, found.over, left.current), (False, True, ""))
        again = happened(day(scene("a"), log=(at(480, "start", "a"), at(485, "over", "a"), at(490, "start", "a")))).of(
            "a"
        )
        assert again is not None
        self.assertEqual((again.over, again.runs_since, again.takes), (False, 490, ((480, 485),)))

    def test_entries_say_what_they_need(self) -> None:
        """Which item, which battery, what hurt; an arm has a side and the neck has none."""
        bad: tuple[tuple[EventKind, dict[str, object]], ...] = (
            ("start", {}), ("ready", {}), ("over", {}), ("empty", {}), ("hurts", {}),
            ("hurts", {"region": "shoulder"}), ("hurts", {"region": "neck", "side": "left"}),
        )  # fmt: skip
        for kind, told in bad:
            with self.subTest(kind=kind, told=told), self.assertRaises(ValidationError):
                at(480, kind, **told)


class TheRest(unittest.TestCase):
    """Worked out anew from what has happened."""

    def test_as_planned(self) -> None:
        """Where everything goes as planned, the day is the planned one after each entry: takes, tiring, batteries."""
        plan = course_of(ISLAND, RIGS)
        log = tuple(as_planned(plan))
        for number in range(1, len(log) + 1):
            made = course_of(ISLAND.changed(log=log[:number]), RIGS)
            self.assertEqual(times(made), times(plan), f"after {log[number - 1]}")
        self.assertEqual(
            [each.shot for each in made.spans if each.takes], [each.item.takes for each in plan.spans[:-1]]
        )
        for now, then in zip(made.bands, plan.bands, strict=True):
            self.assertEqual((now.operator, now.key), (then.operator, then.key))
            self.assertAlmostEqual(now.most, then.most, places=9)
        burns = [[(b.start, b.end) for piece in each.charge.pieces for b in piece.burns] for each in (made, plan)]
        for one, other in zip(*burns, strict=True):
            self.assertAlmostEqual(one[1], other[1], places=9)

    def test_what_is_past_is_not_told(self) -> None:
        """Marks are of what is to come, or runs: what is past cannot be mended."""
        plan = course_of(ISLAND, RIGS)
        log = tuple(as_planned(plan))
        for number in (20, 40, 60, len(log) - 6):
            made = course_of(ISLAND.changed(log=log[:number]), RIGS)
            begun = {each.item for each in made.told.done}
            told, coming = (
                [(m.kind, m.span.item.id) for m in of.marks if m.span.item.id not in begun] for of in (made, plan)
            )
            self.assertEqual(told, coming)
            for mark in made.marks:
                if mark.band is not None and mark.span.begun:
                    self.assertGreater(mark.take, mark.span.shot, "what has been shot cannot be mended")
        self.assertTrue(plan.marks)
        self.assertIn("dies", [each.kind for each in plan.marks])
        self.assertNotIn("dies", [each.kind for each in course_of(ISLAND.changed(log=log), RIGS).marks])

    def test_late_and_over(self) -> None:
        """What began late is not told any more: nobody can begin it sooner."""
        plan = day(scene("a", at_min=480), scene("b", at_min=600))
        log = (at(485, "start", "a"), at(486, "stop"))
        begin = (at(480, "begin"),)
        for events, now, told in (((), 0, []), (begin, 485, ["late"]), (log[:1], 485, []), (log, 486, [])):
            marks = course_of(plan.changed(log=events), RIGS, now).marks
            self.assertEqual([each.kind for each in marks if each.kind == "late"], told)

    def test_later(self) -> None:
        """A take that goes on, a pause that grows: the rest moves on with the clock, fixed times stay and are late."""
        made = day(
            scene("a", takes=3, take_min=4, gap_min=2), scene("b", "causeway", at_min=520),
            Item(id="f", kind="deadline", at_min=530), log=(at(480, "begin"), at(485, "start", "a")),
        )  # fmt: skip
        running = course_of(made, RIGS, 500)
        self.assertEqual(running.spans[0].takes, ((485, 500), (502, 506), (508, 512)))
        self.assertEqual((running.spans[0].shot, running.spans[0].runs), (0, True))
        paused = course_of(days.day_of(logged(made, (500, "stop")), made.id), RIGS, 510)
        self.assertEqual(paused.spans[0].takes, ((485, 500), (510, 514), (516, 520)))
        self.assertAlmostEqual(paused.spans[1].start_min, 520 + RIGS.minutes(made.items[0], made.items[1]))
        self.assertEqual([m.kind for m in paused.marks if m.kind in ("late", "missed")], ["missed", "late"])
        self.assertLess(paused.spans[-1].item.at_min or 0, paused.spans[-1].ready_min)

    def test_not_before_now(self) -> None:
        """Nothing of what is to come is before now, whatever is logged (300 random logs)."""
        rng = random.Random(17)
        ids = [each.id for each in ISLAND.items]
        for _ in range(300):
            log = [at(rng.uniform(480, 600), "begin")]
            for _ in range(rng.randrange(12)):
                kind: EventKind = rng.choice(("start", "stop", "over", "ready", "end", "start", "stop"))
                log.append(at(rng.uniform(480, 1100), kind, rng.choice(ids)))
            now = rng.uniform(400, 1300)
            made = course_of(ISLAND.changed(log=tuple(log)), RIGS, now)
            self.assertGreaterEqual(made.now_min, max(each.at_min for each in log))
            for span in made.spans:
                self.assertEqual(sorted(span.takes), list(span.takes))
                for start, stop in span.takes[span.shot + span.runs :]:
                    self.assertGreaterEqual(start, made.now_min - 1e-9)
                    self.assertGreaterEqual(stop, start)
            carried = sorted(take for span in made.spans if span.item.kind == "scene" for take in span.takes)
            for (_, before), (after, _) in itertools.pairwise(carried):
                self.assertLessEqual(before, after + 1e-9, "nobody carries two rigs at once")

    def test_left_out_and_ended(self) -> None:
        """What is left out has no time; after the end nothing is to come."""
        plan = day(*map(scene, "abcd"), log=(at(480, "begin"), at(481, "over", "b")))
        self.assertEqual([each.item.id for each in course_of(plan, RIGS).spans], ["a", "c", "d"])
        ended = plan.changed(log=(*plan.log, at(490, "start", "a"), at(495, "end")))
        made = course_of(ended, RIGS, 600)
        self.assertEqual([(each.item.id, each.takes) for each in made.spans], [("a", ((490, 495),))])
        later = ended.changed(log=(*ended.log, at(500, "hurts", region="neck", score=2)))
        self.assertTrue(happened(later).ended, "what hurts afterwards does not go on with it")
        again = ended.changed(log=(*ended.log, at(500, "start", "c")))
        self.assertEqual([each.item.id for each in course_of(again, RIGS).spans], ["a", "c", "d"], "it goes on")

    def test_a_battery_that_was_empty(self) -> None:
        """Whatever was thought of it: the next one goes on then, in a take or between two scenes."""
        plan = day(scene("a", "evening", take_min=60), scene("b", "evening", take_min=60))
        part = RIGS.powered(course_of(plan, RIGS).spans[0])
        assert part is not None
        battery = part.part(part.runs[0].battery)
        for minute in (510.0, 540.0):
            log = (at(480, "begin"), at(480, "start", "a"), at(minute, "empty", part=battery.id))
            log = (*log, at(540, "over", "a"))
            pieces = [p for p in course_of(plan.changed(log=log), RIGS).charge.pieces if p.part.id == battery.id]
            self.assertEqual(pieces[0].died, (minute,))
            self.assertEqual(pieces[0].at(minute + 1e-6), 0.0)
            first = pieces[1].burns[0]
            self.assertAlmostEqual(first.start_min, minute)
            self.assertEqual(first.start, 1.0)

    def test_empty_between_two_scenes(self) -> None:
        """What was found empty in a break is not put on again, though there was thought to be something in it."""
        plan = day(
            scene("a", "evening", take_min=30),
            Item(id="m", kind="meal", take_min=30),
            scene("b", "evening", take_min=30),
        )
        network = RIGS.powered(course_of(plan, RIGS).spans[0])
        assert network is not None
        battery = network.part(network.runs[0].battery)
        for told in (False, True):
            log = [at(480, "begin"), at(480, "start", "a"), at(510, "over", "a")]
            log += [at(520, "empty", part=battery.id)] if told else []
            pieces = [p for p in course_of(plan.changed(log=tuple(log)), RIGS).charge.pieces if p.part.id == battery.id]
            self.assertEqual([len(each.burns) for each in pieces], [1, 1] if told else [2])
            self.assertEqual(pieces[0].died, (520.0,) if told else ())

    def test_conversions_of_lenses(self) -> None:
        """Another lens on the same rig takes its minutes; where none is named and one is still on, that is said."""
        lens = next(each.id for each in DEMO.lenses if each.id not in RIGS.lenses_on(DEMO.setups_by_id["lamp-room"])
                    and RIGS.setup(scene("x", lens=each.id)) is not None)  # fmt: skip
        spans = course_of(day(scene("a"), scene("b", lens=lens), scene("c", lens=lens), scene("d")), RIGS).spans
        self.assertEqual([each.conversion_min > 0 for each in spans], [False, True, False, True])
        marks = course_of(day(scene("a", lens=lens), scene("b", take_min=1)), RIGS).marks
        left = [each for each in marks if each.kind == "lens-left-on"]
        self.assertEqual([(each.span.item.id, each.other) for each in left], [("b", DEMO.parts_by_id[lens].name)])
        (own,) = RIGS.lenses_on(DEMO.setups_by_id["lamp-room"])
        for other in (scene("b", take_min=1, lens=own), scene("b", "workshop", take_min=1)):
            marks = course_of(day(scene("a", lens=lens), other), RIGS).marks
            self.assertNotIn("lens-left-on", [each.kind for each in marks], "it is said, or another rig")

    def test_how_high(self) -> None:
        """A height of a scene's own is that of its rig then; without one the rig's own."""
        spans = course_of(
            day(*(scene(f"s{k}", "workshop", height=k) for k in ("low", "overhead")), scene("c", "workshop")), RIGS
        ).spans
        low, high, own = (RIGS.carried(each) for each in spans)
        assert low is not None
        assert high is not None
        assert own is not None
        self.assertEqual([each.setup.height for each in (low, high, own)], ["low", "overhead", "chest"])
        self.assertNotEqual(low.first_to_give_out.share, high.first_to_give_out.share)

    def test_mended_from_now_on(self) -> None:
        """Ways to mend a day that has begun leave alone what has happened."""
        plan = course_of(ISLAND, RIGS)
        log = tuple(as_planned(plan))
        for number in (12, 34):
            made = course_of(ISLAND.changed(log=log[:number]), RIGS)
            done = [(e.item, e.takes[: e.shot]) for e in made.spans if e.shot and not e.ahead]
            found = list(proposals(made, RIGS))
            self.assertTrue(found)
            for way in found:
                kept = [(e.item, e.takes[: e.shot]) for e in way.course.spans if e.shot and not e.ahead]
                self.assertEqual(kept, done, tell(way.said))
                self.assertNotIn(way.way, ("warm", "earlier"))

    def test_what_has_begun_goes_on_as_it_is(self) -> None:
        """In the same hands, with the same rig; rests may be longer or shorter, and count from now."""
        plan = day(
            scene("a", "workshop", takes=6, take_min=1.4, gap_min=5, operator="slight"),
            Item(id="f", kind="deadline", at_min=510), log=(at(480, "start", "a"),),
        )  # fmt: skip
        for minute in (481.4, 486.4, 487.8, 492.8, 494.2):
            plan = plan.changed(log=(*plan.log, at(minute, "start" if len(plan.log) % 2 == 0 else "stop", "a")))
        made = course_of(plan, RIGS)
        self.assertEqual((made.spans[0].shot, [m.kind for m in made.marks][-1]), (3, "missed"))
        found = list(proposals(made, RIGS))
        self.assertTrue(found)
        for each in found:
            item = each.day.items[0]
            self.assertEqual((item.setup, item.operator, item.without), ("workshop", "slight", ()))
        on_time = [each for each in found if "missed" not in [m.kind for m in each.course.marks]]
        self.assertTrue(on_time, "three gaps are left")

    def test_the_best_order_from_now(self) -> None:
        """Of what is left no order converts less from the rig that stands there (brute force, 20 random days)."""
        rng = random.Random(9)
        setups = [each.id for each in DEMO.setups]
        for _ in range(20):
            items = [scene(f"s{k}", rng.choice(setups), take_min=0.2, operator="tall") for k in range(6)]
            first = rng.choice(items)
            plan = day(*items, log=(at(480, "start", first.id), at(481, "over", first.id)))
            made = course_of(plan, RIGS)
            left = [each for each in items if each is not first]
            way = next((each for each in proposals(made, RIGS) if each.way == "order"), None)
            ordered = [each for each in (plan if way is None else way.day).items if each.id != first.id]

            def minutes(order: Sequence[Item], stands: Item = first) -> float:
                return sum(RIGS.minutes(a, b) for a, b in itertools.pairwise((stands, *order)))

            self.assertLess(minutes(ordered) - min(map(minutes, itertools.permutations(left))), 0.5)

    def test_a_break_that_is_over(self) -> None:
        """Nothing is charged in it afterwards; in one that is to come it could be."""
        first, second = (scene(key, "evening", take_min=200) for key in "ab")
        plan = day(first, Item(id="m", kind="meal", take_min=120), second, charger_w=200.0, begins_min=0)
        log = (at(0, "begin"), at(0, "start", "a"), at(200, "over", "a"), at(200, "start", "m"), at(320, "over", "m"))
        for number, offered in ((3, True), (5, False)):
            made = course_of(plan.changed(log=log[:number]), RIGS)
            self.assertTrue({"no-battery", "dies"} & {each.kind for each in made.marks})
            self.assertEqual("mains" in [each.way for each in proposals(made, RIGS)], offered)
