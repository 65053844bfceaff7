"""Build what people install: a wheel, and a Debian package that brings what it needs but Python and system libraries.

``python tools/package.py``            build both into build/package
``python tools/package.py --try``      and install the Debian package into a clean root, start it there, remove it again

The Debian package belongs to the Debian it was built on: it brings compiled packages for that Python.
"""

from __future__ import annotations

import argparse
import gzip
import os
import shutil
import subprocess
import sys
from pathlib import Path
from typing import Final

ROOT: Final = Path(__file__).parent.parent
sys.path.insert(0, str(ROOT / "src"))
from equilix import __version__  # noqa: E402 the version stands in one place

BUILD: Final = ROOT / "build" / "package"
NAME: Final = "app.equilix.Equilix"
DESKTOP: Final = ROOT / "src" / "equilix" / "resources" / "desktop"
LIBRARIES: Final = (
    "libegl1", "libgl1", "libglib2.0-0", "libxkbcommon0", "libxkbcommon-x11-0", "libdbus-1-3", "libfontconfig1",
    "libfreetype6", "libx11-xcb1", "libxcb-cursor0", "libxcb-icccm4", "libxcb-image0", "libxcb-keysyms1",
    "libxcb-randr0", "libxcb-render-util0", "libxcb-shape0", "libxcb-sync1", "libxcb-xfixes0", "libxcb-xinerama0",
    "libxcb-xkb1", "libwayland-client0", "libwayland-cursor0", "libwayland-egl1",
)  # fmt: skip
"""What Qt asks of the system, by the names of Debian 12; a later one that renamed them answers to these, too."""
PLACES: Final = {
    f"{NAME}.desktop": "usr/share/applications/{}", f"{NAME}.metainfo.xml": "usr/share/metainfo/{}",
    f"{NAME}.mime.xml": f"usr/share/mime/packages/{NAME}.xml",
    f"{NAME}.svg": "usr/share/icons/hicolor/scalable/apps/{}",
    f"{NAME}.document.svg": "usr/share/icons/hicolor/scalable/mimetypes/{}",
}  # fmt: skip
START: Final = """#!/bin/sh
# -I: no module of the folder one happens to be in, and none of the person's own, takes the place of one of these.
exec /usr/bin/python3 -I -c 'import sys; sys.path.insert(0, "/usr/lib/equilix"); sys.argv[0] = "equilix"
from equilix.__main__ import main; sys.exit(main())' "$@"
"""
AFTER: Final = """#!/bin/sh
set -e
command -v update-mime-database >/dev/null && update-mime-database /usr/share/mime || true
command -v update-desktop-database >/dev/null && update-desktop-database -q /usr/share/applications || true
command -v gtk-update-icon-cache >/dev/null && gtk-update-icon-cache -q /usr/share/icons/hicolor || true
"""
BEFORE_REMOVAL: Final = """#!/bin/sh
set -e
find /usr/lib/equilix -name __pycache__ -type d -prune -exec rm -rf {} + 2>/dev/null || true
"""


def run(*command: str | Path, **more: object) -> None:
    """Run a command; its failure ends this."""
    subprocess.run([str(each) for each in command], check=True, **more)  # type: ignore[call-overload]


def wheel() -> Path:
    """The wheel, with manual, pictures, fonts, catalogues and desktop files."""
    BUILD.mkdir(parents=True, exist_ok=True)
    for old in BUILD.glob("*.whl"):
        old.unlink()
    shutil.rmtree(ROOT / "build" / "lib", ignore_errors=True)
    run(sys.executable, "-m", "pip", "wheel", "-q", "--no-deps", "--no-build-isolation", "-w", BUILD, ROOT)
    (made,) = BUILD.glob("*.whl")
    return made


def pinned() -> str:
    """The lock file as constraints: a name and its version a line."""
    lines = (ROOT / "requirements.lock").read_text("utf-8").splitlines()
    return "".join(f"{line.split()[0]}\n" for line in lines if "==" in line and not line.startswith((" ", "#")))


