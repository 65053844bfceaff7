"""Every model against something that is not the program: number of cases, worst error, as the table of docs/truth.md.

Run as ``make truth``; a few minutes. The references are a general physics engine, SciPy's integrator, optimisers and
rotations, dense matrices, sampling, and trying everything. Nothing of the program's own mechanics is used in them.
"""

from __future__ import annotations

import math
import sys
from pathlib import Path

ROOT = Path(__file__).parents[1]
sys.path.insert(0, str(ROOT))  # the tests' builders lie beside, not installed

import truth_rigs  # noqa: E402, F401  (its rows put themselves into the table)
import truth_ways  # noqa: E402, F401
from truth_rows import ROWS  # noqa: E402


def table() -> str:
    """The rows with their worst errors, as Markdown."""
    lines = ["| way | figure | reference | cases | worst error |", "|---|---|---|---|---|"]
    for way, figure, reference, unit, cases in ROWS:
        found = list(cases())
        worst = max(found, default=math.nan)
        said = f"{sum(found):.0f} wrong" if unit == "" else f"{worst:.1e} {unit}"
        lines.append(f"| {way} | {figure} | {reference} | {len(found)} | {said} |")
        print(lines[-1], flush=True)
    return "\n".join(lines)


BEGIN, END = "<!-- made by `make truth` -->", "<!-- to here -->"


def main() -> None:
    """Write the table into docs/truth.md."""
    page = ROOT / "docs" / "truth.md"
    text = page.read_text("utf-8")
    before, _, rest = text.partition(BEGIN)
    _, _, after = rest.partition(END)
    page.write_text(f"{before}{BEGIN}\n\n{table()}\n\n{END}{after}", "utf-8")


if __name__ == "__main__":
    main()
