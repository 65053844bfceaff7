"""Bytes from and to the other end of a line: a serial port or pseudo-terminal, or a socket."""

from __future__ import annotations

import socket
from typing import Any, Final, Protocol
from urllib.parse import urlsplit

BAUD: Final = 115_200
MOST_BYTES: Final = 4096
SOCKET: Final = "socket"


class Port(Protocol):
    """Raises ``OSError`` where the other end is gone."""

    def read(self) -> bytes:
        """What has come; nothing where nothing comes within the wait."""

    def write(self, raw: bytes) -> None:
        """Send it."""

    def close(self) -> None:
        """Let go."""


def open_port(name: str, wait_s: float) -> Port:
    """``socket://host:port``, or the name of a serial port. Raises ``OSError`` and ``ValueError``."""
    found = urlsplit(name)
    if found.scheme == SOCKET:
        if found.hostname is None or found.port is None:
            raise ValueError(name)
        return _Socket((found.hostname, found.port), wait_s)
    return _Serial(name, wait_s)


class _Socket:
    def __init__(self, address: tuple[str, int], wait_s: float) -> None:
        self.line = socket.create_connection(address, timeout=2.0)
        self.line.settimeout(wait_s)

    def read(self) -> bytes:
        try:
            came = self.line.recv(MOST_BYTES)
        except TimeoutError:
            return b""
        if not came:
            raise ConnectionResetError
        return came

    def write(self, raw: bytes) -> None:
        self.line.sendall(raw)

    def close(self) -> None:
        self.line.close()


class _Serial:
    def __init__(self, name: str, wait_s: float) -> None:
        import serial  # slow to load, and only wanted where an instrument is

        self.line: Any = serial.Serial(name, baudrate=BAUD, timeout=wait_s, write_timeout=1.0)

    def read(self) -> bytes:
        first: bytes = self.line.read(1)
        if not first:
            return b""
        more: bytes = self.line.read(min(self.line.in_waiting, MOST_BYTES))
        return first + more

    def write(self, raw: bytes) -> None:
        self.line.write(raw)

    def close(self) -> None:
        self.line.close()
