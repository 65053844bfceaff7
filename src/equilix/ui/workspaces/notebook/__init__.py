"""Notebook: outings are written down, looked up, held against what was predicted; what has to be looked after."""
