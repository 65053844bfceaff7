"""Two copies of a document put together."""

import io
import json
import random
import tempfile
import unittest
from contextlib import redirect_stderr, redirect_stdout
from pathlib import Path

from equilix.cli import run
from equilix.demo.lighthouse import lighthouse
from equilix.document import Document
from equilix.edits import kit, lenses, rigging, timing
from equilix.errors import Refused
from equilix.faults import document_faults
from equilix.store.conflicts import value_words, where_words
from equilix.store.merging import Merged, merged
from equilix.store.parsing import open_document
from equilix.store.saving import save
from tests.core import random_edits
from tests.told import refused, told

BASE = lighthouse()


def together(mine: Document, theirs: Document, **more: object) -> Merged:
    """Both put together, and sound."""
    found = merged(BASE, mine, theirs, **more)  # type: ignore[arg-type]
    assert not document_faults(found.document)
    return found


class Different(unittest.TestCase):
    """Changes to different things: none is lost, whichever side they come from."""

    def test_one_side_alone(self) -> None:
        """What only one has done is in the whole; nothing done by both is nothing."""
        changed = rigging.slide(kit.rename_setup(BASE, "stairs", "Stairs"), "evening", "tripod-plate", 0.0)
        self.assertEqual(together(changed, BASE), Merged(changed, ()))
        self.assertEqual(together(BASE, changed), Merged(changed, ()))
        self.assertEqual(together(changed, changed), Merged(changed, ()))

    def test_every_kind_of_thing(self) -> None:
        """A part, an operator, a setup, a placement, a lens's set, a rule, a time; new, changed, gone."""
        mine = kit.change_part(BASE, "boxy-body", mass_kg=2.5)
        mine = rigging.slide(mine, "lamp-room", "bridge", 0.0)
        mine = kit.add_setup(mine, "Pier", like="gallery")[0]
        mine = timing.set_minutes(mine, "screw", 2.0)
        mine = timing.log_conversion(mine, "stairs", "causeway", 9.0, 7.0)
        theirs = kit.change_part(BASE, "boxy-body", price=2700.0)
        theirs = rigging.slide(theirs, "lamp-room", "battery-plate", 0.02)
        theirs = kit.change_operator(theirs, "tall", note="Left-handed.")
        theirs = kit.remove_part(theirs, "brace")
        theirs = kit.add_part(theirs, "pole", "rods", 0.4, None)[0]
        theirs = lenses.change_lens_set(theirs, "prime-25")
        theirs = kit.remove_setup(theirs, "workshop")
        theirs = timing.log_conversion(theirs, "evening", "gallery", 6.0, 8.0)
        found = together(mine, theirs)
        self.assertEqual(found.conflicts, ())
        made = found.document
        body = made.parts_by_id["boxy-body"]
        self.assertEqual((body.mass_kg, body.price), (2.5, 2700.0))
        lamp = made.setups_by_id["lamp-room"].by_id
        self.assertEqual((lamp["bridge"].slide_m, lamp["battery-plate"].slide_m), (0.0, 0.02))
        self.assertEqual(made.operators_by_id["tall"].note, "Left-handed.")
        self.assertNotIn("brace", made.parts_by_id)
        self.assertIn("pole", made.parts_by_id)
        self.assertEqual(made.lens_sets_by_lens["prime-25"].parts, ())
        self.assertEqual({s.id for s in made.setups}, {s.id for s in BASE.setups} - {"workshop"} | {"pier"})
        self.assertEqual(made.rules, {"minutes_screw": 2.0})
        self.assertEqual(len(made.conversions), 2)

    def test_random_edits_to_different_setups(self) -> None:
        """One works on three setups and the other on the rest: both see all of their work again, and no conflict."""
        rng = random.Random(31)
        own = ("lamp-room", "stairs", "evening")
        for _ in range(12):
            sides = []
            for mine in (True, False):
                document = BASE
                for _ in range(25):
                    name, edit = random_edits.random_edit(rng, document)
                    try:
                        new = edit(document)
                    except Refused:
                        continue
                    touched = {s.id for s in (*document.setups, *new.setups)
                               if document.setups_by_id.get(s.id) != new.setups_by_id.get(s.id)}  # fmt: skip
                    only_setups = new.changed(setups=document.setups, current=document.current) == document
                    if (
                        only_setups
                        and touched
                        and all((key in own) == mine for key in touched)
                        and name != "remove_setup"
                    ):
                        document = new
                sides.append(document)
            found = together(*sides)
            self.assertEqual(found.conflicts, ())
            for key, setup in found.document.setups_by_id.items():
                if key in BASE.setups_by_id:
                    self.assertEqual(setup, sides[0 if key in own else 1].setups_by_id[key])

    def test_the_same_in_either_direction(self) -> None:
        """Without a conflict both put together the same, up to the order of what is new."""
        mine = kit.add_part(BASE, "pole", "rods", 0.4, None)[0]
        theirs = kit.add_part(BASE, "cloth", "block", 0.2, None)[0]
        one, other = together(mine, theirs).document, together(theirs, mine).document
        self.assertEqual(set(one.parts_by_id), set(other.parts_by_id))
        self.assertEqual({**one.parts_by_id}, {**other.parts_by_id})


