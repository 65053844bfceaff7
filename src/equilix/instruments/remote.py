"""An instrument at the other end of a line: a serial port, a pseudo-terminal, or TCP (``socket://host:port``)."""

from __future__ import annotations

import contextlib
import time
from collections.abc import Iterator
from typing import Final

from equilix.errors import Called, never
from equilix.facts import fact, number
from equilix.instruments.instrument import About, InstrumentError, Sample
from equilix.instruments.lines import ASK, CLOSE, LONGEST, TARE, read_greeting, read_sample
from equilix.instruments.port import Port, open_port

PATIENCE_S: Final = 3.0
"""Silent for so long, it is not waited for any more."""
WAIT_S: Final = 0.05
MOST_RUBBISH: Final = 20
"""So many lines in a row that are no sample."""
MOST_A_SECOND: Final = 50
"""What floods is thinned: so many samples are handed on in a second, the newest ones."""


class Remote:
    """Speaks the text protocol over a port. What it sends is never believed before it has been read."""

    def __init__(self, port: str, patience_s: float = PATIENCE_S) -> None:
        self.port, self.patience_s = port, patience_s
        self._port: Port | None = None
        self._about: About | None = None
        self._rest = b""
        self._held: list[str] = []
        self.rubbish = 0
        """How many lines were no sample."""

    @property
    def about(self) -> About:
        """What it said when it was opened."""
        if self._about is None:
            raise InstrumentError(fact("instruments.not_open", port=self.port))
        return self._about

    def open(self) -> None:
        """Open the port and ask what it is."""
        self.close()
        try:
            self._port = open_port(self.port, WAIT_S)
        except (OSError, ValueError) as error:  # what a serial port raises is an OSError too
            raise InstrumentError(fact("instruments.no_port", port=self.port, why=str(error)[:200])) from error
        self._send(ASK)
        end = time.monotonic() + self.patience_s
        while time.monotonic() < end:
            lines = self._lines()
            for place, line in enumerate(lines):
                self._about = read_greeting(line)
                if self._about is not None:
                    self._held = lines[place + 1 :]
                    return
        self.close()
        raise InstrumentError(fact("instruments.says_nothing", port=self.port))

    def samples(self, called_off: Called = never) -> Iterator[Sample]:
        """What it sends, until it is called off; of a flood the newest, so many a second."""
        about, heard, bad = self.about, time.monotonic(), 0
        handed, waits = 0.0, None
        while not called_off():
            try:
                lines = self._lines()
            except InstrumentError:
                if waits is not None:
                    yield waits
                raise
            now = time.monotonic()
            for line in lines:
                sample = read_sample(line, about)
                if sample is not None:
                    waits, heard, bad = sample, now, 0
                elif read_greeting(line) is None:
                    bad, self.rubbish = bad + 1, self.rubbish + 1
                if waits is not None and now - handed >= 1 / MOST_A_SECOND:
                    yield waits
                    handed, waits = now, None
            if waits is not None and now - handed >= 1 / MOST_A_SECOND:
                yield waits
                handed, waits = now, None
            if bad > MOST_RUBBISH:
                raise InstrumentError(fact("instruments.rubbish", name=about.name))
            if time.monotonic() - heard > self.patience_s:
                raise InstrumentError(fact("instruments.stalls", name=about.name, s=number(self.patience_s)))

    def tare(self) -> None:
        """Ask it to call what it reads now zero."""
        self._send(TARE)

    def close(self) -> None:
        """Say so, and let go of the port."""
        port, self._port = self._port, None
        self._rest, self._held = b"", []
        if port is not None:
            with contextlib.suppress(OSError):  # it may be gone already, which is what was wanted
                port.write(f"{CLOSE}\n".encode())
            port.close()

    def _send(self, word: str) -> None:
        try:
            self._open_port.write(f"{word}\n".encode())
        except OSError as error:
            raise InstrumentError(fact("instruments.gone", port=self.port)) from error

    @property
    def _open_port(self) -> Port:
        if self._port is None:
            raise InstrumentError(fact("instruments.not_open", port=self.port))
        return self._port

    def _lines(self) -> list[str]:
        """The whole lines that have come; what is longer than a line can be is let go."""
        if self._held:
            held, self._held = self._held, []
            return held
        try:
            came = self._open_port.read()
        except OSError as error:
            raise InstrumentError(fact("instruments.gone", port=self.port)) from error
        whole, _, self._rest = (self._rest + came).rpartition(b"\n")
        if len(self._rest) > LONGEST:
            self._rest, whole = b"", whole + b"\n?"
        return [line.decode("utf-8", "replace").strip() for line in whole.split(b"\n") if line.strip()]
