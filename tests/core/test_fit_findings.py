"""What is to be minded about the body: raised arms, reach, what the eyes do not like, each where it is."""

import unittest

from equilix.analysis import analyse
from equilix.demo import lighthouse
from equilix.edits import carrying
from equilix.fit.findings import findings
from equilix.fit.fit import Fit
from equilix.rig.setups import Pose
from tests.core.builders import scene
from tests.told import told

SCENES = [setup.id for setup in lighthouse().setups]


class Findings(unittest.TestCase):
    """What is wrong with how a rig is held and looked at, worst first."""

    def test_levels_places_and_words(self) -> None:
        """The lamp room: two raised arms at their handles, the screen; times as ISO 11226 has them (from memory)."""
        fit = Fit(scene("lamp-room"))
        found = findings(fit)
        self.assertEqual({each.level for each in found}, {"mind"})
        placed = {each.key: each.placement for each in found}
        self.assertEqual(placed["raised-left"], "left-handle")
        self.assertEqual(placed["raised-right"], "right-handle")
        self.assertEqual(len([key for key in placed if key.startswith("gaze-")]), len(fit.gaze.complaints))
        self.assertEqual({placed[key] for key in placed if key.startswith("gaze-")}, {"monitor-5"})
        for each in found[:2]:
            self.assertIn("ISO 11226", told(each.source))

    def test_out_of_reach_comes_first(self) -> None:
        """A handle two metres ahead: nobody reaches it, and no time is told for that arm."""
        made = lighthouse()
        setup = made.setups_by_id["lamp-room"]
        moved = tuple(
            p.changed(
                parent=None, point=None, by=None, slide_m=0.0, turn_rad=0.0, pose=Pose(position_m=(2.0, 0.3, 0.0))
            )
            if p.id == "left-handle" else p for p in setup.placements
        )  # fmt: skip
        found = findings(Fit(analyse(made, setup.changed(placements=moved))))
        self.assertEqual((found[0].key, found[0].level, found[0].placement), ("reach-left", "stop", "left-handle"))
        self.assertIn("left hand does not reach its grip", told(found[0].said))
        self.assertNotIn("raised-left", [each.key for each in found])

    def test_raised_too_high(self) -> None:
        """Overhead the upper arms are raised past 60°: not to be held at all (ISO 11226, from memory)."""
        made = carrying.hold_at(lighthouse(), "workshop", "overhead")
        fit = Fit(scene("workshop", made))
        high = [each for each in findings(fit) if each.key.startswith("raised-")]
        self.assertTrue(high)
        for each in high:
            limit = fit.raised_s[each.key.removeprefix("raised-")]
            self.assertEqual(each.level, "mind" if limit else "stop")
        self.assertIn("stop", {each.level for each in high})
        self.assertIn("too high to hold", told(high[0].said))

    def test_nothing_to_mind(self) -> None:
        """On the tripod nobody holds it, and the screen is where it should be or is said to be wrong."""
        found = findings(Fit(scene("evening")))
        self.assertTrue(all(each.key.startswith("gaze-") for each in found), [each.key for each in found])


if __name__ == "__main__":
    unittest.main()
