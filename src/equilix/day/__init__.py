"""A shooting day: when everything is, how operators tire and batteries burn down, what goes wrong. No interface."""
