"""Words stand in one place: the core makes facts, the wordings fit them, and another language can be spoken."""

import ast
import importlib.util
import re
import string
import tempfile
import unittest
from collections.abc import Iterator
from pathlib import Path
from unittest import mock

from babel import Locale
from babel.messages.catalog import Catalog
from babel.messages.mofile import write_mo
from babel.numbers import format_decimal, format_percent

import equilix
from equilix.analysis import analyse
from equilix.checks.findings import checks
from equilix.demo import lighthouse
from equilix.edits.ratings import ratings
from equilix.facts import Amount, Fact, fact, length, listed, mass, percent
from equilix.fit.fit import Fit
from equilix.keys import BalanceKey
from equilix.planner.fitting import fit_plans
from equilix.planner.schools import plans
from equilix.report import guide_text, plans_text, report_text
from equilix.result import Result
from equilix.words.language import CATALOGUES, ENGLISH, Language, language, speak, wished
from equilix.words.quantities import fixed
from equilix.words.reading import force_range
from equilix.words.steps import told_lines
from equilix.words.telling import in_words, tell
from equilix.words.wordings import WORDINGS, Plural
from tests.strange import UNITS, Strange, nameless

SOURCE = Path(equilix.__file__).parent
ROOT = SOURCE.parent.parent
EDGE = ("ui/", "words/wordings/", "words/names.py", "words/quantities.py", "cli/", "__main__.py")
"""Where text may stand: the tables, and where the program meets people."""
NAMES = (
    "demo/",
    "kit/kinds/",
    "kit/usual_electric.py",
    "kit/usual_signals.py",
    "document.py",
    "edits/powering.py",
    "kit/lump_names.py",
)
"""What names things of a document, as a user would: parts, mounting points, sockets, cables."""
PROGRAMMERS = {"ValueError", "TypeError", "KeyError", "OSError", "PermissionError"}


def modules(*but: str) -> Iterator[tuple[str, ast.Module]]:
    """Every module of the program but some, by its path."""
    for file in sorted(SOURCE.rglob("*.py")):
        path = file.relative_to(SOURCE).as_posix()
        if not path.startswith(but):
            yield path, ast.parse(file.read_text("utf-8"))


def texts(tree: ast.Module) -> Iterator[tuple[int, str]]:
    """The texts with a blank and a letter in a module, without what documents it or is raised for programmers."""
    skip: set[int] = set()
    for node in ast.walk(tree):
        if isinstance(node, ast.Expr | ast.Assert):
            skip.update(id(each) for each in ast.walk(node) if isinstance(node, ast.Assert) or each is node.value)
        if isinstance(node, ast.Call):
            name = getattr(node.func, "id", getattr(node.func, "attr", ""))
            if name in PROGRAMMERS or name in {"field", "compile", "say", "N_", "plural"}:
                skip.update(id(each) for each in ast.walk(node))
        if isinstance(node, ast.FunctionDef) and node.name in {"__repr__", "__format__"}:
            skip.update(id(each) for each in ast.walk(node))
    for node in ast.walk(tree):
        if not (isinstance(node, ast.Constant) and isinstance(node.value, str)) or id(node) in skip:
            continue
        if " " in node.value.strip() and re.search(r"[A-Za-z]{2}", node.value):
            yield node.lineno, node.value


def values_of(wording: str | Plural) -> set[str]:
    """The places for values in a wording; both wordings of a plural have some of the same."""
    each = (wording,) if isinstance(wording, str) else (wording.one, wording.many)
    found = {name for text in each for _, name, _, _ in string.Formatter().parse(text) if name}
    return found if isinstance(wording, str) else found | {wording.by}


READ = (
    "guide/observing.py", "store/strict_json.py", "model.py", "keys.py", "exchange/tables.py",
    "exchange/outings.py", "exchange/day_table.py", "day/line.py",
    "day/tongues.py", "guide/seen_words.py", "store/log.py",
    "instruments/recording.py", "instruments/shelf.py",
)  # fmt: skip
"""Patterns of what people type, keys with a blank that stand in files, and what instruments call themselves."""


