"""Saving: the old file or the new one, whole, whatever happens."""

import fcntl
import os
import resource
import signal
import subprocess
import sys
import unittest
from pathlib import Path
from unittest import mock

from equilix.demo import lighthouse
from equilix.errors import UnwritableFile
from equilix.store import saving
from equilix.store.disk import Fingerprint, fingerprint
from equilix.store.parsing import open_document
from equilix.store.saving import ChangedMeanwhile, backup_of, save
from tests.core.in_folder import InFolder
from tests.told import refused


class Saving(InFolder):
    """What stands in the folder afterwards."""

    def test_backup_of_the_previous_file(self) -> None:
        """Saving over a file keeps what was there beside it."""
        save(lighthouse(), self.file)
        first = self.file.read_bytes()
        save(lighthouse().changed(name="second"), self.file)
        self.assertEqual((self.folder / "rig.equilix.backup").read_bytes(), first)
        save(lighthouse().changed(name="third"), self.file)
        self.assertIn(b"second", (self.folder / "rig.equilix.backup").read_bytes())
        self.assertEqual(sorted(p.name for p in self.folder.iterdir()), ["rig.equilix", "rig.equilix.backup"])

    def test_a_link_stays_a_link(self) -> None:
        """Saving through a link changes the file behind it."""
        target = self.folder / "real.equilix"
        save(lighthouse(), target)
        self.file.symlink_to(target)
        save(lighthouse().changed(name="new"), self.file)
        self.assertTrue(self.file.is_symlink())
        self.assertEqual(open_document(target).name, "new")

    def test_rights_are_kept(self) -> None:
        """A file that only its owner may read stays so."""
        save(lighthouse(), self.file)
        self.file.chmod(0o600)
        save(lighthouse().changed(name="new"), self.file)
        self.assertEqual(self.file.stat().st_mode & 0o777, 0o600)

    def test_suffixes(self) -> None:
        """The names of files and backups."""
        self.assertEqual((saving.SUFFIX, saving.BACKUP_SUFFIX), (".equilix", ".backup"))


