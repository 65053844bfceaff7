"""The planner: what to slide, exchange, add or leave off so that the rig balances, one best plan a school."""
