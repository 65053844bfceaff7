"""The part bench: one part alone, with all that is known of it, and what changes on the rig while it is edited."""
