"""Mechanics as pure functions on arrays. SI units; x forward, y left, z up; right-handed rotations."""
