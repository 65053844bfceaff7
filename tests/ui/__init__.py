"""Tests that drive the real window, offscreen and once under Xvfb."""