class Conflicts(unittest.TestCase):
    """What both have changed, each in its own way."""

    def test_a_field(self) -> None:
        """Mine is taken, theirs where it is chosen; both are named with their figures."""
        mine = kit.change_part(BASE, "boxy-body", mass_kg=2.5)
        theirs = kit.change_part(BASE, "boxy-body", mass_kg=2.4, note="weighed")
        found = together(mine, theirs)
        (conflict,) = found.conflicts
        self.assertEqual((conflict.key, conflict.taken), ("parts/boxy-body/mass_kg", "mine"))
        self.assertEqual(found.document.parts_by_id["boxy-body"].mass_kg, 2.5)
        self.assertEqual(found.document.parts_by_id["boxy-body"].note, "weighed")
        self.assertEqual(told(where_words(conflict, (mine, theirs))), "“boxy cinema body”, mass")
        self.assertEqual(told(value_words(conflict, conflict.theirs)), "2.40 kg")
        chosen = together(mine, theirs, choices={conflict.key: "theirs"})
        self.assertEqual(chosen.document.parts_by_id["boxy-body"].mass_kg, 2.4)
        self.assertEqual(together(mine, theirs, usual="theirs").document, chosen.document)

    def test_a_slide(self) -> None:
        """Of one piece of one setup, in words and as a length."""
        mine = rigging.slide(BASE, "lamp-room", "bridge", 0.0)
        theirs = rigging.slide(BASE, "lamp-room", "bridge", 0.01)
        (conflict,) = together(mine, theirs).conflicts
        self.assertEqual(told(where_words(conflict, (mine,))), "“Lamp room”, “bridge plate”, slide")
        self.assertEqual(told(value_words(conflict, conflict.theirs)), "10 mm")

    def test_changed_and_taken_out(self) -> None:
        """One has changed what the other has taken out."""
        mine = kit.rename_setup(BASE, "workshop", "The workshop")
        theirs = kit.remove_setup(BASE, "workshop")
        (conflict,) = together(mine, theirs).conflicts
        self.assertEqual(told(value_words(conflict, conflict.theirs)), "taken out")
        self.assertEqual(told(where_words(conflict, (mine, theirs))), "“The workshop”")
        self.assertIn("workshop", together(mine, theirs).document.setups_by_id)
        self.assertNotIn("workshop", together(mine, theirs, usual="theirs").document.setups_by_id)

    def test_both_have_added_one(self) -> None:
        """Under one id, differently: one of them is taken."""
        mine = kit.add_part(BASE, "pole", "rods", 0.4, None)[0]
        theirs = kit.add_part(BASE, "pole", "rods", 0.5, None)[0]
        (conflict,) = together(mine, theirs).conflicts
        self.assertEqual((conflict.key, told(value_words(conflict, conflict.mine))), ("parts/pole", "new"))

    def test_a_part_that_is_used(self) -> None:
        """What one has taken out of the kit and the other has put on a rig stays in the kit."""
        mine = kit.remove_part(BASE, "brace")
        theirs = rigging.add(BASE, "gallery", "brace")[0]
        found = together(mine, theirs)
        self.assertIn("brace", found.document.parts_by_id)

    def test_what_does_not_go_together(self) -> None:
        """Both have put something on one mounting point: the whole setup is one side's, and that is asked."""
        mine = rigging.add(
            rigging.remove(BASE, "gallery", "battery"), "gallery", "battery-146", "body", "battery plate"
        )[0]
        theirs = rigging.remove(BASE, "gallery", "battery")
        theirs = rigging.add(theirs, "gallery", "battery-98", "body", "battery plate")[0]
        found = together(mine, theirs)
        self.assertIn(("setups", "gallery"), [each.path for each in found.conflicts])
        self.assertEqual(found.document.setups_by_id["gallery"], mine.setups_by_id["gallery"])
        other = together(mine, theirs, usual="theirs")
        self.assertEqual(other.document.setups_by_id["gallery"], theirs.setups_by_id["gallery"])

    def test_name_and_rules(self) -> None:
        """Of the whole document."""
        mine = timing.set_minutes(BASE.changed(name="One"), "screw", 2.0)
        theirs = timing.set_minutes(BASE.changed(name="Other"), "screw", 3.0)
        found = together(mine, theirs)
        self.assertEqual([told(where_words(each, (mine,))) for each in found.conflicts],
                         ["name of the document", "rule of thumb “minutes_screw”"])  # fmt: skip
        self.assertEqual([told(value_words(each, each.theirs)) for each in found.conflicts], ["“Other”", "3"])