class Core(unittest.TestCase):
    """No sentence is made where a figure is."""

    def test_no_text_but_in_the_tables(self) -> None:
        """What has a blank and letters is documentation, a pattern, a name in a document, or a key of a file."""
        keys = {"left elbow", "right elbow", "data sheet", "take off", "head and neck", "upper arm"}
        found = [
            f"{path}:{line}: {text}"
            for path, tree in modules(*EDGE, *NAMES, *READ)
            for line, text in texts(tree)
            if text not in keys
        ]
        self.assertEqual(found, [])

    def test_no_text_hides_inside_another(self) -> None:
        """What is said stands beside a filled-in text and not in it: up to Python 3.11 nobody sees it there."""
        found = [
            f"{path}:{node.lineno}"
            for path, tree in modules()
            for outer in ast.walk(tree)
            if isinstance(outer, ast.JoinedStr)
            for node in ast.walk(outer)
            if isinstance(node, ast.Call)
            and getattr(node.func, "id", "") in {"say", "N_"}
            and any(isinstance(each, ast.Constant) for each in node.args)
        ]
        self.assertEqual(found, [])

    def test_at_the_edge_every_text_is_marked(self) -> None:
        """In the window and the command line all texts are marked for translation, but for style sheets and keys."""
        keys = {"left elbow", "right elbow", "data sheet", "turn keys ", "Prep room", "Night set", "0 mm"}
        found = [
            f"{path}:{line}: {text}"
            for path, tree in modules()
            if path.startswith(("ui/", "cli/", "__main__.py"))
            for line, text in texts(tree)
            if text not in keys and not re.search(r"[{};<>]|[a-z]: $|px ", text)
        ]
        self.assertEqual(found, [])

    def test_every_fact_has_a_wording_with_its_values(self) -> None:
        """Each fact that is made by a key has a wording, whose places are the fact's values and no others."""
        made: set[str] = set()
        begun: set[str] = set()
        for path, tree in modules():
            for node in ast.walk(tree):
                if isinstance(node, ast.Constant) and node.value in WORDINGS:
                    made.add(node.value)
                if not (isinstance(node, ast.Call) and getattr(node.func, "id", "") == "fact"):
                    continue
                key, values = node.args[0], {each.arg for each in node.keywords}
                if isinstance(key, ast.JoinedStr) and isinstance(key.values[0], ast.Constant):
                    begun.add(str(key.values[0].value))
                parts = (key.body, key.orelse) if isinstance(key, ast.IfExp) else (key,)
                for each in parts:
                    if isinstance(each, ast.Constant) and None not in values:
                        with self.subTest(f"{path}:{node.lineno}"):
                            self.assertEqual(values_of(WORDINGS[each.value]), values)
        for key in WORDINGS:
            with self.subTest(key):
                self.assertTrue(key in made or key.startswith(tuple(begun)), "nothing says it")

    def test_a_fact_that_is_not_told_says_so(self) -> None:
        """What is put into a text untold is an error, not a line of code on the screen."""
        for said in (fact("way.left"), length(0.1), listed([length(0.1)])):
            with self.assertRaises(TypeError):
                f"{said}"


