"""The kit: parts with their solids, masses and mounting points, and the catalogue of kinds."""
