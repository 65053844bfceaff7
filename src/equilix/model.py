"""The base of every value that stands in a document, and the kinds of number that it may hold."""

from __future__ import annotations

import os
from typing import Annotated, Any, ClassVar, Self

os.environ.setdefault("PYDANTIC_DISABLE_PLUGINS", "__all__")  # looking for plugins costs a tenth of the start

from pydantic import (
    AfterValidator,
    BaseModel,
    ConfigDict,
    Field,
    SerializerFunctionWrapHandler,
    model_serializer,
)

from equilix.errors import Refused


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
            there = ", ".join(type(self).model_fields)
            raise Refused(f"“{min(unknown)}” cannot be changed", f"There are {there}")
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
        raise ValueError("a direction is three numbers, the largest of them between 0.000001 and 1000000 either way")
    return vector


Direction = Annotated[tuple[float, float, float], AfterValidator(_points_somewhere)]
"""Any length but zero; normalised where it is used."""
