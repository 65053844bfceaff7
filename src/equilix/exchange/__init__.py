"""Files of others: meshes of home-made parts."""
