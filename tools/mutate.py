"""Change single small things in the program and see whether a test notices; ``make mutate`` runs a sample.

``python tools/mutate.py core 60 ui 24 --seed 7``: so many changes to the core and to the window, drawn anew from each
seed. All tests run once to learn which lines each of them reaches; then each change is made in a copy of the tree, and
the tests that reach its line run until one fails. What no test notices is printed, to be given a test or to be named as
one that does not matter. Two changes are tried at a time.
"""

from __future__ import annotations

import argparse
import ast
import concurrent.futures
import importlib
import os
import random
import re
import shutil
import subprocess
import sys
import tempfile
from collections.abc import Iterator
from dataclasses import dataclass
from pathlib import Path

import coverage

ROOT = Path(__file__).parents[1]
sys.path.insert(0, str(ROOT))
SOURCE = ROOT / "src" / "equilix"
LOOKS = ("ui/stage/silhouettes.py", "ui/stage/strokes.py", "ui/app.py")
"""Drawn by eye: no test can say that a line is in the wrong place by a quarter of its length."""
NOT_TRIED = (
    "demo/",
    "words/",
    "kit/kinds/",
    "ui/theme.py",
    "cli/",
    "__init__.py",
    "__main__.py",
    "errors.py",
    "keys.py",
)
"""Tables of data and of words: what would be changed in them is not what a program does."""
COMPARED = {ast.Lt: ast.GtE, ast.LtE: ast.Gt, ast.Gt: ast.LtE, ast.GtE: ast.Lt, ast.Eq: ast.NotEq, ast.NotEq: ast.Eq}
COMPARED |= {ast.Is: ast.IsNot, ast.IsNot: ast.Is, ast.In: ast.NotIn, ast.NotIn: ast.In}
"""Each comparison and its opposite. Not tried: whether a limit itself belongs to one side or the other. What is
compared here is lengths, forces and times, which never hit one; where things are counted, tests have both by hand."""
COUNTED = {ast.Add: ast.Sub, ast.Sub: ast.Add, ast.Mult: ast.Div, ast.Div: ast.Mult}
NAMES = {"min": "max", "max": "min", "any": "all", "all": "any", "floor": "ceil", "ceil": "floor"}


@dataclass(frozen=True)
class Change:
    """One change of one place of one file."""

    file: str
    line: int
    was: str
    now: str
    text: str
    """The whole file with the change."""

    def __str__(self) -> str:
        return f"{self.file}:{self.line}: {self.was} → {self.now}"


def places(tree: ast.Module) -> Iterator[tuple[ast.AST, ast.AST]]:
    """Every node that can be changed, with what takes its place."""
    for node in _working(tree):
        if isinstance(node, ast.Compare) and len(node.ops) == 1:
            other = COMPARED.get(type(node.ops[0]))
            if other is not None:
                yield node, ast.Compare(node.left, [other()], node.comparators)
        elif isinstance(node, ast.BinOp) and type(node.op) in COUNTED and not _is_text(node):
            yield node, ast.BinOp(node.left, COUNTED[type(node.op)](), node.right)
        elif isinstance(node, ast.BoolOp):
            other_op = ast.Or() if isinstance(node.op, ast.And) else ast.And()
            yield node, ast.BoolOp(other_op, node.values)
        elif isinstance(node, ast.UnaryOp) and isinstance(node.op, ast.Not | ast.USub):
            yield node, node.operand
        elif isinstance(node, ast.Constant) and type(node.value) in (int, float) and node.value not in (0, 1):
            yield node, ast.Constant(node.value + 1 if type(node.value) is int else node.value * 1.25)
        elif isinstance(node, ast.Constant) and type(node.value) is bool:
            yield node, ast.Constant(not node.value)
        elif isinstance(node, ast.Name) and node.id in NAMES and isinstance(node.ctx, ast.Load):
            yield node, ast.Name(NAMES[node.id], ast.Load())
        elif isinstance(node, ast.IfExp):
            yield node, ast.IfExp(ast.UnaryOp(ast.Not(), node.test), node.body, node.orelse)