class Faults(InFolder):
    """Saving where it cannot be done leaves the previous file whole."""

    def setUp(self) -> None:
        super().setUp()
        save(lighthouse(), self.file)
        self.before = self.file.read_bytes()
        self.other = lighthouse().changed(name="another")

    def assert_untouched(self) -> None:
        """The previous file is there, whole, with nothing left beside it."""
        self.assertEqual(self.file.read_bytes(), self.before)
        self.assertEqual([p.name for p in self.folder.iterdir() if p.name.endswith(".part")], [])

    def test_folder_that_is_gone(self) -> None:
        """Said, with what to do."""
        with refused(self, UnwritableFile, "not there.*Save it under another name"):
            save(self.other, self.folder / "gone" / "rig.equilix")

    def test_read_only_folder(self) -> None:
        """Refused in words (root may write anywhere, so the refusal of the system is stood in for)."""
        with (
            mock.patch("os.fchmod", side_effect=PermissionError(13, "Permission denied")),
            refused(self, UnwritableFile, "may not be written"),
        ):
            save(self.other, self.file)
        self.assert_untouched()

    @unittest.skipIf(os.geteuid() != 0, "only root can become another user")
    def test_read_only_folder_for_real(self) -> None:
        """The same in a process without root's rights, in a folder it may not write."""
        self.folder.chmod(0o555)
        self.file.chmod(0o644)
        code = (
            "import os, sys; from pathlib import Path; from equilix.demo import lighthouse;"
            "from equilix.store.saving import save; from equilix.errors import UnwritableFile;"
            "from equilix.words.telling import tell; from equilix.store.writing import to_bytes\n"
            "to_bytes(lighthouse())  # all that this imports may be out of sight for another user\n"
            "os.setgid(65534); os.setuid(65534)\n"
            f"try: save(lighthouse(), Path({str(self.file)!r}))\n"
            "except UnwritableFile as error: print(tell(error.said)); sys.exit(7)"
        )
        found = subprocess.run([sys.executable, "-c", code], capture_output=True, text=True)
        self.folder.chmod(0o755)
        self.assertEqual(found.returncode, 7, found.stderr)
        self.assertIn("may not be written", found.stdout)
        self.assert_untouched()

    def test_full_disk(self) -> None:
        """A real limit of the system on the file's size, as a full disk gives it: no room, previous file whole."""
        code = (
            "import resource, signal, sys; from pathlib import Path; from equilix.demo import lighthouse;"
            "from equilix.store.saving import save; from equilix.errors import UnwritableFile;"
            "from equilix.words.telling import tell\n"
            "signal.signal(signal.SIGXFSZ, signal.SIG_IGN)\n"
            "resource.setrlimit(resource.RLIMIT_FSIZE, (5000, 5000))\n"
            f"try: save(lighthouse(), Path({str(self.file)!r}))\n"
            "except UnwritableFile as error: print(tell(error.said)); sys.exit(7)"
        )
        found = subprocess.run([sys.executable, "-c", code], capture_output=True, text=True)
        self.assertEqual(found.returncode, 7, found.stderr)
        self.assertIn("no room left", found.stdout)
        self.assert_untouched()
        self.assertGreater(len(self.before), 5000)
        self.assertEqual(resource.getrlimit(resource.RLIMIT_FSIZE)[0], resource.RLIM_INFINITY)

    def test_leftovers_of_killed_saves_are_cleared(self) -> None:
        """Old temporary files that nobody holds go with the next save; a young one, a held one and a folder stay."""
        old, young, held, folder = (
            self.folder / f".equilix-{name}.part" for name in ("old", "young", "held", "folder")
        )
        former = self.folder / ".rig.equilix.ab12.part"
        for file in (old, young, held, former):
            file.write_bytes(b"half")
        folder.mkdir()
        for file in (old, held, former, folder):
            os.utime(file, (1e9, 1e9))
        with held.open("rb") as opened:
            fcntl.flock(opened, fcntl.LOCK_EX)
            save(self.other, self.file)
        self.assertEqual(
            [file.exists() for file in (old, young, held, former, folder)], [False, True, True, False, True]
        )

    def test_what_was_written_is_read_back_first(self) -> None:
        """A document that could not be opened again replaces nothing, and says so."""
        broken = self.other.changed(current="nowhere")
        with refused(self, UnwritableFile, "could not be opened again.*nowhere"):
            save(broken, self.file)
        self.assert_untouched()

    def test_another_program_has_changed_it(self) -> None:
        """Not replaced where it holds something else than was read; replaced where it is as it was, or gone."""
        base = Fingerprint.of(self.before)
        self.file.write_bytes(self.before + b" ")
        with self.assertRaises(ChangedMeanwhile):
            save(self.other, self.file, expect=base)
        self.assertEqual(self.file.read_bytes(), self.before + b" ")
        os.utime(self.file, (1e9, 1e9))
        self.assertEqual(save(self.other, self.file, expect=Fingerprint.of(self.before + b" ")), fingerprint(self.file))
        self.file.unlink()
        save(self.other, self.file, expect=base)
        self.assertEqual(open_document(self.file), self.other)

    def test_strange_places(self) -> None:
        """A pipe, a device, a folder, a loop of links, a folder where the backup goes, a read-only file: in words."""
        pipe, loop, folder = self.folder / "pipe", self.folder / "loop", self.folder / "folder"
        os.mkfifo(pipe)
        loop.symlink_to(loop)
        folder.mkdir()
        second = self.folder / "second.equilix"
        save(self.other, second)
        backup_of(second).mkdir()
        for path, words in (
            (pipe, "is a pipe"), (Path("/dev/null"), "is a device"), (folder, "is a folder"), (loop, "lead in a loop"),
            (second, "a folder stands where its backup goes"), (self.folder / "a\0b", "not a file name"),
            (self.folder / ("x" * 256), "name is too long"), (self.file / "x", "folder is not there"),
        ):  # fmt: skip
            with self.subTest(words), refused(self, UnwritableFile, words):
                save(self.other, path)
        self.assertEqual(open_document(second), self.other)
        self.assert_untouched()

    def test_the_longest_names(self) -> None:
        """Names up to the 255 bytes of the file system can be saved, twice, with a backup whose name is cut."""
        for count in (240, 241, 247, 255):
            file = self.folder / ("é" * 4 + "x" * (count - 8))
            save(lighthouse(), file)
            save(self.other, file)
            with self.subTest(count):
                self.assertEqual(open_document(file), self.other)
                self.assertEqual(open_document(backup_of(file)), lighthouse())
                self.assertLessEqual(len(os.fsencode(backup_of(file).name)), 255)

    @unittest.skipIf(os.geteuid() != 0, "only root can give files away")
    def test_root_leaves_the_file_to_its_owner(self) -> None:
        """Saving as root over another user's file leaves it theirs, with their permissions."""
        os.chown(self.file, 65534, 65534)
        self.file.chmod(0o640)
        save(self.other, self.file)
        state = self.file.stat()
        self.assertEqual((state.st_uid, state.st_gid, state.st_mode & 0o777), (65534, 65534, 0o640))

    def test_killed_during_a_save(self) -> None:
        """Killed at any of the steps of a save: the file is the old one or the new one, whole."""
        code = (
            "import os, signal, sys; from pathlib import Path; from equilix.demo import lighthouse\n"
            "from equilix.store import saving\n"
            "step, count = int(sys.argv[1]), 0\n"
            "def watch(name, real):\n"
            "    def call(*args, **more):\n"
            "        global count\n"
            "        count += 1\n"
            "        if count == step: os.kill(os.getpid(), signal.SIGKILL)\n"
            "        return real(*args, **more)\n"
            "    return call\n"
            "import fcntl\n"
            "os.fsync = watch('fsync', os.fsync); os.link = watch('link', os.link); os.open = watch('open', os.open)\n"
            "Path.replace = watch('replace', Path.replace); os.fchmod = watch('fchmod', os.fchmod)\n"
            "fcntl.flock = watch('flock', fcntl.flock)\n"
            f"saving.save(lighthouse().changed(name='another'), Path({str(self.file)!r}))\n"
        )
        killed = 0
        for step in range(1, 12):
            self.file.write_bytes(self.before)
            found = subprocess.run([sys.executable, "-c", code, str(step)], capture_output=True)
            killed += found.returncode == -signal.SIGKILL
            self.assertIn(open_document(self.file).name, ("Lighthouse", "another"))
        self.assertGreaterEqual(killed, 8)


if __name__ == "__main__":
    unittest.main()