class Telling(unittest.TestCase):
    """Facts become text."""

    def test_figures_in_both_systems(self) -> None:
        """The same fact, told in millimetres and in inches: the fact itself knows no units."""
        said = fact("conditions.outside_tolerance", what=fact("conditions.centre_of_gravity"), room=length(0.0254))
        self.assertEqual(tell(said), "Centre of gravity: 25 mm over the limit.")
        self.assertEqual(tell(said, "us"), "Centre of gravity: 1.00 in over the limit.")

    def test_an_inch_before_in(self) -> None:
        """'0.50 in. in front of', which nobody could read without the full stop."""
        said = fact(
            "conditions.off", off=length(0.0127), doubt=length(0.00254), way=fact("way.in_front_of"), datum="it"
        )
        self.assertEqual(tell(said, "us"), "0.50 in ± 0.10 in. in front of it")

    def test_lists(self) -> None:
        """Nothing, one, two and three things; what is empty is left out."""
        for pieces, text in (([], ""), (["a"], "a"), (["a", "", "b"], "a and b"), (["a", "b", "c"], "a, b and c")):
            self.assertEqual(tell(listed(pieces, "and")), text)
        self.assertFalse(listed(["", listed([])]))
        self.assertEqual(tell(listed(["a", "b"], "or")), "a or b")

    def test_reports_are_told_whole(self) -> None:
        """Facts anywhere in lists and objects; figures and names stay what they are."""
        tree = {"a": [fact("way.left"), 1.5, None], "b": {"c": mass(0.64)}, "d": "left"}
        self.assertEqual(in_words(tree), {"a": ["left", 1.5, None], "b": {"c": "640 g"}, "d": "left"})

    def test_two_forces_that_read_alike_are_one(self) -> None:
        """Whole newtons from ten on, tenths below: what reads alike is said once, what does not as a range."""
        for low, high, text in (
            (12.4, 11.6, "12 N"),
            (12.4, 12.6, "12 N to 13 N"),
            (3.02, 3.04, "3.0 N"),
            (3.0, 3.2, "3.0 N to 3.2 N"),
        ):
            self.assertEqual(tell(force_range(low, high)), text)

    def test_capitals(self) -> None:
        """The first letter alone is changed."""
        said = fact("schools.would_do", would="12 mm of Rail")
        self.assertEqual(tell(said), "12 mm of Rail would do.")
        self.assertEqual(tell(fact("schools.would_do", would="more Rail")), "More Rail would do.")


def catalogue(code: str, folder: Path, **told: str | tuple[str, ...]) -> None:
    """A catalogue of another language in a folder, made by Babel."""
    made = Catalog(locale=Locale.parse(code), domain="equilix")
    for message, text in told.items():
        wording = WORDINGS[message.replace("__", ".")]
        made.add(wording if isinstance(wording, str) else (wording.one, wording.many), text)
    home = folder / code / "LC_MESSAGES"
    home.mkdir(parents=True)
    with (home / "equilix.mo").open("wb") as file:
        write_mo(file, made)


class AnotherLanguage(unittest.TestCase):
    """Catalogues, plural forms and numbers, against Babel and the CLDR that it carries."""

    def setUp(self) -> None:
        folder = tempfile.TemporaryDirectory()
        self.addCleanup(folder.cleanup)
        self.folder = Path(folder.name)
        self.addCleanup(speak, ENGLISH)

    def test_wordings_and_their_order(self) -> None:
        """A translated wording may set its values in another order; what is not translated stays English."""
        catalogue("de", self.folder, conditions__within="von {datum} höchstens {doubt}")
        speak(language("de", self.folder))
        self.assertEqual(tell(fact("conditions.within", doubt=length(0.003), datum="dort")), "von dort höchstens 3 mm")
        self.assertEqual(tell(fact("way.left")), "left")

    def test_plural_forms(self) -> None:
        """Polish has three forms (CLDR): 1 klip, 2 klipy, 5 klipów, 22 klipy."""
        catalogue("pl", self.folder, prices__clamps=("{count} klip", "{count} klipy", "{count} klipów"))
        speak(language("pl", self.folder))
        said = [tell(fact("prices.clamps", count=number)) for number in (1, 2, 5, 22)]
        self.assertEqual(said, ["1 klip", "2 klipy", "5 klipów", "22 klipy"])

    def test_numbers_as_they_are_written_there(self) -> None:
        """Decimal sign, thousands and per cent of several languages, as Babel writes them."""
        for code in ("de", "fr", "pl", "sv", "pt_BR"):
            catalogue(code, self.folder, way__left="x")
            speak(language(code, self.folder))
            with self.subTest(code):
                self.assertEqual(fixed(12345.678, 2, grouped=True), format_decimal(12345.68, "#,##0.00", code))
                self.assertEqual(tell(percent(0.4)), format_percent(0.4, locale=code))
                self.assertEqual(tell(mass(1.5)), f"{format_decimal(1.5, '0.00', code)} kg")

    def test_no_catalogue_is_english(self) -> None:
        """A language that nobody has translated yet, or that is none, is English."""
        self.assertIs(language("eo", self.folder), ENGLISH)
        self.assertIs(language("../../etc", self.folder), ENGLISH)

    def test_what_the_system_asks_for(self) -> None:
        """The variables that gettext reads, in its order; C and POSIX are English."""
        for given, code in (
            ({"LANGUAGE": "pl:de", "LANG": "fr_FR.UTF-8"}, "pl_PL"), ({"LANG": "fr_FR.UTF-8"}, "fr_FR"),
            ({"LC_ALL": "C"}, "en"), ({"LC_MESSAGES": "de_AT@euro"}, "de_AT"), ({}, "en"),
        ):  # fmt: skip
            with self.subTest(given), mock.patch.dict("os.environ", given, clear=True):
                self.assertEqual(wished(), code)

    def test_the_template_is_what_the_program_says(self) -> None:
        """The file for translators has every wording of the tables, and is as “make words” would write it now."""
        spec = importlib.util.spec_from_file_location("words_tool", ROOT / "tools" / "words.py")
        assert spec is not None and spec.loader is not None
        tool = importlib.util.module_from_spec(spec)
        spec.loader.exec_module(tool)
        self.assertEqual((CATALOGUES / "equilix.pot").read_text("utf-8"), tool.template(), "run “make words”")


