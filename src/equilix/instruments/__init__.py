"""Scales, inclinometers and watches that a program can read, and simulated ones that ship with it."""
