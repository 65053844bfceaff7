"""What pyproject.toml cannot say: the manual and its pictures, which stand under docs/, go into the wheel."""

import shutil
from pathlib import Path

from setuptools import setup
from setuptools.command.build_py import build_py

ROOT = Path(__file__).parent


class WithManual(build_py):
    """Modules and resources as ever, then the manual beside them."""

    def run(self) -> None:
        """Build, then copy the pages and their pictures."""
        super().run()
        if self.editable_mode:
            return  # the program finds the pages where they are written
        resources = Path(self.build_lib) / "equilix" / "resources"
        for name in ("manual", "screenshots"):
            shutil.copytree(ROOT / "docs" / name, resources / name, dirs_exist_ok=True)


setup(cmdclass={"build_py": WithManual})
