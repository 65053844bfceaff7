"""Outings for the tests: with a setup of the demo, and as somebody of known strength would write them down."""

import math
from datetime import date

import numpy as np

from equilix.analysis import analyse
from equilix.body.discomfort import as_one_take_s
from equilix.body.endurance import POWER_LAW
from equilix.body.operators import MEAN_STRENGTH, Operator
from equilix.body.outings import REGION_OF, Bore, Felt, Outing
from equilix.demo import lighthouse
from equilix.keys import EffortKey
from equilix.notebook.entry import outing_today
from equilix.notebook.refit import (
    JOINTS,
    SCORE_SD,
)

DEMO = lighthouse().changed(outings=(), practised=())
DAY = date(2026, 10, 14)
BY_HALF: tuple[EffortKey, ...] = (
    ("shoulder", "left"), ("shoulder", "right"), ("elbow", "right"), ("grip", "left"), ("trunk", ""),
)  # fmt: skip
PERSON = Operator(id="p", name="Person")


def today(setup: str = "lamp-room", **more: object) -> Outing:
    """An outing with a setup of the demo."""
    analysis = analyse(DEMO, DEMO.setups_by_id[setup])
    told = {"takes": 3, "take_min": 4.0, "rest_min": 5.0, **more}
    return outing_today(analysis, DAY, analysis.operator.id).changed(**told)


def made_up(rng: np.random.Generator, truth: np.ndarray, number: int) -> Outing:
    """An outing as somebody of these ``g, d…, ln e`` would write it down."""
    mean = MEAN_STRENGTH["male"]
    bare = Outing(
        id=f"o{number}", day=f"2026-{1 + number // 28:02}-{1 + number % 28:02}", operator="p",
        takes=int(rng.integers(1, 8)), take_min=float(rng.uniform(1, 8)), rest_min=float(rng.uniform(1, 8)),
        bore=tuple(Bore(joint=j, side=side, load=mean[j] * rng.uniform(0.05, 0.35)) for j, side in BY_HALF),
    )  # fmt: skip
    felt = []
    for bore in bare.bore:
        b0, b1 = POWER_LAW[bore.joint]
        strength = mean[bore.joint] * math.exp(truth[0] + truth[1 + JOINTS.index(bore.joint)])
        lasts = math.exp(truth[-1]) * b0 * (bore.load / strength) ** b1
        score = round(10 * as_one_take_s(bare, bore.joint) / lasts + rng.normal(0, SCORE_SD))
        felt.append(Felt(region=REGION_OF[bore.joint], side=bore.side, score=min(max(score, 0), 10)))
    return bare.changed(felt=tuple(each for each in felt if each.score))
