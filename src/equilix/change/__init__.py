"""What changes on a rig in a day: lenses, ways of carrying, purchases."""
