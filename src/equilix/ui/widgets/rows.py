"""Rows of label, value and warning as rich text, in pieces that two columns can share."""

from __future__ import annotations

import html

from equilix.ui.theme import Theme

Row = tuple[str, str, str]


LONG = 10
"""A section of more rows comes in two pieces."""


def section(title: str, rows: list[Row], theme: Theme) -> list[str]:
    """A heading and its rows; nothing without rows."""
    if not rows:
        return []
    head = f"<p style='margin:8px 0 4px 0'><b>{html.escape(title)}</b></p>"
    half = (len(rows) + 1) // 2 if len(rows) > LONG else len(rows)
    return [head + _rows_html(rows[:half], theme), *([_rows_html(rows[half:], theme)] if half < len(rows) else [])]


def _rows_html(rows: list[Row], theme: Theme) -> str:
    lines = []
    for name, said, warning in rows:
        more = f"<br><span style='color:{theme.tip}'>▲ {html.escape(warning)}</span>" if warning else ""
        lines.append(
            f"<p style='margin:0 0 5px 0'><span style='color:{theme.quiet}'>{html.escape(name)}</span>"
            f"<br>{html.escape(said)}{more}</p>"
        )
    return "".join(lines)
