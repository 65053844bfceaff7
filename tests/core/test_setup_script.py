"""The set-up script on machines that differ: another program at work, other package names, nobody with rights.

The system's commands are stood in for by small scripts that come first on the path; the script itself is the real one.
"""

import os
import shutil
import stat
import subprocess
import unittest
from pathlib import Path

from tests.core.in_folder import InFolder

SCRIPT = Path(__file__).parents[2] / "tools" / "setup.sh"


class SetUp(InFolder):
    """A copy of the script beside environments that are up to date."""

    def setUp(self) -> None:
        super().setUp()
        (self.folder / "tools").mkdir()
        shutil.copy(SCRIPT, self.folder / "tools")
        for lock in ("requirements.lock", "requirements-core.lock", "pyproject.toml"):
            (self.folder / lock).write_text("", "utf-8")
        stamp = subprocess.run(["sha256sum"], input=b"", capture_output=True, check=True).stdout.split()[0]
        for name in (".venv", ".venv-core"):
            (self.folder / name).mkdir()
            (self.folder / name / ".stamp").write_bytes(stamp)
        self.commands = self.folder / "commands"
        self.commands.mkdir()
        self.command("id", "echo 0")
        self.command("Xvfb", "")
        self.command("sleep", "")
        self.command("apt-get", f"echo apt-get $* >> {self.folder}/said")

    def command(self, name: str, script: str) -> None:
        """Put a command first on the path."""
        file = self.commands / name
        file.write_text(f"#!/bin/sh\n{script}\n", "utf-8")
        file.chmod(file.stat().st_mode | stat.S_IXUSR)

    def libraries(self, *, without: str = "nothing") -> None:
        """Let the linker know all libraries but one."""
        known = [line.split()[0] for line in SCRIPT.read_text("utf-8").splitlines() if line.startswith("lib")]
        lines = "\n".join(f"echo '\t{library} (libc6) => /x/{library}'" for library in known if library != without)
        self.command("ldconfig", lines)

    def run_script(self, purpose: str = "test") -> tuple[int, str]:
        """Exit code and all that was said."""
        environment = {"PATH": f"{self.commands}:{os.environ['PATH']}", "LOCK_PAUSE_S": "1", "LOCK_PATIENCE_S": "3"}
        found = subprocess.run(
            ["bash", str(self.folder / "tools" / "setup.sh"), purpose], capture_output=True, text=True, env=environment
        )
        return found.returncode, found.stdout + found.stderr

    def said_to_apt(self) -> str:
        """The calls of the package manager."""
        file = self.folder / "said"
        return file.read_text("utf-8") if file.exists() else ""

    def test_nothing_to_do(self) -> None:
        """Where everything is there, no package manager is asked and nothing is said, whatever packages are called."""
        self.libraries()
        self.command("dpkg-query", "exit 1")
        self.assertEqual(self.run_script(), (0, ""))
        self.assertEqual(self.said_to_apt(), "")

    def test_a_missing_library_is_installed_by_the_package_that_has_it(self) -> None:
        """Only that one, after the lists have been brought up to date."""
        self.libraries(without="libglib-2.0.so.0")
        self.assertEqual(self.run_script(), (0, "Installing: libglib2.0-0\n"))
        update, install = self.said_to_apt().splitlines()
        self.assertIn("update", update)
        self.assertTrue(install.endswith("libglib2.0-0"))

    def test_a_plain_user_is_told_both_commands(self) -> None:
        """Nobody without rights is left with half of what to type."""
        self.libraries(without="libEGL.so.1")
        self.command("id", "echo 1000")
        code, said = self.run_script("run")
        self.assertEqual(code, 1)
        self.assertIn("sudo apt-get update && sudo apt-get install libegl1", said)

    def test_a_lock_is_waited_for(self) -> None:
        """Held by another program twice, by either of the two locks: waited for with one word, then installed."""
        self.libraries(without="libEGL.so.1")
        count = self.folder / "count"
        for lock in (
            "E: Could not get lock /var/lib/dpkg/lock-frontend. It is held by process 1 (unattended-upgr)",
            "E: Could not get lock /var/lib/apt/lists/lock. It is held by process 1 (apt-get)",
        ):
            count.write_text("", "utf-8")
            self.command(
                "apt-get", f'echo x >> {count}; [ $(wc -l < {count}) -gt 2 ] || {{ echo "{lock}" >&2; exit 100; }}'
            )
            with self.subTest(lock):
                code, said = self.run_script("run")
                self.assertEqual(code, 0, said)
                self.assertEqual(said.count("waiting until it is done"), 1)

    def test_a_lock_that_stays(self) -> None:
        """After its patience it says so and fails; another trouble of the package manager is shown at once."""
        self.libraries(without="libEGL.so.1")
        self.command("apt-get", "echo 'E: Could not get lock /var/lib/dpkg/lock-frontend' >&2; exit 100")
        code, said = self.run_script("run")
        self.assertEqual(code, 100)
        self.assertIn("has held the package manager's lock for 3 s; try again", said)
        self.command("apt-get", "echo 'E: Unable to locate package libegl1' >&2; exit 100")
        code, said = self.run_script("run")
        self.assertEqual(code, 100)
        self.assertIn("Unable to locate", said)
        self.assertNotIn("waiting", said)


if __name__ == "__main__":
    unittest.main()
