"""The demonstration: one kit, two operators and the rigs of one day at a lighthouse. All of it is made up."""

from equilix.demo.lighthouse import lighthouse

__all__ = ["lighthouse"]
