"""The words that people read, by the keys that the program works with."""
