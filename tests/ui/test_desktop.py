"""What the desktop is told of the program, and what is in the wheel: checked with the tools of Debian and of Qt."""

import json
import os
import subprocess
import sys
import tempfile
import tomllib
import unittest
import xml.etree.ElementTree as ET
import zipfile
from pathlib import Path

from equilix import __version__
from equilix.demo import lighthouse
from equilix.store.saving import SUFFIX, save
from equilix.ui.app import DESKTOP_ID

ROOT = Path(__file__).parents[2]
DESKTOP = ROOT / "src" / "equilix" / "resources" / "desktop"
MIME = "application/vnd.equilix.document+json"
_ASK = """
import json, sys
from PySide6.QtCore import QMimeDatabase
found = QMimeDatabase()
print(json.dumps([found.mimeTypeForFile(each).name() for each in sys.argv[1:]]
      + [found.mimeTypeForFile(sys.argv[1]).iconName()]))
"""


class Entry(unittest.TestCase):
    """Desktop entry, AppStream data, MIME type and icons."""

    def test_valid_by_debian_s_tools(self) -> None:
        """desktop-file-validate and appstreamcli find nothing wrong."""
        for command in (
            ["desktop-file-validate", DESKTOP / f"{DESKTOP_ID}.desktop"],
            ["appstreamcli", "validate", "--no-net", DESKTOP / f"{DESKTOP_ID}.metainfo.xml"],
        ):
            found = subprocess.run(command, capture_output=True, text=True)
            self.assertEqual(found.returncode, 0, found.stdout + found.stderr)
            self.assertNotIn("error", found.stdout + found.stderr)

    def test_names_agree(self) -> None:
        """The entry, its icon, the AppStream id, the MIME type and the version are those that the program has."""
        entry = (DESKTOP / f"{DESKTOP_ID}.desktop").read_text("utf-8")
        self.assertIn(f"\nIcon={DESKTOP_ID}\n", entry)
        self.assertIn(f"\nMimeType={MIME};\n", entry)
        self.assertIn("\nExec=equilix %f\n", entry)
        meta = ET.parse(DESKTOP / f"{DESKTOP_ID}.metainfo.xml").getroot()
        self.assertEqual(meta.findtext("id"), DESKTOP_ID)
        self.assertEqual(meta.findtext("provides/mediatype"), MIME)
        release = meta.find("releases/release")
        assert release is not None
        self.assertEqual(release.get("version"), __version__)
        with (ROOT / "pyproject.toml").open("rb") as file:
            self.assertEqual(tomllib.load(file)["project"]["version"], __version__)
        for icon in (DESKTOP_ID, f"{DESKTOP_ID}.document"):
            self.assertEqual(ET.parse(DESKTOP / f"{icon}.svg").getroot().get("viewBox"), "0 0 128 128")

    def test_a_document_is_known(self) -> None:
        """By its ending and, under another name, by how it begins; other JSON stays what it is."""
        with tempfile.TemporaryDirectory() as kept:
            share = Path(kept) / "share"
            packages = share / "mime" / "packages"
            packages.mkdir(parents=True)
            text = (DESKTOP / f"{DESKTOP_ID}.mime.xml").read_text("utf-8")
            (packages / f"{DESKTOP_ID}.xml").write_text(text, "utf-8")
            subprocess.run(["update-mime-database", share / "mime"], check=True, capture_output=True)
            named, unnamed, other = Path(kept) / f"a{SUFFIX}", Path(kept) / "a", Path(kept) / "b.json"
            save(lighthouse(), named)
            unnamed.write_bytes(named.read_bytes())
            other.write_text(json.dumps({"format": "other"}))
            environment = {
                **os.environ, "XDG_DATA_HOME": str(share), "QT_QPA_PLATFORM": "offscreen",
                "XDG_DATA_DIRS": f"{share}:/usr/local/share:/usr/share",
            }  # fmt: skip
            asked = subprocess.run(
                [sys.executable, "-c", _ASK, named, unnamed, other], capture_output=True, text=True, env=environment,
                check=True,
            )  # fmt: skip
        self.assertEqual(json.loads(asked.stdout), [MIME, MIME, "application/json", f"{DESKTOP_ID}.document"])


class Wheel(unittest.TestCase):
    """What is installed."""

    def test_has_everything(self) -> None:
        """Modules, type, catalogues, icons, desktop files, the manual and its pictures; no test and no tool."""
        with tempfile.TemporaryDirectory() as kept:
            tree = Path(kept) / "tree"
            tree.mkdir()
            for name in ("pyproject.toml", "setup.py", "README.md", "src", "docs"):
                (tree / name).symlink_to(ROOT / name)
            made = subprocess.run(
                [sys.executable, "-c", "from setuptools import build_meta; print(build_meta.build_wheel('..'))"],
                capture_output=True, text=True, cwd=tree, check=True,
            )  # fmt: skip
            with zipfile.ZipFile(Path(kept) / made.stdout.splitlines()[-1]) as wheel:
                names = set(wheel.namelist())
        resources = "equilix/resources"
        for each in (
            "equilix/__main__.py", "equilix/py.typed", f"{resources}/fonts/B612-Regular.otf",
            f"{resources}/fonts/B612-LICENCE.txt", f"{resources}/locale/de/LC_MESSAGES/equilix.mo",
            f"{resources}/desktop/{DESKTOP_ID}.desktop", f"{resources}/manual/begin.md",
            f"{resources}/manual/order.txt", f"{resources}/screenshots/balance.png",
        ):  # fmt: skip
            self.assertIn(each, names)
        self.assertEqual([each for each in names if each.startswith(("tests", "tools", "docs"))], [])
        sources = {f"equilix/{file.relative_to(ROOT / 'src/equilix')}" for file in (ROOT / "src/equilix").rglob("*.py")}
        self.assertLessEqual(sources, names)


if __name__ == "__main__":
    unittest.main()
