"""The stage: the rig drawn to scale, from the side, from above and from the front."""