class InAStrangeLanguage(unittest.TestCase):
    """Every text of the demo's rigs comes out of the tables: what is still English was never put into them."""

    def test_nothing_english_is_left(self) -> None:
        """Reports, plans, guides, orders, checks and moves for the body, with figures for the names of things."""
        speak(Language("xx", Strange(), ",", "."))
        self.addCleanup(speak, ENGLISH)
        made = nameless(lighthouse())
        for setup in made.setups:
            analysis = analyse(made, setup)
            found = list(plans(made, setup.id))
            result = Result(analysis)
            said = [
                *(tell(each) for step in (*result.build_order, *result.strip_order)
                  for each in (step.text, step.tool, step.rests)),
                *(tell(each) for c in checks(analysis, {}) for each in (c.title, c.said, c.todo, c.source, c.in_hand)),
                *(tell(line.said) for plan in fit_plans(made, setup.id) for line in told_lines(plan)),
                *(tell(scores.words) for scores in Fit(analysis).rula.values()),
                report_text(analysis), plans_text(found), guide_text(analysis, found[0]),
            ]  # fmt: skip
            left = re.findall(r"[A-Za-z]{2,}", UNITS.sub("", "\n".join(said)))
            self.assertEqual(left, [], setup.id)
            self.assertNotRegex("\n".join(said), r"\d\.\d\d? (mm|kg|N)\b")

    def test_each_way_that_a_rig_can_be_off(self) -> None:
        """Also the ways that no rig of the demo is off: no balance and no rating has a plain word in it."""
        made, seen = lighthouse(), set()
        for setup in made.setups:
            for condition in analyse(made, setup).conditions:
                each = condition.balance
                seen.add(each.key)
                for said in (each.ahead, each.behind, each.falls_ahead, each.falls_behind):
                    self.assertIsInstance(said, Fact, (setup.id, each.key))
        self.assertLess({BalanceKey.PAN_FORE_AFT, BalanceKey.DYNAMIC_FORE_AFT}, seen)
        told = nameless(made)
        labels = [r.label for part in told.parts for r in ratings(part) if "head" not in r.key]  # a point's own name
        speak(Language("xx", Strange(), ",", "."))
        self.addCleanup(speak, ENGLISH)
        left = re.findall(r"[A-Za-z]{2,}", UNITS.sub("", "\n".join(map(tell, labels))))
        self.assertEqual(left, [])


class AnyFact(unittest.TestCase):
    """Every wording can be told."""

    def test_each_wording_with_values(self) -> None:
        """In English, with figures and names for its values, in both systems of units."""
        for key, wording in WORDINGS.items():
            values = {name: Amount("number", 2.0) for name in values_of(wording)}
            for display in ("metric", "us"):
                with self.subTest(key):
                    text = tell(Fact(key, values), display)  # type: ignore[arg-type]
                    self.assertTrue(text.strip())
                    self.assertNotRegex(text, r"[{}]")
                    self.assertNotIn("safe", text.lower())


if __name__ == "__main__":
    unittest.main()
