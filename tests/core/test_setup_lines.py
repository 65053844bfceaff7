"""Setups and cables out of tables: there and back without loss, tables of one's own, and rows that cannot be taken."""

import io
import json
import math
import random
import tempfile
import unittest
from contextlib import redirect_stdout
from pathlib import Path

from equilix.cli import run
from equilix.demo.lighthouse import lighthouse
from equilix.document import Document, empty
from equilix.edits import placing
from equilix.errors import Refused
from equilix.exchange.csv_out import as_csv, kit_rows
from equilix.exchange.exporting import exported
from equilix.exchange.lines import Told, read_lines, text_of
from equilix.exchange.setup_lines import Placed
from equilix.exchange.setup_rows import cable_rows, setup_rows
from equilix.exchange.tables import Unread
from equilix.exchange.taking import Settled, left_over, take_lines
from equilix.kit.mounts import MountPoint, Track
from equilix.kit.parts import Part
from equilix.kit.solids import Box
from equilix.rig.kinematics import assemble
from equilix.rig.setups import Setup
from equilix.store.parsing import open_document
from equilix.store.saving import save
from tests.core.random_edits import random_edit
from tests.told import told


def tables(document: Document) -> str:
    """All setups and their cables as text."""
    return as_csv(setup_rows(document, document.setups)) + "\n" + as_csv(cable_rows(document.setups))


def bare(document: Document) -> Document:
    """The kit alone."""
    return document.changed(setups=(), current=None, conversions=())


def taken(document: Document, text: str) -> tuple[Document, dict[int, Settled]]:
    """The document with what a text tells, and what each line became."""
    made, lines = take_lines(document, read_lines(text))
    return made, {line.number: line for line in lines}


def why(line: Settled) -> str:
    """Why a line cannot be taken."""
    assert isinstance(line, Unread), line
    return told(line.said)


class ThereAndBack(unittest.TestCase):
    """What is written is read again as it was."""

    def same(self, old: Document, new: Document) -> None:
        """All that a table tells of setups is alike, to the rounding of what is written."""
        self.assertEqual([each.name for each in new.setups], [each.name for each in old.setups])
        for one, other in zip(old.setups, new.setups, strict=True):
            self.assertEqual((one.carry, one.borne_by), (other.carry, other.borne_by), one.name)
            self.assertEqual([each.id for each in one.cables], [each.id for each in other.cables])
            for cable, again in zip(one.cables, other.cables, strict=True):
                figures = {"length_m": 1.0, "mass_kg": None}
                self.assertEqual(again.changed(**figures), cable.changed(**figures))
                self.assertAlmostEqual(again.length_m, cable.length_m, places=6)
                self.assertAlmostEqual(again.mass_kg or 0.0, cable.mass_kg or 0.0, places=6)
            self.assertEqual(set(one.by_id), set(other.by_id))
            before, after = (assemble(each, document.parts_by_id) for each, document in ((one, old), (other, new)))
            for key, placement in one.by_id.items():
                again = other.by_id[key]
                for field in ("part", "parent", "point", "pinned"):
                    self.assertEqual(getattr(placement, field), getattr(again, field), (one.name, key, field))
                apart = before.to_rig(key, (0.01, 0.02, 0.03)) - after.to_rig(key, (0.01, 0.02, 0.03))
                self.assertLess(float(abs(apart).max()), 2e-6, (one.name, key))

    def test_the_demo(self) -> None:
        """Seven setups and their cables into the bare kit: every placement is the same, to the last digit."""
        document = lighthouse()
        made, lines = taken(bare(document), tables(document))
        self.assertTrue(all(isinstance(line, Placed) and line.change == "new" for line in lines.values()))
        self.same(document, made)
        for one, other in zip(document.setups, made.setups, strict=True):
            self.assertEqual(one.by_id, other.by_id)
            self.assertEqual(one.cables, other.cables)

    def test_into_what_it_was_written_from(self) -> None:
        """Nothing changes: what stands in a table is what is there."""
        document = lighthouse()
        made, lines = taken(document, tables(document))
        self.assertEqual(made, document)
        self.assertEqual({line.change for line in lines.values() if isinstance(line, Placed)}, {"same"})
        self.assertEqual(left_over(tables(document), tuple(lines.values())).count("\n"), 2)

    def test_a_spreadsheet_with_all(self) -> None:
        """Kit, setups and cables on three sheets become a document out of nothing; into the demo it brings nothing."""
        document = lighthouse()
        with tempfile.TemporaryDirectory() as folder:
            path = Path(folder) / "all.ods"
            path.write_bytes(exported(document, path, document.setups[0]))
            text = text_of(path)
        made, lines = taken(empty(), text)
        self.assertFalse([line for line in lines.values() if isinstance(line, Unread)])
        self.assertEqual((len(made.parts), len(made.setups)), (len(document.parts), len(document.setups)))
        for one, other in zip(document.setups, made.setups, strict=True):
            self.assertEqual(len(one.cables), len(other.cables))
            masses = [
                assemble(each, own.parts_by_id).mass_properties().mass_kg
                for each, own in ((one, document), (other, made))
            ]
            self.assertAlmostEqual(masses[0], masses[1], places=6)
        again, lines = taken(document, text)
        self.assertEqual(again, document)
        self.assertTrue(all(line.there for line in lines.values() if isinstance(line, Told)))

    def test_whatever_was_done(self) -> None:
        """Rigs after 400 random edits."""
        rng, document, tried = random.Random(3), lighthouse(), 0
        for number in range(400):
            _, edit = random_edit(rng, document)
            try:
                document = edit(document)
            except Refused:
                continue
            names = {setup.name.casefold() for setup in document.setups}
            if number % 10 == 0 and len(names) == len(document.setups):
                full = document.changed(setups=tuple(each for each in document.setups if each.placements))
                plain = full.changed(setups=tuple(map(_as_told, full.setups)), current=None, conversions=())
                made, lines = taken(bare(plain), tables(plain))
                self.assertFalse([why(line) for line in lines.values() if isinstance(line, Unread)], number)
                self.same(plain, made)
                tried += 1
        self.assertGreater(tried, 10)


