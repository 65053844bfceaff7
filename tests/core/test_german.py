"""The second language, as proof that every text can be another one: complete, whole, understood where it is typed."""

import importlib.util
import string
import unittest
from pathlib import Path

from equilix.analysis import analyse
from equilix.carry import WAYS
from equilix.day.line import line_of, read_item
from equilix.day.log_line import event_line, read_event
from equilix.day.tongues import line_in, log_line_in
from equilix.demo import lighthouse
from equilix.errors import Refused
from equilix.facts import fact, length, number, percent
from equilix.guide.observing import read_seen
from equilix.words.language import ENGLISH, Language, language, speak
from equilix.words.telling import tell

DEMO = lighthouse()
GERMAN = language("de")
TOOL = Path(__file__).parents[2] / "tools" / "words.py"


def tool() -> object:
    """The program that makes the catalogues."""
    spec = importlib.util.spec_from_file_location("words_tool", TOOL)
    assert spec is not None and spec.loader is not None
    made = importlib.util.module_from_spec(spec)
    spec.loader.exec_module(made)
    return made


def places(text: str) -> set[str]:
    """The values that a wording has places for."""
    return {name for _, name, _, _ in string.Formatter().parse(text) if name}


class Spoken(unittest.TestCase):
    """Tests in which German is spoken go back to English."""

    def setUp(self) -> None:
        self.addCleanup(speak, ENGLISH)


class Catalogue(unittest.TestCase):
    """The file of the language."""

    tool: object

    @classmethod
    def setUpClass(cls) -> None:
        cls.tool = tool()

    def setUp(self) -> None:
        self.file = self.tool.languages()["de"]  # type: ignore[attr-defined]
        self.catalog = self.tool.brought_up_to_date(self.file, "de")  # type: ignore[attr-defined]

    def test_complete_and_fresh(self) -> None:
        """Every text of the program is in it, the file is as the tool writes it, and so is what is read of it."""
        self.assertEqual(self.tool.lacking(self.catalog), [])  # type: ignore[attr-defined]
        self.assertEqual(self.file.read_text("utf-8"), self.tool.as_text(self.catalog))  # type: ignore[attr-defined]
        compiled = self.file.with_suffix(".mo").read_bytes()
        self.assertEqual(compiled, self.tool.compiled(self.catalog))  # type: ignore[attr-defined]
        self.assertEqual(self.tool.TEMPLATE.read_text("utf-8"), self.tool.template())  # type: ignore[attr-defined]

    def test_same_places(self) -> None:
        """No wording lacks a value, or has one that is not given; blanks and signs at its ends are the same."""
        for message in self.catalog:
            if not message.id:
                continue
            many = message.id[1] if isinstance(message.id, tuple) else message.id
            told = message.string if isinstance(message.string, tuple) else (message.string,)
            with self.subTest(many):
                self.assertEqual(places(told[-1]), places(many))
                self.assertLessEqual(places(told[0]), places(many))
                for each in told:
                    self.assertEqual((each[:1] == " ", each[-1:] == " "), (many[:1] == " ", many[-1:] == " "))
                    for sign in "▲◆●↑→":
                        self.assertEqual(sign in each, sign in many)

    def test_what_is_lacking_is_named(self) -> None:
        """A text that is taken out of the file, or marked as guessed, is told to be missing."""
        self.catalog.get("Save").string = ""
        self.assertEqual(self.tool.lacking(self.catalog), ["Save"])  # type: ignore[attr-defined]


class Told(Spoken):
    """Numbers and numerals as German has them."""

    def test_numbers_and_plurals(self) -> None:
        """A comma before the decimals, a blank before the per cent, one and several."""
        speak(GERMAN)
        self.assertEqual(tell(number(1.5, 1)), "1,5")
        self.assertEqual(tell(percent(0.07)), "7\N{NO-BREAK SPACE}%")
        self.assertEqual(tell(length(0.0254), "us"), "1,00 in")
        for count, told in ((1, "ein Befund"), (2, "2 Befunde")):
            self.assertEqual(tell(fact("beside.findings", count=number(count, 0))), told)

    def test_there_and_back(self) -> None:
        """A region's German is spoken as German; what has no catalogue is English."""
        self.assertEqual(language("de_AT").code, "de_AT")
        self.assertIsInstance(language("tlh"), Language)
        self.assertEqual(language("tlh").code, "en")


