"""The workspaces: a table of them, and one file or folder for each."""
