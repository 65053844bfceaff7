"""Everything that knows Qt. It draws what the core says and computes nothing itself.

With Qt comes a hook before every import, which reads the source of each module imported after it, to look for a
language feature that nothing here uses. It is taken off again: it takes a fifth of the start.
"""

import builtins

import PySide6.QtWidgets  # noqa: F401  (the hook comes with it)

builtins.__import__ = getattr(builtins, "__orig_import__", builtins.__import__)
