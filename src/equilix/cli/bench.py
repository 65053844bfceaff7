"""`equilix bench FILE`: readings of scales, edges, strings and watches, all fitted together; what to read next."""

from __future__ import annotations

import argparse
import json
from pathlib import Path
from typing import Any, Final

from equilix.analysis import analyse
from equilix.bench.bench_words import helpful_words, line_words, moved_words, suspect_words
from equilix.bench.expecting import taken
from equilix.bench.marks import Mark, Pivot
from equilix.bench.methods import METHODS, Asked, Method
from equilix.bench.next_reading import helpful
from equilix.bench.taking_in import corrections, fit_all, take_in
from equilix.bench.things import RIG, Thing, things
from equilix.cli.choosing import part_named, setup_named
from equilix.document import Document
from equilix.edits.measuring import keep_measured
from equilix.errors import Refused
from equilix.facts import fact, listed
from equilix.kit.measured import Measured
from equilix.kit.solids import Axis
from equilix.store.parsing import open_document
from equilix.store.saving import save
from equilix.units import Display, read
from equilix.words.language import say
from equilix.words.telling import tell

BENCH_VERSION: Final = 1


def add_to(commands: Any) -> None:
    """The command's own parser."""
    said = say("what scales, edges, strings and watches say of a kit, fitted together; what to read next")
    bench = commands.add_parser("bench", help=said, description=said)
    bench.add_argument("file", type=Path)
    bench.add_argument("--setup", metavar="NAME", help=say("name or id; the one open last where absent"))
    bench.add_argument("--method", choices=tuple(METHODS), help=say("take a reading in this way"))
    bench.add_argument("--part", metavar="NAME", help=say("of this part by itself; of the rig where absent"))
    bench.add_argument("--on", metavar="PLACEMENT", help=say("of this placement with what is on it"))
    bench.add_argument("--axis", choices=("x", "y", "z"), help=say("along or about which axis"))
    bench.add_argument("--mark", metavar="KEY", help=say("from where places are measured; its rear end where absent"))
    bench.add_argument("--about", metavar="KEY", help=say("about which point; where it is carried where absent"))
    bench.add_argument(
        "--value", metavar="WHAT=FIGURE", action="append", default=[], help=say("an answer, as load=4.2kg; repeated")
    )
    bench.add_argument("--correct", action="store_true", help=say("correct the data by all readings"))
    bench.add_argument("--save", metavar="FILE", type=Path, help=say("write the document there"))
    bench.add_argument("--json", action="store_true", help=say("versioned JSON, see docs/report.md"))
    units = say("of all texts; those of the document where absent")
    bench.add_argument("--units", choices=("metric", "us"), help=units)


def run(options: argparse.Namespace) -> None:
    """Carry the command out."""
    document = open_document(options.file)
    display: Display = options.units or document.display
    if options.method is not None:
        document = keep_measured(document, _taken(document, options, display))
    fitted = fit_all(document)
    setup = setup_named(document, options.setup)
    nexts = helpful(document, analyse(document, setup))
    parts = document.parts_by_id
    moved = [tell(each, display) for each in moved_words(corrections(document, fitted), parts)]
    if options.correct:
        document = take_in(document, fitted)
    if options.save is not None:
        save(document, options.save)
    lines = [tell(line_words(line), display) for line in fitted.lines]
    suspect = tell(suspect_words(fitted, parts), display)
    if options.json:
        found = {
            "bench_version": BENCH_VERSION,
            "readings": [
                {"id": line.measured.id, "sort": line.measured.sort, "what": line.measured.what, "said": line.said,
                 "fitted": line.fitted, "off": line.off, "words": words}
                for line, words in zip(fitted.lines, lines, strict=True)
            ],
            "suspect": suspect, "chi_square": fitted.chi_square, "freedom": fitted.freedom,
            "data": [
                {"part": part_id, "mass_kg": row[0], "cg_m": row[1:], "sds": sds}
                for part_id, row, sds in zip(fitted.ids, fitted.likely.tolist(), fitted.sds[1].tolist(), strict=True)
            ],
            "next": [
                {"how": each.how, "what": each.subject.what, "axis": each.axis, "part": each.part,
                 "before_m": each.before_m, "after_m": each.after_m, "words": tell(helpful_words(each), display)}
                for each in nexts
            ],
        }  # fmt: skip
        print(json.dumps(found, indent=1, ensure_ascii=False))
        return
    for each in lines:
        print(each)
    if lines:
        print(f"{suspect}.")
    for each in moved:
        print(f"  {each}")
    if nexts:
        print(say("What would help most: {what}").format(what=tell(helpful_words(nexts[0]), display)))


def _taken(document: Document, options: argparse.Namespace, display: Display) -> tuple[Measured, ...]:
    """The readings that the command line tells. Raises :class:`Refused`."""
    method: Method = METHODS[options.method]
    axis: Axis = options.axis or method.axes[0]
    if axis not in method.axes:
        raise Refused(fact("measuring.not_about"), fact("measuring.choose_axis", there=listed(method.axes)))
    thing = _thing(document, options)
    marks, upright, pivots = thing.marks(axis), thing.marks("z"), thing.pivots(axis if method.key == "motor" else None)
    if not marks:
        raise Refused(fact("measuring.nothing"), fact("measuring.put_something"))
    mark = _chosen(marks, options.mark)
    pivot = _chosen(pivots, options.about) if method.about_point else None
    told = dict(each.partition("=")[::2] for each in options.value)
    values: dict[str, float] = {}
    for ask in method.asks:
        text = told.pop(ask.key, "0" if ask.key == "height" else "")
        if not text and not ask.optional:
            raise Refused(fact("measuring.not_told", what=ask.key), fact("measuring.tell_it", what=ask.key))
        if text:
            value = read(text, ask.quantity, display)
            values[ask.key] = (
                mark.place_m(value) if ask.place else value + upright[0].at_m if ask.key == "height" else value
            )
    if told:
        there = listed(ask.key for ask in method.asks)
        raise Refused(fact("measuring.not_asked", what=next(iter(told))), fact("measuring.asked", there=there))
    subject = thing.subject(document, () if pivot is None else pivot.inside)
    assert subject is not None  # it has marks
    return taken(document, method, subject, Asked(axis, (0.0, 0.0, 0.0) if pivot is None else pivot.point_m, values))


def _thing(document: Document, options: argparse.Namespace) -> Thing:
    """What is measured. Raises :class:`Refused`."""
    found = things(document, analyse(document, setup_named(document, options.setup)))
    key = RIG if options.on is None else f"on {options.on}"
    if options.part is not None:
        key = f"part {part_named(document, options.part).id}"
    chosen: Thing = _chosen(found, key)
    return chosen


def _chosen(rows: tuple[Any, ...], key: str | None) -> Any:
    """The row of that key, the first where none is named. Raises :class:`Refused`."""
    found: Mark | Pivot | Thing | None = next((row for row in rows if key in (None, row.key)), None)
    if found is None:
        there = listed(row.key for row in rows) or fact("common.none")
        raise Refused(fact("measuring.no_such", key=key or ""), fact("measuring.there_are", there=there))
    return found
