"""The shelf and the rigs made of it: what stands there, how it is found, one's own beside it."""

import io
import json
import os
import re
import tempfile
import unittest
from contextlib import redirect_stderr, redirect_stdout
from pathlib import Path
from typing import Final
from unittest import mock

from equilix.analysis import analyse
from equilix.carry import WAYS
from equilix.cli import run
from equilix.demo import lighthouse
from equilix.document import empty
from equilix.edits import rigging
from equilix.edits.kit import add_part, add_setup
from equilix.errors import Refused
from equilix.exchange.lines import MOST_CLASS, MOST_LINES
from equilix.exchange.tables import SHELF_HEADS
from equilix.faults import setup_faults
from equilix.kit.catalogue import KINDS, LUMP, kind_of
from equilix.result import Result
from equilix.shelf.search import search
from equilix.shelf.shelf import own_file, put_on_own, read_shelf, shipped
from equilix.shelf.starters import meant_for, starter_document, starters, title, with_starter
from equilix.store.parsing import open_document
from equilix.words.telling import tell
from tests.told import refused, told

PLAUSIBLE_G: Final[dict[str, tuple[float, float]]] = {
    "body": (300, 9000), "stills-body": (200, 1500), "lens": (100, 8000), "adapter": (50, 700), "monitor": (100, 5000),
    "viewfinder": (150, 1200), "battery": (250, 7000), "small-battery": (50, 400), "inner-battery": (25, 200),
    "usb-pack": (100, 800), "matte-box": (150, 2500), "follow-focus": (60, 1200), "motor": (60, 400),
    "top-handle": (80, 600), "side-grip": (100, 500), "grip-arm": (150, 700), "shoulder-base": (400, 2500),
    "rods": (40, 900), "tripod": (1000, 14000), "vest-arm": (3000, 14000), "harness": (1500, 6000),
    "microphone": (40, 500), "transmitter": (50, 800), "gimbal-base": (400, 2500), "counterweight": (50, 2500),
}  # fmt: skip
"""From what to what parts of a kind weigh (common practice, no source)."""

POSTURES: Final[dict[str, tuple[str, bool]]] = {
    "small-cage": ("standing", True), "documentary-control-grip": ("walking", False),
    "seated-long-handles": ("seated", False), "gimbal-one-hand": ("walking", False), "gimbal-bar": ("walking", False),
    "gimbal-ring": ("walking", False), "gimbal-on-sled": ("walking", False), "sled": ("walking", False),
    "low-by-handle": ("walking", False),
}  # fmt: skip
"""How the operator is placed, and whether a palm is under the lens, where it is not standing and with both hands."""


class OnTheShelf(unittest.TestCase):
    """The file that ships."""

    def test_many_in_every_kind(self) -> None:
        """At least 250 parts, one of every kind at least but of what is weighed as one; each has size and class."""
        items = shipped()
        self.assertGreaterEqual(len(items), 250)
        self.assertEqual({item.part.kind for item in items}, set(KINDS) - {LUMP})
        for item in items:
            self.assertEqual((item.part.mass_how, item.part.sized), ("estimated", True))
            self.assertTrue(1 <= item.price_class <= MOST_CLASS, item.part.name)
        names = [item.part.name.casefold() for item in items]
        self.assertEqual(len(set(names)), len(names))

    def test_what_they_weigh(self) -> None:
        """Within what parts of their kind weigh; no denser than steel (7,850 kg/m³, any handbook)."""
        for item in shipped():
            part = item.part
            low, high = PLAUSIBLE_G.get(part.kind, (5, 12_000))
            self.assertTrue(low <= 1000 * part.mass_kg <= high, part.name)
            body = part.body()
            density = part.mass_kg / float((body.high_m - body.low_m).prod())
            self.assertTrue(3.0 < density < 7850, f"{part.name}: {density:.0f} kg/m³")

    def test_energy_of_batteries(self) -> None:
        """Lithium cells store 100 to 265 Wh/kg (common practice, no source); with case and electronics less."""
        batteries = [item.part for item in shipped() if item.part.energy_wh > 0]
        self.assertGreaterEqual(len(batteries), 15)
        for part in batteries:
            self.assertTrue(70 < part.energy_wh / part.mass_kg < 265, part.name)

    def test_steel_and_aluminium_rods(self) -> None:
        """Solid steel rods of 15 mm weigh as their volume by 7,850 kg/m³; hollow ones less (from memory)."""
        steel = next(item.part for item in shipped() if item.part.name.startswith("15 mm steel rods"))
        self.assertLess(steel.mass_kg, 2 * 0.300 * 3.1416 / 4 * 0.015**2 * 7850 * 1.01)
        self.assertGreater(steel.mass_kg, 0.3)

    def test_what_draws_power(self) -> None:
        """Told watts are what it draws while it records; more at most than at rest."""
        for item in shipped():
            electric = item.part.electric
            if electric is not None and electric.draw.record:
                self.assertTrue(electric.draw.standby <= electric.draw.record <= electric.draw.full, item.part.name)
        found = {item.part.name: item.part for item in shipped()}
        camera = found["boxy body, full frame"].electric
        assert camera is not None
        self.assertAlmostEqual(camera.draw.record, 38.0)

    def test_only_generic_words(self) -> None:
        """Nothing that looks like the name of a model: no capitals but of units, no letters and figures in one."""
        for item in shipped():
            text = f"{item.part.name} {item.also}"
            for word in re.findall(r"[^\W\d_]*\d+[^\W\d_]+|[A-Z][^\W\d_]+", text):
                self.assertIn(word, ("Wh", "90", "2x", "10x", "5x", "s16", "s35", "7x"), f"{item.part.name}: {word}")


