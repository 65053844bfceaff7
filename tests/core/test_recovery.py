"""Work that was not saved: put by, found again, taken up once, never lost on the way."""

import contextlib
import json
import os
import subprocess
import sys
import unittest
from pathlib import Path
from unittest import mock

from equilix.demo import lighthouse
from equilix.errors import UnreadableFile, UnwritableFile
from equilix.store import recovery, state
from equilix.store.disk import Fingerprint
from equilix.store.recovery import Autosave, Claim, Run, find_lost, forget, put_aside
from tests.core.in_folder import InFolder
from tests.told import refused


class Recovery(InFolder):
    """What was not saved when the program ended."""

    def run_that_ends(self, *names: str) -> Run:
        """A run that puts documents of these names by and is gone, as after a kill: lock free, files there."""
        run = Run(self.folder)
        for name in names:
            Autosave(run).keep(lighthouse().changed(name=name), Path(f"/x/{name}.equilix"), Fingerprint("abc"))
        assert run._lock is not None
        os.close(run._lock)
        return run

    def test_lost_work_is_found_after_a_kill(self) -> None:
        """A process that is killed leaves its unsaved document, with the name of the file it came from."""
        code = (
            "import os, signal; from pathlib import Path; from equilix.demo import lighthouse\n"
            "from equilix.store.recovery import Autosave, Run\n"
            f"run = Run(Path({str(self.folder)!r}))\n"
            "Autosave(run).keep(lighthouse().changed(name='unsaved'), Path('/x/rig.equilix'))\n"
            "os.kill(os.getpid(), signal.SIGKILL)\n"
        )
        subprocess.run([sys.executable, "-c", code], check=False)
        found = find_lost(self.folder)
        self.assertEqual([item.document.name for item in found], ["unsaved"])
        self.assertEqual(found[0].original, Path("/x/rig.equilix"))

    def test_the_work_of_a_run_that_lives_is_not_lost(self) -> None:
        """Neither its own nor another one's is offered, whatever number the process has; and it can be forgotten."""
        run = Run(self.folder)
        self.addCleanup(run.end)
        autosave = Autosave(run)
        autosave.keep(lighthouse(), None)
        self.assertEqual(find_lost(self.folder), [])
        code = (
            "import sys; from pathlib import Path; from equilix.store.recovery import find_lost\n"
            f"print(len(find_lost(Path({str(self.folder)!r}))))"
        )
        other = subprocess.run([sys.executable, "-c", code], capture_output=True, text=True, check=True)
        self.assertEqual(other.stdout.strip(), "0")
        autosave.forget()
        self.assertFalse(autosave.file.exists())
        autosave.forget()

    def test_two_runs_never_write_one_file(self) -> None:
        """Their names differ although both have the same process number, as runs in two containers have."""
        self.assertNotEqual(Autosave(Run(self.folder)).file, Autosave(Run(self.folder)).file)

    def test_newest_first_by_count_and_not_by_clock(self) -> None:
        """With the clock set back in between, what was put by last still comes first."""
        with mock.patch("time.time", return_value=2e9):
            self.run_that_ends("first")
        with mock.patch("time.time", return_value=1e9):
            self.run_that_ends("second", "third")
        self.assertEqual([work.name for work in find_lost(self.folder)], ["third", "second", "first"])

    def test_all_that_is_known_comes_back(self) -> None:
        """File, what that held, time, document."""
        self.run_that_ends("one")
        found = find_lost(self.folder)[0]
        self.assertEqual((found.original, found.base), (Path("/x/one.equilix"), Fingerprint("abc")))
        assert found.written is not None
        self.assertEqual(found.document, lighthouse().changed(name="one"))

    def test_claimed_once(self) -> None:
        """While one window takes it up, another cannot; when it is forgotten its lock goes with the last work."""
        self.run_that_ends("one", "two")
        second, first = find_lost(self.folder)
        with Claim(first.file):
            self.assertEqual(find_lost(self.folder), [])
            with self.assertRaises(BlockingIOError):
                forget(first)
        forget(first)
        self.assertEqual([work.name for work in find_lost(self.folder)], ["two"])
        self.assertEqual(len(list(self.folder.glob("*.lock"))), 1)
        forget(second)
        self.assertEqual(list(self.folder.iterdir()), [])

    def test_put_aside(self) -> None:
        """It stays in the list, marked, with its document."""
        self.run_that_ends("one")
        put_aside(find_lost(self.folder)[0])
        found = find_lost(self.folder)[0]
        self.assertTrue(found.put_aside)
        self.assertEqual(found.document.name, "one")

    def test_rubbish_is_left_alone(self) -> None:
        """Folders, links, half heads, other JSON, no JSON, pipes in the state folder: not offered, not deleted."""
        self.run_that_ends("good")
        (self.folder / "work-a-1.json").write_bytes(b"{")
        (self.folder / "work-b-1.json").write_bytes(b"[1]\n{}")
        (self.folder / "work-c-1.json").write_bytes(b'{"name": 1, "original": [], "written": {}, "order": "x"}\n')
        (self.folder / "work-d-1.json").write_bytes(b"\xff\xfe\n" + b"[" * 100_000)
        (self.folder / "work-e-1.json").mkdir()
        (self.folder / "work-f-1.json").symlink_to(self.folder / "nowhere")
        (self.folder / "work-g-1.lock").mkdir()
        (self.folder / "work--.json").write_bytes(b"")
        before = sorted(self.folder.iterdir())
        self.assertEqual([work.name for work in find_lost(self.folder)], ["good"])
        self.assertEqual(sorted(self.folder.iterdir()), before)

    def test_a_broken_document_is_listed_and_says_why(self) -> None:
        """A good head over a bad document: it can be seen that something is lost, and why it cannot be read."""
        head = {"name": "poor", "original": None, "written": 1e9, "order": 3, "base": None}
        (self.folder / "work-a-1.json").write_bytes(json.dumps(head).encode() + b"\n{")
        found = find_lost(self.folder)
        self.assertEqual([work.name for work in found], ["poor"])
        with self.assertRaises(UnreadableFile):
            _ = found[0].document

    def test_no_room_is_said(self) -> None:
        """Where the state folder cannot be made, keeping is refused in words."""
        (self.folder / "file").write_bytes(b"")
        with refused(self, UnwritableFile, "may not be written"):
            Autosave(Run(self.folder / "file" / "state")).keep(lighthouse(), None)

    def test_at_most_ten_seconds_are_lost(self) -> None:
        """Unsaved work is written away more often than every 10 s."""
        self.assertLessEqual(recovery.EVERY_S, 10)


