"""The notebook: takes and rests, what is predicted and felt, what it reminds of, what is kept."""

import math
import unittest

from scipy.integrate import solve_ivp

from equilix.analysis import analyse
from equilix.body.discomfort import as_one_take_s, discomfort, recovery_per_s
from equilix.body.fatigue import fatigued_after
from equilix.body.outings import REGION_OF, Faulty, Felt, Outing
from equilix.document import Document, empty
from equilix.edits import kit, measuring, outings
from equilix.edits.electric import change_electric
from equilix.errors import Refused
from equilix.keys import MIDDLE, REGIONS, SIDED
from equilix.notebook.compare import averages, beside, predicted
from equilix.notebook.reminders import CYCLES, cycles_of, reminders, screws_of, years_of
from equilix.notebook.search import Found, found
from equilix.store.merging import merged
from equilix.store.parsing import parse
from equilix.store.saving import checked_bytes
from equilix.words.telling import tell
from tests.core.outings import DAY, DEMO, today
from tests.told import refused


class Tired(unittest.TestCase):
    """Takes with rests between them."""

    def test_as_one_take(self) -> None:
        """Grows with t/T while it works, falls with ρR while it rests: against stepping through it."""
        for takes, take_min, rest_min in ((1, 5.0, 0.0), (4, 2.0, 0.5), (30, 1.0, 0.1), (6, 3.0, 0.0)):
            outing = today(takes=takes, take_min=take_min, rest_min=rest_min)
            for joint in ("shoulder", "grip", "wrist"):
                used = 0.0
                for _ in range(takes):
                    used = used * math.exp(-recovery_per_s(joint) * rest_min * 60) + take_min * 60
                self.assertAlmostEqual(as_one_take_s(outing, joint), used, places=6)

    def test_rest_is_that_of_the_model(self) -> None:
        """What rests recovers as the fatigued compartment does (Looft et al. 2018), also integrated by SciPy."""
        (left,) = fatigued_after("shoulder", [(60.0, 0.0)], start=0.4)
        rate = recovery_per_s("shoulder")
        found = solve_ivp(lambda _t, y: -rate * y, (0, 60), [0.4], rtol=1e-11, atol=1e-12)
        self.assertAlmostEqual(left, float(found.y[0, -1]), places=7)

    def test_discomfort(self) -> None:
        """10 where the endurance is used up, half of it half way, and no more than 10."""
        self.assertEqual([discomfort(x) for x in (-0.1, 0.0, 0.5, 1.0, 3.0)], [0.0, 0.0, 5.0, 10.0, 10.0])


class Regions(unittest.TestCase):
    """Of the body."""

    def test_of_the_questionnaire(self) -> None:
        """The nine regions of the Nordic questionnaire (Kuorinka et al. 1987, from memory), the limbs on both sides."""
        self.assertEqual(len({region for region, _ in REGIONS}), 9)
        self.assertEqual(len(REGIONS), len(MIDDLE) + 2 * len(SIDED))
        self.assertLessEqual(set(REGION_OF.values()), {region for region, _ in REGIONS})

    def test_written_down(self) -> None:
        """Scores beyond 0 to 10, a back with a side, a region twice, no day, no minutes of what gave out: refused."""
        made = outings.keep_outings(DEMO, [today()])
        key = made.outings[0].id
        for updates, words in (
            ({"day": "yesterday"}, "“yesterday” is no day"),
            ({"felt": ({"region": "neck", "side": "left", "score": 3},)}, "have none"),
            ({"felt": ({"region": "hip", "score": 3},)}, "have a side"),
            ({"felt": ({"region": "neck", "score": 11},)}, "10"),
            ({"felt": ({"region": "neck", "score": 1}, {"region": "neck", "score": 2})}, "twice"),
            ({"gave_out": "shoulder", "take_min": 0.0}, "after some minutes"),
            ({"takes": 0}, "1"),
        ):
            with refused(self, Refused, words):
                outings.change_outing(made, key, **updates)


