"""From one setup to another: the shortest ordered list of what is done by hand."""
