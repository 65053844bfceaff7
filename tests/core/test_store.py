"""Files: whole or untouched, and every bad one with words."""

import json
import os
import resource
import signal
import subprocess
import sys
import tempfile
import time
import unittest
from pathlib import Path
from unittest import mock

from equilix.cli import unknown_keys
from equilix.demo import lighthouse
from equilix.edits import rigging
from equilix.errors import UnreadableFile, UnwritableFile
from equilix.store import reading, recovery, saving
from equilix.store.reading import LARGEST_BYTES, open_document, parse
from equilix.store.saving import save, to_bytes


class InFolder(unittest.TestCase):
    """A folder of its own for each test."""

    def setUp(self) -> None:
        kept = tempfile.TemporaryDirectory()
        self.addCleanup(kept.cleanup)
        self.folder = Path(kept.name)
        self.file = self.folder / "rig.equilix"


class RoundTrip(InFolder):
    """What is written is what is read."""

    def test_everything_comes_back(self) -> None:
        """The demo, saved and opened, equals the demo."""
        save(lighthouse(), self.file)
        self.assertEqual(open_document(self.file), lighthouse())

    def test_plain_text(self) -> None:
        """One UTF-8 JSON object with its format and version at the top."""
        raw = json.loads(to_bytes(lighthouse()).decode("utf-8"))
        self.assertEqual(list(raw)[:2], ["format", "version"])
        self.assertEqual((raw["format"], raw["version"]), ("equilix", 1))

    def test_unknown_keys_survive(self) -> None:
        """Keys of another version, at every level, are there after opening, editing and saving; check names them."""
        raw = json.loads(to_bytes(lighthouse()))
        raw["mood"] = "windy"
        raw["parts"][0]["colour"] = {"name": "grey"}
        raw["parts"][0]["solids"][0]["finish"] = "matt"
        raw["setups"][0]["placements"][1]["tape"] = [1, 2]
        made = parse(json.dumps(raw).encode())
        again = json.loads(to_bytes(rigging.slide(made, "lamp-room", "bridge", 0.0)))
        self.assertEqual(again["mood"], "windy")
        self.assertEqual(again["parts"][0]["colour"], {"name": "grey"})
        self.assertEqual(again["parts"][0]["solids"][0]["finish"], "matt")
        self.assertEqual(again["setups"][0]["placements"][1]["tape"], [1, 2])
        self.assertEqual({key for _, key in unknown_keys(made)}, {"mood", "colour", "finish", "tape"})
        self.assertEqual(unknown_keys(lighthouse()), [])

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


