"""Look: two themes, one family of type. Paper and ink; colour only where it means something."""

from __future__ import annotations

from functools import cache
from pathlib import Path
from typing import Final

from msgspec import Struct
from PySide6.QtGui import QColor, QFont, QFontDatabase, QPalette
from PySide6.QtWidgets import QApplication

FAMILY: Final = "B612"
BASE_PT: Final = 11
"""Nothing essential is set smaller than this."""


class Theme(Struct, frozen=True):
    """Colours by meaning. ``tip`` marks what pulls the rig over, ``hold`` what holds it."""

    name: str
    paper: str
    card: str
    ink: str
    quiet: str
    rule: str
    tip: str
    hold: str
    hold_wash: str
    tip_wash: str
    sand: str
    glass: str
    body: str
    flesh: str
    """The body behind its lines: a shade of the paper."""
    icons: str
    """The ending of the names of the icons drawn for it."""


PREP_ROOM: Final = Theme(
    "Prep room", "#f6f3ec", "#fdfcf8", "#1d2a33", "#5a646b", "#d9d4c8", "#a83f08", "#0a6478",
    "#d3e4e6", "#f6e0d1", "#e9dfce", "#dfe6e8", "#8f897b", "#f1ede3", "prep",
)  # fmt: skip
NIGHT_SET: Final = Theme(
    "Night set", "#12171a", "#1b2226", "#e9e4d8", "#a3aaab", "#343d42", "#ff9358", "#63c3d8",
    "#173a42", "#4a2a18", "#3a352b", "#26343a", "#a3aeb2", "#1a2226", "night",
)  # fmt: skip
THEMES: Final = (PREP_ROOM, NIGHT_SET)


@cache
def colour(value: str, alpha: int = 255) -> QColor:
    """A theme colour for painting. Remembered and shared: not to be changed."""
    made = QColor(value)
    made.setAlpha(alpha)
    return made


_enlarged = [1.0]
"""How much larger than usual all text is."""


def enlarged() -> float:
    """How much larger than usual all text is."""
    return _enlarged[0]


def enlarge(factor: float) -> None:
    """Make all text that is set from now on so much larger than usual."""
    _enlarged[0] = factor
    font.cache_clear()
    application = QApplication.instance()
    if isinstance(application, QApplication):
        application.setFont(font())


def grown(px: float) -> float:
    """A length in pixels that belongs to text, as large as the text is."""
    return px * _enlarged[0]


@cache
def font(points: float = BASE_PT, *, bold: bool = False, as_is: bool = False) -> QFont:
    """The program's type at a size in points, enlarged as all text is. Remembered and shared: not to be changed.

    ``as_is``: not enlarged, for what is drawn and enlarged as a whole.
    """
    made = QFont(FAMILY)
    made.setPointSizeF(points if as_is else points * _enlarged[0])
    made.setBold(bold)
    return made


def load_fonts(application: QApplication) -> None:
    """Register the type that ships with the program and set everything in it. Call before widgets are made."""
    folder = Path(__file__).parents[1] / "resources" / "fonts"
    for name in ("B612-Regular.otf", "B612-Bold.otf"):
        QFontDatabase.addApplicationFontFromData((folder / name).read_bytes())
    if application.style().name() != "fusion":
        application.setStyle("Fusion")
    application.setFont(font())


def wear(application: QApplication, theme: Theme) -> None:
    """Dress the whole application in a theme."""
    palette = QPalette()
    roles = {
        QPalette.ColorRole.Window: theme.paper, QPalette.ColorRole.Base: theme.card,
        QPalette.ColorRole.AlternateBase: theme.paper, QPalette.ColorRole.Text: theme.ink,
        QPalette.ColorRole.WindowText: theme.ink, QPalette.ColorRole.Button: theme.paper,
        QPalette.ColorRole.ButtonText: theme.ink, QPalette.ColorRole.Highlight: theme.hold,
        QPalette.ColorRole.HighlightedText: theme.card, QPalette.ColorRole.ToolTipBase: theme.ink,
        QPalette.ColorRole.ToolTipText: theme.card, QPalette.ColorRole.PlaceholderText: theme.quiet,
        QPalette.ColorRole.Link: theme.hold, QPalette.ColorRole.Mid: theme.rule,
    }  # fmt: skip
    for role, value in roles.items():
        palette.setColor(role, QColor(value))
    for role in (QPalette.ColorRole.Text, QPalette.ColorRole.WindowText, QPalette.ColorRole.ButtonText):
        palette.setColor(QPalette.ColorGroup.Disabled, role, QColor(theme.quiet))
    application.setStyleSheet("")  # from one sheet to another the toolkit takes four times as long as from none
    application.setPalette(palette)
    application.setStyleSheet(_sheet(theme))


