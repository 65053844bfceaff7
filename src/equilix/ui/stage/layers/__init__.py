"""The layers of a drawing: each makes primitives of a scene and a sheet, and paints nothing."""