class OnTheCommandLine(unittest.TestCase):
    """`equilix merge`."""

    def setUp(self) -> None:
        kept = tempfile.TemporaryDirectory()
        self.addCleanup(kept.cleanup)
        self.folder = Path(kept.name)
        copies = {
            "base": BASE, "mine": kit.change_part(BASE, "boxy-body", mass_kg=2.5),
            "theirs": kit.rename_setup(BASE, "stairs", "Stairs"),
            "other": kit.change_part(BASE, "boxy-body", mass_kg=2.4),
        }  # fmt: skip
        for name, document in copies.items():
            save(document, self.folder / f"{name}.equilix")

    def said(self, theirs: str, *arguments: str, out: str = "out") -> tuple[int, str, str]:
        """Exit code, output, complaints."""
        files = [str(self.folder / f"{name}.equilix") for name in ("base", "mine", theirs)]
        with redirect_stdout(io.StringIO()) as told_, redirect_stderr(io.StringIO()) as err:
            code = run(["merge", *files, "--out", str(self.folder / f"{out}.equilix"), *arguments])
        return code, told_.getvalue(), err.getvalue()

    def test_without_conflict(self) -> None:
        """Written; also in the place of one's own, as version control wants it, and in no other."""
        self.assertEqual(self.said("theirs")[0], 0)
        made = open_document(self.folder / "out.equilix")
        self.assertEqual((made.parts_by_id["boxy-body"].mass_kg, made.setups_by_id["stairs"].name), (2.5, "Stairs"))
        self.assertEqual(self.said("theirs", out="mine")[0], 0)
        code, _, err = self.said("theirs", out="base")
        self.assertEqual(code, 1)
        self.assertIn("is there already", err)

    def test_with_a_conflict(self) -> None:
        """Refused until it is decided, and nothing is written; by key, or for all."""
        code, text, err = self.said("other")
        self.assertEqual(code, 1)
        self.assertIn("“boxy cinema body”, mass: mine 2.50 kg, theirs 2.40 kg (parts/boxy-body/mass_kg)", text)
        self.assertIn("One thing has been changed by both", err)
        self.assertFalse((self.folder / "out.equilix").exists())
        self.assertEqual(self.said("other", "--take", "parts/boxy-body/mass_kg=theirs")[0], 0)
        self.assertEqual(open_document(self.folder / "out.equilix").parts_by_id["boxy-body"].mass_kg, 2.4)
        found = json.loads(self.said("other", "--prefer", "mine", "--json", out="second")[1])
        self.assertEqual((found["merge_version"], found["written"], len(found["conflicts"])), (1, True, 1))

    def test_what_is_not_understood(self) -> None:
        """A key that is none, a side that is none."""
        for given, said in (
            ("parts/x=mine", "“parts/x” is no conflict"),
            ("parts/x", "names no side"),
            ("a=ours", "names no side"),
        ):
            code, _, err = self.said("other", "--take", given)
            self.assertEqual(code, 1)
            self.assertIn(said, err)

    def test_unsound(self) -> None:
        """One has taken an operator out whom the other lets carry a new rig: that is said, and no more."""
        carried = kit.add_setup(BASE, "Pier", like="workshop")[0]
        without = BASE.changed(
            operators=tuple(each for each in BASE.operators if each.id != "slight"),
            setups=tuple(each.changed(operator="tall") for each in BASE.setups),
        )
        with refused(self, Refused, "Put together they do not hold.*operator “slight” is not there"):
            merged(BASE, carried, without)


if __name__ == "__main__":
    unittest.main()