class PredictedAndFelt(unittest.TestCase):
    """Side by side."""

    def test_an_outing_as_it_was(self) -> None:
        """The shares are those of the analysis, marks and batteries those of the rig; it stays so when that changes."""
        outing = today()
        analysis = analyse(DEMO, DEMO.setups_by_id["lamp-room"])
        for bore in outing.bore:
            effort = next(each for each in analysis.efforts if each.key == bore.key)
            self.assertAlmostEqual(bore.load / analysis.operator.own(bore.joint), effort.share)
        self.assertTrue(outing.marks)
        self.assertEqual({each.name for each in outing.batteries}, {
            part.name for part in analysis.assembly.parts if part.energy_wh > 0
        })  # fmt: skip
        self.assertEqual((outing.way, outing.mass_kg), ("shoulder", analysis.mass.mass_kg))

    def test_one_take_to_the_end(self) -> None:
        """Carried until it gives out by the figure on the screen, its place is said to hurt 10; half so long, 5."""
        analysis = analyse(DEMO, DEMO.setups_by_id["lamp-room"])
        effort = analysis.first_to_give_out
        assert effort is not None
        key = REGION_OF[effort.joint], effort.side
        for share in (0.5, 1.0):
            outing = today(takes=1, rest_min=0.0, take_min=share * effort.endurance_s / 60)
            self.assertAlmostEqual(predicted(outing, analysis.operator)[key], 10 * share, places=6)

    def test_by_region_and_way(self) -> None:
        """Means over the outings, what is furthest off first; nothing is predicted of a neck."""
        felt = (Felt(region="shoulder", side="right", score=9), Felt(region="neck", score=4))
        one, two = today(felt=felt), today("causeway", felt=())
        operator = DEMO.operators_by_id[one.operator or ""]
        written = [one, one.changed(id="b", felt=()), two.changed(id="c", operator=operator.id), today(id="d")]
        rows = averages(written, operator)
        self.assertEqual({each.way for each in rows}, {"shoulder", "vest"})
        row = next(each for each in rows if (each.way, each.region) == ("shoulder", ("shoulder", "right")))
        self.assertEqual((row.count, row.felt), (2, 4.5))
        self.assertEqual([abs(each.off) for each in rows], sorted((abs(each.off) for each in rows), reverse=True))
        self.assertNotIn(("neck", ""), predicted(one, operator))
        self.assertEqual(beside(today(), operator), ())
        self.assertEqual(predicted(today(take_min=0.0), operator), {})

    def test_search(self) -> None:
        """By place, operator, region, trouble, note: every word; the last first."""
        broke = Faulty(part="bridge", name="Bridge clamp", how="broke")
        made = outings.keep_outings(
            DEMO, [today(place="North stair", note="wind"), today(faulty=(broke,), day="2026-10-15")]
        )

        def look(text: str) -> list[str]:
            return [each.day for each in found(made.outings, made.operators_by_id, text, tell)]

        self.assertEqual(look(""), ["2026-10-15", "2026-10-14"])
        self.assertEqual(look("WIND stair"), ["2026-10-14"])
        self.assertEqual(look("broke clamp"), ["2026-10-15"])
        self.assertEqual(look("wind clamp"), [])
        known = Found()
        self.assertTrue(known.found(made.outings, made.operators_by_id, "wind", tell))
        other = outings.change_outing(made, made.outings[0].id, note="calm")
        self.assertEqual(known.found(other.outings, other.operators_by_id, "wind", tell), ())
        renamed = kit.change_operator(other, "tall", name="Long one")
        self.assertEqual(len(known.found(renamed.outings, renamed.operators_by_id, "long", tell)), 2)


class Reminded(unittest.TestCase):
    """Of what has to be looked after."""

    def made(self, *written: Outing) -> Document:
        """A document with these outings."""
        return outings.keep_outings(DEMO, written)

    def said(self, made: Document, about: str) -> list[str]:
        """What is said about something."""
        return [f"{tell(r.said)}. {tell(r.todo)}" for r in reminders(made, DAY) if r.about == about]

    def test_loose_until_tightened(self) -> None:
        """It is open until it has been seen to; what comes loose again and again is told even then."""
        loose = Faulty(part="bridge", name="Bridge", how="loose")
        once = self.made(today(faulty=(loose,)))
        (line,) = self.said(once, "loose")
        self.assertRegex(line, "worked loose once, last on 14 October 2026. Tighten it")
        self.assertEqual(self.said(outings.see_to(once, "bridge", "loose"), "loose"), [])
        twice = self.made(today(faulty=(loose,)), today(faulty=(loose,), day="2026-10-15"))
        self.assertRegex(self.said(twice, "loose")[0], "2 times, last on 15 October.*again and again")
        seen = outings.see_to(twice, "bridge", "loose")
        self.assertNotIn("Tighten", self.said(seen, "loose")[0])
        with refused(self, Refused, "still open"):
            outings.see_to(seen, "bridge", "loose")
        self.assertEqual(self.said(self.made(today(faulty=(loose.changed(part="gone"),))), "loose"), [])

    def test_knobs_that_break(self) -> None:
        """What broke twice wants a spare."""
        broke = Faulty(part="bridge", name="Bridge", how="broke")
        self.assertNotIn("spare", self.said(self.made(today(faulty=(broke,))), "spare")[0])
        self.assertIn("Carry a spare", self.said(self.made(*[today(faulty=(broke,))] * 2), "spare")[0])

    def test_batteries(self) -> None:
        """By cycles, of which the outings count theirs, and by age: on both sides of each limit."""
        battery = today().batteries[0].part
        quantity = DEMO.parts_by_id[battery].quantity
        for cycles, told in ((CYCLES - 2, 0), (CYCLES - 1, 1)):
            made = change_electric(self.made(*[today()] * quantity), battery, cycles=cycles)
            self.assertEqual(cycles_of(made.parts_by_id[battery], made.outings), cycles + 1)
            self.assertEqual(len(self.said(made, "battery")), told)
        for since, told in (("2023-11", 0), ("2023-10", 1)):
            made = change_electric(DEMO, battery, since=since)
            self.assertEqual(len(self.said(made, "battery")), told, years_of(made.parts_by_id[battery], DAY))
        with refused(self, Refused, "“soon” is no month"):
            change_electric(DEMO, battery, since="soon")

    def test_spare_screws(self) -> None:
        """A quarter of those of the rig that has most, two at least; nothing before anything was written."""
        self.assertEqual(self.said(DEMO, "screws"), [])
        (line,) = self.said(self.made(today()), "screws")
        most = max(screws_of(DEMO, setup).get("screw14", 0) for setup in DEMO.setups)
        self.assertGreater(most, 0)
        self.assertIn(f"{max(2, math.ceil(most / 4))} of 1/4", line)

    def test_what_keeps_hurting(self) -> None:
        """7 or more on two of the last four outings: a doctor. Once, or 6, is tiredness."""
        hurts = today(felt=(Felt(region="shoulder", side="right", score=7),))
        less = today(felt=(Felt(region="shoulder", side="right", score=6),))
        self.assertEqual(self.said(self.made(hurts, less, less), "body"), [])
        (line,) = self.said(self.made(hurts, hurts), "body")
        self.assertRegex(line, "right shoulder of .* 7 or more on 2 of the last 2.*doctor")
        self.assertEqual(self.said(self.made(hurts, hurts, *[today(felt=(), day="2026-11-01")] * 4), "body"), [])


