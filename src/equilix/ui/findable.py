"""What can be found by its name in a window, as it is now."""

from __future__ import annotations

from collections.abc import Iterator
from functools import partial
from typing import TYPE_CHECKING, Final

from equilix.kit.catalogue import kind_of
from equilix.ui.commands import GROUPS
from equilix.ui.finder import Entry
from equilix.ui.manual_pages import pages
from equilix.words.language import say
from equilix.words.telling import tell
from equilix.words.wordings.wording import N_

if TYPE_CHECKING:
    from equilix.ui.commands import Commands
    from equilix.ui.header import Header
    from equilix.ui.session import Session

OF_THE_SENTENCE: Final = (
    ("setup", N_("of the setups")), ("way", N_("carry it so")), ("operator", N_("carried by")),
    ("lens", N_("put this lens on")),
)  # fmt: skip
"""The words of the header's sentence, and what stands under them."""


def entries(session: Session, commands: Commands, header: Header) -> list[Entry]:
    """All of it: what can be done first, then what lies on the rig, then the kit, then what one can read."""
    return [*_commands(commands), *_sentence(header), *_on_the_rig(session), *_kit(session), *_manual(session)]


def _commands(commands: Commands) -> Iterator[Entry]:
    for command in commands.table:
        action = commands[command.key]
        if action.isEnabled() and command.key != "find-anything":
            yield Entry(
                action.text().replace("&&", "&"),
                say(GROUPS[command.group]),
                action.trigger,
                commands.keys_of(command.key),
            )


def _sentence(header: Header) -> Iterator[Entry]:
    for name, kind in OF_THE_SENTENCE:
        word = getattr(header, name)
        if word.isHidden():
            continue
        for choice in word.choices():
            if choice is not None:
                text, act = choice
                yield Entry(text, say(kind), act)


def _on_the_rig(session: Session) -> Iterator[Entry]:
    parts = session.document.parts_by_id
    for placement in session.setup.placements:
        yield Entry(parts[placement.part].name, say("on the rig"), partial(_select, session, placement.id))


def _select(session: Session, placement_id: str) -> None:
    session.view.ask_page("build")
    session.selection.select(placement_id)


def _kit(session: Session) -> Iterator[Entry]:
    for part in session.document.parts:
        kind = tell(kind_of(part).label)
        yield Entry(part.name, say("{kind}, of the kit").format(kind=kind), partial(session.view.ask_part, part.id))


def _manual(session: Session) -> Iterator[Entry]:
    for page in pages():
        yield Entry(page.title, say("manual"), partial(session.view.ask_page, "manual", page.key))
