"""An instrument served to whoever connects: over TCP, or at a pseudo-terminal."""

from __future__ import annotations

import contextlib
import os
import select
import socket
import threading
from collections.abc import Callable
from typing import Final

from equilix.instruments.instrument import Instrument
from equilix.instruments.lines import ASK, CLOSE, LONGEST, TARE, greeting, sample_line

WAIT_S: Final = 0.05


class Serving:
    """Serves one client after the other in a thread of its own, until it is stopped."""

    def __init__(self, instrument: Instrument, *, host: str = "127.0.0.1", port: int | None = None) -> None:
        """``port``: of TCP, 0 for one that is free; none: a pseudo-terminal. Raises ``OSError``."""
        self.instrument = instrument
        self._ended = threading.Event()
        if port is None:
            self._master, self._slave = os.openpty()
            _raw(self._slave)
            self.address = os.ttyname(self._slave)
            work: Callable[[], None] = self._serve_terminal
        else:
            self._listening = socket.create_server((host, port))
            self._listening.settimeout(WAIT_S)
            self.address = f"socket://{host}:{self._listening.getsockname()[1]}"
            work = self._serve_tcp
        self._thread = threading.Thread(target=work, name="equilix-instrument", daemon=True)
        self._thread.start()

    def stop(self) -> None:
        """End it, and whoever is served."""
        self._ended.set()
        self._thread.join(5.0)

    def __enter__(self) -> Serving:
        return self

    def __exit__(self, *_error: object) -> None:
        self.stop()

    def _serve_tcp(self) -> None:
        with self._listening:
            while not self._ended.is_set():
                with contextlib.suppress(TimeoutError):
                    client, _ = self._listening.accept()
                    client.setblocking(False)
                    with client:
                        self._serve(client.fileno())

    def _serve_terminal(self) -> None:
        rest = b""
        try:
            while not self._ended.is_set():
                rest = self._serve(self._master, rest)
        finally:
            os.close(self._master)
            os.close(self._slave)

    def _serve(self, end: int, rest: bytes = b"") -> bytes:
        """Answer one client until it is gone. It is sent nothing before it has asked.

        ``rest``: what had come already; returned is what came after it was closed, from the next one at a terminal.
        """
        asked, gone = threading.Event(), False

        def answer() -> None:
            nonlocal gone, rest
            while not gone and b"\n" in rest:
                word, _, rest = rest.partition(b"\n")
                gone = self._do(word.decode("utf-8", "replace").strip(), end, asked)

        def over() -> bool:
            nonlocal gone, rest
            try:
                answer()
                while not gone and select.select([end], [], [], 0 if asked.is_set() else WAIT_S)[0]:
                    came = os.read(end, 4096)
                    gone, rest = not came, (rest + came)[-LONGEST:]
                    answer()
            except OSError:
                gone = True
            return gone or self._ended.is_set()

        while not asked.is_set():
            if over():
                return rest
        for sample in self.instrument.samples(over):
            if not _written(end, sample_line(sample)):
                break
        return rest

    def _do(self, word: str, end: int, asked: threading.Event) -> bool:
        """Do what a client asks for; returns whether it has gone."""
        if word == ASK:
            if not asked.is_set():
                self.instrument.open()
            asked.set()
            _written(end, greeting(self.instrument.about))
        elif word == TARE:
            self.instrument.tare()
        return word == CLOSE


def _written(end: int, line: str) -> bool:
    """Whether a line could be sent; one that a slow reader has no room for is dropped."""
    try:
        os.write(end, f"{line}\n".encode())
    except BlockingIOError:
        return True
    except OSError:
        return False
    return True


def _raw(terminal: int) -> None:
    """Bytes go through as they are."""
    import tty

    tty.setraw(terminal)
