"""Keys inside, words at the edge: nothing is told apart by what people read."""

import ast
import unittest
from collections.abc import Iterator
from pathlib import Path
from typing import get_args
from unittest import mock

import numpy as np

from equilix.analysis import analyse
from equilix.demo.lighthouse import lighthouse
from equilix.edits.carrying import lean_on
from equilix.keys import BalanceKey, Joint, Lean, SupportKind
from equilix.planner.fit_plan import FitStep
from equilix.planner.plan import Step
from equilix.planner.schools import plans
from equilix.report import report
from equilix.report.plans import guide_report, plan_report
from equilix.words import names
from equilix.words.steps import told
from equilix.words.wordings import WORDINGS

SOURCE = Path(__file__).parents[2] / "src" / "equilix"
READS_WORDS = {
    "units.py", "guide/observing.py", "ui/widgets/fields.py", "words/language.py", "exchange/outings.py", "day/line.py",
}  # fmt: skip
"""What reads what people type, tables hold or the system says, and one that shortens a number."""
NOT_WORDS = {" "}
"""Blanks alone."""
CUTS = {
    "startswith",
    "endswith",
    "removeprefix",
    "removesuffix",
    "split",
    "rsplit",
    "partition",
    "rpartition",
    "replace",
}


def compared(tree: ast.AST) -> Iterator[tuple[int, str]]:
    """Every text that something is compared with or cut by, with its line."""
    for node in ast.walk(tree):
        with_what: list[ast.expr] = []
        if isinstance(node, ast.Compare):
            with_what = [node.left, *node.comparators]
        elif isinstance(node, ast.Call) and isinstance(node.func, ast.Attribute) and node.func.attr in CUTS:
            with_what = node.args
        for each in with_what:
            for part in each.elts if isinstance(each, (ast.Tuple, ast.List, ast.Set)) else (each,):
                if isinstance(part, ast.Constant) and isinstance(part.value, str):
                    yield node.lineno, part.value
                elif isinstance(part, ast.JoinedStr):
                    yield node.lineno, ast.unparse(part)


def figures(found: object) -> Iterator[float]:
    """Every number and truth value in plain JSON values, in order."""
    if isinstance(found, dict):
        for each in found.values():
            yield from figures(each)
    elif isinstance(found, list | tuple):
        for each in found:
            yield from figures(each)
    elif isinstance(found, int | float):
        yield float(found)


class Words(unittest.TestCase):
    """The tables of words are complete, and nothing hangs on them."""

    def test_every_key_has_its_own_words(self) -> None:
        """Supports, balances, efforts of both sides, and what is leaned on; no two share their words."""
        joints = [(joint, side) for joint in get_args(Joint) for side in ("left", "right") if joint != "trunk"]
        self.assertEqual(set(names.SUPPORTS), set(get_args(SupportKind)))
        self.assertEqual(set(names.BALANCES), set(BalanceKey))
        self.assertEqual(set(names.EFFORTS), {*joints, ("trunk", "")})
        for table in (names.SUPPORTS, names.BALANCES, names.EFFORTS, names.CONTACTS):
            self.assertEqual(len(set(table.values())), len(table))

    def test_every_step_of_a_plan_has_words(self) -> None:
        """A step that nobody can read out cannot be carried out."""
        for kind in {*get_args(Step), *get_args(FitStep)}:
            self.assertIsNot(told.dispatch(kind), told.dispatch(object), kind)

    def test_in_other_words_the_figures_are_the_same(self) -> None:
        """Every demo rig, its plans and its guide, with the words of all keys replaced by others."""
        made = lighthouse()
        for what in get_args(Lean):
            for setup in made.setups:
                made = lean_on(made, setup.id, what, True) if what not in ("brace", "eyecup") else made
        tables = (names.CONTACTS, names.SUPPORTS, names.BALANCES, names.EFFORTS, WORDINGS)
        for setup in made.setups:
            with self.subTest(setup.id):
                found = [list(figures(each)) for each in self.reports(made, setup.id)]
                patches = [mock.patch.dict(t, {key: f"ω{n}" for n, key in enumerate(t)}) for t in tables]
                for patch in patches:
                    patch.start()
                try:
                    other = [list(figures(each)) for each in self.reports(made, setup.id)]
                finally:
                    for patch in patches:
                        patch.stop()
                for ours, theirs in zip(found, other, strict=True):
                    np.testing.assert_array_equal(ours, theirs)

    @staticmethod
    def reports(made, setup_id: str) -> list[object]:
        """Everything that a script can read of a rig."""
        analysis = analyse(made, made.setups_by_id[setup_id])
        found = list(plans(made, setup_id))
        return [report(analysis), [plan_report(each) for each in found], guide_report(analysis, found[0])]

    def test_nothing_is_compared_with_a_phrase(self) -> None:
        """No text with a blank or a capital is compared with, looked for or cut off, but where one reads entries."""
        wrong = []
        for file in sorted(SOURCE.rglob("*.py")):
            path = file.relative_to(SOURCE).as_posix()
            if path in READS_WORDS:
                continue
            for line, text in compared(ast.parse(Path(file).read_text("utf-8"))):
                if (" " in text or text[:1].isupper()) and text not in NOT_WORDS:
                    wrong.append(f"{path}:{line}: {text}")
        self.assertEqual(wrong, [])
