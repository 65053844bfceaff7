"""The defaults of version 2 of a document are frozen: a file that leaves one out means today what it meant then."""

import json
import unittest
from pathlib import Path
from typing import Any

from pydantic_core import to_jsonable_python

from equilix.demo import lighthouse
from equilix.document import VERSION, Document
from equilix.kit.parts import Grip, Part
from equilix.model import Model, serializer_of
from equilix.store.parsing import parse
from equilix.store.writing import to_bytes
from tests.core.builders import box, document, free

FROZEN = Path(__file__).parent / "defaults-2.json"
"""Every default by model and field; a new field is added with it, an old one is never changed within a version."""


def plain(value: object) -> Any:
    """A default as it stands in a file."""
    return (
        serializer_of(type(value)).to_python(value, mode="json")
        if isinstance(value, Model)
        else to_jsonable_python(value)
    )


def models(of: type[Model] = Model) -> list[type[Model]]:
    """Every model that a document is made of."""
    return [each for sub in of.__subclasses__() for each in (sub, *models(sub))]


def defaults() -> dict[str, Any]:
    """Every default, by ``Model.field``, as it would stand in a file."""
    return {
        f"{model.__name__}.{name}": plain(field.value())
        for model in models()
        for name, field in model.FIELDS.items()
        if not field.required and not model.__name__.startswith("_") and model.__module__.startswith("equilix.")
    }


class Frozen(unittest.TestCase):
    """What a file may leave out."""

    def test_defaults_are_those_of_the_version(self) -> None:
        """None changed, none gone, and every new one is written down."""
        self.assertEqual(VERSION, 2, "a new version freezes defaults of its own: add a table and a migration")
        frozen = json.loads(FROZEN.read_text("utf-8"))
        now = defaults()
        changed = {key: (frozen[key], now.get(key)) for key in frozen if frozen[key] != now.get(key)}
        self.assertEqual(changed, {})
        self.assertEqual(sorted(now.keys() - frozen.keys()), [], "add the new defaults to the table")

    def test_files_say_what_matters(self) -> None:
        """What stands at its default is written: thickness and surface of a grip, turns, slides, pins, temperature."""
        part = box("a", 1.0, grips=(Grip(name="g", position_m=(0, 0, 0)),))
        raw = json.loads(to_bytes(document([part], [free("a", "a")])))
        grip, setup = raw["parts"][0]["grips"][0], raw["setups"][0]
        self.assertEqual((grip["diameter_m"], grip["surface"], grip["contoured"]), (0.034, "rubber", False))
        self.assertEqual((setup["celsius"], setup["placements"][0]["pinned"]), (20.0, False))
        self.assertNotIn("price", raw["parts"][0])  # not known is not written

    def test_another_default_changes_no_file(self) -> None:
        """Every value of the demo comes back from its file though all fields had other defaults: all are written."""
        raw = json.loads(to_bytes(lighthouse()))

        def check(value: Any, model: type[Model]) -> None:
            missing = [
                name for name, field in model.FIELDS.items()
                if name not in value and field.value() is not None
                and not field.required
            ]  # fmt: skip
            self.assertEqual(missing, [], model.__name__)

        check(raw, Document)
        for part in raw["parts"]:
            check(part, Part)
            for grip in part["grips"]:
                check(grip, Grip)

    def test_null_of_another_version_survives(self) -> None:
        """A key that this version does not know comes back, with nothing in it, and deep inside."""
        raw = json.loads(to_bytes(lighthouse()))
        raw["later"] = None
        raw["parts"][3]["more"] = {"a": [1, None]}
        again = json.loads(to_bytes(parse(json.dumps(raw).encode())))
        self.assertIn("later", again)
        self.assertIsNone(again["later"])
        self.assertEqual(again["parts"][3]["more"], {"a": [1, None]})


if __name__ == "__main__":
    unittest.main()
