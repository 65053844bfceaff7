"""The notebook as a table and back, to be read, and on the command line."""

import csv
import io
import json
import tempfile
import unittest
from contextlib import redirect_stderr, redirect_stdout
from pathlib import Path

from equilix.body.outings import Charged, Faulty, Felt, Outing
from equilix.cli import run
from equilix.demo import lighthouse
from equilix.edits.outings import keep_outings
from equilix.errors import Refused
from equilix.exchange.outings import HEADS, as_table, read_table
from equilix.exchange.typed_table import problem_words
from equilix.report.notebook import as_markdown
from equilix.store.parsing import open_document
from equilix.store.saving import save
from equilix.words.telling import tell
from tests.told import refused

DEMO = lighthouse()
BARE = DEMO.changed(outings=(), practised=())


class InAFolder(unittest.TestCase):
    """With a folder of its own."""

    def setUp(self) -> None:
        kept = tempfile.TemporaryDirectory()
        self.addCleanup(kept.cleanup)
        self.folder = Path(kept.name)

    def table(self, text: str) -> Path:
        """A file with this text."""
        path = self.folder / "outings.csv"
        path.write_text(text, "utf-8")
        return path


class ThereAndBack(InAFolder):
    """CSV."""

    def test_all_of_it(self) -> None:
        """What was written comes back equal but for its ids; once more it is there already."""
        awkward = Outing(
            id="x", day="2026-10-12", place="=cmd; \"quay\"", operator="slight", setup="-1+1", way="shoulder",
            takes=2, take_min=1 / 3, felt=(), note="two\nlines; and, more", photo="photos/one.jpg",
            faulty=(Faulty(part="bridge", name="bridge plate", how="slipped", seen_to=True),),
        )  # fmt: skip
        whole = keep_outings(DEMO, [awkward, awkward.changed(day="2026-10-13", felt=None)])
        told, unread = read_table(BARE, self.table(as_table(whole)))
        self.assertEqual(unread, ())
        self.assertEqual(len(told), len(whole.outings))
        for one, other in zip(sorted(told, key=lambda each: (each.day, each.setup)), sorted(
            whole.outings, key=lambda each: (each.day, each.setup)
        ), strict=True):  # fmt: skip
            same = other.changed(id=one.id, take_min=one.take_min, mass_kg=one.mass_kg)
            self.assertEqual(one, same)
            self.assertAlmostEqual(one.take_min, other.take_min, places=11)
        self.assertEqual(read_table(whole, self.table(as_table(whole))), ((), ()))

    def test_nearly_the_same(self) -> None:
        """What differs in anything at all is an outing of its own."""
        one = Outing(id="x", day="2026-10-12", takes=2, take_min=3.0)
        for fields in (
            {"rest_min": 5.0}, {"gave_out": "shoulder", "gave_out_side": "left"}, {"way": "vest"}, {"photo": "a.jpg"},
            {"faulty": (Faulty(part="bridge", name="bridge plate", how="slipped"),)}, {"felt": ()},
            {"batteries": (Charged(part="battery-98", name="98 Wh wedge battery", times=1.5),)},
        ):  # fmt: skip
            text = as_table(BARE.changed(outings=(one, one.changed(id="y", **fields))))
            here = BARE.changed(outings=(one,))
            with self.subTest(**fields):
                self.assertEqual(len(read_table(here, self.table(text))[0]), 1)

    def test_no_formula(self) -> None:
        """No cell begins as a formula does, whatever was written."""
        made = keep_outings(BARE, [Outing(id="x", day="2026-10-12", note="=1+1", place="@x", setup="+a")])
        for row in csv.reader(io.StringIO(as_table(made)), delimiter=";"):
            for cell in row:
                self.assertNotRegex(cell, r"^[=+@]")

    def test_holes(self) -> None:
        """Rows that cannot be read are told, each with its number; the others are taken. Commas do as well."""
        text = (
            "day,operator,takes,felt,trouble\n2026-10-12,Slight operator,2,right shoulder 4,\n\n,,,,\n"
            "soon,,,,\n2026-10-13,Nobody,,,\n2026-10-13,,two,,\n2026-10-13,,,left ear 3,\n2026-10-13,,,,bridge: odd\n"
            "2026-10-13,,0,,\n2026-10-13,,2.5,,\n2026-10-13,,inf,,\n2026-10-14\n"
        )
        told, unread = read_table(BARE, self.table(text))
        self.assertEqual([each.day for each in told], ["2026-10-12", "2026-10-14"])
        self.assertEqual(told[0].felt, (Felt(region="shoulder", side="right", score=4),))
        self.assertEqual([tell(each.row) for each in unread], [f"row {each}" for each in range(5, 13)])
        said = tell(problem_words(unread))
        for words in (
            "row 5: “soon” is no day",
            "no operator is called “Nobody”",
            "“two” is no number",
            "“left ear 3”",
        ):
            self.assertIn(words, said)
        self.assertIn("takes: it is not a whole number", tell(unread[-2].said))

    def test_no_table(self) -> None:
        """Without a day it is no table of outings; neither is an empty file or a picture."""
        for text in ("", "mass;name\n1;x\n", "\x00\x01"):
            with refused(self, Refused, "no table of outings"):
                read_table(BARE, self.table(text))


