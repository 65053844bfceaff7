"""Splitting up what was weighed as one: mass, balance point and what is known of them stay."""

import unittest

import numpy as np

from equilix.analysis import analyse
from equilix.bench.expecting import expected
from equilix.bench.subjects import as_built, reading
from equilix.carry import WAYS
from equilix.document import Document
from equilix.edits import kit, placing, rigging
from equilix.edits.balance_point import balance_on_finger
from equilix.edits.lumps import can_count_in, count_in
from equilix.edits.measuring import keep_measured
from equilix.errors import Refused
from equilix.kit.catalogue import LUMP
from equilix.kit.lump_names import REST
from equilix.kit.solids import Box
from equilix.quick.answer import along
from equilix.quick.lumps import CAMERA, lumps_of
from equilix.quick.told import Told, on_a_finger
from tests.told import refused


class CountedIn(unittest.TestCase):
    """A lens of 0.9 kg, 250 mm in front of the pad's middle, that was weighed with the whole."""

    def setUp(self) -> None:
        self.lumps = lumps_of(Told("shoulder", on_a_finger(7.2, 0.085), (-0.1, 0.1)))
        self.setup_id = self.lumps.setup_id

    def strapped(self, kg: float = 0.9, x: float = 0.25, document: Document | None = None) -> tuple[Document, str]:
        """A lens strapped to the lump, and its placement."""
        made, part_id = kit.add_part(
            document or self.lumps.document, "lens", "lens", kg, None, solids=(Box(size_m=(0.1, 0.08, 0.08)),)
        )
        return placing.strap_new(made, self.setup_id, part_id, CAMERA, np.array((x, 0.0, 0.12)))

    def test_by_hand(self) -> None:
        """The rest: 5.4 − 0.9 kg, its moment less by that of the lens; both together weigh and balance as before."""
        made, lens = self.strapped()
        before, lump = analyse(self.lumps.document, self.lumps.setup), made.parts_by_id["camera-as-built"]
        self.assertAlmostEqual(analyse(made, made.setups_by_id[self.setup_id]).mass.mass_kg, 8.1)
        made = count_in(made, self.setup_id, lens)
        rest = made.parts_by_id["camera-as-built"]
        after = analyse(made, made.setups_by_id[self.setup_id])
        self.assertAlmostEqual(rest.mass_kg, 7.2 * 0.75 - 0.9)
        assert lump.cg_m is not None
        assert rest.cg_m is not None
        self.assertAlmostEqual(rest.cg_m[0], (5.4 * lump.cg_m[0] - 0.9 * 0.25) / 4.5)
        self.assertAlmostEqual(after.mass.mass_kg, 7.2)
        np.testing.assert_allclose(after.mass.cg_m, before.mass.cg_m, atol=1e-12)
        self.assertEqual(rest.name, REST)

    def test_what_was_read_stays(self) -> None:
        """The whole balanced where it did: as surely as before, for every way, also where a part is turned."""
        for carry in WAYS:
            lumps = lumps_of(Told(carry, on_a_finger(7.2, 0.05)))
            before = along(analyse(lumps.document, lumps.setup))
            self.setup_id = lumps.setup_id
            made, lens = self.strapped(0.9, 0.1, lumps.document)
            made = placing.turn_free(made, lumps.setup_id, lens, (0.0, 0.3, 0.4))
            made = count_in(made, lumps.setup_id, lens)
            after = along(analyse(made, made.setups_by_id[lumps.setup_id]))
            self.assertAlmostEqual(after.value_m, before.value_m, places=9)
            self.assertAlmostEqual(after.sd_m, before.sd_m, delta=2e-4)
            found = analyse(made, made.setups_by_id[lumps.setup_id])
            slopes = found.assembly.gradient(after.by_mass, after.by_place)
            terms = {term.part: (term.by_mass, *term.by_place) for term in made.readings[0].terms}
            for part_id, row in zip(found.assembly.pieces[0], slopes, strict=True):
                np.testing.assert_allclose(terms.get(part_id, np.zeros(4)), row, atol=1e-9, err_msg=part_id)
            self.assertEqual({term.by_mass for term in made.readings[1].terms}, {1.0})
            if carry != "gimbal":
                self.assertAlmostEqual(found.mass_sd_kg, 0.036, delta=0.002)

    def test_what_was_measured_stays(self) -> None:
        """Readings of the whole are readings of the rest with the lens beside it: they expect the same as before."""
        rig = as_built(analyse(self.lumps.document, self.lumps.setup).assembly)
        kept = [reading(rig, "mass", 7.2), reading(rig, "balance", 0.05), reading(rig, "balance", 0.1, axis="z")]
        document = keep_measured(self.lumps.document, kept)
        before = expected(document, document.measured)
        made, lens = self.strapped(document=document)
        made = placing.turn_free(made, self.setup_id, lens, (0.0, 0.3, 0.4))
        made = count_in(made, self.setup_id, lens)
        self.assertEqual(len(made.measured[0].pieces), len(document.measured[0].pieces) + 1)
        for one, other in zip(before, expected(made, made.measured), strict=True):
            self.assertAlmostEqual(one.value, other.value, places=9)

    def test_slid_afterwards(self) -> None:
        """What is split up moves with the lump, as the lump did."""
        made, lens = self.strapped()
        made = count_in(made, self.setup_id, lens)
        one, other = (rigging.slide(each, self.setup_id, CAMERA, -0.08) for each in (self.lumps.document, made))
        values = [along(analyse(each, each.setups_by_id[self.setup_id])).value_m for each in (one, other)]
        self.assertAlmostEqual(values[0], values[1])

    def test_with_what_hangs_on_it_and_only_once(self) -> None:
        """A lens with a hood on it: both; and not a second time."""
        made, lens = self.strapped()
        made, hood = kit.add_part(made, "hood", "block", 0.2, None, solids=(Box(size_m=(0.05, 0.05, 0.05)),))
        made, _ = placing.strap_new(made, self.setup_id, hood, lens, np.array((0.32, 0.0, 0.12)))
        made = count_in(made, self.setup_id, lens)
        self.assertAlmostEqual(analyse(made, made.setups_by_id[self.setup_id]).mass.mass_kg, 7.2)
        setup = made.setups_by_id[self.setup_id]
        self.assertIsNone(can_count_in(setup, made.parts_by_id, lens))
        with refused(self, Refused, "is not on something that was weighed as one"):
            count_in(made, self.setup_id, lens)

    def test_what_hangs_on_it_first(self) -> None:
        """A hood that is counted in, then the lens that it is on: each once."""
        made, lens = self.strapped()
        made, hood = kit.add_part(made, "hood", "block", 0.2, None, solids=(Box(size_m=(0.05, 0.05, 0.05)),))
        made, on = placing.strap_new(made, self.setup_id, hood, lens, np.array((0.32, 0.0, 0.12)))
        made = count_in(count_in(made, self.setup_id, on), self.setup_id, lens)
        self.assertAlmostEqual(analyse(made, made.setups_by_id[self.setup_id]).mass.mass_kg, 7.2)
        self.assertAlmostEqual(along(analyse(made, made.setups_by_id[self.setup_id])).value_m, 0.085)

    def test_balanced_on_a_finger_since(self) -> None:
        """What was said of the lump's balance on the bench holds for the whole lump, and not for the rest of it."""
        made = balance_on_finger(self.lumps.document, "camera-as-built", "x", "rear", 0.3)
        before = analyse(made, made.setups_by_id[self.setup_id]).mass
        sd = made.parts_by_id["camera-as-built"].standard_uncertainty_kg
        made, lens = self.strapped(document=made)
        made = count_in(made, self.setup_id, lens)
        after = analyse(made, made.setups_by_id[self.setup_id]).mass
        np.testing.assert_allclose(after.cg_m, before.cg_m, atol=1e-12)
        self.assertAlmostEqual(made.parts_by_id["camera-as-built"].standard_uncertainty_kg, sd)

    def test_another_setup_keeps_its_lump(self) -> None:
        """A copy of the setup has the whole lump still; the rest has an id of its own, and readings for both."""
        made, copy = kit.add_setup(self.lumps.document, "Second", self.setup_id)
        made, lens = self.strapped(document=made)
        made = count_in(made, self.setup_id, lens)
        for setup_id in (copy, self.setup_id):
            found = analyse(made, made.setups_by_id[setup_id])
            self.assertAlmostEqual(found.mass.mass_kg, 7.2)
            self.assertLess(along(found).sd_m, 0.0035)
        self.assertEqual(made.parts_by_id["camera-as-built"].name, "Camera as built")
        self.assertEqual(len({reading.id for reading in made.readings}), 4)

    def test_heavier_than_the_whole(self) -> None:
        """Nothing is changed, and both masses are named."""
        made, lens = self.strapped(6.0)
        with refused(self, Refused, "weighs 6.00 kg, and “Camera as built” only 5.40 kg"):
            count_in(made, self.setup_id, lens)

    def test_the_rest_would_balance_outside_itself(self) -> None:
        """A heavy part that stands too far ahead: it is not where it was weighed."""
        made, lens = self.strapped(5.0, 0.25)
        with refused(self, Refused, "would balance outside itself"):
            count_in(made, self.setup_id, lens)

    def test_only_what_is_on_a_lump(self) -> None:
        """Not a lump itself, and not what hangs on nothing."""
        for placement in (CAMERA, "support"):
            with refused(self, Refused, "Strap it"):
                count_in(self.lumps.document, self.setup_id, placement)
        self.assertEqual(self.lumps.document.parts_by_id["camera-as-built"].kind, LUMP)
