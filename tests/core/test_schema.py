"""What a field takes is what pydantic takes for the same type: its own derivation of a schema is the reference."""

from __future__ import annotations

import math
import unittest
from collections.abc import Callable, Iterator
from typing import Annotated, Any, Literal, get_args, get_origin

from pydantic import ConfigDict, Field, ValidationError, create_model

from equilix.errors import Invalid
from equilix.facts import fact
from equilix.model import Model, field
from equilix.schema import Limits, types_of
from tests.core.test_frozen_defaults import models
from tests.told import invalid

CONFIG = ConfigDict(allow_inf_nan=False, str_strip_whitespace=True)
STRANGE = (
    None, True, False, 0, 1, -1, 3, 10**30, 0.0, -0.0, 0.5, 1e-9, 1e300, math.nan, math.inf, -math.inf, "", " ", " a ",
    "1", "1.5", "x" * 200, "male", "vest", "both", "chest", (), [], [1], (1, 2), (1, 2, 3), [1.0, 2.0, 3.0],
    ("hip",), ["hip"] * 5, (1, 2, 3, 4), {}, {"a": 1.0}, {"a": -1.0}, {1: 2.0}, b"1", object(),
)  # fmt: skip
"""Handed to every field of every model."""


def near(limit: float) -> tuple[float, ...]:
    """A limit and its next neighbours."""
    return limit, math.nextafter(limit, math.inf), math.nextafter(limit, -math.inf)


def pydantics(hint: Any) -> Any:
    """The same type in pydantic's own words; raises LookupError for one that holds models."""
    if isinstance(hint, type) and issubclass(hint, Model):
        raise LookupError
    inside = get_args(hint)
    if get_origin(hint) is Annotated:
        kept = {k: v for each in hint.__metadata__ if isinstance(each, Limits) for k, v in each._asdict().items()}
        if not kept:
            raise LookupError
        return Annotated[pydantics(inside[0]), Field(**{k: v for k, v in kept.items() if v is not None})]
    if get_origin(hint) is Literal or not inside:
        return hint
    each = [one if one is ... or one is type(None) else pydantics(one) for one in inside]
    if get_origin(hint) in (tuple, dict):
        return get_origin(hint)[tuple(each)]
    made = each[0]
    for one in each[1:]:
        made = made | one
    return made


def limits(hint: Any) -> Iterator[float]:
    """Every limit of number or length within a type."""
    for each in getattr(hint, "__metadata__", ()):
        if isinstance(each, Limits):
            yield from (limit for limit in each if limit is not None)
    for inside in get_args(hint):
        yield from limits(inside)


def verdict(read: Callable[[object], Any], value: object) -> object:
    """What becomes of a value in a field; the kinds of fault and their places, where it is refused."""
    try:
        return repr(read({"it": value}).it)
    except ValidationError as error:
        return [(each["type"], each["loc"]) for each in error.errors()]


class Fields(unittest.TestCase):
    """Every field of the document, against pydantic."""

    def test_same_values_and_same_faults(self) -> None:
        """Odd values, every limit with its neighbours, texts and lists just too long: alike in value and in fault."""
        tried = 0
        for model in models():
            if not model.__module__.startswith("equilix."):
                continue
            for name, hint in types_of(model).items():
                if name not in model.FIELDS:
                    continue
                try:
                    theirs = create_model("One", __config__=CONFIG, it=(pydantics(hint), ...)).model_validate
                except LookupError:
                    continue
                ours = type("One", (Model,), {"__annotations__": {"it": hint}, "__module__": __name__}).read
                steps = [each for limit in limits(hint) for each in near(limit)]
                sizes = [int(limit) for limit in limits(hint) if 1 <= limit <= 100]
                texts = [text for n in sizes for text in ("y" * n, "y" * (n + 1), "y" * (n - 1))]
                rows = [row for step in steps for row in ((step,), (step, step), (step, step, step))]
                for value in (*STRANGE, *steps, *texts, *rows, *({"k": step} for step in steps)):
                    tried += 1
                    self.assertEqual(verdict(ours, value), verdict(theirs, value), (model, name, value))
        self.assertGreater(tried, 5000)


class Kinds(unittest.TestCase):
    """What a document has not had yet."""

    def test_a_type_that_is_not_known_is_refused_at_once(self) -> None:
        """A field of sets: said where the model is made, not where a file is read."""

        class Odd(Model):
            them: set[int] = set()  # noqa: RUF012

        with self.assertRaisesRegex(TypeError, "no document has a"):
            Odd()

    def test_contradictions_are_asked_for_after_the_fields(self) -> None:
        """Only where each field by itself is right, in what was read and in what was made; described fields too."""

        class Range(Model):
            least: Annotated[int, Limits(ge=0)]
            most: int = field(default=5, description="The end.")

            def check(self) -> None:
                if self.most < self.least:
                    raise Invalid(fact("mounts.track_end_m_before"))

        with invalid(self, "before"):
            Range(least=6)
        with invalid(self, "before"):
            Range.read({"least": 2, "most": 1})
        with invalid(self, "0"):
            Range(least=-1, most=-5)
        self.assertEqual((Range(least=5).most, Range(least=5).given), (5, ["least"]))

    def test_frozen(self) -> None:
        """Nothing of a value is set, and it has no field that was not declared."""

        class Plain(Model):
            a: int = 1

        with self.assertRaisesRegex(AttributeError, "frozen"):
            Plain().a = 2  # type: ignore[misc]
        self.assertFalse(hasattr(Plain, "a"))
        self.assertEqual(repr(Plain(a=3)), "Plain(a=3)")
        self.assertEqual(Plain.read({"a": 3, "self": 4}).changed(a=5).others, {"self": 4})


if __name__ == "__main__":
    unittest.main()
