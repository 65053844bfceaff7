"""`equilix notebook FILE`: outings written down, looked up, taken over and given out; what they tell and remind of."""

from __future__ import annotations

import argparse
import json
from datetime import date
from pathlib import Path
from typing import Any, Final

from pydantic_core import ValidationError

from equilix.analysis import analyse
from equilix.body.operators import Operator
from equilix.body.outings import TROUBLES, Faulty, Felt, Outing
from equilix.cli.choosing import part_named, setup_named
from equilix.cli.writing import write_new
from equilix.document import Document
from equilix.edits.outings import believe_notebook, forget_notebook, keep_outings, see_to, without_notebook
from equilix.edits.sound import refused_by
from equilix.errors import Refused
from equilix.exchange.outings import as_table, read_table
from equilix.exchange.typed_table import problem_words
from equilix.facts import fact, listed
from equilix.keys import REGIONS, Joint, RegionKey, Side
from equilix.notebook.compare import averages
from equilix.notebook.entry import outing_today
from equilix.notebook.notebook_words import (
    carried_words,
    day_words,
    felt_words,
    lasts_words,
    off_words,
    region_words,
    told_of,
    way_words,
)
from equilix.notebook.refit import JOINTS, Band, refit
from equilix.notebook.reminders import reminders
from equilix.notebook.search import found
from equilix.report.notebook import as_markdown
from equilix.store.parsing import open_document
from equilix.store.saving import save
from equilix.units import Display
from equilix.words.language import say
from equilix.words.telling import tell

NOTEBOOK_VERSION: Final = 1


def add_to(commands: Any) -> None:
    """The command's own parser."""
    said = say("what was carried and how it felt: written down, looked up, what it tells of strength and endurance")
    notebook = commands.add_parser("notebook", help=said, description=said)
    notebook.add_argument("file", type=Path)
    notebook.add_argument("--search", metavar="WORDS", default="", help=say("only outings in which all of them stand"))
    notebook.add_argument("--add", metavar="SETUP", help=say("write an outing with this setup down"))
    notebook.add_argument("--day", metavar="DAY", help=say("its day, as 2026-10-14; today where absent"))
    notebook.add_argument("--place", default="", help=say("where it was"))
    notebook.add_argument("--takes", type=int, default=1, help=say("how often it was carried"))
    notebook.add_argument("--minutes", type=float, default=0.0, help=say("how long each time"))
    notebook.add_argument("--rest", type=float, default=0.0, help=say("minutes between two of them"))
    said = say("how much a region hurt, as “right shoulder=4”; repeated; “nothing” where nothing did")
    notebook.add_argument("--felt", metavar="REGION=SCORE", action="append", default=[], help=said)
    notebook.add_argument("--gave-out", metavar="JOINT", help=say("what ended the last take, as “left shoulder”"))
    said = say("a part that was in trouble, as “bridge=loose”; repeated")
    notebook.add_argument("--trouble", metavar="PART=HOW", action="append", default=[], help=said)
    notebook.add_argument("--note", default="", help=say("what else there is to be kept"))
    notebook.add_argument("--seen-to", metavar="PART=HOW", help=say("it has been tightened, mended or replaced"))
    notebook.add_argument("--correct", metavar="OPERATOR", help=say("use what the notebook says of this operator"))
    notebook.add_argument("--forget", metavar="OPERATOR", help=say("go back to what was stated of this operator"))
    notebook.add_argument("--import", dest="table", metavar="FILE", type=Path, help=say("take a table of outings over"))
    notebook.add_argument("--csv", metavar="FILE", type=Path, help=say("write all outings there as a table"))
    notebook.add_argument("--markdown", metavar="FILE", type=Path, help=say("write the outings there to be read"))
    notebook.add_argument("--without", action="store_true", help=say("save the document without its notebook"))
    notebook.add_argument("--save", metavar="FILE", type=Path, help=say("write the document there"))
    notebook.add_argument("--json", action="store_true", help=say("versioned JSON, see docs/report.md"))
    units = say("of all texts; those of the document where absent")
    notebook.add_argument("--units", choices=("metric", "us"), help=units)


def run(options: argparse.Namespace) -> None:
    """Carry the command out."""
    document = open_document(options.file)
    display: Display = options.units or document.display
    document = _edited(document, options, display)
    shown = found(document.outings, document.operators_by_id, options.search, lambda each: tell(each, display))
    if options.csv is not None:
        write_new(options.csv, as_table(document).encode())
    if options.markdown is not None:
        write_new(options.markdown, as_markdown(document, shown, display).encode())
    if options.save is not None:
        save(without_notebook(document) if options.without else document, options.save)
    if options.json:
        print(json.dumps(_json(document, shown, display), indent=1, ensure_ascii=False))
        return
    for each in shown:
        print(_line(document, each, display))
    for operator in document.operators:
        fitted = refit(operator, document.outings)
        for joint in told_of(fitted):
            print(tell(lasts_words(fitted, joint), display))
        for row in off_words(averages(document.outings, operator)):
            print(f"  {tell(row, display)}")
    for reminder in reminders(document, date.today()):
        print(f"{tell(reminder.said, display)}. {tell(reminder.todo, display)}")


