"""A reader of screens, as small as can be: it asks a running window over the accessibility bus what is to be seen.

Run inside ``dbus-run-session``, with a display. It prints what it found, first as the rig is, then after it has pressed
the button that mends it, and what the window said of itself meanwhile.
"""

from __future__ import annotations

import contextlib
import json
import subprocess
import sys
import time
from collections import deque
from collections.abc import Iterator
from typing import Any

from jeepney import DBusAddress, HeaderFields, MatchRule, Message, MessageType, message_bus, new_method_call
from jeepney.io.blocking import DBusConnection, open_dbus_connection

LAUNCHER = "/usr/libexec/at-spi-bus-launcher"
ROOT = ("org.a11y.atspi.Registry", "/org/a11y/atspi/accessible/root")
REGISTRY = ("org.a11y.atspi.Registry", "/org/a11y/atspi/registry")
NODE, ACTION = "org.a11y.atspi.Accessible", "org.a11y.atspi.Action"
PRESSED = "Do it: Move what is there"
PATIENCE_S = 90.0
PROGRAM = """
import sys
from PySide6.QtWidgets import QApplication
from equilix.ui.app import open_program
from equilix.ui.theme import load_fonts
app = QApplication(["equilix"])
load_fonts(app)
program = open_program(demo=True)
window = program.window
window.show()
window.activateWindow()
def step_once_it_rests():
    if window.session.analysis.status == "rests":
        window.session.changed.disconnect(step_once_it_rests)
        window.stage.side.setFocus()
        window.session.selection.select("lens")
window.session.changed.connect(step_once_it_rests)
sys.exit(app.exec())
"""


Where = tuple[str, str]
"""An object: the name of its program on the bus, and its path."""


class Gone(Exception):
    """What was asked is not there any more."""


class Bus:
    """The accessibility bus."""

    def __init__(self, connection: DBusConnection) -> None:
        self.connection = connection

    def call(self, at: Where, interface: str, method: str, kinds: str = "", body: tuple[Any, ...] = ()) -> Any:
        """Ask an object, named by its bus name and path."""
        name, path = at
        asked = DBusAddress(path, bus_name=name, interface=interface)
        answer = self.connection.send_and_get_reply(new_method_call(asked, method, kinds or None, body), timeout=20)
        if answer.header.message_type is MessageType.error:  # it went while it was being asked
            raise Gone(answer.body)
        return answer.body[0] if answer.body else None

    def value(self, at: Where, what: str) -> Any:
        """A property of an object."""
        return self.call(at, "org.freedesktop.DBus.Properties", "Get", "ss", (NODE, what))[1]

    def children(self, of: Where) -> list[Where]:
        """Those that it counts."""
        return [(name, path) for name, path in self.call(of, NODE, "GetChildren")]

    def walk(self, at: Where, deep: int = 0) -> Iterator[tuple[Where, str, str, str]]:
        """Everything below: where it is, its role, its name, what describes it."""
        for child in self.children(at) if deep < 40 else ():
            with contextlib.suppress(Gone):
                role = self.call(child, NODE, "GetRoleName")
                yield child, role, self.value(child, "Name"), self.value(child, "Description")
                yield from self.walk(child, deep + 1)

    def listen(self) -> deque[Message]:
        """Have what happens told from now on; it comes in while something is asked."""
        for event in ("object:announcement", "object:state-changed:selected", "object:state-changed:focused"):
            self.call(REGISTRY, REGISTRY[0], "RegisterEvent", "s", (event,))
        heard = MatchRule(type="signal", interface="org.a11y.atspi.Event.Object")
        self.connection.send_and_get_reply(message_bus.AddMatch(heard))
        return self.connection.filter(heard, bufsize=1000).queue

    def told(self, signal: Message) -> tuple[str, str, str]:
        """What has happened, in which way, and what it is about: a sentence, or the name of what it happened to."""
        fields = signal.header.fields
        kind, _, _, (_, value), *_ = signal.body
        if isinstance(value, str) and value:
            return fields[HeaderFields.member], kind, value
        about = ""
        with contextlib.suppress(Gone):
            about = self.value((fields[HeaderFields.sender], fields[HeaderFields.path]), "Name")
        return fields[HeaderFields.member], kind, about

    def all(self) -> list[tuple[Where, str, str, str]]:
        """Everything of every program that is there now."""
        found = []
        with contextlib.suppress(Gone):
            for program in self.children(ROOT):
                found += list(self.walk(program))
        return found


def address() -> str:
    """Where the accessibility bus is."""
    with open_dbus_connection("SESSION") as session:
        asked = DBusAddress("/org/a11y/bus", bus_name="org.a11y.Bus", interface="org.a11y.Bus")
        return str(session.send_and_get_reply(new_method_call(asked, "GetAddress")).body[0])


def main() -> int:
    """Find the window, read it, press, read it again."""
    until = time.monotonic() + PATIENCE_S
    quiet: dict[str, Any] = {"stdout": subprocess.DEVNULL, "stderr": subprocess.DEVNULL}
    with subprocess.Popen([LAUNCHER, "--launch-immediately", "--a11y=1"], **quiet) as launcher:
        try:
            bus = Bus(open_dbus_connection(address()))
            with subprocess.Popen([sys.executable, "-c", PROGRAM], **quiet) as program:
                try:
                    found: list[Any] = []
                    while not any(name == PRESSED for _, _, name, _ in found) and time.monotonic() < until:
                        found = bus.all()
                    heard = bus.listen()
                    button = next(at for at, _, name, _ in found if name == PRESSED)
                    bus.call(button, ACTION, "DoAction", "i", (0,))
                    after: list[Any] = []
                    while not any(name.startswith("Rests") for _, _, name, _ in after) and time.monotonic() < until:
                        after = bus.all()
                    print(json.dumps({"before": [each[1:] for each in found], "after": [each[1:] for each in after],
                                      "heard": [bus.told(each) for each in tuple(heard)]}))  # fmt: skip
                finally:
                    program.terminate()
        finally:
            launcher.terminate()
    return 0


if __name__ == "__main__":
    sys.exit(main())
