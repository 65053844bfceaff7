"""Documents on disk: reading with clear complaints, saving without ever losing the previous file."""
