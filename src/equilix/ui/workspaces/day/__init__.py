"""Day: what is carried when and by whom, how people tire and batteries burn down, what goes wrong."""
