"""The schema of a document for other programs, in the words of JSON Schema. Nothing else needs all of pydantic."""

from __future__ import annotations

from typing import Any

from pydantic.json_schema import GenerateJsonSchema

from equilix.model import Model, serializer_of
from equilix.schema import schema_of


class _Generator(GenerateJsonSchema):
    def encode_default(self, dft: Any) -> Any:
        """The default of a field as it stands in a file."""
        return serializer_of(type(dft)).to_python(dft, mode="json") if isinstance(dft, Model) else dft


def json_schema(model: type[Model]) -> dict[str, Any]:
    """The JSON schema of what a model reads."""
    return _Generator().generate(schema_of(model), mode="validation")
