"""The kinds of part, one file for each family."""
