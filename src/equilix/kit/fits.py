"""What fits what: two mounting points by their kind, and, where a size counts, by their sizes."""

from __future__ import annotations

import math

from equilix.facts import Sayable, angle, fact, length
from equilix.kit.mount_kinds import mount_kind
from equilix.kit.mounts import MountPoint

SLACK_M = 1e-5
"""Sizes that differ by less are the same: they are entered to a hundredth of a millimetre."""


FLANK_RAD = math.radians(1.0)
"""Dovetails whose flanks lean more apart than this do not hold (estimate)."""


def misfit(offered: MountPoint, own: MountPoint) -> Sayable | None:
    """Why a part that has ``own`` cannot be mounted by it on ``offered``; None where it fits.

    Two points fit when their kind is the same word. Where the kind is one that is measured, what is offered must be of
    a size that the other takes; a size that is not known fits.
    """
    if offered.kind != own.kind:
        return fact("faults.does_not_fit", own=mount_kind(own.kind).label, offered=mount_kind(offered.kind).label)
    flanks = offered.flank_rad, own.flank_rad
    if flanks[0] is not None and flanks[1] is not None and abs(flanks[0] - flanks[1]) > FLANK_RAD:
        return fact("faults.other_flanks", offered=angle(flanks[0]), own=angle(flanks[1]))
    if offered.size_m is None or own.takes_m is None or not mount_kind(own.kind).measured:
        return None
    low, high = own.takes_m
    if low - SLACK_M <= offered.size_m <= high + SLACK_M:
        return None
    return fact("faults.wrong_size", low=length(low), high=length(high), size=length(offered.size_m))


def fits(offered: MountPoint, own: MountPoint) -> bool:
    """Whether a part that has ``own`` can be mounted by it on ``offered``."""
    return misfit(offered, own) is None
