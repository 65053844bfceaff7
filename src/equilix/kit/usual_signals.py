"""Which sockets for signals the kinds of part usually have; to be replaced by what one's own has."""

from __future__ import annotations

from typing import Final

from equilix.kit.sockets import Socket

BODY: Final = (
    Socket(name="picture out", gives=True, side="left"),
    Socket(name="sound in", carries="sound", takes=True, side="right"),
    Socket(name="time code", carries="time-code", takes=True, side="right"),
    Socket(name="trigger", carries="trigger", gives=True, takes=True, side="right"),
    Socket(name="control", carries="control", takes=True, side="right"),
)
STILLS_BODY: Final = (
    Socket(name="picture out", gives=True, side="left"),
    Socket(name="sound in", carries="sound", takes=True, side="left"),
)
SCREEN: Final = (
    Socket(name="picture in", takes=True, loops="picture out", side="left"),
    Socket(name="picture out", gives=True, side="left"),
)
FINDER: Final = (Socket(name="picture in", takes=True, side="front"),)
TRANSMITTER: Final = (
    Socket(name="picture in", takes=True, loops="picture out", side="right"),
    Socket(name="picture out", gives=True, side="right"),
)
SOUND_RECEIVER: Final = (Socket(name="sound out", carries="sound", gives=True, side="rear"),)
TIME_CODE: Final = (Socket(name="time code out", carries="time-code", gives=True, side="right"),)
DRIVE: Final = (Socket(name="picture in", takes=True, side="front"),)
MICROPHONE: Final = (Socket(name="sound out", carries="sound", gives=True, side="rear"),)
MOTOR: Final = (Socket(name="trigger", carries="trigger", gives=True, takes=True, side="rear"),)