def _working(tree: ast.AST) -> Iterator[ast.AST]:
    """The nodes that do something: no annotations, no formatted texts, no literals of tables, no type checking."""
    for child in ast.iter_child_nodes(tree):
        if isinstance(child, ast.JoinedStr | ast.arg | ast.Raise | ast.Assert | ast.Import | ast.ImportFrom):
            continue
        if isinstance(child, ast.If) and ast.unparse(child.test) == "TYPE_CHECKING":
            continue
        if isinstance(child, ast.AnnAssign):
            if child.value is not None and not isinstance(child.value, ast.Dict | ast.Tuple):
                yield from _working(ast.Expr(child.value))
            continue
        if isinstance(child, ast.FunctionDef):
            for part in child.body:
                yield from _working(ast.Module([part], []))
            continue
        yield child
        yield from _working(child)


def _sizes(tree: ast.Module) -> Iterator[ast.AST]:
    """Figures that are handed to a call as they stand: margins, spacings, points of type. They are judged by eye."""
    for node in ast.walk(tree):
        if isinstance(node, ast.Call):
            for each in (*node.args, *(keyword.value for keyword in node.keywords)):
                yield each.operand if isinstance(each, ast.UnaryOp) else each


def _is_text(node: ast.BinOp) -> bool:
    """Whether texts are put together, or filled in."""
    sides = (node.left, node.right)
    return any(
        isinstance(s, ast.JoinedStr) or (isinstance(s, ast.Constant) and isinstance(s.value, str)) for s in sides
    )


def changes(part: str) -> list[Change]:
    """Every change that can be made to the core or to the window."""
    found = []
    for file in sorted(SOURCE.rglob("*.py")):
        path = file.relative_to(SOURCE).as_posix()
        if path.startswith("ui/") != (part == "ui") or any(each in path for each in (*NOT_TRIED, *LOOKS)):
            continue
        text = file.read_text("utf-8")
        tree = ast.parse(text)
        sizes = set(_sizes(tree)) if part == "ui" else set()
        for node, other in places(tree):
            if node in sizes:
                continue
            where = getattr(node, "lineno", None)
            if where is None:
                continue
            ast.copy_location(other, node)
            ast.fix_missing_locations(other)
            was, now = ast.get_source_segment(text, node), ast.unparse(other)
            if was is not None and ast.unparse(node) != now:
                found.append(Change(path, where, was, now, _put(text, node, f"({now})")))
    return found


def _put(text: str, node: ast.AST, now: str) -> str:
    """The text with what stands at a node replaced."""
    lines = text.splitlines(keepends=True)
    starts = [0]
    for line in lines:
        starts.append(starts[-1] + len(line.encode()))
    raw = text.encode()
    begin = starts[node.lineno - 1] + node.col_offset  # type: ignore[attr-defined]
    end = starts[node.end_lineno - 1] + node.end_col_offset  # type: ignore[attr-defined]
    return (raw[:begin] + now.encode() + raw[end:]).decode()


def reached(part: str) -> dict[str, dict[int, list[str]]]:
    """For each file and line the tests that reach it, those first that reach least: they are the quickest to say no.

    Line 0 has all tests that reach the file at all: what runs while a module is imported, or in another thread, belongs
    to no single test.
    """
    with tempfile.TemporaryDirectory() as folder:
        settings, data = Path(folder) / "rc", Path(folder) / "data"
        settings.write_text(f"[run]\ndynamic_context = test_function\nsource = {SOURCE}\ndata_file = {data}\n", "utf-8")
        subprocess.run(
            [sys.executable, "-m", "coverage", "run", f"--rcfile={settings}", "-m", "unittest", "discover", "-t", ".",
             "-s", f"tests/{part}"],
            cwd=ROOT, env={**os.environ, "QT_QPA_PLATFORM": "offscreen", "PYTHONPATH": str(ROOT / "src")},
            capture_output=True, check=True,
        )  # fmt: skip
        seen = coverage.CoverageData(str(data))
        seen.read()
        by_line = {
            Path(file).relative_to(SOURCE).as_posix(): {
                line: [_test_of(context) for context in contexts if context]
                for line, contexts in seen.contexts_by_lineno(file).items()
            }
            for file in seen.measured_files()
        }
    width: dict[str, int] = {}
    for lines in by_line.values():
        for tests in lines.values():
            for test in tests:
                width[test] = width.get(test, 0) + 1
    found: dict[str, dict[int, list[str]]] = {}
    for file, lines in by_line.items():
        every = {test for tests in lines.values() for test in tests}
        named = {0: every, **{line: set(tests) or every for line, tests in lines.items()}}
        found[file] = {line: sorted(tests, key=width.__getitem__) for line, tests in named.items()}
    return found


