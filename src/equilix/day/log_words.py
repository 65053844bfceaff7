"""What is said of what happened on a day."""

from __future__ import annotations

from equilix.day.day_words import item_words
from equilix.document import Document
from equilix.facts import Sayable, fact
from equilix.notebook.notebook_words import region_words
from equilix.rig.days import Day
from equilix.rig.events import Event


def event_words(document: Document, day: Day, event: Event) -> Sayable:
    """An entry of the log, without its time."""
    item = next((each for each in day.items if each.id == event.item), None)
    what: Sayable = fact("log.gone") if item is None else item_words(item, document)
    part = document.parts_by_id.get(event.part or "")
    if event.felt is not None:
        return fact("log.hurts", region=region_words(event.felt), score=event.score)
    scene = "start" if item is None or item.kind == "scene" else "begins"
    key = scene if event.kind == "start" else event.kind
    return fact(f"log.{key}", what=what, part=event.part or "" if part is None else part.name)
