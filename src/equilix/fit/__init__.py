"""Fit: what a rig asks of the whole body of its operator, and where the eyes look."""
