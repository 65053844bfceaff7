"""Whatever hands do to the window: nothing is raised, Qt does not warn, and what is shown is what is held."""

import random
import unittest

from equilix.store.parsing import parse
from equilix.store.saving import checked_bytes
from tests.ui.random_gestures import Player
from tests.ui.window_test import WindowTest


class AnyGesture(WindowTest):
    """A small sample; ``make torture`` plays 10,000."""

    def test_random_gestures(self) -> None:
        """400 gestures over all workspaces and scenes; afterwards the document can be saved and opened."""
        Player(self.window, random.Random(4)).play(400)
        self.assertEqual(parse(checked_bytes(self.session.document)), self.session.document)


if __name__ == "__main__":
    unittest.main()
