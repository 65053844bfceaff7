"""The right-hand column of each workspace."""
