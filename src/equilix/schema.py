"""From the types of a model's fields to the schema that reads and writes it.

pydantic-core reads and writes; what it needs is a schema in its own terms. pydantic derives one from the same types,
and takes a fifth of a start for that: so it is derived here, for the few types that a document is made of.
"""

from __future__ import annotations

import inspect
from collections.abc import Callable, Mapping
from types import NoneType, UnionType
from typing import Annotated, Any, ClassVar, Final, Literal, NamedTuple, Protocol, Union, get_args, get_origin

from pydantic_core import CoreConfig, CoreSchema, core_schema


class Limits(NamedTuple):
    """What a number may be, or how long a text or a list; stands in ``Annotated`` beside its type."""

    ge: float | None = None
    gt: float | None = None
    le: float | None = None
    lt: float | None = None
    min_length: int | None = None
    max_length: int | None = None


class ToldBy(NamedTuple):
    """The field by which several kinds of value are told apart; stands in ``Annotated`` beside their union."""

    field: str


class Field(NamedTuple):
    """What a field is where nothing is given, and what it is for. ``...`` as the default: something must be given."""

    default: Any = ...
    default_factory: Callable[[], Any] | None = None
    description: str = ""

    @property
    def required(self) -> bool:
        """Whether something must be given."""
        return self.default is ... and self.default_factory is None

    def value(self) -> Any:
        """What it is where nothing is given."""
        return self.default_factory() if self.default_factory else self.default


class Described(Protocol):
    """A class whose fields are known, as a model's are."""

    FIELDS: ClassVar[Mapping[str, Field]]


CONFIG: Final = CoreConfig(extra_fields_behavior="allow", allow_inf_nan=False, str_strip_whitespace=True)
_PLAIN: Final[dict[Any, Callable[..., CoreSchema]]] = {
    float: core_schema.float_schema, int: core_schema.int_schema, str: core_schema.str_schema,
    bool: core_schema.bool_schema,
}  # fmt: skip


_DERIVED: Final[dict[type, CoreSchema]] = {}
"""The schema of each model, with references for the models that it is made of."""
_MADE_OF: Final[dict[type, set[type]]] = {}


def schema_of(model: type[Described]) -> CoreSchema:
    """The schema of a model and of all that it is made of.

    Raises ``TypeError`` for a field of a type that no document has yet.
    """
    needed: list[type] = []
    waiting: list[type] = [model]
    _refer(model)
    for each in waiting:  # grows while it is read
        if each not in needed:
            needed.append(each)
            waiting.extend(_MADE_OF[each])
    return core_schema.definitions_schema(_refer(model), [_DERIVED[each] for each in needed])


def _refer(model: type[Described]) -> CoreSchema:
    """A reference to the schema of a model, which is derived where it is not known yet."""
    ref = f"{model.__module__}.{model.__qualname__}"
    if model not in _DERIVED:
        made_of = _MADE_OF[model] = set()
        types = types_of(model)
        fields = {name: _field(field, _type(types[name], made_of)) for name, field in model.FIELDS.items()}
        inner = core_schema.model_fields_schema(fields, extra_behavior="allow")
        plain = core_schema.model_schema(model, inner, config={**CONFIG, "title": model.__name__})
        _DERIVED[model] = core_schema.no_info_after_validator_function(_checked, plain, ref=ref)
    return core_schema.definition_reference_schema(ref)


def types_of(model: type) -> dict[str, Any]:
    """The types of a model's fields, of those of its bases too."""
    types: dict[str, Any] = {}
    for base in reversed(model.__mro__):
        types |= inspect.get_annotations(base, eval_str=True)
    return types


def _checked(value: Any) -> Any:
    value.check()
    return value


def _field(field: Field, inner: CoreSchema) -> core_schema.ModelField:
    if field.default_factory is not None:
        inner = core_schema.with_default_schema(inner, default_factory=field.default_factory)
    elif not field.required:
        inner = core_schema.with_default_schema(inner, default=field.default)
    said = {"pydantic_js_updates": {"description": field.description}} if field.description else None
    return core_schema.model_field(inner, metadata=said)


def _type(given: Any, made_of: set[type]) -> CoreSchema:
    """The schema of one type."""
    if given in _PLAIN:
        return _PLAIN[given]()
    if hasattr(given, "FIELDS"):
        made_of.add(given)
        return _refer(given)
    inside = get_args(given)
    match get_origin(given):
        case origin if origin is Annotated:
            schema = _narrowed(inside[0], given.__metadata__, made_of)
        case origin if origin is Literal:
            schema = core_schema.literal_schema(list(inside))
        case origin if origin is tuple:
            several = inside[-1] is ...
            items = [_type(each, made_of) for each in (inside[:1] if several else inside)]
            schema = core_schema.tuple_schema(items, variadic_item_index=0 if several else None)
        case origin if origin is dict:
            schema = core_schema.dict_schema(*(_type(each, made_of) for each in inside))
        case origin if origin in (Union, UnionType):
            kinds = [_type(each, made_of) for each in inside if each is not NoneType]
            one = kinds[0] if len(kinds) == 1 else core_schema.union_schema([*kinds])
            schema = core_schema.nullable_schema(one) if NoneType in inside else one
        case _:
            raise TypeError(f"no document has a {given!r} yet: add it to equilix.schema")
    return schema


def _narrowed(given: Any, more: tuple[Any, ...], made_of: set[type]) -> CoreSchema:
    """The schema of a type with what stands beside it: limits, what its kinds are told apart by, a check."""
    if isinstance(more[0], ToldBy):
        by = more[0].field
        kinds = {get_args(types_of(kind)[by])[0]: _type(kind, made_of) for kind in get_args(given)}
        return core_schema.tagged_union_schema(kinds, by)
    schema = _type(given, made_of)
    for each in more:
        if isinstance(each, Limits):
            limits = {name: limit for name, limit in each._asdict().items() if limit is not None}
            schema = {**schema, **limits}
        else:
            schema = core_schema.no_info_after_validator_function(each, schema)
    return schema
