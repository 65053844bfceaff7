"""Which keys which command has: as they are usual, or as they were chosen; no key opens two things."""

from __future__ import annotations

from collections.abc import Sequence

from msgspec.structs import replace
from PySide6.QtGui import QKeySequence

from equilix.store.settings import Settings
from equilix.ui.commands import Command


def taken_by(keys: str, table: Sequence[Command], chosen: Settings, but: str = "") -> Command | None:
    """The command that has these keys already; ``but``: the key of one that may have them."""
    wanted = QKeySequence(keys)
    return next(
        (
            each
            for each in table
            if each.key != but and any(QKeySequence(own) == wanted for own in each.keys_in(chosen))
        ),
        None,
    )


def with_keys(command: Command, keys: str, table: Sequence[Command], chosen: Settings) -> Settings:
    """The settings in which a command has these keys, and nothing else has them; with none it has no keys.

    Where they are the usual ones nothing of it is kept, so that it follows what is usual.
    """
    own = dict(chosen.keys)
    other = taken_by(keys, table, chosen, command.key) if keys else None
    if other is not None:
        left = tuple(each for each in other.keys_in(chosen) if QKeySequence(each) != QKeySequence(keys))
        own[other.key] = left
    wanted = (keys,) if keys else ()
    if wanted == command.keys:
        own.pop(command.key, None)
    else:
        own[command.key] = wanted
    return replace(chosen, keys=own)


def as_usual(command: Command, table: Sequence[Command], chosen: Settings) -> Settings:
    """The settings in which a command has its usual keys, as far as no other one has taken them."""
    own = {key: each for key, each in chosen.keys.items() if key != command.key}
    free = replace(chosen, keys=own)
    left = tuple(each for each in command.keys if taken_by(each, table, free, command.key) is None)
    return free if left == command.keys else replace(free, keys={**own, command.key: left})
