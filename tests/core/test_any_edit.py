"""Whatever an edit gives back can be saved, opened, and is equal; whatever it refuses changes nothing."""

import random
import unittest

from equilix.analysis import analyse
from equilix.carry import WAYS
from equilix.demo import lighthouse
from equilix.edits import carrying, kit, powering
from equilix.errors import Refused
from equilix.store.parsing import parse
from equilix.store.saving import checked_bytes
from equilix.store.writing import to_bytes
from tests.core.random_edits import MAKERS, MODULES, edits_of, random_edit
from tests.told import refused, told


class AnyEdit(unittest.TestCase):
    """Random edits on the demo, one after the other."""

    def test_every_edit_is_tried(self) -> None:
        """The table of random edits names every edit there is."""
        self.assertEqual({name for module in MODULES for name in edits_of(module)}, set(MAKERS))

    def test_saved_opened_equal(self) -> None:
        """400 random edits: done or refused in words; what is done can be analysed, saved and opened again."""
        rng = random.Random(11)
        document, done, refused = lighthouse(), set(), set()
        for number in range(400):
            name, edit = random_edit(rng, document)
            with self.subTest(number=number, edit=name):
                try:
                    new = edit(document)
                except Refused as error:
                    refused.add(name)
                    self.assertGreater(len(told(error.said)), 20)
                    continue
                done.add(name)
                self.assertEqual(parse(checked_bytes(new)), new)
                for setup in new.setups:
                    if setup not in document.setups:
                        analyse(new, setup)
                document = new
        self.assertGreater(len(done), 25)
        self.assertGreater(len(refused), 20)

    def test_a_cable_goes_from_what_is_there(self) -> None:
        """An end that is no placement is refused, as in a file."""
        with refused(self, Refused, "goes to “nowhere”, which is not there"):
            powering.change_cable(lighthouse(), "evening", "power-monitor-5", start="nowhere")

    def test_what_bears_a_rig_stays_in_the_kit(self) -> None:
        """Harness, arm and tripod cannot be taken out while a setup is borne by them, nor lose what makes them bear."""
        document = lighthouse()
        borne = [setup for setup in document.setups if setup.borne_by is not None]
        self.assertGreaterEqual(len(borne), 3)
        for setup in borne:
            with self.subTest(setup.name):
                with refused(self, Refused, f"is used in “{setup.name}”.*Carry it another way"):
                    kit.remove_part(document, setup.borne_by or "")
                with refused(self, Refused, "is not an arm, harness or tripod"):
                    kit.change_part(document, setup.borne_by or "", carrier=None)
        freed = carrying.choose_way(document, borne[0].id, "shoulder")
        freed = kit.remove_part(freed, borne[0].borne_by or "")
        self.assertEqual(parse(to_bytes(freed)), freed)
        with refused(self, Refused, "no part"):
            kit.remove_part(document, "nothing")

    def test_ids_stay(self) -> None:
        """What setups and cables know a thing by is no field to change; the same id again changes nothing."""
        document = lighthouse()
        for change in (
            lambda: kit.change_part(document, "zoom-28-80", id="prime-35"),
            lambda: kit.change_operator(document, "tall", id="slight"),
            lambda: powering.change_cable(document, "causeway", "power-body", id="power-monitor-7"),
        ):
            with refused(self, Refused, "cannot be changed"):
                change()
        self.assertEqual(kit.change_part(document, "zoom-28-80", id="zoom-28-80"), document)

    def test_no_way_of_carrying_no_bearers(self) -> None:
        """A word that is no way of carrying has nothing that bears it."""
        self.assertEqual(carrying.bearers(lighthouse(), "on wings"), [])
        self.assertTrue(all(isinstance(carrying.bearers(lighthouse(), way), list) for way in WAYS))


if __name__ == "__main__":
    unittest.main()
