"""Change: lenses, conversions, what else changes on a rig in a day."""
