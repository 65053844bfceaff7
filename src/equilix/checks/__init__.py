"""Checks: what can break, strike, pinch or fall."""