class InTheDocument(unittest.TestCase):
    """Kept with it."""

    def test_edits(self) -> None:
        """Kept under free ids, changed, taken out; ids stay; back from a file as they were."""
        made = outings.keep_outings(DEMO, [today(), today()])
        self.assertEqual(len({each.id for each in made.outings}), 2)
        key = made.outings[0].id
        changed = outings.change_outing(made, key, id="x", note="rain", felt=())
        self.assertEqual((changed.outings[0].id, changed.outings[0].note), (key, "rain"))
        self.assertEqual(parse(checked_bytes(changed)), changed)
        self.assertEqual(len(outings.remove_outing(made, key).outings), 1)
        with refused(self, Refused, "no outing “x”"):
            outings.remove_outing(made, "x")
        with refused(self, Refused, "More than 2000 outings"):
            outings.keep_outings(made, [today()] * 1999)

    def test_what_is_handed_on(self) -> None:
        """Without the notebook nothing is left of what people felt, nor of what it has told of their strength."""
        made = outings.keep_outings(DEMO, [today(note="private", felt=())])
        operator = made.operators[0]
        used = outings.believe_notebook(made, operator.id, {"shoulder": 33.3}, 0.5)
        bare = outings.without_notebook(used)
        self.assertEqual(bare, DEMO)
        self.assertNotIn(b"private", checked_bytes(bare))
        self.assertNotIn(b"33.3", checked_bytes(bare))

    def test_two_copies(self) -> None:
        """What each has written comes together; one entry that both changed is a conflict."""
        base = outings.keep_outings(DEMO, [today()])
        key = base.outings[0].id
        mine = outings.keep_outings(base, [today(place="stair")])
        theirs = outings.keep_outings(outings.change_outing(base, key, note="wind"), [today("causeway")])
        both = merged(base, mine, theirs).document
        self.assertEqual({each.setup for each in both.outings}, {"Lamp room", "Causeway"})
        self.assertEqual(len(both.outings), 3)
        clash = merged(base, outings.change_outing(base, key, note="sun"), theirs)
        self.assertTrue(clash.conflicts)

    def test_a_copy_that_was_handed_on_comes_back(self) -> None:
        """What it was handed on without is not taken out by putting it together again; what they did is taken."""
        noted = outings.keep_outings(DEMO, [today(felt=())])
        who = noted.operators[0].id
        base = outings.believe_notebook(measuring.hold_test(noted, who, 2.0, 60.0), who, {"trunk": 300.0}, 1.5)
        theirs = kit.rename_setup(outings.without_notebook(base), "lamp-room", "Lantern")
        self.assertEqual(theirs.operators_by_id[who].holds, ())
        both = merged(base, base, theirs)
        self.assertEqual(both.conflicts, ())
        self.assertEqual((both.document.outings, both.document.operators), (base.outings, base.operators))
        self.assertEqual(both.document.setups_by_id["lamp-room"].name, "Lantern")
        taller = kit.change_operator(theirs, who, stature_m=1.9)
        found = merged(base, base, taller).document.operators_by_id[who]
        self.assertEqual(found, base.operators_by_id[who].changed(stature_m=1.9))
        stronger = kit.change_operator(theirs, who, endurance=2.0)
        self.assertEqual(merged(base, base, stronger).document.operators_by_id[who].endurance, 2.0)

    def test_setups_that_are_gone(self) -> None:
        """An outing stays when its setup or its parts go: it is what was."""
        made = outings.keep_outings(DEMO, [today()])
        gone = kit.remove_setup(made, "lamp-room")
        self.assertEqual(gone.outings, made.outings)
        self.assertEqual(empty().outings, ())
