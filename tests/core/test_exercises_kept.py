"""Exercises that are left in the middle, and what of them is kept in the notebook."""

import json
import tempfile
import unittest
from datetime import date
from pathlib import Path

from equilix.analysis import analyse
from equilix.body.practised import Practised
from equilix.demo import lighthouse
from equilix.document import MOST_PRACTISED
from equilix.edits.outings import without_notebook
from equilix.edits.practising import keep_practised, remove_practised
from equilix.edits.rigging import pin
from equilix.errors import Invalid, Refused
from equilix.practice.attempt import Attempt, taken_up
from equilix.practice.exercises import own
from equilix.practice.practice_words import attempt_words, count_words, title_of
from equilix.practice.scoring import best_points, practised
from equilix.practice.sliding import OUT
from equilix.store import practice_kept
from equilix.store.differences import differences
from equilix.store.merging import merged
from equilix.words.telling import tell
from tests.core.practising import attempt_at, solve

DEMO = lighthouse()


class Keeping(unittest.TestCase):
    """An exercise that is closed in the middle, and what was counted."""

    def setUp(self) -> None:
        kept = tempfile.TemporaryDirectory()
        self.addCleanup(kept.cleanup)
        self.folder = Path(kept.name)

    def middle(self) -> Attempt:
        """An attempt in the middle."""
        attempt = attempt_at("order")
        attempt.trainer.loosen("gimbal-plate")
        attempt.trainer.slide("gimbal-plate", -0.03)
        attempt.trainer.clamp("gimbal-plate")
        attempt.trainer.loosen("gimbal-cradle")
        attempt.trainer.seconds, attempt.hints = 42.5, 1
        return attempt

    def test_left_and_taken_up(self) -> None:
        """Places, clamps, time, hints and what was done are what they were."""
        attempt = self.middle()
        practice_kept.keep(attempt.left, self.folder)
        left = practice_kept.kept(self.folder)
        assert left is not None
        again = taken_up(left, DEMO, DEMO)
        assert again is not None
        self.assertEqual(again.left, attempt.left)
        self.assertEqual(again.counted.in_order, attempt.counted.in_order)
        self.assertEqual(again.trainer.loose, {"gimbal-cradle"})
        practice_kept.keep(None, self.folder)
        self.assertIsNone(practice_kept.kept(self.folder))

    def test_own_rig_taken_up_or_gone(self) -> None:
        """A rig of one's own is taken up where it is still there; a telescope stands as it did."""
        attempt = Attempt(own("causeway", "sled"), DEMO)
        key = next(each.key for each in attempt.trainer.tracks if each.draws)
        attempt.trainer.loosen(key)
        attempt.trainer.slide(key, 0.05)
        self.assertTrue(key.endswith(OUT))
        again = taken_up(attempt.left, DEMO, DEMO)
        assert again is not None
        self.assertAlmostEqual(again.trainer.slide_m(key), 0.05)
        gone = DEMO.changed(setups=DEMO.setups[:1])
        self.assertIsNone(taken_up(attempt.left, DEMO, gone))

    def test_damaged_files_are_nothing(self) -> None:
        """Cut off, of another kind, with figures that are none: nothing is offered, nothing breaks."""
        practice_kept.keep(self.middle().left, self.folder)
        file = self.folder / practice_kept.FILE
        whole = file.read_bytes()
        for raw in (b"", whole[:-7], b"[1, 2]", b"{}", b"\xff\xfe", whole.replace(b"42.5", b'"x"'), b"[" * 50_000):
            file.write_bytes(raw)
            with self.subTest(raw[:20]):
                self.assertIsNone(practice_kept.kept(self.folder))
        told = json.loads(whole)
        for change in (
            {"exercise": "nowhere"}, {"exercise": "free", "setup": "nowhere"}, {"places_m": {"gimbal-plate": 1e9}},
            {"deeds": [{"at_s": 1, "key": "x", "before": [1], "after": [2]}]}, {"seconds": -5.0},
        ):  # fmt: skip
            file.write_text(json.dumps({**told, **change}))
            left = practice_kept.kept(self.folder)
            assert left is not None
            again = taken_up(left, DEMO, DEMO)
            with self.subTest(change):
                if again is not None:
                    self.assertGreaterEqual(again.trainer.seconds, 0.0)
                    self.assertGreaterEqual(again.counted.points, 0)

    def test_counted_goes_into_the_document(self) -> None:
        """Under an id that is free, told in a line, taken out again; it stays behind when a document is handed on."""
        attempt = attempt_at("tilt")
        solve(attempt)
        new = practised(attempt.exercise, attempt.analysis, attempt.counted, date(2026, 10, 14), "tall")
        bare = DEMO.changed(practised=())
        document = keep_practised(keep_practised(bare, new), new)
        ids = [each.id for each in document.practised]
        self.assertEqual(len(set(ids)), 2)
        self.assertIn("Gimbal: the first axis", tell(attempt_words(new), "metric"))
        self.assertEqual(best_points(document.practised), {"tilt": new.points})
        self.assertEqual(len(remove_practised(document, ids[0]).practised), 1)
        with self.assertRaises(Refused):
            remove_practised(document, "nowhere")
        self.assertEqual(without_notebook(document).practised, ())
        self.assertIn("2 exercises practised now", [tell(each, "metric") for each in differences(bare, document)])
        self.assertEqual(title_of("gone-since"), "gone-since")

    def test_too_many_and_no_day(self) -> None:
        """Neither more than can be kept, nor a day that is none."""
        one = Practised(id="a", day="2026-10-14", exercise="tilt")
        full = DEMO.changed(practised=tuple(one.changed(id=f"a{k}") for k in range(MOST_PRACTISED)))
        with self.assertRaises(Refused):
            keep_practised(full, one)
        with self.assertRaises((Invalid, ValueError)):
            Practised(id="a", day="yesterday", exercise="tilt")

    def test_two_copies_keep_both(self) -> None:
        """Merged, what each of two practised is there."""
        one = Practised(id="a", day="2026-10-14", exercise="tilt", points=70)
        base = DEMO.changed(practised=())
        mine, theirs = keep_practised(base, one), keep_practised(base, one.changed(id="b", points=80))
        self.assertEqual({each.id for each in merged(base, mine, theirs).document.practised}, {"a", "b"})

    def test_words_of_a_count(self) -> None:
        """The points first, then where they come from; hints only where there were any."""
        attempt = attempt_at("tilt")
        self.assertEqual(len(count_words(attempt.counted)), 4)
        attempt.hints = 1
        said = [tell(each, "metric") for each in count_words(attempt.counted)]
        self.assertIn("points of 100", said[0])
        self.assertEqual(said[-1], "With one hint")

    def test_pinned_and_empty_rigs(self) -> None:
        """What is pinned for plans can be slid by hand; a rig without tracks has none, and says what is off."""
        document = pin(DEMO, "gallery", "top-handle", True)
        attempt = Attempt(own("gallery", "line"), document)
        attempt.trainer.loosen("top-handle")
        attempt.trainer.slide("top-handle", 0.0)
        self.assertEqual(attempt.trainer.slide_m("top-handle"), 0.0)
        self.assertFalse(Attempt(own("gallery", "table"), DEMO).counts)
        self.assertTrue(analyse(DEMO, DEMO.setups_by_id["gallery"]).conditions)
