"""`equilix practice FILE`: the course and what was practised; a rig let go for some seconds, and what it does."""

from __future__ import annotations

import argparse
import csv
import io
import json
import math
from collections.abc import Sequence
from datetime import date
from pathlib import Path
from typing import Any, Final

from equilix.analysis import analyse
from equilix.cli.choosing import setup_named
from equilix.cli.writing import write_new
from equilix.demo import lighthouse
from equilix.document import Document
from equilix.edits.practising import keep_practised, remove_practised
from equilix.errors import Refused
from equilix.facts import fact
from equilix.practice.attempt import Attempt
from equilix.practice.exercises import COURSE, EXERCISES, exercise_named, goals_of, own
from equilix.practice.meaning import left_over
from equilix.practice.motors import motors_on
from equilix.practice.practice_words import attempt_words, count_words, motor_words
from equilix.practice.scoring import best_of, best_points, practised
from equilix.practice.stands import STANDS, stands_for
from equilix.store.parsing import open_document
from equilix.store.saving import save
from equilix.units import Display, Quantity, read
from equilix.words.language import say
from equilix.words.telling import tell

PRACTICE_VERSION: Final = 1
FRAME_S: Final = 1 / 60
MOST_S: Final = 600.0


def add_to(commands: Any) -> None:
    """The command's own parser."""
    said = say("a trainer in which the rig really moves: the course, what was practised, a rig that is let go")
    practice = commands.add_parser("practice", help=said, description=said)
    practice.add_argument("file", type=Path)
    practice.add_argument(
        "--exercise", metavar="KEY", help=say("one of the course: {keys}").format(keys=", ".join(EXERCISES))
    )
    practice.add_argument("--setup", metavar="NAME", help=say("a rig of one’s own; name or id"))
    practice.add_argument(
        "--stand", choices=tuple(STANDS), help=say("what it is put on; what it is carried on where absent")
    )
    practice.add_argument(
        "--slide", metavar="WHAT=LENGTH", action="append", default=[], help=say("slide a placement to there; repeated")
    )
    practice.add_argument(
        "--aim",
        metavar="WHAT=ANGLE",
        action="append",
        default=[],
        help=say("turn it by hand first, as tilt=60deg; repeated"),
    )
    practice.add_argument("--lock", metavar="WHAT", action="append", default=[], help=say("lock an axis; repeated"))
    practice.add_argument("--tip", metavar="ANGLE", help=say("tip the handle forward"))
    practice.add_argument("--push", metavar="WHAT", help=say("tap it so that it turns"))
    practice.add_argument("--seconds", type=float, default=0.0, help=say("let go and look so long"))
    practice.add_argument("--csv", metavar="FILE", type=Path, help=say("write how it moved there as a table"))
    practice.add_argument("--hint", action="store_true", help=say("ask for a hint"))
    practice.add_argument("--count", action="store_true", help=say("count it, and tell what the symptoms meant"))
    practice.add_argument("--remove", metavar="ID", help=say("take an attempt out of the notebook"))
    practice.add_argument(
        "--save", metavar="FILE", type=Path, help=say("write the document there, with what was counted")
    )
    practice.add_argument("--json", action="store_true", help=say("versioned JSON, see docs/report.md"))
    units = say("of all texts; those of the document where absent")
    practice.add_argument("--units", choices=("metric", "us"), help=units)


def run(options: argparse.Namespace) -> None:
    """Carry the command out."""
    document = open_document(options.file)
    display: Display = options.units or document.display
    if options.remove is not None:
        document = remove_practised(document, options.remove)
    if options.exercise is None and options.setup is None:
        found: dict[str, Any] = _course(document, display)
        lines = found.pop("lines")
    else:
        attempt = _attempt(document, options)
        if options.count and not attempt.counts:
            raise Refused(
                fact("practice.nothing_to_count", stand=STANDS[attempt.exercise.stand].title),
                fact("practice.count_others"),
            )
        found, lines = _worked(attempt, options, display)
        if options.count:
            found["counted"], more = _counted(attempt, display)
            lines += more
            carried = document.setup_named(options.setup)  # the rig itself, or with an exercise the one that is open
            who = document.operator_of(carried).id if carried and document.operators else None
            kept = practised(attempt.exercise, attempt.analysis, attempt.counted, date.today(), who)
            document = keep_practised(document, kept)
    if options.save is not None:
        save(document, options.save)
    if options.json:
        print(json.dumps({"practice_version": PRACTICE_VERSION, **found}, indent=1, ensure_ascii=False))
        return
    for line in lines:
        print(line)


def _course(document: Document, display: Display) -> dict[str, Any]:
    """All exercises with what was best in each, then all attempts."""
    best = best_points(document.practised)
    titles = {each.key: tell(each.title, display) for each in COURSE}
    lines = [
        f"{number:2d} {key:10s} {title}" + (f": {best[key]}" if key in best else "")
        for number, (key, title) in enumerate(titles.items(), 1)
    ]
    lines += [tell(attempt_words(each), display) for each in document.practised]
    return {
        "lines": lines,
        "course": [{"key": key, "title": title, "best": best.get(key)} for key, title in titles.items()],
        "practised": [
            {"id": each.id, "day": each.day, "exercise": each.exercise, "setup": each.setup, "seconds": each.seconds,
             "off": each.off, "best": each.best, "in_order": each.in_order, "hints": each.hints, "points": each.points}
            for each in document.practised
        ],
    }  # fmt: skip


