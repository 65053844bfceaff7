"""Where figures come from: the formula in words, what goes into it, the source."""