class State(InFolder):
    """What is remembered between runs."""

    def test_recent_files(self) -> None:
        """Newest first, each once, only those that are there, at most ten; a broken list is an empty one."""
        folder = self.folder / "state"
        names = [self.folder / f"{n}.equilix" for n in range(12)]
        for name in names:
            name.write_bytes(b"x")
            state.remember(name, folder)
        state.remember(names[5], folder)
        found = state.recent(folder)
        self.assertEqual(found[0], names[5])
        self.assertEqual(len(found), 10)
        names[5].unlink()
        self.assertNotIn(names[5], state.recent(folder))
        for rubbish in (b"[1, 2", b"7", b'{"a": 1}', b"\xff", b'["a\\u0000b"]', b"[" * 100_000):
            (folder / "recent.json").write_bytes(rubbish)
            with self.subTest(rubbish[:8]):
                self.assertEqual(state.recent(folder), [])
        with contextlib.suppress(FileNotFoundError):
            state.remember(names[3], self.folder / "0.equilix" / "no folder")

    def test_state_folder(self) -> None:
        """The folder can be set from outside."""
        with mock.patch.dict(os.environ, {"EQUILIX_STATE": "/somewhere"}):
            self.assertEqual(state.state_folder(), Path("/somewhere"))


if __name__ == "__main__":
    unittest.main()
