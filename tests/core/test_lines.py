"""Parts told in text: one in a line, or a table out of a spreadsheet; what is wrong with a line is said."""

import random
import unittest

from equilix.demo import lighthouse
from equilix.document import MOST_PARTS, empty
from equilix.edits.taking import not_in_the_kit, take_parts
from equilix.errors import Refused
from equilix.exchange.lines import LONGEST, MOST_LINES, Told, read_lines
from equilix.exchange.tables import Unread
from equilix.exchange.taking import left_over, take_lines
from equilix.kit.catalogue import KINDS, kind_of
from equilix.kit.parts import Part
from equilix.kit.trade_words import kind_by_words, phrases
from equilix.units import KG_PER_LB, M_PER_IN
from tests.told import refused, told

TABLE = """My kit of the summer

Name\tCategory\tMass (g)\tLength [mm]\tWidth\tHeight\tQty\tValue
Long one\tlens\t950\t125\t88\t88\t1\t1200
Grips
left one\t\t210,5\t\t40\t\t2\t
big one\tbattery\t1,250
bad one\tbattery\tx
"""


class OneLine(unittest.TestCase):
    """What a line tells."""

    def part(self, text: str) -> Part:
        """The part of a line."""
        (line,) = read_lines(text)
        assert isinstance(line, Told), told(line.said) if isinstance(line, Unread) else ""
        return line.part

    def said(self, text: str) -> str:
        """Why a line tells none."""
        (line,) = read_lines(text)
        assert isinstance(line, Unread), line
        return told(line.said)

    def size_mm(self, text: str) -> tuple[int, ...]:
        """Length, width, height of the part of a line."""
        body = self.part(text).body()
        return tuple(round(1000 * float(each)) for each in body.high_m - body.low_m)

    def test_the_example(self) -> None:
        """A zoom of 950 g, 88 mm across and 125 mm long, whose shorter end is 24 mm."""
        part = self.part("24–70 zoom 950 g 88×125")
        self.assertEqual((part.name, part.kind, part.mass_kg, part.focal_m), ("24–70 zoom", "lens", 0.95, 0.024))
        self.assertEqual((part.quantity, part.mass_how, part.sized), (1, "data sheet", True))
        self.assertEqual(self.size_mm("24–70 zoom 950 g 88×125"), (125, 88, 88))

    def test_in_any_order(self) -> None:
        """Mass first or last, with commas, signs of diameter, times as a letter or a star, inches, pieces, a price."""
        for text, name, kind, mass_kg, size in (
            ("35 mm prime, 0.78 kg, Ø82x95 mm", "35 mm prime", "lens", 0.78, (95, 82, 82)),
            ("0,78 kg 82*95 35 mm prime", "35 mm prime", "lens", 0.78, (95, 82, 82)),
            ("sled disc 300 g 7 x 1.2 cm", "sled disc", "sled-disc", 0.3, (70, 70, 12)),
            ("matte box 640g 110 x 160 x 130", "matte box", "matte-box", 0.64, (110, 160, 130)),
            ("cheese plate 90 g 100x60", "cheese plate", "cheese-plate", 0.09, (100, 60, 8)),
            ("long body 2 lb 10 oz 5×4×3 in", "long body", "body", 42 * KG_PER_LB / 16, (127, 102, 76)),
            ("4x5.65 ND filter 120 g", "4x5.65 ND filter", "filter", 0.12, (10, 110, 110)),
        ):
            with self.subTest(text):
                part = self.part(text)
                self.assertEqual((part.name, part.kind), (name, kind))
                self.assertAlmostEqual(part.mass_kg, mass_kg, places=8)
                self.assertEqual(self.size_mm(text), size)
        self.assertAlmostEqual(5 * M_PER_IN, 0.127)

    def test_what_else_is_known(self) -> None:
        """Pieces before or after, energy, a price; without a size it is the usual one, and marked so."""
        part = self.part("2 x wedge battery 98 Wh 790 g €310")
        self.assertEqual((part.name, part.quantity, part.energy_wh, part.price), ("wedge battery", 2, 98.0, 310.0))
        self.assertFalse(part.sized)
        self.assertEqual(self.size_mm("wedge battery 790 g"), tuple(round(1000 * a) for a in KINDS["battery"].size_m))
        self.assertEqual(self.part("wooden grip 210 g x2").quantity, 2)
        for text, name, count in (
            ("2x lens extender 300 g", "2x lens extender", 1), ("1.4x extender 250 g", "1.4x extender", 1),
            ("2 x lens extender 300 g", "lens extender", 2), ("2x monitor 380 g", "monitor", 2),
        ):  # fmt: skip
            self.assertEqual((self.part(text).name, self.part(text).quantity), (name, count))
        self.assertEqual(self.part("3 pcs counterweight 500 g").quantity, 3)
        self.assertEqual(read_lines("mic 120 g", "weighed")[0].part.mass_how, "weighed")  # type: ignore[union-attr]

    def test_no_word_tells_its_kind(self) -> None:
        """It is another part; that nothing tells its kind is known."""
        (line,) = read_lines("thingamajig 210 g")
        assert isinstance(line, Told)
        self.assertEqual((line.part.kind, line.known), ("block", False))

    def test_what_cannot_be_read(self) -> None:
        """No mass, two, no unit, a comma that may be either, two sizes, no name, a mass of nothing, too long."""
        for text, words in (
            ("something", "No mass with a unit"), ("tripod plate 300 g 4.5 kg", "Two masses"),
            ("monitor 380", "No mass with a unit"),
            ("mic 1,250 g", "“1,250” may be thousands or a decimal. Write 1250 or 1.25."),
            ("cage 88×125 20×30 100 g", "Two sizes"), ("  500 g", "No name"), ("cheese plate 0 g", "at least"),
            ("case 90000 kg", "at most"), ("a" * (LONGEST + 1), "longer than 300"),
        ):  # fmt: skip
            with self.subTest(text[:40]):
                self.assertIn(words, self.said(text))
        self.assertEqual(self.part("mic 0,125 kg").mass_kg, 0.125)
        for text in ("mic 1.250 g", "mic 120 g €3,200", "mic 120 g 3.200 EUR", "cage 200 g 1,200 × 90 mm"):
            self.assertIn("may be thousands or a decimal", self.said(text))
        self.assertEqual(self.size_mm("cage 200 g 101.600 × 88.900 × 50.800 mm"), (102, 89, 51))
        self.assertEqual(self.part("long body 1,250 kg").mass_kg, 1.25, "no camera weighs a tonne")
        self.assertIsNone(self.part("15 mm rods 210 g").focal_m)

    def test_nothing_makes_it_fall(self) -> None:
        """Any letters, figures and signs: a part or a reason, for every line."""
        random_ = random.Random(4)
        pieces = [
            "24–70",
            "×",
            "x",
            "950",
            "g",
            "kg",
            ",",
            "\t",
            ";",
            "Ø",
            "mm",
            "€",
            "lb",
            "zoom",
            '"',
            "1,000",
            "/",
            "0",
        ]
        for _ in range(400):
            text = "".join(random_.choice(pieces) + random_.choice(("", " ")) for _ in range(random_.randrange(1, 14)))
            for line in read_lines(text):
                self.assertTrue(line.part.name if isinstance(line, Told) else told(line.said))


