"""The base of tests that need files: a folder of its own for each."""

import tempfile
import unittest
from pathlib import Path


class InFolder(unittest.TestCase):
    """A folder of its own for each test."""

    def setUp(self) -> None:
        kept = tempfile.TemporaryDirectory()
        self.addCleanup(kept.cleanup)
        self.folder = Path(kept.name)
        self.file = self.folder / "rig.equilix"
