"""Equilix: balance a camera rig and spare the operator."""

__version__ = "0.1.0"
