"""What is installed stands in the list, with its licence."""

import re
import unittest
from pathlib import Path

ROOT = Path(__file__).parents[2]
LOCKED = re.compile(r"^([A-Za-z0-9_.-]+)==([^\s;\\]+)", re.MULTILINE)
LISTED = re.compile(r"^\| ([a-z0-9-]+) \| (\d[^ |]*) \| ([^|]+) \|", re.MULTILINE)
RUN_TIME = ("MIT", "BSD", "0BSD", "Apache-2.0", "LGPL-3.0", "PSF-2.0", "Zlib", "CC0")


class Dependencies(unittest.TestCase):
    """The locks against docs/dependencies.md."""

    def test_every_version_stands_in_the_list(self) -> None:
        """Each locked package with its version, and none that is locked no more."""
        locked = {
            (re.sub(r"[-_.]+", "-", name).lower(), version)
            for file in ("requirements.lock", "requirements-core.lock")
            for name, version in LOCKED.findall((ROOT / file).read_text())
        }
        listed = {(name, version) for name, version, _ in LISTED.findall(self.text)}
        self.assertGreater(len(locked), 40)
        self.assertEqual(listed, locked)

    def test_licences_of_what_runs(self) -> None:
        """Permissive or LGPL."""
        (running, _) = self.text.split("## For tests and tools only")
        rows = LISTED.findall(running)
        self.assertGreater(len(rows), 15)
        for name, _, licence in rows:
            self.assertTrue(licence.startswith(RUN_TIME), f"{name}: {licence}")

    @property
    def text(self) -> str:
        """The list."""
        return (ROOT / "docs/dependencies.md").read_text(encoding="utf-8")