class Typed(Spoken):
    """What people type is understood in German too, whatever is spoken."""

    def test_what_was_seen(self) -> None:
        """Every example beside every axis of the demo means the same in both languages."""
        count = 0
        for setup in DEMO.setups:
            analysis = analyse(DEMO, setup)
            for step in WAYS[setup.carry].steps:
                condition = next((each for each in analysis.conditions if each.balance.key == step.condition), None)
                if condition is None:
                    continue
                for example in step.asks:
                    speak(ENGLISH)
                    english = tell(example)
                    speak(GERMAN)
                    german = tell(example)
                    with self.subTest(f"{english} / {german}"):
                        self.assertEqual(
                            self.read(analysis, condition, german), self.read(analysis, condition, english)
                        )
                    count += english != german
        self.assertGreater(count, 20)

    def read(self, analysis: object, condition: object, text: str) -> float | None:
        """The value that is understood; None where it is refused."""
        try:
            return read_seen(analysis, condition, text).value_m  # type: ignore[arg-type]
        except Refused:
            return None

    def test_lines_of_a_day(self) -> None:
        """What the demo's days say is written in German, and is the same item when it is read."""
        differ = 0
        for day in DEMO.days:
            for item in day.items:
                line = line_of(DEMO, item)
                german = line_in(line, "de")
                differ += german != line
                with self.subTest(german):
                    self.assertEqual(read_item(DEMO, day, german).item, read_item(DEMO, day, line).item)
                self.assertEqual(line_in(line, "en"), line)
        self.assertGreater(differ, 8)

    def test_words_of_a_line(self) -> None:
        """Each word that a line can have, in German as in English; names stay as they were typed."""
        day = DEMO.days[0]
        for german, english in (
            ("3 × 4 min lamp room, tall, nach lunch", "3 × 4 min lamp room, tall, after lunch"),
            ("2 min lamp room, vor ferry, ohne matte box", "2 min lamp room, before ferry, without matte box"),
            ("2 Minuten lamp room, 3 min dazwischen, gehend", "2 min lamp room, 3 min gap, walking"),
            ("1 Std lamp room, netz, über kopf", "1 h lamp room, mains, overhead"),
            ("90 Sekunden lamp room, um 14:00, in Brusthöhe", "90 s lamp room, at 14:00, chest high"),
            ("50 min Essen: Bei Oma", "50 min meal: Bei Oma"), ("10 min Pause", "10 min break"),
            ("Boot bis 18:40", "Boot by 18:40"), ("30 min Fahrt: von 3 bis 5", "30 min transport: von 3 bis 5"),
        ):  # fmt: skip
            with self.subTest(german):
                self.assertEqual(read_item(DEMO, day, german), read_item(DEMO, day, english))
        self.assertEqual(read_item(DEMO, day, "45 min Mittag").item.kind, "meal")
        self.assertEqual(read_item(DEMO, day, "30 min zum Anleger").item.kind, "transport")

    def test_lines_of_the_log(self) -> None:
        """Every entry of the demo's logs, and each kind and region by its German name."""
        for day in DEMO.days:
            for event in day.log:
                german = log_line_in(event_line(DEMO, day, event), "de")
                with self.subTest(german):
                    self.assertEqual(read_event(DEMO, day, german), event)
        day = DEMO.days[0]
        for german, english in (
            ("9:20 schmerz rechte schulter 6", "9:20 hurts right shoulder 6"),
            ("9:20 Schmerz linker Ellbogen 3", "9:20 hurts left elbow 3"),
            ("9:20 schmerz unterer Rücken 4", "9:20 hurts lower-back 4"),
            ("9:20 schmerz nacken 2", "9:20 hurts neck 2"), ("17:04 anfang", "17:04 begin"),
            ("9:30 stopp", "9:30 stop"), ("19:00 ende", "19:00 end"),
        ):  # fmt: skip
            with self.subTest(german):
                self.assertEqual(read_event(DEMO, day, german), read_event(DEMO, day, english))


if __name__ == "__main__":
    unittest.main()