class Found(unittest.TestCase):
    """By any word for it."""

    def names(self, words: str) -> list[str]:
        """What is found."""
        return [item.part.name for item in search(words, shipped())]

    def test_trade_words(self) -> None:
        """A kind by what people call it; the first hit is of it."""
        for words, kind in (
            ("evf", "viewfinder"), ("dslr", "stills-body"), ("deadcat", "wind-cover"), ("sticks", "tripod"),
            ("power bank", "usb-pack"), ("French flag", "flag"), ("V-Mount batteries", "battery"),
            ("follow-focus", "follow-focus"), ("tc", "time-code-box"),
            ("shotgun mic", "microphone"), ("wireless video", "transmitter"), ("mattebox", "matte-box"),
            ("speedlight", ""), ("teleconverter", "adapter"), ("ssd", "drive"), ("baseplate", "rod-base"),
            ("dovetail plate", "receiver-plate"), ("brick", "battery"), ("eyecup", "loupe"), ("fiz", "motor"),
        ):  # fmt: skip
            found = search(words, shipped())
            self.assertEqual(found[0].part.kind if found else "", kind, words)

    def test_every_word_counts(self) -> None:
        """Figures with or without a blank before the unit; the beginning of a word is enough; several is one."""
        self.assertEqual(self.names("50mm cine"), self.names("50 mm cine"))
        self.assertIn("50 mm cine prime, super-35", self.names("50mm cine"))
        self.assertTrue(all("98 Wh" in name for name in self.names("wedge 98wh")))
        self.assertEqual(self.names("monit 7"), [name for name in self.names("monitors") if ", 7 inch" in name])
        self.assertEqual(self.names("thingamajig"), [])
        self.assertEqual(len(self.names("  ")), len(shipped()))

    def test_the_name_goes_first(self) -> None:
        """Who types lens wants one; a plate under "lens support" comes after what is called so."""
        names = self.names("battery")
        self.assertTrue(names[0].startswith(("wedge battery", "mirrorless body with battery", "side battery")))
        self.assertLess(names.index("wedge battery, 98 Wh"), len(names))

    def test_every_kind_by_every_word_for_it(self) -> None:
        """Whatever the list of trade words has for a kind finds a part of that kind."""
        from equilix.kit.trade_words import phrases

        for phrase, kind in phrases().items():
            if kind != LUMP:
                found = search(" ".join(phrase), shipped())
                self.assertIn(kind, {item.part.kind for item in found}, phrase)


