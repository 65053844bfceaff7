"""Facts as a person reads them, and refusals by what they say."""

from __future__ import annotations

import unittest
from collections.abc import Iterator
from contextlib import contextmanager

from pydantic_core import ValidationError

from equilix.errors import EquilixError
from equilix.facts import Sayable
from equilix.model import problem_of
from equilix.units import Display
from equilix.words.telling import tell


def told(said: Sayable, display: Display = "metric") -> str:
    """What there is to say, as text."""
    return tell(said, display)


@contextmanager
def refused(case: unittest.TestCase, kind: type[EquilixError], words: str) -> Iterator[None]:
    """That something is refused, and in these words (a regular expression)."""
    with case.assertRaises(kind) as caught:
        yield
    case.assertRegex(tell(caught.exception.said), words)


@contextmanager
def invalid(case: unittest.TestCase, words: str) -> Iterator[None]:
    """That a model does not take a value, and says so in these words (a regular expression)."""
    with case.assertRaises(ValidationError) as caught:
        yield
    case.assertRegex(tell(problem_of(caught.exception.errors()[0])), words)