def _edited(document: Document, options: argparse.Namespace, display: Display) -> Document:
    """The document with all that the command line tells. Raises :class:`Refused`."""
    if options.table is not None:
        told, unread = read_table(document, options.table)
        if unread and not told:
            raise Refused(problem_words(unread), fact("notebook.see_manual"))
        document = keep_outings(document, told)
        print(tell(fact("notebook.taken_over", count=len(told)), display))
        for row in unread:
            print(f"▲ {tell(problem_words([row]), display)}")
    if options.add is not None:
        document = keep_outings(document, [_written(document, options)])
    if options.seen_to is not None:
        part, how = _trouble(document, options.seen_to)
        document = see_to(document, part.part, how)
    if options.correct is not None:
        document = _corrected(document, _operator(document, options.correct))
    if options.forget is not None:
        document = forget_notebook(document, _operator(document, options.forget).id)
    return document


def _line(document: Document, outing: Outing, display: Display) -> str:
    operator = document.operators_by_id.get(outing.operator or "")
    pieces = (
        day_words(outing.on), outing.setup, outing.place, way_words(outing.way),
        "" if operator is None else operator.name, carried_words(outing), felt_words(outing),
    )  # fmt: skip
    return tell(listed(pieces, "semicolon"), display)


def _json(document: Document, shown: tuple[Outing, ...], display: Display) -> dict[str, Any]:
    operators = []
    for operator in document.operators:
        fitted = refit(operator, document.outings)
        operators.append({
            "id": operator.id, "outings": fitted.outings, "endurance": _band(fitted.endurance),
            "strength": {joint: _band(fitted.strength(joint)) for joint in JOINTS},
            "lasts": {joint: _band(fitted.lasts(joint)) for joint in JOINTS},
            "felt": [
                {"way": row.way, "region": row.region[0], "side": row.region[1], "predicted": row.predicted,
                 "felt": row.felt, "outings": row.count}
                for row in averages(document.outings, operator)
            ],
        })  # fmt: skip
    return {
        "notebook_version": NOTEBOOK_VERSION,
        "outings": [
            {"id": each.id, "day": each.day, "place": each.place, "setup": each.setup, "way": each.way,
             "operator": each.operator, "takes": each.takes, "take_min": each.take_min, "rest_min": each.rest_min,
             "felt": None if each.felt is None else [
                 {"region": one.region, "side": one.side, "score": one.score} for one in each.felt
             ],
             "words": _line(document, each, display)}
            for each in shown
        ],
        "operators": operators,
        "reminders": [
            {"about": each.about, "part": each.part, "open": each.open, "said": tell(each.said, display),
             "todo": tell(each.todo, display)}
            for each in reminders(document, date.today())
        ],
    }  # fmt: skip


def _band(band: Band) -> dict[str, float]:
    return {"value": band.value, "low": band.low, "high": band.high, "narrower": band.narrower}


def _operator(document: Document, name: str) -> Operator:
    found = next((each for each in document.operators if name.casefold() in (each.id, each.name.casefold())), None)
    if found is None:
        raise Refused(fact("notebook.no_operator", name=name), fact("kit_edits.name_one_document"))
    return found


def _corrected(document: Document, operator: Operator) -> Document:
    fitted = refit(operator, document.outings)
    told: dict[Joint, float] = {joint: fitted.strength(joint).value for joint in told_of(fitted)}
    if not told:
        raise Refused(fact("notebook.no_outings_of", name=operator.name), fact("notebook.write_one_down"))
    return believe_notebook(document, operator.id, told, fitted.endurance.value)


def _written(document: Document, options: argparse.Namespace) -> Outing:
    """The outing that the command line tells. Raises :class:`Refused`."""
    setup = setup_named(document, options.add)
    try:
        day = date.fromisoformat(options.day) if options.day else date.today()
    except ValueError:
        raise Refused(fact("notebook.no_day", day=options.day), fact("notebook.write_day")) from None
    bare = outing_today(analyse(document, setup), day, document.operator_of(setup).id)
    felt: tuple[Felt, ...] | None = None
    if options.felt:
        felt = () if options.felt == ["nothing"] else tuple(map(_felt, options.felt))
    gave_out: Joint | None = None
    side: Side = ""
    if options.gave_out is not None:
        keys = {tell(bore.key): bore.key for bore in bare.bore}
        if options.gave_out not in keys:
            there = fact("measuring.there_are", there=listed(keys))
            raise Refused(fact("notebook.no_joint", text=options.gave_out), there)
        gave_out, side = keys[options.gave_out]
    known = document.operators_by_id.keys()
    try:
        return bare.changed(
            operator=bare.operator if bare.operator in known else None, place=options.place, takes=options.takes,
            take_min=options.minutes, rest_min=options.rest, felt=felt, gave_out=gave_out, gave_out_side=side,
            faulty=tuple(_trouble(document, each)[0] for each in options.trouble), note=options.note,
        )  # fmt: skip
    except ValidationError as error:
        raise refused_by(error) from error


def _felt(text: str) -> Felt:
    """A score of a region, by its name in the language that is spoken."""
    where, _, score = text.partition("=")
    keys: dict[str, RegionKey] = {tell(region_words(key)): key for key in REGIONS}
    key = keys.get(where.strip())
    if key is None or not score.strip().isdecimal():
        raise Refused(fact("notebook.no_felt", text=text), fact("notebook.write_felt", there=listed(keys)))
    try:
        return Felt(region=key[0], side=key[1], score=int(score))
    except ValidationError as error:
        raise refused_by(error) from error


def _trouble(document: Document, text: str) -> tuple[Faulty, Any]:
    """A part that was in trouble, and how. Raises :class:`Refused`."""
    name, _, how = text.partition("=")
    part = part_named(document, name.strip())
    if how.strip() not in TROUBLES:
        raise Refused(fact("notebook.no_how", text=how, there=listed(TROUBLES)), fact("notebook.write_how"))
    return Faulty(part=part.id, name=part.name, how=how.strip()), how.strip()  # type: ignore[arg-type]
