"""The bench: what scales, edges, strings and stopwatches say of a rig, and all of it fitted together."""