def _attempt(document: Document, options: argparse.Namespace) -> Attempt:
    """The exercise or the rig that was asked for, as the command line leaves it. Raises :class:`Refused`."""
    if options.exercise is not None:
        exercise = exercise_named(options.exercise)
        attempt = Attempt(exercise, lighthouse())
    else:
        setup = setup_named(document, options.setup)
        there = stands_for(analyse(document, setup))
        if not there:
            raise Refused(
                fact("practice.cannot_stand", setup=setup.name, stand=STANDS["table"].title), STANDS["table"].needs
            )
        attempt = Attempt(own(setup.id, options.stand or there[0]), document)
    trainer = attempt.trainer
    for each in options.slide:
        key, to_m = _told(each, "length")
        trainer.loosen(key)
        trainer.slide(key, to_m)
        trainer.clamp(key)
    for key in options.lock:
        trainer.lock(key, True)
    if options.tip is not None:
        trainer.tip(read(options.tip, "angle"), 0.0)
    for each in options.aim:
        key, by_rad = _told(each, "angle")
        trainer.aim(key, by_rad)
    return attempt


def _told(text: str, quantity: Quantity) -> tuple[str, float]:
    key, _, figure = text.partition("=")
    return key, read(figure, quantity)


def _worked(attempt: Attempt, options: argparse.Namespace, display: Display) -> tuple[dict[str, Any], list[str]]:
    """Let go for so long, and what was seen."""
    trainer = attempt.trainer
    if not 0.0 <= options.seconds <= MOST_S:
        raise Refused(fact("practice.no_time"), fact("practice.time_allowed"))
    names = [each.key for each in trainer.rigged.turnables]
    rows: list[list[float]] = []
    lines = [f"{tell(attempt.exercise.title, display)}: {tell(attempt.task, display)}"]
    if options.seconds:
        trainer.let_go()
        if options.push is not None:
            trainer.push(options.push, 1.0)
        for frame in range(round(options.seconds / FRAME_S) + 1):
            angles = [trainer.angle_rad(each) for each in trainer.rigged.turnables]
            rows.append([round(frame * FRAME_S, 4), *(round(math.degrees(each), 4) for each in angles)])
            trainer.advance(FRAME_S)
        ended = ", ".join(f"{name} {value:.1f}°" for name, value in zip(names, rows[-1][1:], strict=True))
        how = say("hands caught it") if trainer.caught else say("it stands") if trainer.still else say("it moves")
        lines.append(f"{ended}; {how}")
    if options.csv is not None:
        write_new(options.csv, _table(["s", *names], rows).encode())
    if options.hint:
        lines.append(tell(attempt.hint(), display))
    marks = [
        {"key": each.key, "name": each.name, "at_m": trainer.slide_m(each.key), "reads_m": attempt.reads_m(each.key)}
        for each in trainer.tracks
    ]
    found = {
        "exercise": attempt.exercise.key, "setup": attempt.exercise.setup, "stand": attempt.exercise.stand,
        "angles_deg": dict(zip(names, rows[-1][1:], strict=True)) if rows else {}, "still": trainer.still,
        "caught": trainer.caught, "tracks": marks,
    }  # fmt: skip
    return found, lines


def _counted(attempt: Attempt, display: Display) -> tuple[dict[str, Any], list[str]]:
    attempt.best = best_of(attempt.start, attempt.exercise)
    counted = attempt.counted
    lines = [tell(each, display) for each in count_words(counted)]
    lines += [
        f"{tell(each.title, display)}: {tell(each.seen, display)}. {tell(each.means, display)}"
        for each in attempt.symptoms
    ]
    lines += [tell(each, display) for each in left_over(goals_of(attempt.exercise, attempt.analysis))]
    lines.append(tell(attempt.exercise.after, display))
    motors = motors_on(attempt.analysis) if attempt.motors_come_on else None
    if motors is not None:
        lines += [tell(each, display) for each in motor_words(motors)]
    found = {
        "points": counted.points, "off": counted.off, "best": counted.best, "near": counted.near,
        "in_order": counted.in_order, "in_time": counted.in_time, "hints": counted.hints,
        "motors": [] if motors is None else [
            {"axis": each.name, "level": each.level, "worst": each.worst, "shake_rad": each.shake_rad}
            for each in motors.motors
        ],
    }  # fmt: skip
    return found, lines


def _table(head: Sequence[str], rows: Sequence[Sequence[float]]) -> str:
    out = io.StringIO()
    writer = csv.writer(out)
    writer.writerow(head)
    writer.writerows(rows)
    return out.getvalue()