class Tables(unittest.TestCase):
    """Out of a spreadsheet."""

    def test_with_heads(self) -> None:
        """Units over columns, decimal commas, merged cells, a title: each row is a part, or says why not."""
        lines = {line.number: line for line in read_lines(TABLE)}
        self.assertEqual(sorted(lines), [1, 4, 5, 6, 7, 8])
        first, left = lines[4], lines[6]
        assert isinstance(first, Told)
        assert isinstance(left, Told)
        self.assertEqual((first.part.kind, first.part.mass_kg, first.part.price), ("lens", 0.95, 1200.0))
        self.assertEqual((left.part.mass_kg, left.part.quantity, left.part.kind), (0.2105, 2, "side-grip"))
        self.assertAlmostEqual(float(left.part.body().high_m[1] - left.part.body().low_m[1]), 0.04)
        for number, words in ((1, "over the heads"), (5, "Only one cell"), (7, "may be thousands"), (8, "“x”")):
            line = lines[number]
            assert isinstance(line, Unread)
            self.assertIn(words, told(line.said))

    def test_parted_otherwise(self) -> None:
        """By semicolons or commas, with quotes; the unit in the head or in the cell; the size in one cell."""
        for text, masses in (
            ("item;weight in kg;size;wh\nbattery 98;0,79;55×100×120;98\nlens;0,95;88×125 mm;", (0.79, 0.95)),
            ('name,mass\nmic,120 g\n"mic, long","0,2 kg"', (0.12, 0.2)),
            ("part;mass g;description;energy in Wh\nmic;120;long and thin;3", (0.12,)),
            ("Part\tMass/oz\tDia\tLength (in)\nlens\t32\t3 in\t5", (2 * KG_PER_LB,)),
        ):
            lines = read_lines(text)
            with self.subTest(text[:20]):
                self.assertEqual(len(lines), len(masses))
                for line, mass_kg in zip(lines, masses, strict=True):
                    assert isinstance(line, Told), told(line.said) if isinstance(line, Unread) else ""
                    self.assertAlmostEqual(line.part.mass_kg, mass_kg, places=8)
                    self.assertNotEqual(line.part.name, "long and thin", "the first of two columns for a name is it")
        body = line.part.body()
        for long, wanted in zip(body.high_m - body.low_m, (5.0, 3.0, 3.0), strict=True):
            self.assertAlmostEqual(float(long) / M_PER_IN, wanted, places=6)

    def test_each_edge_with_a_unit_of_its_own(self) -> None:
        """In one cell as in a line: an edge without one is in that of the last edge, or of the column."""
        for text in ("some thing 120 g 10 cm x 40 mm", "part;mass g;size\nsome thing;120;10 cm x 40 mm"):
            (line,) = read_lines(text)
            assert isinstance(line, Told)
            sizes = line.part.body().high_m - line.part.body().low_m
            self.assertEqual([round(float(each), 6) for each in sizes[:2]], [0.1, 0.04])

    def test_what_a_cell_may_not_be(self) -> None:
        """A mass without a unit, half a piece, a size that is none."""
        for text, words in (
            ("name;mass\nmic;120", "“120” has no unit"),
            ("name;mass g;qty\nmic;120;1.5", "“1.5” is no number of pieces"),
            ("name;mass g;size\nmic;120;big", "“big” is no size"), ("name;mass g;qty\nmic;;2", "No mass"),
        ):  # fmt: skip
            (line,) = read_lines(text)
            assert isinstance(line, Unread)
            self.assertIn(words, told(line.said))

    def test_a_number_of_the_row_is_no_number_of_pieces(self) -> None:
        """“No.” counts the rows of a list."""
        for head in ("No.", "Number", "no"):
            for line in read_lines(f"{head};part;mass g\n1;mic;120\n2;mic arm;90"):
                assert isinstance(line, Told)
                self.assertEqual(line.part.quantity, 1)

    def test_a_title_is_no_heading(self) -> None:
        """What stands over the heads says nothing of the kind of what no word tells; what stands between rows does."""
        title, *rows = read_lines("My camera kit\npart;mass g\nblue thing;120\nLenses;\nthe long one;900")
        assert isinstance(title, Unread)
        first, _, last = rows
        assert isinstance(first, Told)
        assert isinstance(last, Told)
        self.assertEqual((first.part.kind, first.known), ("block", False))
        self.assertEqual((last.part.kind, last.known), ("lens", True))


