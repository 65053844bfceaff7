"""The demo's kit: about 45 parts and what they are carried with; masses and prices are invented."""

from __future__ import annotations

from typing import Any, Final

from equilix.kit.catalogue import make_part
from equilix.kit.lens_sets import LensSet
from equilix.kit.parts import Part
from equilix.kit.solids import Room
from equilix.kit.working import Gear

Row = tuple[str, str, str, float, tuple[float, float, float] | None, dict[str, Any]]

_GEARED: Final = (Gear(position_m=(0.052, 0, 0), diameter_m=0.0925),)
"""The primes are a matched set: their gears stand at one place and have one size."""

_ROWS: Final[tuple[Row, ...]] = (
    ("boxy-body", "boxy cinema body", "body", 2.35, (0.150, 0.125, 0.130), {"price": 2900}),
    ("small-body", "small stills body", "body", 0.72, (0.075, 0.130, 0.095), {"price": 1400, "keeps_free": (Room(size_m=(0.09, 0.08, 0.07), centre_m=(-0.02, 0.106, 0.047)),)}),
    ("zoom-28-80", "28–80 zoom", "lens", 1.55, (0.185, 0.104, 0.104), {"mass_how": "estimated", "price": 1850, "gears": (Gear(position_m=(0.0755, 0, 0), diameter_m=0.0925),)}),
    ("zoom-24-70", "24–70 zoom", "lens", 0.95, (0.128, 0.088, 0.088), {"mass_how": "data sheet", "price": 980}),
    ("zoom-70-200", "70–200 zoom", "lens", 1.48, (0.205, 0.090, 0.090), {"mass_how": "data sheet", "price": 1250}),
    ("prime-25", "25 mm prime", "lens", 0.52, (0.082, 0.080, 0.080), {"price": 420, "gears": _GEARED}),
    ("prime-35", "35 mm prime", "lens", 0.54, (0.082, 0.080, 0.080), {"price": 420, "gears": _GEARED}),
    ("prime-50", "50 mm prime", "lens", 0.55, (0.082, 0.080, 0.080), {"price": 420, "gears": _GEARED}),
    ("prime-85", "85 mm prime", "lens", 0.78, (0.098, 0.088, 0.088), {"price": 480, "gears": _GEARED}),
    ("macro-100", "100 mm macro", "lens", 0.65, (0.124, 0.080, 0.080), {"mass_how": "data sheet", "price": 530}),
    ("adapter", "stills lens adapter", "adapter", 0.16, None, {"price": 95}),
    ("nd-filter", "dark filter 0.9", "filter", 0.14, None, {"needed": False, "price": 120}),
    ("matte-box", "matte box", "matte-box", 0.54, (0.115, 0.165, 0.135), {"needed": False, "price": 310}),
    ("rain-cover", "rain cover", "rain-cover", 0.26, (0.420, 0.260, 0.300), {"needed": False, "price": 65}),
    ("follow-focus", "follow focus", "follow-focus", 0.43, None, {"price": 260}),
    ("focus-motor", "focus motor", "motor", 0.18, None, {"price": 340}),
    ("thumb-wheel", "focus thumb wheel", "block", 0.09, (0.040, 0.040, 0.030), {"needed": False, "price": 150}),
    ("lens-support", "lens support", "lens-support", 0.17, (0.028, 0.090, 0.036), {"price": 60}),
    ("small-cage", "half cage of the small body", "half-cage", 0.21, None, {"price": 85}),
    ("base", "long shoulder base with pad", "shoulder-base", 1.22, (0.340, 0.090, 0.055), {"price": 240}),
    ("light-base", "light shoulder base with pad", "shoulder-base", 0.68, (0.340, 0.080, 0.050), {"owned": False, "price": 320}),
    ("quick-plate", "quick-release shoulder plate", "shoulder-base", 0.84, (0.230, 0.090, 0.050), {"price": 180}),
    ("bridge", "bridge plate", "bridge-plate", 0.44, (0.125, 0.090, 0.040), {"price": 130}),
    ("tripod-plate", "long tripod plate, 230 mm", "bridge-plate", 0.38, (0.230, 0.060, 0.012), {"price": 70}),
    ("front-rods", "250 mm rods", "rods", 0.17, (0.250, 0.075, 0.015), {"price": 28}),
    ("handle-rods", "300 mm rods", "rods", 0.21, (0.300, 0.075, 0.015), {"price": 30}),
    ("rear-rods", "350 mm rods", "rods", 0.25, (0.350, 0.075, 0.015), {"price": 34}),
    ("short-rods", "150 mm rods", "rods", 0.10, (0.150, 0.075, 0.015), {"price": 22}),
    ("rosette-bar", "rod clamp with rosettes", "rosette-bar", 0.31, (0.040, 0.230, 0.030), {"price": 75}),
    ("left-handle", "left handle on an arm", "grip-arm", 0.36, (0.036, 0.024, 0.230), {"price": 85}),
    ("right-handle", "right handle on an arm", "grip-arm", 0.36, (0.036, 0.024, 0.230), {"price": 85}),
    ("wood-grip", "wooden side handle", "side-grip", 0.29, None, {"price": 110}),
    ("top-handle", "top handle", "top-handle", 0.31, (0.170, 0.030, 0.072), {"price": 65}),
    ("monitor-5", "5-inch monitor", "monitor", 0.38, (0.026, 0.140, 0.092), {"price": 330}),
    ("monitor-7", "7-inch bright monitor", "monitor", 0.66, (0.034, 0.186, 0.124), {"price": 620}),
    ("light-monitor", "light 5-inch monitor", "monitor", 0.21, (0.018, 0.136, 0.088), {"owned": False, "price": 380}),
    ("viewfinder", "electronic viewfinder", "viewfinder", 0.42, None, {"owned": False, "price": 760}),
    ("arm-short", "short accessory arm", "arm", 0.14, (0.018, 0.018, 0.052), {"price": 40}),
    ("arm-long", "long accessory arm", "arm", 0.24, (0.020, 0.020, 0.180), {"price": 55}),
    ("friction-arm", "friction arm", "friction-arm", 0.34, (0.024, 0.024, 0.280), {"price": 75}),
    ("battery-98", "98 Wh wedge battery", "battery", 0.79, (0.052, 0.098, 0.130), {"quantity": 2, "energy_wh": 98, "price": 170}),
    ("battery-146", "146 Wh wedge battery", "battery", 1.12, (0.075, 0.100, 0.140), {"energy_wh": 146, "price": 260}),
    ("battery-190", "190 Wh wedge battery", "battery", 1.62, (0.092, 0.102, 0.150), {"owned": False, "energy_wh": 190, "price": 330}),
    ("battery-plate", "battery plate on rods", "battery-plate", 0.27, (0.040, 0.100, 0.110), {"price": 90}),
    ("small-battery", "small monitor battery", "small-battery", 0.19, None, {"quantity": 3, "energy_wh": 32, "price": 38}),
    ("weight-500", "500 g counterweight", "counterweight", 0.50, (0.024, 0.090, 0.056), {"quantity": 3, "price": 24}),
    ("weight-250", "250 g counterweight", "counterweight", 0.25, (0.014, 0.090, 0.056), {"quantity": 2, "price": 18}),
    ("microphone", "short shotgun microphone", "microphone", 0.19, (0.180, 0.030, 0.060), {"needed": False, "price": 290}),
    ("transmitter", "wireless video transmitter", "transmitter", 0.28, None, {"needed": False, "mass_how": "data sheet", "price": 540}),
    ("audio-receiver", "radio microphone receiver", "sound-receiver", 0.16, (0.070, 0.050, 0.024), {"needed": False, "price": 310}),
    ("gimbal", "gimbal handle with pan motor", "gimbal-base", 0.92, None, {"price": 640, "brings": ("gimbal-pan-arm", "gimbal-roll-arm", "gimbal-cradle")}),
    ("gimbal-pan-arm", "gimbal pan arm", "gimbal-pan-arm", 0.38, None, {"price": 0}),
    ("gimbal-roll-arm", "gimbal roll arm", "gimbal-roll-arm", 0.33, None, {"price": 0}),
    ("gimbal-cradle", "gimbal cradle", "gimbal-cradle", 0.24, None, {"price": 0}),
    ("gimbal-plate", "short camera plate", "bridge-plate", 0.12, (0.080, 0.050, 0.012), {"price": 35}),
    ("rubber-grip", "rubber side handle", "side-grip", 0.24, (0.040, 0.040, 0.125), {"price": 70}),
    ("sled-post", "sled post", "sled-post", 0.62, None, {"price": 480, "brings": ("sled-gimbal", "sled-stage", "sled-spar")}),
    ("sled-gimbal", "sled gimbal with handle", "sled-gimbal", 0.46, None, {"price": 0}),
    ("sled-stage", "sled top stage", "sled-stage", 0.44, None, {"price": 0}),
    ("sled-spar", "sled bottom spar", "sled-spar", 0.42, (0.440, 0.075, 0.020), {"price": 0}),
    ("vest", "vest with spring arm", "vest-arm", 5.60, None, {"price": 1150}),
    ("harness", "backpack harness with boom", "harness", 3.10, None, {"price": 420}),
    ("hanging-bar", "hanging bar with holes", "hanging-bar", 0.15, None, {"price": 38}),
    ("eyelet", "eyelet", "eyelet", 0.05, None, {"price": 12}),
    ("offset-bracket", "offset bracket", "offset-bracket", 0.44, None, {"owned": False, "price": 95}),
    ("drop-arm", "arm that hangs a screen", "drop-arm", 0.26, (0.260, 0.018, 0.120), {"price": 65}),
    ("brace", "body brace", "brace", 0.29, None, {"price": 60}),
    ("head-clamp", "clamp of the fluid head", "head-clamp", 0.31, None, {"price": 0}),
    ("case", "large hard case", "case", 6.40, (0.800, 0.500, 0.360), {"needed": False, "quantity": 2, "price": 210}),
    ("bag", "shoulder bag", "bag", 2.60, (0.560, 0.360, 0.320), {"needed": False, "price": 140}),
    ("tripod", "tripod with fluid head", "tripod", 5.30, None, {"price": 690}),
)  # fmt: skip


def demo_parts() -> tuple[Part, ...]:
    """The parts of the demo kit."""
    return tuple(make_part(key, name, kind, mass, size, **more) for key, name, kind, mass, size, more in _ROWS)


LENS_SETS: Final = (
    LensSet(lens="zoom-28-80", along=("lens-support", "matte-box")),
    LensSet(lens="zoom-24-70", along=("matte-box",)),
    LensSet(lens="zoom-70-200", along=("lens-support", "matte-box")),
    LensSet(lens="prime-25", along=("matte-box",)),
    LensSet(lens="prime-35", along=("matte-box",)),
    LensSet(lens="prime-50", along=("matte-box",)),
    LensSet(lens="prime-85", along=("matte-box",)),
    LensSet(lens="macro-100", adapter="adapter"),
)
"""The heavy zooms stand on a support; the macro is a stills lens and goes close, without a box in front of it."""