def debian(made: Path) -> Path:
    """The Debian package of a wheel."""
    tree = BUILD / "tree"
    shutil.rmtree(tree, ignore_errors=True)
    library = tree / "usr" / "lib" / "equilix"
    library.mkdir(parents=True)
    listed = BUILD / "pinned.txt"
    listed.write_text(pinned(), "utf-8")
    wanted = f"equilix[ui] @ {made.as_uri()}"
    pip = (sys.executable, "-m", "pip", "install", "-q", "--disable-pip-version-check")
    run(*pip, "--target", library, "-c", listed, wanted, stderr=subprocess.DEVNULL)
    shutil.rmtree(library / "bin", ignore_errors=True)
    for cache in library.rglob("__pycache__"):
        shutil.rmtree(cache, ignore_errors=True)
    start = tree / "usr" / "bin" / "equilix"
    start.parent.mkdir(parents=True)
    start.write_text(START, "utf-8")
    start.chmod(0o755)
    for name, place in PLACES.items():
        target = tree / place.format(name)
        target.parent.mkdir(parents=True, exist_ok=True)
        shutil.copy(DESKTOP / name, target)
    docs = tree / "usr" / "share" / "doc" / "equilix"
    docs.mkdir(parents=True)
    (docs / "changelog.gz").write_bytes(gzip.compress((ROOT / "CHANGELOG.md").read_bytes(), mtime=0))
    (docs / "copyright").write_text(_licences(library), "utf-8")
    _control(tree)
    out = BUILD / f"equilix_{__version__}_{_machine()}.deb"
    out.unlink(missing_ok=True)
    run("dpkg-deb", "--root-owner-group", "-Zxz", "-z1", "--build", tree, out, stdout=subprocess.DEVNULL)
    return out


def _machine() -> str:
    return subprocess.run(["dpkg", "--print-architecture"], capture_output=True, text=True, check=True).stdout.strip()


def _control(tree: Path) -> None:
    size = sum(file.stat().st_size for file in tree.rglob("*") if file.is_file()) // 1024
    major, minor = sys.version_info[:2]
    folder = tree / "DEBIAN"
    folder.mkdir()
    depends = (f"python3 (>= {major}.{minor})", f"python3 (<< {major}.{minor + 1})", *LIBRARIES)
    (folder / "control").write_text(
        f"Package: equilix\nVersion: {__version__}\nArchitecture: {_machine()}\nSection: video\nPriority: optional\n"
        f"Maintainer: The Equilix developers <nobody@localhost>\nInstalled-Size: {size}\n"
        f"Depends: {', '.join(depends)}\n"
        "Description: balance a camera rig and spare the operator\n"
        " Shows a camera rig at true scale, says what it would do if let go and what that\n"
        " costs the body of its operator, and finds what to slide, exchange, hang or leave\n"
        " off so that it rests.\n",
        "utf-8",
    )
    for name, text in (("postinst", AFTER), ("postrm", AFTER), ("prerm", BEFORE_REMOVAL)):
        (folder / name).write_text(text, "utf-8")
        (folder / name).chmod(0o755)


def _licences(library: Path) -> str:
    """What ships with the program, and under which licence, as each says itself."""
    lines = ["Equilix: no licence has been chosen by its owner yet.", "", "It brings these packages:", ""]
    for info in sorted(library.glob("*.dist-info")):
        fields = dict(
            line.split(": ", 1)
            for line in (info / "METADATA").read_text("utf-8").split("\n\n")[0].splitlines()
            if ": " in line and not line.startswith((" ", "Classifier"))
        )
        said = fields.get("License-Expression") or fields.get("License", "see its folder")
        lines.append(f"{fields.get('Name', info.stem)} {fields.get('Version', '')}: {said.splitlines()[0][:80]}")
    return "\n".join([*lines, "", "B612 (the type): SIL Open Font License 1.1.", ""])