class BadFiles(InFolder):
    """Each is refused with its place and what to do."""

    def refused(self, raw: bytes) -> UnreadableFile:
        """The refusal of these bytes."""
        with self.assertRaises(UnreadableFile) as caught:
            parse(raw, "rig.equilix")
        self.assertIn("rig.equilix", str(caught.exception))
        return caught.exception

    def test_cut_short_at_any_byte(self) -> None:
        """Every beginning of a document is refused (but the whole one without its last line break)."""
        small = lighthouse().changed(parts=lighthouse().parts[:2], setups=(), operators=(), current=None)
        raw = to_bytes(small)
        for size in range(len(raw) - 1):
            self.refused(raw[:size])
        self.assertEqual(parse(raw), small)

    def test_cut_in_the_middle_of_a_letter(self) -> None:
        """Half a UTF-8 letter is refused as not UTF-8, with its place."""
        raw = to_bytes(lighthouse())
        cut = raw.index("–".encode()) + 1
        self.assertIn("not UTF-8", str(self.refused(raw[:cut])))

    def test_the_place_is_named(self) -> None:
        """A wrong number is shown with the part it stands in."""
        raw = json.loads(to_bytes(lighthouse()))
        raw["parts"][2]["mass_kg"] = -1
        text = str(self.refused(json.dumps(raw).encode()))
        self.assertIn("parts[2] “28–80 zoom”", text)
        self.assertIn("mass_kg", text)
        self.assertIn("-1 was given", text)

    def test_bad_numbers(self) -> None:
        """Masses of 0, below, NaN, 1e9, text; a length of 0."""
        for bad in ("0", "-0.1", "NaN", "1e9", "Infinity", '"heavy"', "null", "[]"):
            raw = to_bytes(lighthouse()).replace(b'"mass_kg": 2.35', f'"mass_kg": {bad}'.encode(), 1)
            with self.subTest(bad):
                self.assertIn("mass_kg", str(self.refused(raw)))
        raw = json.loads(to_bytes(lighthouse()))
        raw["parts"][0]["solids"][0]["size_m"][1] = 0
        self.assertIn("size_m", str(self.refused(json.dumps(raw).encode())))

    def test_loops_and_tracks(self) -> None:
        """A mounting loop and a slide off its track are refused with the setup's and the part's name."""
        raw = json.loads(to_bytes(lighthouse()))
        raw["setups"][0]["placements"][1]["slide_m"] = 0.5
        text = str(self.refused(json.dumps(raw).encode()))
        self.assertIn("off the track", text)
        self.assertIn("bridge plate", text)
        raw["setups"][0]["placements"][1]["slide_m"] = 0.0
        raw["setups"][0]["placements"][1].update(parent="body", point="top")
        self.assertIn("loop", str(self.refused(json.dumps(raw).encode())))

    def test_newer_version(self) -> None:
        """A newer file is refused with the advice to update, an odd version with what is allowed."""
        raw = json.loads(to_bytes(lighthouse()))
        raw["version"] = 7
        self.assertIn("newer Equilix", str(self.refused(json.dumps(raw).encode())))
        for odd in (0, "1", None, True, 1.5):
            raw["version"] = odd
            with self.subTest(odd):
                self.assertIn("version", str(self.refused(json.dumps(raw).encode())))

    def test_something_else(self) -> None:
        """Not JSON, other JSON, empty, nested without end, bytes of a picture."""
        for raw in (
            b"",
            b"hello",
            b"[1, 2]",
            b"null",
            b'{"format": "other"}',
            b"[" * 100_000,
            b"\x89PNG\r\n\x1a\n\x00",
            b"\xff\xfe{\x00",
        ):
            with self.subTest(raw[:10]):
                self.refused(raw)

    def test_byte_order_mark(self) -> None:
        """A byte-order mark, as some editors write it, does no harm."""
        self.assertEqual(parse(b"\xef\xbb\xbf" + to_bytes(lighthouse())), lighthouse())

    def test_two_hundred_megabytes(self) -> None:
        """A file of 200 MB is refused without being read."""
        with self.file.open("wb") as file:
            file.truncate(200_000_000)
        start = time.process_time()
        with self.assertRaisesRegex(UnreadableFile, "200 MB"):
            open_document(self.file)
        self.assertLess(time.process_time() - start, 1.0)
        self.assertLess(LARGEST_BYTES, 200_000_000)

    def test_not_there_and_no_file(self) -> None:
        """A missing file and a folder are refused in words."""
        for path in (self.file, self.folder):
            with self.assertRaisesRegex(UnreadableFile, "cannot be opened"):
                open_document(path)

    def test_migrations_go_step_by_step(self) -> None:
        """A file of an older version passes through each step once."""
        steps = []

        def step(data: dict) -> dict:
            steps.append(data["version"])
            return {**data, "version": data["version"] + 1}

        with (
            mock.patch.object(reading, "VERSION", 3),
            mock.patch.dict(reading.MIGRATIONS, {1: step, 2: step}),
            self.assertRaises(UnreadableFile),  # the model of today is version 1
        ):
            parse(to_bytes(lighthouse()))
        self.assertEqual(steps, [1, 2])


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
        with self.assertRaisesRegex(UnwritableFile, "not there.*Save it under another name"):
            save(self.other, self.folder / "gone" / "rig.equilix")

    def test_read_only_folder(self) -> None:
        """Refused in words (root may write anywhere, so the refusal of the system is stood in for)."""
        with (
            mock.patch("tempfile.mkstemp", side_effect=PermissionError(13, "Permission denied")),
            self.assertRaisesRegex(UnwritableFile, "may not be written"),
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
            "from equilix.store.saving import save; from equilix.errors import UnwritableFile\n"
            "os.setgid(65534); os.setuid(65534)\n"
            f"try: save(lighthouse(), Path({str(self.file)!r}))\n"
            "except UnwritableFile as error: print(error); sys.exit(7)"
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
            "from equilix.store.saving import save; from equilix.errors import UnwritableFile\n"
            "signal.signal(signal.SIGXFSZ, signal.SIG_IGN)\n"
            "resource.setrlimit(resource.RLIMIT_FSIZE, (5000, 5000))\n"
            f"try: save(lighthouse(), Path({str(self.file)!r}))\n"
            "except UnwritableFile as error: print(error); sys.exit(7)"
        )
        found = subprocess.run([sys.executable, "-c", code], capture_output=True, text=True)
        self.assertEqual(found.returncode, 7, found.stderr)
        self.assertIn("no room left", found.stdout)
        self.assert_untouched()
        self.assertGreater(len(self.before), 5000)
        self.assertEqual(resource.getrlimit(resource.RLIMIT_FSIZE)[0], resource.RLIM_INFINITY)

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
            "os.fsync = watch('fsync', os.fsync); os.link = watch('link', os.link)\n"
            "Path.replace = watch('replace', Path.replace); Path.chmod = watch('chmod', Path.chmod)\n"
            f"saving.save(lighthouse().changed(name='another'), Path({str(self.file)!r}))\n"
        )
        killed = 0
        for step in range(1, 8):
            self.file.write_bytes(self.before)
            found = subprocess.run([sys.executable, "-c", code, str(step)], capture_output=True)
            killed += found.returncode == -signal.SIGKILL
            self.assertIn(open_document(self.file).name, ("Lighthouse", "another"))
        self.assertGreaterEqual(killed, 4)