def _sheet(t: Theme) -> str:
    icons = (Path(__file__).parents[1] / "resources" / "icons").as_posix()
    return f"""
    QWidget {{ background: transparent; color: {t.ink}; }}
    QMainWindow, QDialog, QMenu {{ background: {t.paper}; }}
    QMenu {{ border: 1px solid {t.rule}; padding: 6px 0; }}
    QMenu::item {{ padding: 6px 22px; }}
    QMenu::item:selected {{ background: {t.hold_wash}; color: {t.ink}; }}
    QMenu::item:disabled {{ color: {t.quiet}; }}
    QMenu::separator {{ height: 1px; background: {t.rule}; margin: 6px 0; }}
    QLineEdit, QPlainTextEdit {{ background: {t.card}; border: 1px solid {t.rule}; padding: 4px 7px; }}
    QLineEdit:focus, QPlainTextEdit:focus {{ border: 2px solid {t.hold}; padding: 3px 6px; }}
    QLineEdit[refused="true"] {{ border: 2px solid {t.tip}; padding: 3px 6px; }}
    QLineEdit:disabled {{ color: {t.quiet}; background: {t.paper}; }}
    QComboBox, QSpinBox {{ background: {t.card}; border: 1px solid {t.rule}; padding: 4px 7px; }}
    QComboBox:focus, QSpinBox:focus {{ border: 2px solid {t.hold}; padding: 3px 6px; }}
    QComboBox:disabled {{ color: {t.quiet}; background: {t.paper}; }}
    QComboBox::drop-down {{ border: none; width: 20px; }}
    QComboBox::down-arrow {{ image: url({icons}/chevron-{t.icons}.svg); width: 12px; height: 12px; }}
    QCheckBox::indicator, QAbstractItemView::indicator {{ width: 15px; height: 15px; border: 1px solid {t.quiet};
        background: {t.card}; }}
    QCheckBox::indicator:checked, QAbstractItemView::indicator:checked {{ image: url({icons}/tick-{t.icons}.svg); }}
    QComboBox QAbstractItemView {{ background: {t.card}; selection-background-color: {t.hold_wash};
        selection-color: {t.ink}; border: 1px solid {t.rule}; }}
    QPushButton {{ background: {t.card}; border: 1px solid {t.quiet}; padding: 6px 12px; }}
    QPushButton:hover {{ background: {t.hold_wash}; }}
    QPushButton:focus {{ border: 2px solid {t.hold}; padding: 5px 11px; }}
    QPushButton:disabled {{ color: {t.quiet}; border-color: {t.rule}; }}
    QPushButton[slim="true"] {{ padding: 6px 0; }}
    QPushButton[slim="true"]:focus {{ padding: 5px 0; }}
    QPushButton[plain="true"] {{ background: transparent; border: none; color: {t.hold};
        padding: 4px 2px; text-align: left; }}
    QPushButton[plain="true"]:focus {{ border: 2px solid {t.hold}; }}
    QToolTip {{ background: {t.ink}; color: {t.card}; border: none; padding: 4px 6px; }}
    QScrollArea, QListWidget, QTreeWidget {{ border: none; background: transparent; }}
    QListWidget, QTreeWidget {{ border-left: 3px solid transparent; }}
    QListWidget:focus, QTreeWidget:focus {{ border-left: 3px solid {t.hold}; }}
    QScrollBar:vertical {{ width: 9px; background: transparent; }}
    QScrollBar::handle:vertical {{ background: {t.rule}; min-height: 30px; }}
    QScrollBar[idle="true"]::handle:vertical {{ background: transparent; }}
    QScrollBar::add-line, QScrollBar::sub-line {{ height: 0; width: 0; }}
    QScrollBar:horizontal {{ height: 0; }}
    QSlider {{ min-height: 22px; }}
    QSlider::groove:horizontal {{ height: 2px; background: {t.quiet}; }}
    QSlider::handle:horizontal {{ width: 9px; margin: -8px 0; background: {t.card}; border: 2px solid {t.hold}; }}
    QSlider::handle:horizontal:focus {{ background: {t.hold}; }}
    QTreeWidget::item, QListWidget::item {{ padding: 3px 0; }}
    QListWidget::item:selected {{ background: {t.hold_wash}; color: {t.ink}; }}
    QTreeWidget::item:selected {{ background: {t.hold_wash}; color: {t.ink}; }}
    QTableView {{ border: none; background: transparent; alternate-background-color: {t.card}; }}
    QTableView::item {{ padding: 2px 6px; border: none; }}
    QTableView::item:selected {{ background: {t.hold_wash}; color: {t.ink}; }}
    QTableView:focus {{ border: 1px solid {t.hold}; }}
    QTableView[cells="true"]:focus {{ border: none; }}
    QHeaderView {{ background: {t.paper}; }}
    QHeaderView::section {{ background: {t.paper}; color: {t.quiet}; border: none;
        border-bottom: 1px solid {t.rule}; padding: 3px 6px; }}
    QHeaderView::up-arrow {{ image: url({icons}/chevron-up-{t.icons}.svg); width: 10px; height: 10px; }}
    QHeaderView::down-arrow {{ image: url({icons}/chevron-{t.icons}.svg); width: 10px; height: 10px; }}
    QTableCornerButton::section {{ background: {t.paper}; border: none; }}
    QCheckBox:focus {{ color: {t.hold}; }}
    """
