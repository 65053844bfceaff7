"""What goes into which case, and what of a rig must come off for that."""
