"""The notebook of the crew: rehearsals in the weeks before the day on the island."""

from __future__ import annotations

from typing import Any, Final

from equilix.body.outings import Bore, Charged, Faulty, Felt, Outing, UsedMark
from equilix.body.practised import Practised

LAMP_ROOM: Final[dict[str, Any]] = {
    "setup": "Lamp room", "way": "shoulder", "mass_kg": 10.67, "operator": "tall", "bore": (
        Bore(joint="shoulder", side="left", load=11.1), Bore(joint="shoulder", side="right", load=9.59),
        Bore(joint="elbow", side="left", load=4.01), Bore(joint="elbow", side="right", load=3.77),
        Bore(joint="grip", side="left", load=6.75), Bore(joint="grip", side="right", load=7.64),
    ),
    "marks": (UsedMark(name="bridge plate", at_m=0.232), UsedMark(name="battery plate on rods", at_m=0.23)),
    "batteries": (Charged(part="battery-98", name="98 Wh wedge battery", times=2.0),),
}  # fmt: skip
STAIRS: Final[dict[str, Any]] = {
    "setup": "112 steps", "way": "gimbal", "mass_kg": 4.48, "operator": "tall", "bore": (
        Bore(joint="shoulder", side="left", load=14.2), Bore(joint="shoulder", side="right", load=14.3),
        Bore(joint="elbow", side="left", load=11.4), Bore(joint="elbow", side="right", load=11.4),
        Bore(joint="grip", side="left", load=27.7), Bore(joint="grip", side="right", load=31.7),
    ),
}  # fmt: skip
LANDING: Final[dict[str, Any]] = {
    "setup": "Boat landing", "way": "harness", "mass_kg": 5.86, "operator": "slight", "bore": (
        Bore(joint="shoulder", side="left", load=8.57), Bore(joint="shoulder", side="right", load=9.89),
        Bore(joint="elbow", side="left", load=4.41), Bore(joint="elbow", side="right", load=3.39),
        Bore(joint="grip", side="left", load=22.9), Bore(joint="grip", side="right", load=23.7),
        Bore(joint="trunk", load=31.1),
    ),
    "batteries": (Charged(part="battery-98", name="98 Wh wedge battery"),),
}  # fmt: skip
WORKSHOP: Final[dict[str, Any]] = {
    "setup": "Workshop", "way": "handheld", "mass_kg": 6.57, "operator": "slight", "bore": (
        Bore(joint="shoulder", side="left", load=17.9), Bore(joint="shoulder", side="right", load=21.2),
        Bore(joint="elbow", side="left", load=14.3), Bore(joint="elbow", side="right", load=12.4),
        Bore(joint="wrist", side="left", load=1.28), Bore(joint="wrist", side="right", load=0.941),
        Bore(joint="grip", side="left", load=27.3), Bore(joint="grip", side="right", load=23.1),
    ),
    "batteries": (Charged(part="battery-98", name="98 Wh wedge battery"),),
}  # fmt: skip


def _felt(**scores: int) -> tuple[Felt, ...]:
    """Scores by region; ``left_`` or ``right_`` before those of a side."""
    found = []
    for key, score in scores.items():
        side, _, region = key.partition("_") if key.startswith(("left_", "right_")) else ("", "", key)
        found.append(Felt(region=region.replace("_", "-"), side=side, score=score))  # type: ignore[arg-type]
    return tuple(found)


_LOOSE: Final = Faulty(part="arm-short", name="short accessory arm", how="loose")
OUTINGS: Final = (
    Outing(
        id="2026-09-28-lamp-room", day="2026-09-28", place="Boathouse, rehearsal", takes=3, take_min=6.0, rest_min=5.0,
        felt=_felt(left_shoulder=4, right_shoulder=3), faulty=(_LOOSE.changed(seen_to=True),),
        note="Interview blocked through once.", **LAMP_ROOM,
    ),
    Outing(
        id="2026-09-28-workshop", day="2026-09-28", place="Boathouse, rehearsal", takes=6, take_min=1.0, rest_min=3.0,
        felt=_felt(left_shoulder=6, right_shoulder=8, left_elbow=2, neck=2), came_from="Lamp room",
        conversion_min=11.0, **WORKSHOP,
    ),
    Outing(
        id="2026-10-02-112-steps", day="2026-10-02", place="Quarry steps", takes=4, take_min=5.0, rest_min=6.0,
        felt=_felt(left_shoulder=4, right_shoulder=5, left_elbow=1, right_elbow=2, right_knee=2),
        note="Up and down with the light rig.", **STAIRS,
    ),
    Outing(
        id="2026-10-05-lamp-room", day="2026-10-05", place="Boathouse, rehearsal", takes=2, take_min=10.0,
        rest_min=8.0, felt=_felt(left_shoulder=6, right_shoulder=5, neck=1), faulty=(_LOOSE,), **LAMP_ROOM,
    ),
    Outing(
        id="2026-10-05-boat-landing", day="2026-10-05", place="Old jetty", takes=5, take_min=1.5, rest_min=4.0,
        felt=_felt(right_shoulder=7, left_shoulder=4, lower_back=2), note="Spray on the lens; cloths ran out.",
        **LANDING,
    ),
    Outing(
        id="2026-10-09-lamp-room", day="2026-10-09", place="The island, recce", takes=1, take_min=19.0,
        gave_out="shoulder", gave_out_side="left", felt=_felt(left_shoulder=10, right_shoulder=7), **LAMP_ROOM,
    ),
    Outing(
        id="2026-10-09-workshop", day="2026-10-09", place="The island, recce", takes=4, take_min=0.8, rest_min=4.0,
        felt=_felt(right_shoulder=6, left_shoulder=3),
        faulty=(Faulty(part="rosette-bar", name="rod clamp with rosettes", how="worn"),), **WORKSHOP,
    ),
)  # fmt: skip


def _practised(day: str, exercise: str, setup: str, who: str, **counted: float) -> Practised:
    """An attempt of the evenings before."""
    return Practised(id=f"{day}-{exercise}".replace("_", "-"), day=day, exercise=exercise, setup=setup, operator=who,
                     **counted)  # type: ignore[arg-type]  # fmt: skip


PRACTISED: Final = (
    _practised("2026-10-05", "let_go", "Evening light", "slight", seconds=148.0, off=0.42, best=0.16, points=77),
    _practised("2026-10-05", "pad", "Lamp room", "slight", seconds=96.0, off=0.31, best=0.29, points=96),
    _practised("2026-10-05", "hang", "Boat landing", "slight", seconds=210.0, off=0.85, best=0.18, hints=1, points=38),
    _practised("2026-10-06", "tilt", "112 steps", "slight", seconds=118.0, off=0.28, best=0.28, points=92),
    _practised("2026-10-06", "vertical", "112 steps", "slight", seconds=402.0, off=0.60, best=0.28, hints=2, points=39),
    _practised("2026-10-09", "vertical", "112 steps", "slight", seconds=133.0, off=0.34, best=0.28, points=97),
)
"""The slighter operator, who is to take the gimbal up the stairs, in the week before the crossing."""