WALK = """
import os, re, sys
sys.path.insert(0, "/usr/lib/equilix")
os.environ["QT_QPA_PLATFORM"] = "offscreen"
from msgspec.structs import replace
from PySide6.QtCore import QUrl
from PySide6.QtGui import QTextDocument
from PySide6.QtWidgets import QApplication
from equilix.ui.app import open_program
from equilix.ui.manual_pages import pages
from equilix.ui.theme import load_fonts
from equilix.words.language import languages

application = QApplication(["equilix"])
load_fonts(application)
program = open_program(demo=True)
program.window.show()
for code in languages():
    chosen = program.window.session.chosen
    chosen.become(replace(chosen.now, language=code))
    for _ in range(5):
        application.processEvents()
    window, pictures, opened = program.window, 0, 0
    for page in pages():
        window.show_page("manual")
        view = window.page
        view.choose(page.key)
        application.processEvents()
        assert len(view.reader.toPlainText()) > 200, (code, page.key)
        for shown, target in re.findall(r"(!?)\\[[^]]*\\]\\(([^)]+)\\)", page.file.read_text("utf-8")):
            if shown:
                kind = QTextDocument.ResourceType.ImageResource.value
                assert view.reader.loadResource(kind, QUrl(target)) is not None, (code, page.key, target)
                pictures += 1
            elif target.startswith("equilix:"):
                view.reader.anchorClicked.emit(QUrl(target))
                application.processEvents()
                assert window.pages.open_key == target.removeprefix("equilix:"), (code, page.key, target)
                assert not window.grab().isNull()
                window.show_page("manual")
                opened += 1
            else:
                assert any(each.key == target.removesuffix(".md") for each in pages()), (code, page.key, target)
    assert len(pages()) > 15 and pictures > 10 and opened > 10, (code, pictures, opened)
    print(f"manual, {code}: {len(pages())} pages, {pictures} pictures, {opened} workspaces opened from them")
program.window.close_anyway()
sys.stdout.flush()
os._exit(0)
"""
"""A walk through the manual with what the package has brought and nothing else: every page, picture and link."""


def try_it(package: Path) -> None:
    """Install it into a clean root of this Debian, start it there, remove it; what is left is an error."""
    clean = BUILD / "root"
    shutil.rmtree(clean, ignore_errors=True)
    release = next(
        line.split("=")[1]
        for line in Path("/etc/os-release").read_text().splitlines()
        if line.startswith("VERSION_CODE")
    )
    print("A clean root (a few minutes) …", flush=True)
    run("debootstrap", "--variant=minbase", "--include=ca-certificates", release, clean, stdout=subprocess.DEVNULL)
    for name in ("sources.list", "sources.list.d/debian.sources", "apt.conf.d"):
        here, there = Path("/etc/apt") / name, clean / "etc" / "apt" / name
        there.parent.mkdir(parents=True, exist_ok=True)
        if here.is_dir():
            shutil.copytree(here, there, dirs_exist_ok=True)
        elif here.exists():
            shutil.copy(here, there)
    shutil.copy(package, clean / package.name)

    def inside(*command: str) -> str:
        found = subprocess.run(
            ["chroot", str(clean), *command], capture_output=True, text=True, check=False,
            env={"PATH": "/usr/sbin:/usr/bin:/sbin:/bin", "DEBIAN_FRONTEND": "noninteractive", "HOME": "/root",
                 **{key: value for key, value in os.environ.items() if key.lower().endswith("_proxy")}},
        )  # fmt: skip
        if found.returncode:
            raise SystemExit(f"{' '.join(command)}: {found.returncode}\n{found.stdout}\n{found.stderr}")
        return found.stdout

    inside("apt-get", "update", "-qq")
    before = _files(clean)
    inside("apt-get", "install", "-y", "-qq", "--no-install-recommends", f"/{package.name}")
    print(inside("equilix", "--version").strip())
    demo = inside("equilix", "--demo", "--screenshot", "/tmp/demo.png")
    assert "N·m" in demo, demo
    shutil.copy(clean / "tmp" / "demo.png", BUILD / "tried.png")
    inside("equilix", "new", "--out", "/tmp/new.equilix")
    walked = inside("/usr/bin/python3", "-I", "-c", WALK).strip()
    assert walked.count("manual, ") == 2, walked
    print(walked)
    inside("apt-get", "purge", "-y", "-qq", "equilix")
    left = sorted(
        file for file in _files(clean) - before if "equilix" in file.lower() and not file.startswith(("tmp/", "root/"))
    )
    assert not left, left
    print("installed, started, removed without a trace")


def _files(clean: Path) -> set[str]:
    outside = ("var/", "proc/", "sys/", "dev/")
    return {name for file in clean.rglob("*") if not (name := file.relative_to(clean).as_posix()).startswith(outside)}


def main() -> int:
    """Build, and try where that is asked for."""
    parser = argparse.ArgumentParser(description=__doc__)
    parser.add_argument("--try", dest="tried", action="store_true", help="install it into a clean root and start it")
    options = parser.parse_args()
    made = wheel()
    package = debian(made)
    for file in (made, package):
        print(f"{file.relative_to(ROOT)}  {file.stat().st_size / 1e6:.1f} MB")
    if options.tried:
        try_it(package)
    return 0


if __name__ == "__main__":
    sys.exit(main())
