"""The base of every value that stands in a document, and the kinds of number that it may hold."""

from __future__ import annotations

import inspect
from collections.abc import Callable, Mapping
from typing import Annotated, Any, ClassVar, Final, Self, dataclass_transform

from pydantic_core import ErrorDetails, SchemaSerializer, SchemaValidator

from equilix.errors import Invalid, Refused
from equilix.facts import Sayable, fact, general, listed
from equilix.schema import CONFIG, Field, Limits, schema_of

_LIMITS: Final = {
    "greater_than_equal": "ge", "greater_than": "gt", "less_than_equal": "le", "less_than": "lt",
    "string_too_short": "min_length", "string_too_long": "max_length",
    "too_short": "min_length", "too_long": "max_length",
}  # fmt: skip
"""The kinds of fault that pydantic-core finds and that have a limit, and how it calls that."""
_TYPES: Final = frozenset({
    "finite_number", "float_type", "float_parsing", "int_type", "int_parsing", "int_from_float", "string_type",
    "missing", "bool_type", "bool_parsing", "tuple_type", "list_type", "dict_type", "model_type",
})  # fmt: skip


def problem_of(detail: ErrorDetails) -> Sayable:
    """What is wrong with a value, of what pydantic-core found."""
    kind, more = detail["type"], detail.get("ctx", {})
    known = more.get("error")
    if isinstance(known, Invalid):
        return known.said
    if kind in _LIMITS:
        return fact(f"invalid.{kind}", limit=general(float(more[_LIMITS[kind]])))
    if kind == "literal_error":
        return fact("invalid.literal_error", allowed=str(more["expected"]))
    return fact(f"invalid.{kind}") if kind in _TYPES else detail["msg"]


def field(*, default: Any = ..., default_factory: Callable[[], Any] | None = None, description: str) -> Any:
    """A field of a model with words that say what it is for."""
    return Field(default, default_factory, description)


@dataclass_transform(kw_only_default=True, frozen_default=True, field_specifiers=(field,))
class Model:
    """A frozen value of a document. Keys that this version does not know are kept and written back.

    A field is an annotation, with its default where it has one; what stands there is read and checked by its type
    (:mod:`equilix.schema`). Raises ``ValidationError`` with all that is wrong.
    """

    __slots__ = ("__dict__", "__pydantic_extra__", "__pydantic_fields_set__", "__pydantic_private__")  # pydantic-core's
    model_config: ClassVar = {"extra": CONFIG["extra_fields_behavior"]}  # the JSON schema reads it
    __pydantic_extra__: dict[str, Any] | None
    __pydantic_fields_set__: set[str]
    FIELDS: ClassVar[Mapping[str, Field]] = {}
    """The fields by name, in the order in which they are written."""

    def __init_subclass__(cls) -> None:
        names = [name for name in inspect.get_annotations(cls) if not name.isupper()]
        given = {name: cls.__dict__.get(name, ...) for name in names}
        own = {name: value if isinstance(value, Field) else Field(value) for name, value in given.items()}
        cls.FIELDS = {**cls.FIELDS, **own}
        for name in own.keys() & cls.__dict__.keys():
            delattr(cls, name)  # a field is found in the value alone

    def __init__(self, /, **values: Any) -> None:
        """Raises ``ValidationError`` for what the fields do not take."""
        validator_of(type(self)).validate_python(values, self_instance=self)

    def check(self) -> None:
        """Raise :class:`~equilix.errors.Invalid` where the fields contradict each other."""

    @classmethod
    def read(cls, data: object) -> Self:
        """The value that stands in data of a file. Raises ``ValidationError``."""
        value = validator_of(cls).validate_python(data)
        assert isinstance(value, cls)
        return value

    def changed(self, **updates: Any) -> Self:
        """A validated copy with some fields replaced; keys of other versions are kept.

        Raises ``ValidationError``, and :class:`~equilix.errors.Refused` for a name that is no field.
        """
        unknown = updates.keys() - self.FIELDS.keys()
        if unknown:
            there = listed(self.FIELDS)
            raise Refused(fact("model.cannot_changed", unknown=min(unknown)), fact("model.there_are", there=there))
        return type(self)(**{**{name: getattr(self, name) for name in self.given}, **self.others, **updates})

    @property
    def given(self) -> list[str]:
        """The fields that were given, in their order: not left at their defaults."""
        return [name for name in self.FIELDS if name in self.__pydantic_fields_set__]

    @property
    def others(self) -> dict[str, Any]:
        """Keys that this version does not know, with their values."""
        return self.__pydantic_extra__ or {}

    def __setattr__(self, name: str, value: object) -> None:
        raise AttributeError(f"{type(self).__name__} is frozen: make a changed one")

    def __deepcopy__(self, _: object) -> Self:
        """Itself: a frozen value needs no copy. pydantic-core asks where a value is the default of a field."""
        return self

    def __eq__(self, other: object) -> bool:
        """Equal fields make equal values, whatever ``cached_property`` has remembered."""
        if self is other:
            return True
        if type(self) is not type(other):
            return NotImplemented
        assert isinstance(other, Model)
        mine, its = self.__dict__, other.__dict__
        return all(mine[name] == its[name] for name in self.FIELDS) and self.others == other.others

    __hash__ = None  # type: ignore[assignment]

    def __repr__(self) -> str:
        return f"{type(self).__name__}({', '.join(f'{name}={getattr(self, name)!r}' for name in self.FIELDS)})"


_VALIDATORS: Final[dict[type[Any], SchemaValidator]] = {}
_SERIALIZERS: Final[dict[type[Any], SchemaSerializer]] = {}


def validator_of(model: type[Model]) -> SchemaValidator:
    """What reads and checks the values of a model; made when the first one is."""
    if model not in _VALIDATORS:
        _VALIDATORS[model] = SchemaValidator(schema_of(model))
    return _VALIDATORS[model]


def serializer_of(model: type[Model]) -> SchemaSerializer:
    """What writes the values of a model."""
    if model not in _SERIALIZERS:
        _SERIALIZERS[model] = SchemaSerializer(schema_of(model))
    return _SERIALIZERS[model]


class Tagged(Model):
    """One of several kinds of value, told apart by the field ``TAG``, which is written first."""

    TAG: ClassVar[str]

    def __init_subclass__(cls) -> None:
        super().__init_subclass__()
        if cls.TAG in cls.FIELDS:
            cls.FIELDS = {cls.TAG: cls.FIELDS[cls.TAG], **cls.FIELDS}


Identifier = Annotated[str, Limits(min_length=1, max_length=80)]
Name = Annotated[str, Limits(min_length=1, max_length=120)]
Mass = Annotated[float, Limits(ge=0.0001, le=200.0)]
"""kg; from a tenth of a gram to 200 kg."""
Length = Annotated[float, Limits(ge=0.0001, le=10.0)]
"""m; from a tenth of a millimetre to 10 m."""
Coordinate = Annotated[float, Limits(ge=-10.0, le=10.0)]
"""m; within 10 m of the origin."""
Angle = Annotated[float, Limits(ge=-6.2831853072, le=6.2831853072)]
"""rad; at most one turn each way."""
Position = tuple[Coordinate, Coordinate, Coordinate]
"""m: forward, left, up."""


def _points_somewhere(vector: tuple[float, float, float]) -> tuple[float, float, float]:
    longest = max(map(abs, vector))
    if not 1e-6 <= longest <= 1e6:
        raise Invalid(fact("model.direction_three_numbers_largest"))
    return vector


Direction = Annotated[tuple[float, float, float], _points_somewhere]
"""Any length but zero; normalised where it is used."""
