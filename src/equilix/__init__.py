"""Equilix: balance a camera rig and spare the operator."""

import os

os.environ.setdefault("OPENBLAS_NUM_THREADS", "1")  # before NumPy: its matrices here are too small for several threads

__version__ = "0.1.0"
