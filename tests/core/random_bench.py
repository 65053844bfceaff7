"""Random edits of what the part bench has: points, solids, grips, balance, sockets, straps."""

from __future__ import annotations

from collections.abc import Callable
from pathlib import Path
from typing import TYPE_CHECKING, Any

import numpy as np

from equilix.edits import (
    backdrops,
    balance_point,
    electric,
    follow,
    grips,
    joints,
    lenses,
    linking,
    lumps,
    placing,
    points,
    rigging,
    rooms,
    several,
    solids,
    timing,
    working,
)
from equilix.kit.fastenings import MINUTES
from equilix.kit.mount_kinds import MOUNT_KINDS
from equilix.kit.mounts import Track

if TYPE_CHECKING:
    from tests.core.random_edits import Chooser, Edit

MODULES = (
    backdrops,
    follow,
    lenses,
    lumps,
    points,
    solids,
    rooms,
    grips,
    balance_point,
    electric,
    placing,
    several,
    joints,
    working,
    linking,
    timing,
)


def _side(c: Chooser) -> Any:
    return c.rng.choice(("offers", "hangs_by"))


def _point(c: Chooser, part_id: str, side: str) -> str:
    part = c.document.parts_by_id.get(part_id)
    names = [] if part is None else [point.name for point in getattr(part, side)]
    return c.rng.choice(names) if names and c.rng.random() < 0.9 else c.word()


def _place(c: Chooser) -> tuple[float, float, float]:
    return c.number(), c.number(), c.number()


def _count(c: Chooser) -> int:
    return c.rng.choice((-1, 0, 1, 2, 3, 10_000))


def _change_point(c: Chooser) -> Edit:
    part, side = c.part(), _side(c)
    name = _point(c, part, side)
    updates: dict[str, Any] = c.rng.choice(
        (
            {"name": c.word()}, {"kind": c.rng.choice((*MOUNT_KINDS, c.word()))}, {"position_m": _place(c)},
            {"direction": c.rng.choice(((0, 0, 1), (1, 0, 0), (0, 0, 0)))}, {"screws": _count(c)},
            {"most_nm": c.above_0()}, {"size_m": c.above_0()}, {"takes_m": (c.above_0(), c.above_0())},
            {"turn_step_rad": c.number()},
        )
    )  # fmt: skip
    return lambda d: points.change_point(d, part, side, name, **updates)


def _add_point(c: Chooser) -> Edit:
    part, side, kind, name, at = c.part(), _side(c), c.rng.choice(sorted(MOUNT_KINDS)), c.word(), _place(c)
    return lambda d: points.add_point(d, part, side, kind, name=name, position_m=at)[0]


def _add_again(c: Chooser) -> Edit:
    part, side = c.part(), _side(c)
    known = c.document.parts_by_id.get(part)
    of = next(iter((*known.offers, *known.hangs_by)), None) if known is not None else None
    return lambda d: d if of is None else points.add_again(d, part, side, of)[0]


def _track(c: Chooser) -> Edit:
    part, side = c.part(), _side(c)
    name, updates = _point(c, part, side), {c.rng.choice(("from_m", "to_m", "scale_zero_m")): c.number()}
    return lambda d: points.change_track(d, part, side, name, **updates)


def _remove_point(c: Chooser) -> Edit:
    part, side = c.part(), _side(c)
    name = _point(c, part, side)
    return lambda d: points.remove_point(d, part, side, name)


def _row(c: Chooser) -> Edit:
    part, side = c.part(), _side(c)
    name, counts, steps = _point(c, part, side), (_count(c), _count(c)), (_place(c), _place(c))
    return lambda d: points.row(d, part, side, name, counts, steps)


def _ring(c: Chooser) -> Edit:
    part, side = c.part(), _side(c)
    name, count, about = _point(c, part, side), _count(c), c.rng.randrange(3)
    return lambda d: points.ring(d, part, side, name, count, about)


def _solid(c: Chooser) -> Edit:
    part, number = c.part(), c.rng.choice((0, 0, 0, 1, 7, -1))
    updates: dict[str, Any] = c.rng.choice(
        (
            {"centre_m": _place(c)}, {"shape": c.rng.choice(("box", "cylinder", "tube"))}, {"weight": c.above_0()},
            {"size_m": (c.above_0(), c.above_0(), c.above_0())}, {"radius_m": c.above_0()},
        )
    )  # fmt: skip
    return lambda d: solids.change_solid(d, part, number, **updates)