class OneSOwn(unittest.TestCase):
    """The shelf of one's own, in the folder of what is remembered."""

    def setUp(self) -> None:
        kept = tempfile.TemporaryDirectory()
        self.addCleanup(kept.cleanup)
        self.folder = Path(kept.name)
        patch = mock.patch.dict(os.environ, {"EQUILIX_STATE": str(self.folder)})
        patch.start()
        self.addCleanup(patch.stop)

    def test_kept_and_found_again(self) -> None:
        """What is put there is read as it was, before what ships; once more is added below."""
        demo = lighthouse()
        lens, battery = demo.parts_by_id["zoom-24-70"], demo.parts_by_id["battery-98"]
        self.assertEqual(put_on_own([lens]), own_file())
        put_on_own([battery])
        shelf = read_shelf()
        self.assertEqual(shelf.wrong, ())
        first, second = (item.part for item in shelf.items[:2])
        self.assertEqual((first.name, first.kind, first.mass_kg), (lens.name, "lens", lens.mass_kg))
        self.assertAlmostEqual(first.focal_m or 0, 0.024, msg="its name says so")
        self.assertEqual((first.mass_how, second.mass_how), (lens.mass_how, battery.mass_how), "and as surely")
        self.assertEqual((second.name, second.energy_wh), (battery.name, battery.energy_wh))
        lines = own_file().read_text().splitlines()
        self.assertEqual(lines[0], ";".join(SHELF_HEADS))
        put_on_own([battery, battery.changed(id="again"), lens])
        self.assertEqual(own_file().read_text().splitlines(), lines, "what stands there is not put there twice")

    def test_wrong_lines_are_said_and_nothing_is_lost(self) -> None:
        """A line without a mass, a class that is none: named by their number; the others are there."""
        text = "name;mass g;class\nmic;120;2\nnothing;;1\nbig mic;200;9\nlast mic;300;\n"
        own_file().write_text(text)
        shelf = read_shelf()
        self.assertEqual([item.part.name for item in shelf.items[:2]], ["mic", "last mic"])
        self.assertEqual([each.number for each in shelf.wrong], [3, 4])
        self.assertIn("“9” is no price class", told(shelf.wrong[1].said))
        own_file().write_text(text.rstrip())
        put_on_own([lighthouse().parts[0]])
        self.assertTrue(own_file().read_text().startswith(text), "what cannot be read stays too")

    def test_a_file_that_cannot_be_read(self) -> None:
        """No text, too many lines, not there: said, and not written over."""
        own_file().write_bytes(b"\xff\xfe\x00")
        with refused(self, Refused, "no text"):
            read_shelf()
        with refused(self, Refused, "no text"):
            put_on_own([lighthouse().parts[0]])
        own_file().write_text("mic 120 g\n" * MOST_LINES)
        with refused(self, Refused, f"{MOST_LINES + 1} lines"):
            put_on_own([lighthouse().parts[0]])
        with refused(self, Refused, "cannot be read"):
            read_shelf(self.folder / "not-there.csv")
        own_file().write_text("setup;placement;part\nA;b;mic\n\nname;mass g\nmic;120\n")
        shelf = read_shelf()
        self.assertEqual(
            [told(each.said) for each in shelf.wrong], ["It tells a setup, and only parts are taken here."]
        )
        self.assertEqual(shelf.items[0].part.name, "mic")

    def test_on_the_command_line(self) -> None:
        """Searched, as JSON, into a document, added to; wrong lines are said there too."""
        added = self.folder / "list.txt"
        added.write_text("my own evf 410 g 180x70x80\nsomething\n")
        with redirect_stdout(io.StringIO()) as out:
            self.assertEqual(run(["shelf", "--add", str(added), "evf", "--json"]), 0)
        found = json.loads(out.getvalue())
        self.assertEqual(
            (found["shelf_version"], found["wrong"]),
            (1, ["something: No mass with a unit. Write it as “24–70 zoom 950 g 88×125”."]),
        )
        self.assertEqual(found["items"][0]["name"], "my own evf")
        file = self.folder / "kit.equilix"
        with redirect_stdout(io.StringIO()) as out:
            self.assertEqual(run(["shelf", "evf", "light", "--save", str(file)]), 0)
        self.assertIn("viewfinder, light", out.getvalue())
        self.assertEqual([part.name for part in open_document(file).parts], ["viewfinder, light"])
        own_file().write_text("name;mass g\nbad;\n")
        with redirect_stdout(io.StringIO()) as out:
            run(["shelf", "evf"])
        self.assertIn("▲ Line 2 of your shelf", out.getvalue())
        with redirect_stderr(io.StringIO()) as err:
            self.assertEqual(run(["shelf", "--file", str(self.folder / "no.csv")]), 1)
        self.assertIn("cannot be read", err.getvalue())


