"""What a kind of part is: one complete row of the catalogue."""

from __future__ import annotations

from collections.abc import Callable
from typing import Final, Literal, get_args

from msgspec import Struct

from equilix.facts import Sayable, fact
from equilix.kit.kinds.shaping import Fields

BuildStage = Literal[
    "core", "axes", "camera", "rods", "power", "lens", "handles", "screens", "focus", "front", "last", "any"
]
"""When it goes on a rig, in the order of the work: power early, because it balances what follows."""
STAGES: Final[tuple[BuildStage, ...]] = get_args(BuildStage)
Drawing = Literal[
    "plain", "body", "stills-body", "holed", "lens", "matte-box", "knobbed", "monitor", "viewfinder", "arm", "top-handle", "grip-arm", "side-grip",
    "turned", "eyelet", "worn", "bridge", "base", "rods", "battery", "counterweight", "microphone", "transmitter", "filter-tray", "battery-with-lead", "furry", "cover", "bag", "case",
    "coded", "drive", "hand-unit", "converter", "shade", "two-rails", "belly-pad", "cradle", "top-stage", "spar", "small-clamp",
    "pane", "contacts", "plug-guard", "rosettes",
]  # fmt: skip
"""As what it is drawn."""


class Kind(Struct, frozen=True):
    """The key of a kind, its usual size (length, width, height; m) and mass, its builder, and how it is used."""

    key: str
    size_m: tuple[float, float, float]
    mass_kg: float
    build: Callable[[float, float, float], Fields]
    stage: BuildStage
    drawn_as: Drawing = "plain"
    solids: int = 1
    """How many solids its drawing expects; a part with another number is drawn plain."""
    camera: bool = False
    """It is the camera: what is slid when the camera is slid, what the lens is mounted on."""
    holds_lens: bool = False
    """It holds a lens besides the lens's mount: on after it, and off before it."""

    @property
    def gives_energy(self) -> bool:
        """Whether it is a battery: it has a voltage of its own."""
        electric = self.build(*self.size_m).get("electric")
        return electric is not None and electric.volts is not None

    @property
    def label(self) -> Sayable:
        """What it is called."""
        return fact(f"kind.{self.key}")

    @property
    def rank(self) -> int:
        """Its place in the order of the work."""
        return STAGES.index(self.stage)