class ToBeRead(unittest.TestCase):
    """Markdown."""

    def test_nothing_is_markup(self) -> None:
        """An entry each; what somebody wrote is text and no markup; both kinds of units."""
        odd = Outing(id="x", day="2026-10-12", setup="<b>*Lamp*</b>", note="# no head\n| no table", mass_kg=4.5)
        text = as_markdown(DEMO, [odd, *DEMO.outings], "metric")
        self.assertEqual(text.count("\n## "), 1 + len(DEMO.outings))
        self.assertIn(r"## 12 October 2026, \<b\>\*Lamp\*\</b\>", text)
        self.assertIn(r"\# no head \| no table", text)
        self.assertIn("- **Felt:** Left shoulder 4, right shoulder 3", text)
        self.assertIn("lb", as_markdown(DEMO, [odd], "us"))

    def test_figures(self) -> None:
        """What a day took of a battery is told as it is counted, not rounded to a whole one; what is not known, not."""
        half = Outing(id="x", day="2026-10-12", batteries=(Charged(part="b", name="wedge battery", times=0.5),))
        text = as_markdown(DEMO, [half], "metric")
        self.assertIn("Wedge battery × 0.5", text)
        self.assertIn("**Carried:** How long is not told", text)


class OnTheCommandLine(InAFolder):
    """`equilix notebook`."""

    def setUp(self) -> None:
        super().setUp()
        self.file, self.out = self.folder / "demo.equilix", self.folder / "out.equilix"
        save(DEMO, self.file)

    def said(self, *arguments: str, code: int = 0) -> str:
        """What it prints, or complains of where it fails."""
        with redirect_stdout(io.StringIO()) as out, redirect_stderr(io.StringIO()) as err:
            self.assertEqual(run(["notebook", str(self.file), *arguments]), code, err.getvalue())
        return err.getvalue() if code else out.getvalue()

    def test_looked_up(self) -> None:
        """Outings, what they tell, what they remind of; in words and in JSON."""
        text = self.said()
        self.assertIn("5 October 2026; Boat landing; Old jetty; on a support harness; Slight operator", text)
        self.assertRegex(text, r"Tall operator holds the shoulder 1\.\d+ times as long as most people \(1\.\d+ to ")
        self.assertIn("short accessory arm worked loose 2 times", text)
        self.assertEqual(self.said("--search", "jetty spray").count("October 2026; "), 1)
        found = json.loads(self.said("--json", "--search", "jetty"))
        self.assertEqual((found["notebook_version"], len(found["outings"])), (1, 1))
        band = next(each for each in found["operators"] if each["id"] == "tall")["lasts"]["shoulder"]
        self.assertLess(band["low"], band["value"])
        self.assertTrue(any(each["about"] == "body" for each in found["reminders"]))

    def test_written_down(self) -> None:
        """With what the rig asks of the body, its marks and batteries; refused in words."""
        self.said(
            "--add", "lamp room", "--day", "2026-10-13", "--takes", "3", "--minutes", "4", "--rest", "2", "--felt",
            "left shoulder=4", "--felt", "neck=2", "--trouble", "bridge=loose", "--note", "late", "--gave-out",
            "left shoulder", "--save", str(self.out),
        )  # fmt: skip
        new = open_document(self.out).outings[-1]
        self.assertEqual((new.day, new.takes, new.setup, new.gave_out_side), ("2026-10-13", 3, "Lamp room", "left"))
        self.assertEqual((new.score_of(("neck", "")), new.faulty[0].how), (2, "loose"))
        self.assertTrue(new.bore and new.marks and new.batteries)
        for arguments, words in (
            (("--add", "lamp room", "--felt", "left ear=4"), "Write a region"),
            (("--add", "lamp room", "--felt", "neck=11"), "at most 10"),
            (("--add", "lamp room", "--day", "soon"), "“soon” is no day"),
            (("--add", "lamp room", "--minutes", "1", "--gave-out", "left ear"), "There are: left shoulder"),
            (("--add", "lamp room", "--gave-out", "left shoulder"), "after some minutes"),
            (("--add", "lamp room", "--trouble", "bridge=odd"), "there are: loose"),
            (("--seen-to", "bridge=loose"), "still open"),
            (("--correct", "nobody"), "no operator is called “nobody”"),
            (("--forget", "tall"), "has corrected nothing of Tall operator"),
        ):
            self.assertIn(words, self.said(*arguments, code=1))

    def test_corrected_and_handed_on(self) -> None:
        """The notebook is believed and forgotten; the document without it has nothing of either."""
        self.said("--correct", "Tall operator", "--seen-to", "arm-short=loose", "--save", str(self.out))
        made = open_document(self.out)
        tall = made.operators_by_id["tall"]
        self.assertGreater(tall.endurance, 1.0)
        self.assertIsNotNone(tall.stated)
        self.assertGreater(tall.strength.shoulder_nm or 0.0, 92.0)
        self.assertNotIn("Tighten it", self.said("--seen-to", "arm-short=loose"))
        bare = self.folder / "bare.equilix"
        self.file = self.out
        self.said("--without", "--save", str(bare))
        self.assertEqual(open_document(bare), BARE)

    def test_files(self) -> None:
        """A table and a text are written once, and the table is taken over into another document."""
        table, text = self.folder / "a.csv", self.folder / "a.md"
        self.said("--csv", str(table), "--markdown", str(text))
        self.assertTrue(table.read_text("utf-8").startswith(";".join(HEADS[:3])))
        self.assertIn("# Notebook", text.read_text("utf-8"))
        self.assertIn("is there", self.said("--csv", str(table), code=1))
        save(BARE, self.out)
        self.file = self.out
        taken = self.folder / "taken.equilix"
        self.assertIn("7 outings taken over", self.said("--import", str(table), "--save", str(taken)))
        self.assertEqual(len(open_document(taken).outings), 7)
        table.write_text("day\nsoon\n", "utf-8")
        self.assertIn("row 2: “soon” is no day", self.said("--import", str(table), code=1))