class IntoTheKit(unittest.TestCase):
    """Taken as one."""

    def test_all_that_could_be_read(self) -> None:
        """Two of a name get ids of their own; the rest of the text is what could not be read."""
        text = "mic 120 g\nsomething\n\nmic 130 g"
        lines = read_lines(text)
        made, lines = take_lines(empty(), lines)
        self.assertEqual(list(made.parts_by_id), ["mic", "mic-2"])
        self.assertEqual([part.mass_kg for part in made.parts], [0.12, 0.13])
        self.assertEqual(left_over(text, lines), "something\n")
        self.assertEqual(len(take_lines(lighthouse(), lines)[0].parts), len(lighthouse().parts) + 2)

    def test_too_many(self) -> None:
        """More lines than can be read at once; more parts than a kit holds."""
        with refused(self, Refused, f"{MOST_LINES + 1} lines are more"):
            read_lines("mic 120 g\n" * (MOST_LINES + 1))
        full = empty()
        (line,) = read_lines("mic 120 g")
        assert isinstance(line, Told)
        full = full.changed(parts=tuple(line.part.changed(id=f"mic-{k}") for k in range(MOST_PARTS)))
        with refused(self, Refused, "take some out first"):
            take_lines(full, (line,))


class FromAnotherDocument(unittest.TestCase):
    """The kit of last year's job."""

    def test_what_this_one_does_not_have(self) -> None:
        """The same under another id is the same; one that weighs otherwise is another one."""
        this, last = lighthouse(), lighthouse()
        self.assertEqual(not_in_the_kit(this, last), ())
        mic = last.parts[0].changed(mass_kg=9.0)
        other = last.parts[1].changed(id="called-otherwise")
        last = last.changed(parts=(mic, other, *last.parts[2:]), setups=())
        self.assertEqual(not_in_the_kit(this, last), (mic,))
        made, ids = take_parts(this, (mic,))
        self.assertEqual(ids, [f"{mic.id}-2"])
        self.assertEqual(made.parts[-1], mic.changed(id=ids[0]))

    def test_what_comes_along_is_its_own(self) -> None:
        """A part that brings another brings the one that came with it, whose id was taken here."""
        (first, second) = (line.part for line in read_lines("mic 120 g\nclip 30 g") if isinstance(line, Told))
        last = (first.changed(brings=("clip",)), second)
        here = take_parts(empty(), (second.changed(mass_kg=0.05),))[0]
        made, ids = take_parts(here, last)
        self.assertEqual((ids, made.parts_by_id["mic"].brings), (["mic", "clip-2"], ("clip-2",)))


class TradeWords(unittest.TestCase):
    """What people call things."""

    def test_every_kind_by_its_own_name(self) -> None:
        """And each has words in the list."""
        self.assertEqual(set(phrases().values()), set(KINDS))
        for key, kind in KINDS.items():
            self.assertEqual(kind_by_words(told(kind.label)), key, told(kind.label))

    def test_the_demo_by_its_names(self) -> None:
        """Nine of ten parts of the demo are known by their names alone."""
        parts = lighthouse().parts
        right = sum(kind_by_words(part.name) == kind_of(part).key for part in parts)
        self.assertGreater(right / len(parts), 0.9)

    def test_longest_and_last(self) -> None:
        """A battery plate is no battery, rods are no rod, several are known by one."""
        for name, kind in (
            ("battery plate", "battery-plate"), ("batteries", "battery"), ("15 mm rods", "rods"),
            ("a rod", "single-rod"), ("camera bag", "bag"), ("Wooden Grips", "side-grip"),
            ("V-mount battery", "battery"),
        ):  # fmt: skip
            self.assertEqual(kind_by_words(name), kind, name)
        self.assertIsNone(kind_by_words("thingamajig"))


if __name__ == "__main__":
    unittest.main()
