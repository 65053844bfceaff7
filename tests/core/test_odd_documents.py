"""Documents with odd values anywhere: refused with words, or analysed and saved; nothing else may come of them."""

import random
import unittest

from hypothesis import HealthCheck, given, settings
from hypothesis import strategies as st

from tests.core.damage import damaged, outcome


class Odd(unittest.TestCase):
    """The demo's documents, damaged; ``make torture`` tries 20,000 of them."""

    def test_refused_or_analysed(self) -> None:
        """A few hundred times: a clear refusal, or finite figures, sentences, plans, and an equal copy after saving."""
        rng = random.Random(8)
        found = [outcome(damaged(rng), with_plans=number % 12 == 0) for number in range(500)]
        self.assertGreater(found.count("refused"), 150)
        self.assertGreater(found.count("opened"), 80)

    @settings(max_examples=60, deadline=None, suppress_health_check=list(HealthCheck))
    @given(st.randoms(use_true_random=False))
    def test_the_least_damage_that_would_do_harm(self, rng: random.Random) -> None:
        """The same, searched by a tool that would make what it finds as small as it can."""
        outcome(damaged(rng))


if __name__ == "__main__":
    unittest.main()
