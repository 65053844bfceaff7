"""Rows of label, value and warning as one rich text."""

from __future__ import annotations

import html

from equilix.ui.theme import Theme

Row = tuple[str, str, str]


def rows_html(title: str, rows: list[Row], theme: Theme) -> str:
    """A heading and its rows; empty without rows."""
    if not rows:
        return ""
    lines = [f"<p style='margin:8px 0 4px 0'><b>{html.escape(title)}</b></p>"]
    for name, said, warning in rows:
        more = f"<br><span style='color:{theme.tip}'>▲ {html.escape(warning)}</span>" if warning else ""
        lines.append(
            f"<p style='margin:0 0 5px 0'><span style='color:{theme.quiet}'>{html.escape(name)}</span>"
            f"<br>{html.escape(said)}{more}</p>"
        )
    return "".join(lines)