def _test_of(context: str) -> str:
    """The name by which a test is run; a test with made-up values is wrapped, and its class is to be looked up."""
    module, wrapped, name = context.partition(".accept.<locals>.")
    if not wrapped:
        return context
    made = importlib.import_module(module)
    of = next(each for each in vars(made).values() if isinstance(each, type) and name in vars(each))
    return f"{module}.{of.__name__}.{name}"


def tests_of(change: Change, lines: dict[str, dict[int, list[str]]]) -> list[str]:
    """The tests that reach a change; a statement of several lines may be known by an earlier one only."""
    known = lines.get(change.file, {0: []})
    return known[max(line for line in known if line <= change.line)]


def noticed(change: Change, tests: list[str]) -> str:
    """The first test that fails with the change; empty where none does."""
    if not tests:
        return ""
    with tempfile.TemporaryDirectory() as folder:
        tree = Path(folder) / "tree"
        kept = shutil.ignore_patterns(".git", ".venv*", "build", "__pycache__", "*.png", ".mypy_cache", ".ruff_cache")
        shutil.copytree(ROOT, tree, ignore=kept)
        shutil.copytree(ROOT / "docs" / "screenshots", tree / "docs" / "screenshots", dirs_exist_ok=True)
        (tree / "src" / "equilix" / change.file).write_text(change.text, "utf-8")
        own = {"PYTHONPATH": str(tree / "src"), "QT_QPA_PLATFORM": "offscreen", "PYTHONDONTWRITEBYTECODE": "1"}
        try:
            ran = subprocess.run(
                [sys.executable, "-W", "error", "-m", "unittest", "-f", *tests],
                cwd=tree, env={**os.environ, **own}, capture_output=True, text=True, timeout=1200, check=False,
            )  # fmt: skip
        except subprocess.TimeoutExpired:
            return "a test that never ended"
    failed = re.search(r"^(?:FAIL|ERROR): (\S+)", ran.stderr, re.MULTILINE)
    return "" if ran.returncode == 0 else failed[1] if failed else "the program does not start"


def main() -> int:
    """Try a sample; ends with 0 whatever comes out: it measures, and judges nothing."""
    parser = argparse.ArgumentParser(description=__doc__)
    parser.add_argument("counts", nargs="*", default=["core", "60", "ui", "24"], help="core 60 ui 24")
    parser.add_argument("--seed", type=int, default=11)
    options = parser.parse_args()
    for part, count in zip(options.counts[::2], map(int, options.counts[1::2]), strict=True):
        every = changes(part)
        sample = random.Random(options.seed).sample(every, min(count, len(every)))
        print(f"{part}: {len(sample)} of {len(every)} changes", flush=True)
        survived, lines = 0, reached(part)
        with concurrent.futures.ThreadPoolExecutor(2) as pool:
            tried = {pool.submit(noticed, change, tests_of(change, lines)): change for change in sample}
            for done in concurrent.futures.as_completed(tried):
                by = done.result()
                survived += not by
                print(f"  {'noticed by ' + by if by else 'SURVIVED'}: {tried[done]}", flush=True)
        print(f"{part}: {survived} of {len(sample)} survived, {survived / max(len(sample), 1):.0%}", flush=True)
    return 0


if __name__ == "__main__":
    sys.exit(main())
