"""The quick answer: what a scale and a finger tell of a rig, and what balances it."""
