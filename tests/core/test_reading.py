"""Reading: every bad file with words, every good one exactly."""

import json
import os
import tracemalloc
import unittest
from pathlib import Path
from unittest import mock

from equilix.cli import unknown_keys
from equilix.demo import lighthouse
from equilix.document import MOST_PARTS
from equilix.edits import powering, rigging
from equilix.errors import Refused, UnreadableFile
from equilix.rig.setups import MOST_CABLES, MOST_PLACEMENTS
from equilix.store import parsing
from equilix.store.parsing import open_document, parse
from equilix.store.saving import save
from equilix.store.strict_json import LARGEST_BYTES, MOST_OBJECTS
from equilix.store.writing import to_bytes
from tests.core.in_folder import InFolder
from tests.told import refused, told


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
        self.assertEqual((raw["format"], raw["version"]), ("equilix", 2))

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

    def test_keys_that_are_changed_are_known_and_others_survive(self) -> None:
        """A cable keeps what another version wrote into it; a misspelt field is refused, not taken for one."""
        raw = json.loads(to_bytes(lighthouse()))
        setup = next(setup for setup in raw["setups"] if setup.get("cables"))
        setup["cables"][0]["jacket"] = "red"
        made, key, cable = parse(json.dumps(raw).encode()), setup["id"], setup["cables"][0]["id"]
        changed = powering.change_cable(made, key, cable, length_m=0.9)
        found = next(c for c in changed.setups_by_id[key].cables if c.id == cable)
        self.assertEqual((found.length_m, found.others), (0.9, {"jacket": "red"}))
        with refused(self, Refused, "“lenght_m” cannot be changed"):
            powering.change_cable(made, key, cable, lenght_m=0.9)


