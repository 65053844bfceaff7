"""What differs between two documents, in words."""

import unittest

from equilix.body.operators import Operator
from equilix.demo import lighthouse
from equilix.edits import carrying, kit, powering, rigging
from equilix.edits.ratings import rate
from equilix.facts import fact
from equilix.kit.parts import Part
from equilix.rig.setups import Placement, Setup
from equilix.store.differences import differences
from tests.core.random_edits import random_edit
from tests.told import told

ROOM = "lamp-room"


class Differences(unittest.TestCase):
    """One line for each thing."""

    def test_none(self) -> None:
        """Equal documents have none."""
        self.assertEqual(differences(lighthouse(), lighthouse()), ())

    def test_each_kind_of_change(self) -> None:
        """Masses with their unit, slides, mounts, names, rules, setups, operators, cables."""
        start = lighthouse()
        for edited, line in (
            (kit.change_part(start, "zoom-28-80", mass_kg=1.5), "“28–80 zoom”: mass 1.55 kg → 1.50 kg"),
            (rigging.slide(start, ROOM, "bridge", -0.05), "Setup “Lamp room”: “bridge plate”: slide 62 mm → −50 mm"),
            (rigging.remove(start, ROOM, "matte-box"), "Setup “Lamp room”: “matte box” is taken off"),
            (kit.rename_setup(start, ROOM, "Lamp"), "Setup “Lamp room”: name “Lamp room” → “Lamp”"),
            (carrying.pose(start, ROOM, "seated"), "Setup “Lamp room”: posture “standing” → “seated”"),
            (powering.set_rule(start, "screw_factor", 4.0), "Rule of thumb “screw_factor”: as usual → 4"),
            (kit.remove_setup(start, ROOM), "Setup “Lamp room” is gone"),
            (kit.add_setup(start, "Roof")[0], "Setup “Roof” is new"),
            (kit.choose_display(start, "us"), "Units: another"),
            (start.changed(name="Other"), "Name: “Lighthouse” → “Other”"),
            (kit.add_operator(start, ROOM, name="Third"), "“Third” is new among the operators"),
            (rate(start, "vest", {"carrier/most_kg": 9.5}), "“vest with spring arm”: what it bears"),
        ):
            with self.subTest(line):
                self.assertIn(line, [told(each) for each in differences(start, edited)])

    def test_every_field_has_a_word(self) -> None:
        """Of a part, a setup, what stands in it, an operator: whichever has changed can be said."""
        for model in (Part, Setup, Placement, Operator):
            for field in model.FIELDS:
                self.assertTrue(told(fact(f"field.{field}")), field)

    def test_a_picture_is_not_read_out(self) -> None:
        """Another picture of a part is said to be one; the letters that it is kept as are not."""
        start = kit.change_part(lighthouse(), "thumb-wheel", photo="A" * 4000)
        later = kit.change_part(start, "thumb-wheel", photo="B" * 4000)
        self.assertEqual([told(each) for each in differences(start, later)], ["“focus thumb wheel”: picture"])

    def test_any_difference_is_told(self) -> None:
        """Documents that are not equal have at least one line, whatever edit lies between them."""
        import contextlib
        import random

        from equilix.errors import Refused

        rng, document = random.Random(5), lighthouse()
        for _ in range(400):
            _, edit = random_edit(rng, document)
            with contextlib.suppress(Refused):
                new = edit(document)
                self.assertEqual(bool("".join(told(each) for each in differences(document, new))), new != document)
                document = new


if __name__ == "__main__":
    unittest.main()