def _grip(c: Chooser) -> Edit:
    part, number = c.part(), c.rng.choice((0, 0, 1, 9))
    updates: dict[str, Any] = c.rng.choice(
        (
            {"position_m": _place(c)}, {"surface": c.rng.choice(("rubber", "velvet"))}, {"diameter_m": c.above_0()},
            {"side": c.rng.choice(("left", "both"))}, {"name": c.word()},
        )
    )  # fmt: skip
    return lambda d: grips.change_grip(d, part, number, **updates)


def _finger(c: Chooser) -> Edit:
    part, axis, far, sd = c.part(), c.rng.choice("xyz"), c.number(), abs(c.number())
    mark = c.rng.choice(("front", "left", "bottom", _point(c, part, "offers")))
    return lambda d: balance_point.balance_on_finger(d, part, axis, mark, far, sd)  # type: ignore[arg-type]


def _hang(c: Chooser) -> Edit:
    part = c.part()
    names, tilts = (_point(c, part, "offers"), _point(c, part, "hangs_by")), (c.number(), c.number())
    return lambda d: balance_point.hang(d, part, names, tilts)


def _view(c: Chooser) -> Any:
    return c.rng.choice(("side", "side", "front", "plan"))


def _spot(c: Chooser) -> tuple[float, float]:
    return float(c.rng.uniform(-1, 1)), float(c.rng.uniform(-1, 1))


def _strap_new(c: Chooser) -> Edit:
    part, on, at = c.part(), c.placement(), np.array([c.rng.uniform(-0.3, 0.3) for _ in range(3)])
    return lambda d: placing.strap_new(d, c.setup_id, part, on, at)[0]


def _socket(c: Chooser) -> Edit:
    part, side, number = c.part(), c.rng.choice(("outputs", "inputs")), c.rng.choice((0, 0, 1, 8))
    updates: dict[str, Any] = c.rng.choice(
        ({"connector": c.word()}, {"volts": c.number()}, {"least_v": c.above_0()}, {"most_a": c.above_0()})
    )
    return lambda d: electric.change_socket(d, part, side, number, **updates)  # type: ignore[arg-type]


def _some(c: Chooser) -> list[str]:
    return [c.placement() for _ in range(c.rng.choice((1, 1, 2, 4)))]


def _bend(c: Chooser) -> Edit:
    key, angles = c.placement(), {c.rng.choice((0, 0, 1, 9)): c.number() for _ in range(2)}
    jointed = [] if c.setup is None else [
        each.id for each in c.setup.placements if c.document.parts_by_id[each.part].pivots
    ]  # fmt: skip
    key = c.rng.choice(jointed) if jointed and c.yes() else key
    return lambda d: rigging.bend(d, c.setup_id, key, angles)


def _strap_track(c: Chooser) -> Edit:
    key, track = (
        c.placement(),
        c.rng.choice((None, Track(from_m=-0.1, to_m=0.1), Track(axis=(0, 1, 0), from_m=0, to_m=1))),
    )
    return lambda d: placing.strap_track(d, c.setup_id, key, track)


def _change_strap_track(c: Chooser) -> Edit:
    key = c.placement()
    updates: dict[str, Any] = c.rng.choice(({"from_m": c.number()}, {"to_m": c.number()}, {"axis": _place(c)}))
    return lambda d: placing.change_strap_track(d, c.setup_id, key, **updates)


def _change_pivot(c: Chooser) -> Edit:
    part, number = c.part(), c.rng.choice((0, 0, 1, 9))
    updates: dict[str, Any] = c.rng.choice(
        (
            {"name": c.word()}, {"from_rad": c.number()}, {"to_rad": c.number()}, {"holds_nm": c.number()},
            {"axis": _place(c)}, {"position_m": _place(c)},
        )
    )  # fmt: skip
    return lambda d: joints.change_pivot(d, part, number, **updates)


def _which(c: Chooser) -> Any:
    return c.rng.choice(("solids", "offers", "hangs_by", "grips", "gears")), c.rng.choice((0, 0, 1, 9))


def _beyond(c: Chooser) -> Edit:
    part, (field, which), number, on = c.part(), _which(c), c.rng.choice((0, 0, 1, 5)), c.yes()
    return lambda d: joints.set_beyond(d, part, field, which, number, beyond=on)


def _drawn(c: Chooser) -> Edit:
    part, (field, which), on = c.part(), _which(c), c.yes()
    return lambda d: joints.set_drawn(d, part, field, which, drawn=on)


def _telescope(c: Chooser) -> Edit:
    part, updates = c.part(), c.rng.choice(({"reach_m": c.above_0()}, {"axis": _place(c)}))
    return lambda d: joints.change_telescope(d, part, **updates)