class BadFiles(InFolder):
    """Each is refused with its place and what to do."""

    def refused(self, raw: bytes) -> UnreadableFile:
        """The refusal of these bytes."""
        with self.assertRaises(UnreadableFile) as caught:
            parse(raw, "rig.equilix")
        self.assertIn("rig.equilix", told(caught.exception.said))
        return caught.exception

    def test_cut_short_at_any_byte(self) -> None:
        """Every beginning of a document is refused (but the whole one without its last line break)."""
        small = lighthouse().changed(parts=lighthouse().parts[:2], setups=(), operators=(), lens_sets=(), current=None)
        raw = to_bytes(small)
        for size in range(len(raw) - 1):
            self.refused(raw[:size])
        self.assertEqual(parse(raw), small)

    def test_cut_in_the_middle_of_a_letter(self) -> None:
        """Half a UTF-8 letter is refused as not UTF-8, with its place."""
        raw = to_bytes(lighthouse())
        cut = raw.index("–".encode()) + 1
        self.assertIn("not UTF-8", told(self.refused(raw[:cut]).said))

    def test_the_place_is_named(self) -> None:
        """A wrong number is shown with the part it stands in."""
        raw = json.loads(to_bytes(lighthouse()))
        raw["parts"][2]["mass_kg"] = -1
        text = told(self.refused(json.dumps(raw).encode()).said)
        self.assertIn("parts[2] “28–80 zoom”", text)
        self.assertIn("mass_kg", text)
        self.assertIn("-1 was given", text)

    def test_bad_numbers(self) -> None:
        """Masses of 0, below, NaN, 1e9, text; a length of 0."""
        for bad in ("0", "-0.1", "NaN", "1e9", "Infinity", '"heavy"', "null", "[]"):
            raw = to_bytes(lighthouse()).replace(b'"mass_kg": 2.35', f'"mass_kg": {bad}'.encode(), 1)
            with self.subTest(bad):
                self.assertIn("mass_kg", told(self.refused(raw).said))
        raw = json.loads(to_bytes(lighthouse()))
        raw["parts"][0]["solids"][0]["size_m"][1] = 0
        self.assertIn("size_m", told(self.refused(json.dumps(raw).encode()).said))

    def test_loops_and_tracks(self) -> None:
        """A mounting loop and a slide off its track are refused with the setup's and the part's name."""
        raw = json.loads(to_bytes(lighthouse()))
        raw["setups"][0]["placements"][1]["slide_m"] = 0.5
        text = told(self.refused(json.dumps(raw).encode()).said)
        self.assertIn("off the track", text)
        self.assertIn("bridge plate", text)
        raw["setups"][0]["placements"][1]["slide_m"] = 0.0
        raw["setups"][0]["placements"][1].update(parent="body", point="top")
        self.assertIn("loop", told(self.refused(json.dumps(raw).encode()).said))

    def test_newer_version(self) -> None:
        """A newer file is refused with the advice to update, an odd version with what is allowed."""
        raw = json.loads(to_bytes(lighthouse()))
        raw["version"] = 7
        self.assertIn("newer Equilix", told(self.refused(json.dumps(raw).encode()).said))
        for odd in (0, "1", None, True, 1.5):
            raw["version"] = odd
            with self.subTest(odd):
                self.assertIn("version", told(self.refused(json.dumps(raw).encode()).said))

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
        tracemalloc.start()
        self.addCleanup(tracemalloc.stop)
        with refused(self, UnreadableFile, "200 MB"):
            open_document(self.file)
        self.assertLess(tracemalloc.get_traced_memory()[1], 10_000_000)
        self.assertLess(LARGEST_BYTES, 200_000_000)

    def test_not_there_and_no_file(self) -> None:
        """A missing file, a folder, a pipe, a device, a loop of links, an impossible name: refused in words."""
        pipe, loop = self.folder / "pipe", self.folder / "loop"
        os.mkfifo(pipe)
        loop.symlink_to(loop)
        for path, words in (
            (self.file, "cannot be opened"),
            (self.folder, "is a folder"),
            (pipe, "is a pipe"),
            (Path("/dev/null"), "is a device"),
            (loop, "links lead in a loop"),
            (self.folder / ("x" * 300), "name is too long"),
            (self.folder / "a\0b", "not a file name"),
        ):
            with self.subTest(words), refused(self, UnreadableFile, words):
                open_document(path)

    def test_nothing_is_bent(self) -> None:
        """What Python's own reader would quietly change is refused with its place, in keys that nobody knows too."""
        for json_text, words in (
            ('"x": {"y": [NaN]}', r"NaN is not a number \(x, y\[0\]\)"),
            ('"x": -Infinity', "-Infinity is not a number"),
            ('"x": 1e999', "1e999 is too large"),
            ('"x": ' + "9" * 5000, "a number of 5000 characters is too long"),
            ('"x": 0.' + "9" * 5000, "a number of 5002 characters is too long"),
            ('"x": {"y": 1, "y": 2}', r"the key 'y' stands twice \(x, y\)"),
            ('"name": "a", "name": "b"', "the key 'name' stands twice"),
            ('"x": ["\\ud800"]', r"half a character in it \(x\[0\]\)"),
            ('"x": {"\\udc00": 1}', "half a character"),
            ('"x": ' + "[" * 70 + "]" * 70, "nested more than 64 deep"),
            ('"x": ' + "[" * 5000 + "]" * 5000, "too deeply to be a document"),
        ):
            raw = f'{{"format": "equilix", "version": 1, {json_text}}}'.encode()
            with self.subTest(json_text[:30]):
                self.assertRegex(told(self.refused(raw).said), words)

    def test_what_only_looks_unusual_is_kept_exactly(self) -> None:
        """Whole numbers beyond 64 bits, tiny ones, brackets in texts, pairs of halves that make one character."""
        for json_text in (
            '"x": 123456789012345678901234567890',
            '"x": 1e-320',
            f'"x": "{"[" * 500}"',
            '"x": "\\ud83d\\ude00"',
        ):
            made = parse(f'{{"format": "equilix", "version": 1, {json_text}}}'.encode())
            with self.subTest(json_text[:30]):
                self.assertEqual(parse(to_bytes(made)), made)
                self.assertEqual(json.loads(to_bytes(made))["x"], json.loads(f"{{{json_text}}}")["x"])

    def test_too_many_things(self) -> None:
        """Counted before they are looked at: parts, placements, cables, objects; both sides of each limit."""
        for thing, count, words in (
            ('"parts": [%s]', MOST_PARTS + 1, "5,001 parts; at most 5,000"),
            (
                '"setups": [{"id": "a", "name": "a", "placements": [%s]}]',
                MOST_PLACEMENTS + 1,
                "1,001 placements in one",
            ),
            ('"setups": [{"id": "a", "name": "a", "cables": [%s]}]', MOST_CABLES + 1, "501 cables in one"),
            ('"x": [%s]', MOST_OBJECTS, "300,002 lists and objects"),
        ):
            raw = f'{{"format": "equilix", "version": 1, {thing % ",".join(["{}"] * count)}}}'.encode()
            with self.subTest(words):
                self.assertIn(words, told(self.refused(raw).said))
            fewer = raw.replace(b"{},", b"", 2)
            try:
                parse(fewer)
            except UnreadableFile as error:
                self.assertNotIn("at most", told(error.said))

    def test_a_direction_points_somewhere(self) -> None:
        """A direction of no length, or one that cannot be squared, is refused with its place; any other is taken."""
        raw = json.loads(to_bytes(lighthouse()))
        for direction, allowed in (
            ([0, 0, 0], False), ([1e200, 0, 0], False), ([1e-200, 0, 0], False), ([0, 0, 9e-7], False),
            ([0, 0, 1e-6], True), ([0, 0, -1e6], True),
        ):  # fmt: skip
            raw["parts"][0]["grips"] = [{"name": "g", "position_m": [0, 0, 0], "axis": direction}]
            with self.subTest(direction):
                if allowed:
                    parse(json.dumps(raw).encode())
                else:
                    self.assertIn("grips[0] “g”, axis", told(self.refused(json.dumps(raw).encode()).said))

    def test_what_can_be_opened_can_be_saved(self) -> None:
        """A file whose numbers take more room when they are written anew than a file may have is refused as a whole."""
        raw = b'{"format": "equilix", "version": 1, "x": [' + b"1E5," * 3_900_000 + b"1]}"
        self.assertLess(len(raw), LARGEST_BYTES)
        self.assertIn("a document has at most", told(self.refused(raw).said))

    def test_migrations_go_step_by_step(self) -> None:
        """A file of an older version passes through each step once."""
        steps = []

        def step(data: dict) -> dict:
            steps.append(data["version"])
            return {**data, "version": data["version"] + 1}

        with (
            mock.patch.object(parsing, "VERSION", 4),
            mock.patch.dict(parsing.MIGRATIONS, {2: step, 3: step}),
            self.assertRaises(UnreadableFile),  # the model of today is version 2
        ):
            parse(to_bytes(lighthouse()))
        self.assertEqual(steps, [2, 3])


if __name__ == "__main__":
    unittest.main()
