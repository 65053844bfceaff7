"""The notebook: what was carried and felt, what it says of an operator, what has to be looked after. No interface."""
