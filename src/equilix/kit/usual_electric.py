"""What the kinds of part usually give and take of power; round figures, to be replaced by the maker's."""

from __future__ import annotations

from typing import Final

from equilix.kit.electric import Draw, Electric, Input, Output

BODY: Final = Electric(
    draw=Draw(standby=14.0, record=22.0, full=26.0),
    inputs=(Input(name="power in"),),
    outputs=(Output(name="accessory", connector="pin", volts=12.0, most_a=1.0),),
    passes=True,
    fed_by_mount=True,
)
STILLS_BODY: Final = Electric(
    draw=Draw(standby=2.5, record=7.0, full=9.0),
    inputs=(Input(name="power in", connector="flat", least_v=4.8, most_v=9.0),),
    fed_by_mount=True,
)
INNER_BATTERY: Final = Electric(volts=7.2, most_a=4.0)
DUMMY_BATTERY: Final = Electric(
    inputs=(Input(name="lead", connector="flat", least_v=4.8, most_v=9.0),), passes=True, feeds_mount=True
)
USB_PACK: Final = Electric(
    volts=5.0, most_a=3.0, outputs=(Output(name="flat", connector="flat", volts=5.0, most_a=3.0),)
)
VIEWFINDER: Final = Electric(
    draw=Draw(standby=2.0, record=5.0, full=5.0), inputs=(Input(name="power in", connector="pin"),)
)
TRANSMITTER: Final = Electric(
    draw=Draw(standby=5.0, record=8.0, full=8.0),
    inputs=(Input(name="power in", connector="barrel", least_v=7.0),),
)
RECEIVER: Final = Electric(
    draw=Draw(standby=0.5, record=1.0, full=1.2),
    inputs=(Input(name="power in", connector="flat", least_v=4.8, most_v=9.0),),
)
MOTOR: Final = Electric(draw=Draw(standby=1.0, record=4.0, full=9.0), inputs=(Input(name="power in"),))
BATTERY: Final = Electric(volts=14.4, most_a=10.0, outputs=(Output(name="tap"),))
SMALL_BATTERY: Final = Electric(
    volts=7.4, most_a=3.0, outputs=(Output(name="plug", connector="barrel", volts=7.4, most_a=3.0),)
)
BATTERY_PLATE: Final = Electric(
    outputs=(
        Output(name="tap 1"),
        Output(name="tap 2"),
        Output(name="low", connector="barrel", volts=7.4, most_a=2.0),
    ),
    most_a=12.0,
    passes=True,
    fed_by_mount=True,
)
CONVERTER: Final = Electric(
    inputs=(Input(name="in", least_v=10.0, most_v=18.0),),
    outputs=(
        Output(name="low", connector="barrel", volts=7.4, most_a=2.0),
        Output(name="five", connector="flat", volts=5.0),
    ),
    passes=True,
    efficiency=0.9,
)


def monitor(screen_m2: float) -> Electric:
    """A monitor draws with its screen's area, m²."""
    return Electric(
        draw=Draw(standby=3.0, record=7.0 + 400 * screen_m2, full=10.0 + 700 * screen_m2),
        inputs=(Input(name="power in", connector="barrel", least_v=7.0),),
    )


def drawing(usual: Electric | None, watts: float) -> Electric:
    """What is usual for a kind, drawing so much while it records; at rest and at most in proportion."""
    if usual is None:
        return Electric(draw=Draw(record=watts, full=watts), inputs=(Input(name="power in"),))
    times = watts / usual.draw.record if usual.draw.record else 0.0
    draw = Draw(standby=usual.draw.standby * times, record=watts, full=max(usual.draw.full * times, watts))
    return usual.changed(draw=draw)
