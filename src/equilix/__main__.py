"""``python -m equilix``: a command without a window, or the window."""

from __future__ import annotations

import sys
from collections.abc import Sequence


def main(arguments: Sequence[str] | None = None) -> int:
    """Run the program; returns the exit code."""
    given = list(sys.argv[1:] if arguments is None else arguments)
    if given and given[0] in ("report", "plan", "check", "schema"):
        from equilix.cli import run

        return run(given)
    from equilix.ui.app import start

    code: int = start(given)
    return code


if __name__ == "__main__":
    sys.exit(main())
