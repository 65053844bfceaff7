"""The tests. ``core`` runs without Qt; ``ui`` drives the real window."""
