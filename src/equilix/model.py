"""The base of every value that stands in a document, and the kinds of number that it may hold."""

from __future__ import annotations

import os
from typing import Annotated, Any, ClassVar, Final, Self

os.environ.setdefault("PYDANTIC_DISABLE_PLUGINS", "__all__")  # looking for plugins costs a tenth of the start

from pydantic import (
    AfterValidator,
    BaseModel,
    ConfigDict,
    Field,
    SerializerFunctionWrapHandler,
    model_serializer,
)
from pydantic_core import ErrorDetails

from equilix.errors import Invalid, Refused
from equilix.facts import Sayable, fact, general, listed

_LIMITS: Final = {
    "greater_than_equal": "ge", "greater_than": "gt", "less_than_equal": "le", "less_than": "lt",
    "string_too_short": "min_length", "string_too_long": "max_length",
    "too_short": "min_length", "too_long": "max_length",
}  # fmt: skip
"""The kinds of fault that pydantic finds and that have a limit, and how it calls that."""
_TYPES: Final = frozenset({
    "finite_number", "float_type", "float_parsing", "int_type", "int_parsing", "int_from_float", "string_type",
    "missing", "bool_type", "bool_parsing", "tuple_type", "list_type", "dict_type", "model_type",
})  # fmt: skip


def problem_of(detail: ErrorDetails) -> Sayable:
    """What is wrong with a value, of what pydantic found."""
    kind, more = detail["type"], detail.get("ctx", {})
    known = more.get("error")
    if isinstance(known, Invalid):
        return known.said
    if kind in _LIMITS:
        return fact(f"invalid.{kind}", limit=general(float(more[_LIMITS[kind]])))
    if kind == "literal_error":
        return fact("invalid.literal_error", allowed=str(more["expected"]))
    return fact(f"invalid.{kind}") if kind in _TYPES else detail["msg"]


class Model(BaseModel):
    """A frozen value. Keys that this version does not know are kept and written back.

    Change a value with :meth:`changed`, never with ``model_copy``: that one skips validation and would
    carry over what ``cached_property`` has remembered.
    """

    model_config = ConfigDict(frozen=True, extra="allow", allow_inf_nan=False, str_strip_whitespace=True)

    def changed(self, **updates: Any) -> Self:
        """A validated copy with some fields replaced; keys of other versions are kept.

        Raises ``pydantic.ValidationError``, and :class:`~equilix.errors.Refused` for a name that is no field.
        """
        unknown = updates.keys() - type(self).model_fields.keys()
        if unknown:
            there = listed(type(self).model_fields)
            raise Refused(fact("model.cannot_changed", unknown=min(unknown)), fact("model.there_are", there=there))
        fields = {name: getattr(self, name) for name in self.model_fields_set}
        return type(self).model_validate({**fields, **(self.model_extra or {}), **updates})

    def __eq__(self, other: object) -> bool:
        """Equal fields make equal values; pydantic would also compare what ``cached_property`` has remembered."""
        if self is other:
            return True
        if type(self) is not type(other):
            return NotImplemented
        mine, its = self.__dict__, other.__dict__
        same = all(mine[name] == its[name] for name in type(self).model_fields)
        return same and (self.model_extra or {}) == (other.model_extra or {})

    __hash__ = None  # type: ignore[assignment]


class Tagged(Model):
    """One of several kinds of value, told apart by the field ``TAG``, which is written although it is a default."""

    TAG: ClassVar[str]

    @model_serializer(mode="wrap")
    def _with_tag(self, write: SerializerFunctionWrapHandler) -> dict[str, Any]:
        return {self.TAG: getattr(self, self.TAG), **write(self)}


Identifier = Annotated[str, Field(min_length=1, max_length=80)]
Name = Annotated[str, Field(min_length=1, max_length=120)]
Mass = Annotated[float, Field(ge=0.0001, le=200.0)]
"""kg; from a tenth of a gram to 200 kg."""
Length = Annotated[float, Field(ge=0.0001, le=10.0)]
"""m; from a tenth of a millimetre to 10 m."""
Coordinate = Annotated[float, Field(ge=-10.0, le=10.0)]
"""m; within 10 m of the origin."""
Angle = Annotated[float, Field(ge=-6.2831853072, le=6.2831853072)]
"""rad; at most one turn each way."""
Position = tuple[Coordinate, Coordinate, Coordinate]
"""m: forward, left, up."""


def _points_somewhere(vector: tuple[float, float, float]) -> tuple[float, float, float]:
    longest = max(map(abs, vector))
    if not 1e-6 <= longest <= 1e6:
        raise Invalid(fact("model.direction_three_numbers_largest"))
    return vector


Direction = Annotated[tuple[float, float, float], AfterValidator(_points_somewhere)]
"""Any length but zero; normalised where it is used."""
