"""Practice: the course, and the rig that really moves."""
