"""Guided balancing: the steps of each way in order, and what is seen on the real thing taken into the model."""
