"""When everything of a day is: one thing after the other, with conversions between, and fixed times kept or missed."""

from __future__ import annotations

from collections.abc import Callable, Iterator

from msgspec import Struct

from equilix.rig.days import Day, Item

Between = Callable[[str, str], float]
"""How many minutes a conversion from one setup to another takes, by their ids."""


class Span(Struct, frozen=True):
    """An item with its times, minutes of the day. ``late_min``: after its fixed time; of a deadline, missed by."""

    item: Item
    start_min: float
    end_min: float
    late_min: float = 0.0
    conversion_min: float = 0.0
    """Just before it."""

    @property
    def takes(self) -> tuple[tuple[float, float], ...]:
        """From when to when each take is, minutes."""
        step = self.item.take_min + self.item.gap_min
        starts = (self.start_min + number * step for number in range(self.item.takes))
        return tuple((start, start + self.item.take_min) for start in starts)


def schedule(day: Day, between: Between) -> tuple[Span, ...]:
    """The spans of all items, in their order. What comes later than its fixed time begins as soon as it can."""
    return tuple(_spans(day, between))


def _spans(day: Day, between: Between) -> Iterator[Span]:
    now, built = day.begins_min, ""
    for item in day.items:
        if item.kind == "deadline":
            assert item.at_min is not None  # the item has been checked
            yield Span(item, item.at_min, item.at_min, max(now - item.at_min, 0.0))
            continue
        setup = item.setup or "" if item.kind == "scene" else ""
        conversion = between(built, setup) if built and setup and setup != built else 0.0
        ready = now + conversion
        start = ready if item.at_min is None else max(item.at_min, ready)
        late = 0.0 if item.at_min is None else start - item.at_min
        yield Span(item, start, start + item.long_min, late, conversion)
        now = start + item.long_min
        built = setup or built