class Starters(unittest.TestCase):
    """The rigs to begin with."""

    def test_at_least_fifteen_for_every_way(self) -> None:
        """Each of parts of the shelf, without a fault, with words of its own, and within what its bearer bears."""
        self.assertGreaterEqual(len(starters()), 15)
        self.assertEqual({told["carry"] for told in starters().values()}, set(WAYS))
        for key in starters():
            with self.subTest(key):
                document = starter_document(key)
                setup = document.setups[0]
                self.assertEqual(list(setup_faults(setup, document.parts_by_id)), [])
                self.assertTrue(tell(title(key)))
                self.assertTrue(tell(meant_for(key)))
                self.assertTrue(all(part.mass_how == "estimated" for part in document.parts))
                bearer = document.parts_by_id[setup.borne_by].name if setup.borne_by else None
                self.assertEqual(bearer, starters()[key].get("borne_by"))
                self.assertEqual((setup.posture, setup.palm), POSTURES.get(key, ("standing", False)))
                over = [c for c in Result(analyse(document, setup)).checks if c.key == "rating" and c.level == "stop"]
                self.assertEqual([told(each.said) for each in over], [])

    def test_balanced_as_people_leave_them(self) -> None:
        """None falls; on shoulder, sled, harness with spring and tripod they rest."""
        for key, what in starters().items():
            document = starter_document(key)
            status = analyse(document, document.setups[0]).status
            self.assertIn(status, ("rests", "leans"), key)
            if what["carry"] in ("shoulder", "vest", "tripod", "harness"):
                self.assertEqual(status, "rests", key)

    def test_masses_are_those_of_the_trade(self) -> None:
        """A rig by hand weighs 1 to 6 kg, on the shoulder or a sled 5 to 12 (common practice, no source)."""
        ranges = {"handheld": (1, 6), "shoulder": (5, 12), "gimbal": (2, 7), "vest": (5, 12), "harness": (2, 8)}
        for key, what in starters().items():
            document = starter_document(key)
            low, high = ranges.get(what["carry"], (2, 14))
            self.assertTrue(low <= analyse(document, document.setups[0]).mass.mass_kg <= high, key)

    def test_a_cage_is_made_for_its_body(self) -> None:
        """Screen hinge and battery door open in it, and the battery comes out (common practice, no source)."""
        document = starter_document("small-cage")
        found = Result(analyse(document, document.setups[0])).checks
        rooms = [check for check in found if check.key in ("room", "out")]
        self.assertGreaterEqual(len(rooms), 3)
        self.assertEqual([told(check.said) for check in rooms if check.level != "fine"], [])

    def test_what_is_wired_has_power(self) -> None:
        """Where a cable is run it feeds what it leads to."""
        for key in starters():
            document = starter_document(key)
            setup = document.setups[0]
            feeds = {(f.source, f.device) for f in Result(analyse(document, setup)).network.feeds}
            for cable in setup.cables:
                self.assertIn((cable.start, cable.end), feeds, key)

    def test_into_a_document(self) -> None:
        """In the empty setup that is open; beside others under a name that is free; two of one part are two pieces."""
        document, _ = add_setup(empty(), "First")
        once = with_starter(document, "sled", "Sled")
        self.assertEqual([setup.name for setup in once.setups], ["First"])
        twice = with_starter(once, "sled", "Sled")
        self.assertEqual([setup.name for setup in twice.setups], ["First", "Sled"])
        self.assertEqual(len(twice.parts), 2 * len(once.parts))
        offset = starter_document("small-offset")
        self.assertEqual(next(p for p in offset.parts if kind_of(p).key == "rosette-extension").quantity, 2)
        with refused(self, Refused, "There is no starter rig “unicycle”"):
            starter_document("unicycle")

    def test_exchanged_for_ones_own(self) -> None:
        """A battery of one's own in its place: pose, mark and cable stay; what does not fit is said."""
        document = starter_document("long-pad-on-rods")
        setup = document.setups[0]
        document, mine = add_part(document, "my battery", "battery", 1.31, None, energy_wh=155.0)
        document, plate = add_part(document, "my plate", "battery-plate", 0.4, None)
        document, lens = add_part(document, "my lens", "lens", 1.1, None)
        made = rigging.exchange(document, setup.id, "battery", mine)
        made = rigging.exchange(made, setup.id, "battery-plate", plate)
        new = made.setups_by_id[setup.id]
        self.assertEqual(new.by_id["battery-plate"].slide_m, setup.by_id["battery-plate"].slide_m)
        self.assertEqual(new.by_id["battery"].parent, "battery-plate")
        self.assertEqual(len(new.cables), len(setup.cables))
        with self.assertRaises(Refused):
            rigging.exchange(document, setup.id, "pad", lens)

    def test_on_the_command_line(self) -> None:
        """Listed, as JSON, and written; one that there is not is refused and nothing is written."""
        with redirect_stdout(io.StringIO()) as out:
            self.assertEqual(run(["starters", "--json"]), 0)
        found = json.loads(out.getvalue())
        self.assertEqual([each["name"] for each in found["starters"]], list(starters()))
        with redirect_stdout(io.StringIO()) as out:
            run(["starters", "--units", "us"])
        self.assertIn("lb", out.getvalue())
        with tempfile.TemporaryDirectory() as folder:
            file = Path(folder) / "new.equilix"
            self.assertEqual(run(["new", "--starter", "sled", "--out", str(file)]), 0)
            self.assertEqual(open_document(file).setups[0].carry, "vest")
            self.assertEqual(open_document(file).name, "Sled")
            other = Path(folder) / "other.equilix"
            with redirect_stderr(io.StringIO()) as err:
                self.assertEqual(run(["new", "--starter", "unicycle", "--out", str(other)]), 1)
            self.assertIn("There is no starter rig", err.getvalue())
            self.assertFalse(other.exists())
            before = file.read_bytes()
            with redirect_stderr(io.StringIO()) as err:
                self.assertEqual(run(["new", "--starter", "low-by-handle", "--out", str(file)]), 1)
            self.assertIn("is there already", err.getvalue())
            self.assertEqual(file.read_bytes(), before)
            self.assertEqual(run(["new", "--out", str(other)]), 0)
            self.assertEqual(open_document(other).parts, ())