def _as_told(setup: Setup) -> Setup:
    """Without what no table tells: straps that slide."""
    return setup.changed(
        placements=tuple(
            each if each.track is None else each.changed(track=None, slide_m=0.0) for each in setup.placements
        )
    )


class OneOwn(unittest.TestCase):
    """Tables that a person writes."""

    def setUp(self) -> None:
        self.document = lighthouse()

    def row(self, head: str, *rows: str) -> tuple[Document, list[Settled]]:
        """A table into the demo."""
        made, lines = taken(self.document, "\n".join((head, *rows)))
        return made, list(lines.values())

    def test_parts_by_their_names(self) -> None:
        """What carries is named by its part; a point of its own that fits is found; ids are made."""
        body, monitor = self.document.parts_by_id["boxy-body"], self.document.parts_by_id["monitor-5"]
        made, lines = self.row(
            "setup;placement;part;on;point;way",
            f"Mine;;{body.name};;;handheld",
            f"Mine;eye;{monitor.name};{body.name};top;",
        )
        self.assertTrue(all(isinstance(line, Placed) for line in lines), lines)
        setup = made.setups_by_id["mine"]
        self.assertEqual((setup.carry, len(setup.placements)), ("handheld", 2))
        self.assertEqual((setup.by_id["eye"].parent, setup.by_id["eye"].point), (setup.placements[0].id, "top"))

    def test_figures_as_a_person_writes_them(self) -> None:
        """Inches over the column, a decimal comma, the mark as the scale reads; other cells stay as they were."""
        bridge = self.document.setups_by_id["lamp-room"].by_id["bridge"]
        made, _ = self.row("setup,placement,part,slide in", f"Lamp room,bridge,{self.name(bridge.part)},9")
        at = made.setups_by_id["lamp-room"].by_id["bridge"]
        self.assertAlmostEqual(at.slide_m, bridge.slide_m + 9 * 0.0254 - 0.232, places=6)
        self.assertEqual(at.changed(slide_m=bridge.slide_m), bridge)
        made, _ = self.row("setup;placement;part;slide mm", f"Lamp room;bridge;{self.name(bridge.part)};221,5")
        self.assertAlmostEqual(
            made.setups_by_id["lamp-room"].by_id["bridge"].slide_m, bridge.slide_m - 0.0105, places=6
        )

    def name(self, part_id: str) -> str:
        """The name of a part of the kit."""
        return self.document.parts_by_id[part_id].name

    def test_another_part_with_what_hangs_on_it(self) -> None:
        """The carrier becomes another part, and its load goes to a point that only that one has: taken at once."""
        screw = MountPoint(name="screw", kind="screw14", position_m=(0, 0, 0), direction=(0, 0, -1))
        up = screw.changed(direction=(0, 0, 1))
        box = (Box(size_m=(0.1, 0.1, 0.1)),)
        first, second = (
            Part(
                id=name,
                name=name,
                mass_kg=0.1,
                solids=box,
                offers=(up.changed(name=f"on {name}"),),
            )
            for name in ("one", "two")
        )
        load = Part(id="load", name="load", mass_kg=0.2, solids=box, hangs_by=(screw,))
        self.document = empty().changed(parts=(first, second, load))
        head = "setup;placement;part;on;point"
        self.document, _ = self.row(head, "A;load;load;base;on one", "A;base;one;;")
        self.assertEqual(self.document.setups[0].by_id["load"].point, "on one")
        made, lines = self.row(head, "A;load;load;base;on two", "A;base;two;;")
        self.assertEqual({line.change for line in lines if isinstance(line, Placed)}, {"changed"})
        self.assertEqual(made.setups[0].by_id["base"].part, "two")
        made, (alone,) = self.row(head, "A;base;two;;")
        self.assertRegex(why(alone), "has no mounting point “on one”")
        self.assertEqual(made, self.document)
        made, lines = self.row(head, "A;load;load;base;on two", "A;base;two;;", "A;base;one;;", "A;third;one;base;up")
        self.assertEqual(len([line for line in lines if isinstance(line, Unread)]), 4, lines)

    def test_strapped_and_free(self) -> None:
        """Coordinates strap to what is named, or put it down free; a way to slide a strap stays as it was."""
        head = "setup;placement;part;on;point;x mm;y mm;z mm;to the left deg;slide mm"
        monitor = self.name("monitor-5")
        made, _ = self.row(head, f"Boat landing;eye;{monitor};body;;10;-20,5;30;90;")
        eye = made.setups_by_id["boat-landing"].by_id["eye"]
        assert eye.pose is not None
        self.assertEqual((eye.parent, eye.point, eye.pose.position_m), ("body", None, (0.01, -0.0205, 0.03)))
        self.assertAlmostEqual(eye.pose.angles_rad[2], math.pi / 2, places=6)
        track = Track(axis=(1, 0, 0), from_m=-0.05, to_m=0.05)
        self.document = placing.strap_track(made, "boat-landing", "eye", track)
        made, (line,) = self.row(head, f"Boat landing;eye;{monitor};body;;10;-20.5;30;90;25")
        self.assertEqual(made.setups_by_id["boat-landing"].by_id["eye"].slide_m, 0.025, line)
        made, _ = self.row(head, f"Boat landing;eye;{monitor};;;0;0;400;;")
        self.assertEqual(made.setups_by_id["boat-landing"].by_id["eye"].parent, None)

    def test_cables(self) -> None:
        """Ends by the names of their parts; a mass of grams; what is left out stays."""
        old = self.document.setups_by_id["lamp-room"].cables[0]
        made, _ = self.row("setup;cable;from;to;mass g", f"Lamp room;{old.id};{self.name('battery-plate')};body;52")
        new = made.setups_by_id["lamp-room"].cables[0]
        self.assertEqual(new, old.changed(mass_kg=0.052))
        made, _ = self.row("setup;cable;name;from;to", "Lamp room;;long one;body;battery-plate")
        self.assertEqual(made.setups_by_id["lamp-room"].cables[-1].id, "long-one")
        for row, words in (
            ("Lamp room;c;x;body;nowhere;", "called “nowhere”"),
            ("Lamp room;c;x;body;;", "needs both its ends.*“from” and “to”"),
            ("Lamp room;c;x;body;monitor-5;2.5", "whole"),
            ("Lamp room;c;x;body;monitor-5;99", "32"),
        ):
            made, (line,) = self.row("setup;cable;name;from;to;gauge", row)
            self.assertRegex(why(line), words)
            self.assertEqual(made, self.document)
        _, lines = self.row("setup;cable;name;from;to", *["Lamp room;c;x;body;monitor-5"] * 2)
        self.assertRegex(why(lines[1]), "Two rows tell “c”")

    def test_what_is_wrong(self) -> None:
        """Each is left out with what was given, what is allowed and what to do; the others are taken."""
        head = "setup;placement;part;on;point;slide mm;turn deg;way;borne by;pinned;x mm"
        bridge = self.name("bridge")
        body = self.name("boxy-body")
        for row, words in (
            (f";a;{body}", "names no setup.*under “setup”"),
            ("Lamp room;a;no such thing", "No part of the kit is called “no such thing”"),
            (f"Lamp room;bridge;{bridge};nowhere;x", "Nothing in this setup is called “nowhere”"),
            (f"Lamp room;bridge;{bridge};;rails", "hangs on “rails”, and the row does not say of what"),
            (f"New;a;{bridge};b", "Nothing in this setup is called “b”"),
            (f"Lamp room;bridge;{bridge};;;9999", "runs"),
            (f"Lamp room;bridge;{bridge};;;1,234", "may be thousands"),
            (f"Lamp room;bridge;{bridge};;;12 kg", "12 kg"),
            (f"Lamp room;bridge;{bridge};;;;;by drone", "way of carrying.*shoulder"),
            (f"Lamp room;bridge;{bridge};;;;;;{body}", "is not an arm, harness or tripod of the kit"),
            (f"Lamp room;bridge;{bridge};;;;;;;perhaps", "neither yes nor no"),
            (f"Lamp room;new one;{body}", "is placed 2 times, and the kit has only one"),
        ):
            with self.subTest(row):
                made, (line,) = self.row(head, row)
                self.assertRegex(why(line), words)
                self.assertEqual(made, self.document)

    def test_left_out_as_a_whole(self) -> None:
        """Of a row whose way of carrying is not known nothing is taken, beside one that is taken."""
        head = "setup;placement;part;on;point;slide mm;way"
        slid = f"Lamp room;bridge;{self.name('bridge')};;;25;"
        made, (line,) = self.row(head, slid)
        self.assertEqual((line.change, made == self.document), ("changed", False))
        good = f"Lamp room;body;{self.name('boxy-body')};;;;"
        made, lines = self.row(head, good, f"{slid}by drone")
        self.assertEqual([isinstance(each, Unread) for each in lines], [False, True])
        self.assertRegex(why(lines[1]), "way of carrying")
        self.assertEqual(made, self.document)