def _worked(c: Chooser, change: Callable[..., Any]) -> Edit:
    part, number = c.part(), c.rng.choice((0, 0, 7))
    updates: dict[str, Any] = c.rng.choice(({"name": c.word()}, {"position_m": _place(c)}, {"width_m": c.above_0()}))
    return lambda d: change(d, part, number, **updates)


def _signal_socket(c: Chooser) -> Edit:
    part, number = c.part(), _pick(c)
    updates: dict[str, Any] = c.rng.choice(
        ({"name": c.word()}, {"carries": c.rng.choice(("sound", "smell"))}, {"gives": c.yes()}, {"loops": c.word()})
    )
    return lambda d: linking.change_signal_socket(d, part, number, **updates)


def _link(c: Chooser) -> str:
    links = [] if c.setup is None else [each.id for each in c.setup.links]
    return c.rng.choice(links) if links and c.rng.random() < 0.9 else "nowhere"


def _pick(c: Chooser) -> int:
    return c.rng.choice((0, 0, 1, 9))


MAKERS: dict[str, Callable[[Chooser], Edit]] = {
    "bend": _bend,
    "strap_track": _strap_track,
    "change_strap_track": _change_strap_track,
    "turn_about": lambda c: (
        lambda d, key=c.placement(), way=_place(c), to=c.number(): placing.turn_about(
            d, c.setup_id, key, np.array(way), to
        )
    ),
    "take_off": lambda c: lambda d, ids=_some(c): several.take_off(d, c.setup_id, ids),
    "copy": lambda c: lambda d, ids=_some(c): several.copy(d, c.setup_id, ids)[0],
    "mirror": lambda c: lambda d, ids=_some(c): several.mirror(d, c.setup_id, ids),
    "add_pivot": lambda c: lambda d, key=c.part(): joints.add_pivot(d, key)[0],
    "change_pivot": _change_pivot,
    "remove_pivot": lambda c: lambda d, key=c.part(), k=_pick(c): joints.remove_pivot(d, key, k),
    "set_beyond": _beyond,
    "set_drawn": _drawn,
    "change_telescope": _telescope,
    "remove_telescope": lambda c: lambda d, key=c.part(): joints.remove_telescope(d, key),
    "add_control": lambda c: lambda d, key=c.part(): working.add_control(d, key)[0],
    "change_control": lambda c: _worked(c, working.change_control),
    "remove_control": lambda c: lambda d, key=c.part(), k=_pick(c): working.remove_control(d, key, k),
    "add_signal_socket": lambda c: lambda d, key=c.part(): linking.add_signal_socket(d, key)[0],
    "change_signal_socket": _signal_socket,
    "remove_signal_socket": lambda c: lambda d, key=c.part(), k=_pick(c): linking.remove_signal_socket(d, key, k),
    "add_link": lambda c: (
        lambda d, at=c.placement(), key=c.part(), who=c.word(): linking.add_link(d, c.setup_id, at, key, who=who)[0]
    ),
    "change_link": lambda c: (
        lambda d, key=_link(c), to=c.rng.choice(({"who": c.word()}, {"part": c.part()}, {"carries": c.word()})): (
            linking.change_link(d, c.setup_id, key, **to)
        )
    ),
    "remove_link": lambda c: lambda d, key=_link(c): linking.remove_link(d, c.setup_id, key),
    "add_gear": lambda c: lambda d, key=c.part(): working.add_gear(d, key)[0],
    "change_gear": lambda c: _worked(c, working.change_gear),
    "remove_gear": lambda c: lambda d, key=c.part(), k=_pick(c): working.remove_gear(d, key, k),
    "change_point": _change_point,
    "add_point": _add_point,
    "add_again": _add_again,
    "change_track": _track,
    "remove_point": _remove_point,
    "row": _row,
    "ring": _ring,
    "add_solid": lambda c: (
        lambda d, key=c.part(), of=c.rng.choice(("box", "cylinder", "tube")): solids.add_solid(d, key, of)[0]
    ),
    "change_solid": _solid,
    "remove_solid": lambda c: lambda d, key=c.part(), k=c.rng.choice((0, 1, 5)): solids.remove_solid(d, key, k),
    "add_room": lambda c: lambda d, key=c.part(), name=c.word(): rooms.add_room(d, key, name)[0],
    "change_room": lambda c: (
        lambda d, key=c.part(), k=c.rng.choice((0, 0, 3)), to=_place(c): rooms.change_room(d, key, k, size_m=to)
    ),
    "remove_room": lambda c: lambda d, key=c.part(), k=c.rng.choice((0, 2)): rooms.remove_room(d, key, k),
    "add_grip": lambda c: lambda d, key=c.part(): grips.add_grip(d, key)[0],
    "change_grip": _grip,
    "remove_grip": lambda c: lambda d, key=c.part(), k=c.rng.choice((0, 3)): grips.remove_grip(d, key, k),
    "change_pad": lambda c: lambda d, key=c.part(), long=c.above_0(): grips.change_pad(d, key, length_m=long),
    "remove_pad": lambda c: lambda d, key=c.part(): grips.remove_pad(d, key),
    "balance_on_finger": _finger,
    "hang": _hang,
    "forget": lambda c: lambda d, key=c.part(), axis=c.rng.choice("xyz"): balance_point.forget(d, key, axis),
    "change_electric": lambda c: (
        lambda d, key=c.part(), volts=c.number() * 50: electric.change_electric(d, key, volts=volts)
    ),
    "draw": lambda c: (
        lambda d, key=c.part(), mode=c.rng.choice(("record", "idle")), w=c.number() * 50: electric.draw(d, key, mode, w)
    ),
    "add_socket": lambda c: (
        lambda d, key=c.part(), side=c.rng.choice(("outputs", "inputs")): electric.add_socket(d, key, side)
    ),
    "remove_socket": lambda c: (
        lambda d, key=c.part(), side=c.rng.choice(("outputs", "inputs")), k=c.rng.choice((0, 0, 4)): (
            electric.remove_socket(d, key, side, k)
        )
    ),
    "change_socket": _socket,
    "strap": lambda c: lambda d, key=c.placement(), on=c.placement(): placing.strap(d, c.setup_id, key, on),
    "strap_new": _strap_new,
    "put_backdrop": lambda c: lambda d, view=_view(c): backdrops.put_backdrop(d, c.setup_id, view, file="photo.jpg"),
    "change_backdrop": lambda c: (
        lambda d, view=_view(c), share=float(c.rng.uniform(-0.2, 1.2)): backdrops.change_backdrop(
            d, c.setup_id, view, opacity=share
        )
    ),
    "remove_backdrop": lambda c: lambda d, view=_view(c): backdrops.remove_backdrop(d, c.setup_id, view),
    "scale_backdrop": lambda c: (
        lambda d, view=_view(c), a=_spot(c), b=_spot(c): backdrops.scale_backdrop(d, c.setup_id, view, a, b, 0.2)
    ),
    "level_backdrop": lambda c: (
        lambda d, view=_view(c), a=_spot(c), b=_spot(c): backdrops.level_backdrop(d, c.setup_id, view, a, b)
    ),
    "move_backdrop": lambda c: (
        lambda d, view=_view(c), a=_spot(c), b=_spot(c): backdrops.move_backdrop(d, c.setup_id, view, a, b)
    ),
    "follow_folder": lambda c: (
        lambda d, at=c.rng.choice(("/a", "/b/c")): backdrops.follow_folder(d, Path("/a"), Path(at))
    ),
    "change_lens_set": lambda c: (
        lambda d, key=c.lens(), put=(c.part(), c.part()), between="adapter" if c.yes() else None: (
            lenses.change_lens_set(d, key, between, put if c.yes() else ())
        )
    ),
    "forget_lens_set": lambda c: lambda d, key=c.lens(): lenses.forget_lens_set(d, key),
    "swap_lens": lambda c: lambda d, key=c.lens(): lenses.swap_lens(d, c.setup_id, key),
    "use_lenses_bare": lambda c: lambda d, bare=c.yes(): lenses.use_lenses_bare(d, c.setup_id, bare),
    "choose_marked": lambda c: (
        lambda d, key=c.placement() if c.yes() else None: lenses.choose_marked(d, c.setup_id, key)
    ),
    "follow_lens": lambda c: lambda d, key=c.placement(): follow.follow_lens(d, c.setup_id, key),
    "set_minutes": lambda c: (
        lambda d, key=c.rng.choice((*MINUTES, c.word())), to=c.above_0() if c.yes() else None: timing.set_minutes(
            d, key, to
        )
    ),
    "log_conversion": lambda c: (
        lambda d, other=c.other_setup(), took=c.above_0(): timing.log_conversion(d, c.setup_id, other, took, 5.0)
    ),
    "forget_last_conversion": lambda c: (
        lambda d, other=c.other_setup(): timing.forget_last_conversion(d, c.setup_id, other)
    ),
    "count_in": lambda c: lambda d, key=c.placement(): lumps.count_in(d, c.setup_id, key),
    "turn_free": lambda c: lambda d, key=c.placement(), to=_place(c): placing.turn_free(d, c.setup_id, key, to),
}
