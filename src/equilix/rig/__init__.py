"""Rigs: parts mounted on parts as a tree, and where that puts each of them."""
