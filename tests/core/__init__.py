"""Tests of the core: no Qt may be needed, and none is installed where CI runs them."""