class Recovery(InFolder):
    """What was not saved when the program ended."""

    def test_lost_work_is_found_after_a_kill(self) -> None:
        """A process that is killed leaves its unsaved document, with the name of the file it came from."""
        code = (
            "import os, signal; from pathlib import Path; from equilix.demo import lighthouse\n"
            "from equilix.store.recovery import Autosave\n"
            f"Autosave(Path({str(self.folder)!r})).keep(lighthouse().changed(name='unsaved'), Path('/x/rig.equilix'))\n"
            "os.kill(os.getpid(), signal.SIGKILL)\n"
        )
        subprocess.run([sys.executable, "-c", code], check=False)
        found = recovery.find_lost(self.folder)
        self.assertEqual([item.document.name for item in found], ["unsaved"])
        self.assertEqual(found[0].original, Path("/x/rig.equilix"))

    def test_own_work_is_not_lost_work(self) -> None:
        """The running process's own autosave is not offered to it, and goes when it is forgotten."""
        autosave = recovery.Autosave(self.folder)
        autosave.keep(lighthouse(), None)
        self.assertEqual(recovery.find_lost(self.folder), [])
        self.assertTrue(autosave.file.exists())
        autosave.forget()
        self.assertFalse(autosave.file.exists())
        autosave.forget()

    def test_a_broken_autosave_is_left_alone(self) -> None:
        """What cannot be read is not offered, and not deleted."""
        broken = self.folder / "unsaved-1-1.json"
        broken.write_bytes(b"{")
        self.assertEqual(recovery.find_lost(self.folder), [])
        self.assertTrue(broken.exists())

    def test_at_most_ten_seconds_are_lost(self) -> None:
        """Unsaved work is written away more often than every 10 s."""
        self.assertLessEqual(recovery.EVERY_S, 10)

    def test_recent_files(self) -> None:
        """Newest first, each once, only those that are there, at most ten; a broken list is an empty one."""
        state = self.folder / "state"
        names = [self.folder / f"{n}.equilix" for n in range(12)]
        for name in names:
            name.write_bytes(b"x")
            recovery.remember(name, state)
        recovery.remember(names[5], state)
        found = recovery.recent(state)
        self.assertEqual(found[0], names[5])
        self.assertEqual(len(found), 10)
        names[5].unlink()
        self.assertNotIn(names[5], recovery.recent(state))
        (state / "recent.json").write_bytes(b"[1, 2")
        self.assertEqual(recovery.recent(state), [])

    def test_state_folder(self) -> None:
        """The folder can be set from outside."""
        with mock.patch.dict(os.environ, {"EQUILIX_STATE": "/somewhere"}):
            self.assertEqual(recovery.state_folder(), Path("/somewhere"))

    def test_suffixes(self) -> None:
        """The names of files and backups."""
        self.assertEqual((saving.SUFFIX, saving.BACKUP_SUFFIX), (".equilix", ".backup"))


if __name__ == "__main__":
    unittest.main()
