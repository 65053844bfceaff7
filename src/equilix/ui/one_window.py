"""One window for one person: a second start hands its file on to the window that is open, and ends."""

from __future__ import annotations

import contextlib
import hashlib
import json
import socket
import warnings
from pathlib import Path
from typing import Any, Final

import platformdirs
from PySide6.QtCore import QObject, Signal

from equilix.store.state import state_folder

LARGEST_BYTES: Final = 65_536
"""No request is larger than this."""
PATIENCE_S: Final = 2.0
TAKEN: Final = b"taken\n"


def socket_file() -> Path:
    """Where the open window listens; another folder of what is remembered is another person."""
    own = hashlib.sha256(str(state_folder().absolute()).encode()).hexdigest()[:16]
    with warnings.catch_warnings():
        warnings.simplefilter("ignore")  # where the system names none, the one that is taken instead does
        folder = Path(platformdirs.user_runtime_dir("equilix", appauthor=False))
    return folder / f"{own}.sock"


def hand_on(file: Path | None, *, demo: bool = False) -> bool:
    """Let the open window do what a second start was asked for; whether there is one, and it has taken it."""
    wanted = {"file": None if file is None else str(file.absolute()), "demo": demo}
    try:
        with socket.socket(socket.AF_UNIX, socket.SOCK_STREAM) as there:
            there.settimeout(PATIENCE_S)
            there.connect(str(socket_file()))
            there.sendall(json.dumps(wanted).encode() + b"\n")
            return there.recv(len(TAKEN)) == TAKEN
    except OSError:
        return False


class Listener(QObject):
    """Waits for second starts of the same person."""

    asked = Signal(str, bool)
    """A second start wants this file (empty: none), or the demo."""

    def __init__(self, parent: QObject | None = None) -> None:
        super().__init__(parent)
        from PySide6.QtNetwork import QLocalServer  # a window is painted before anyone asks

        self._server = QLocalServer(self)
        self._server.setSocketOptions(QLocalServer.SocketOption.UserAccessOption)
        self._server.newConnection.connect(self._connected)
        self._said: dict[Any, bytes] = {}

    def listen(self) -> bool:
        """Begin; whether it could. What a run that died has left is taken away; one that lives is left alone."""
        file = socket_file()
        if somebody_listens(file):
            return False
        with contextlib.suppress(OSError):
            file.parent.mkdir(parents=True, exist_ok=True, mode=0o700)
            file.unlink(missing_ok=True)
        return bool(self._server.listen(str(file)))

    def _connected(self) -> None:
        while (there := self._server.nextPendingConnection()) is not None:
            self._said[there] = b""
            there.readyRead.connect(lambda there=there: self._read(there))
            there.disconnected.connect(lambda there=there: self._gone(there))

    def _gone(self, there: Any) -> None:
        self._said.pop(there, None)
        there.deleteLater()

    def _read(self, there: Any) -> None:
        said = self._said[there] = self._said.get(there, b"") + bytes(there.readAll().data())
        if len(said) > LARGEST_BYTES:
            there.abort()
            return
        if not said.endswith(b"\n"):
            return
        wanted = _understood(said)
        if wanted is None:
            there.abort()
            return
        there.write(TAKEN)
        there.flush()
        there.disconnectFromServer()
        self.asked.emit(*wanted)

    def close(self) -> None:
        """Listen no more."""
        self._server.close()


def somebody_listens(file: Path) -> bool:
    """Whether somebody listens there."""
    try:
        with socket.socket(socket.AF_UNIX, socket.SOCK_STREAM) as there:
            there.settimeout(PATIENCE_S)
            there.connect(str(file))
            return True
    except OSError:
        return False


def _understood(said: bytes) -> tuple[str, bool] | None:
    try:
        wanted = json.loads(said)
    except ValueError:
        return None
    if not isinstance(wanted, dict):
        return None
    file, demo = wanted.get("file"), wanted.get("demo")
    if not (file is None or isinstance(file, str)) or not isinstance(demo, bool):
        return None
    return file or "", demo
