"""Rows of label, value and warning as rich text, in pieces that two columns can share."""

from __future__ import annotations

import html
from collections.abc import Sequence

from equilix.ui.theme import Theme

Row = tuple[str, str, str]


LINK = "<a href='{key}' style='color:{tone}; text-decoration:none'>{shown}</a>"
ONE_LINE = 38
"""Name and value stand on one line where both have no more characters together, else the value under the name."""
LONG = 10
"""A section of more rows comes in two pieces."""


def section(title: str, rows: list[Row], theme: Theme, keys: Sequence[str] = ()) -> list[str]:
    """A heading and its rows; nothing without rows. ``keys``: the names of the rows lead to where they come from."""
    if not rows:
        return []
    head = f"<p style='margin:8px 0 4px 0'><b>{html.escape(title)}</b></p>"
    half = (len(rows) + 1) // 2 if len(rows) > LONG else len(rows)
    first, rest = _rows_html(rows[:half], theme, keys[:half]), _rows_html(rows[half:], theme, keys[half:])
    return [head + first, *([rest] if half < len(rows) else [])]


def _rows_html(rows: list[Row], theme: Theme, keys: Sequence[str]) -> str:
    lines = []
    for number, (name, said, warning) in enumerate(rows):
        shown = html.escape(name)
        if number < len(keys) and keys[number]:
            shown = LINK.format(key=html.escape(keys[number]), tone=theme.quiet, shown=shown)
        more = f"<span style='color:{theme.tip}'>▲ {html.escape(warning)}</span>" if warning else ""
        value = html.escape(said)
        if len(name) + len(said) <= ONE_LINE:
            lines.append(
                f"<table width='100%' cellspacing='0' cellpadding='1'><tr><td style='color:{theme.quiet}'>{shown}</td>"
                f"<td align='right'>{value}</td></tr></table>"
            )
            lines.append(f"<p style='margin:0 0 5px 0'>{more}</p>" if more else "")
        else:
            more = f"<br>{more}" if more else ""
            lines.append(
                f"<p style='margin:0 0 5px 0'><span style='color:{theme.quiet}'>{shown}</span><br>{value}{more}</p>"
            )
    return "".join(lines)
