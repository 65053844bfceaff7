"""Small widgets used by several parts of the window."""
