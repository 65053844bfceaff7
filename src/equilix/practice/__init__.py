"""A trainer in which the rig really moves: what it stands on, what hands do to it, exercises and what they count."""