class OnTheCommandLine(unittest.TestCase):
    """`equilix lines`."""

    def test_a_table_of_setups(self) -> None:
        """Into a document, as text and as JSON; what the kit has is said to be there."""
        document = lighthouse()
        with tempfile.TemporaryDirectory() as kept:
            folder = Path(kept)
            save(bare(document), folder / "kit.equilix")
            text = as_csv(kit_rows(document.parts[:1])) + "\n" + tables(document) + "Lamp room;c;x;body;gone\n"
            (folder / "setups.csv").write_text(text)
            with redirect_stdout(io.StringIO()) as out:
                code = run(["lines", str(folder / "setups.csv"), "--into", str(folder / "kit.equilix"), "--json",
                            "--save", str(folder / "new.equilix")])  # fmt: skip
            first, second, *_, last = json.loads(out.getvalue())["lines"]
            self.assertEqual((code, first["there"], second["setup"], second["change"]), (0, True, "Lamp room", "new"))
            self.assertIn("called “gone”", last["problem"])
            made = open_document(folder / "new.equilix")
            self.assertEqual([each.by_id for each in made.setups], [each.by_id for each in document.setups])
            with redirect_stdout(io.StringIO()) as out:
                run(["lines", str(folder / "setups.csv"), "--into", str(folder / "new.equilix")])
            said = out.getvalue().splitlines()
            self.assertIn("is in the kit already", said[0])
            self.assertIn("as it is", said[1])


if __name__ == "__main__":
    unittest.main()
