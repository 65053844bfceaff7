"""Pages that are drawn on in millimetres, and what they become: PDF, SVG, PNG.

A length of 100 mm on the page is 100.0 mm on paper that is printed at its true size.
"""

from __future__ import annotations

from collections.abc import Callable, Sequence
from functools import cache
from typing import Final, Literal

from msgspec import Struct
from PySide6.QtCore import QBuffer, QByteArray, QIODevice, QMarginsF, QPointF, QRectF, QSize, QSizeF, Qt
from PySide6.QtGui import (
    QColor,
    QFont,
    QFontMetricsF,
    QImage,
    QImageWriter,
    QPageLayout,
    QPageSize,
    QPainter,
    QPdfWriter,
    QPen,
    QPolygonF,
)

from equilix.ui.theme import FAMILY, PREP_ROOM

Form = Literal["pdf", "svg", "png"]
FORMS: Final[tuple[Form, ...]] = ("pdf", "svg", "png")
PAGES_MM: Final = {"a4": (210.0, 297.0), "letter": (215.9, 279.4), "a5": (148.0, 210.0), "a6": (105.0, 148.0)}
"""Upright sizes (ISO 216; ANSI/ASME Y14.1 for letter)."""
PDF_DPI: Final = 1200
SVG_PER_MM: Final = 100
PNG_PER_MM: Final = 12.0
MM_PER_IN: Final = 25.4
INK, QUIET, ACCENT, HOLD = "#000000", "#5a646b", PREP_ROOM.tip, PREP_ROOM.hold
"""On paper: black, grey for what is said quietly, and the two colours of the program, as thin lines."""

Align = Literal["left", "middle", "right"]


@cache
def _font(size_px: int, bold: bool) -> QFont:
    made = QFont(FAMILY)
    made.setPixelSize(max(size_px, 1))
    made.setBold(bold)
    return made


class Paper:
    """One page after the other; places are in mm from the upper left corner, y down."""

    def __init__(self, painter: QPainter, px_per_mm: float, size_mm: tuple[float, float], turn: Callable[[], QPainter]):
        self.painter, self.px_per_mm = painter, px_per_mm
        self.width_mm, self.height_mm = size_mm
        self._turn = turn
        self.pages = 1

    def next_page(self) -> None:
        """Go on on another page."""
        self.painter = self._turn()
        self.pages += 1

    def at(self, x: float, y: float) -> QPointF:
        """A place on the device."""
        return QPointF(x * self.px_per_mm, y * self.px_per_mm)

    def box(self, x: float, y: float, wide: float, high: float) -> QRectF:
        """A box on the device."""
        return QRectF(self.at(x, y), QSizeF(wide * self.px_per_mm, high * self.px_per_mm))

    def _pen(self, tone: str, width: float, dash: bool = False) -> QPen:
        pen = QPen(QColor(tone), width * self.px_per_mm)
        pen.setStyle(Qt.PenStyle.DashLine if dash else Qt.PenStyle.SolidLine)
        pen.setCapStyle(Qt.PenCapStyle.FlatCap)
        return pen

    def line(
        self, x0: float, y0: float, x1: float, y1: float, width: float = 0.2, tone: str = INK, *, dash: bool = False
    ) -> None:
        """A line from one place to another."""
        self.painter.setPen(self._pen(tone, width, dash))
        self.painter.drawLine(self.at(x0, y0), self.at(x1, y1))

    def frame(
        self, x: float, y: float, wide: float, high: float, width: float = 0.2, tone: str = INK, *, dash: bool = False
    ) -> None:
        """An empty box."""
        self.painter.setPen(self._pen(tone, width, dash))
        self.painter.setBrush(Qt.BrushStyle.NoBrush)
        self.painter.drawRect(self.box(x, y, wide, high))

    def shape(self, corners: Sequence[tuple[float, float]], tone: str = INK, *, filled: bool = True) -> None:
        """A polygon, filled or as a thin line."""
        self.painter.setPen(Qt.PenStyle.NoPen if filled else self._pen(tone, 0.25))
        self.painter.setBrush(QColor(tone) if filled else QColor("#ffffff"))
        self.painter.drawPolygon(QPolygonF([self.at(x, y) for x, y in corners]))

    def text(
        self, x: float, y: float, said: str, size: float = 3.0, *, bold: bool = False, align: Align = "left",
        tone: str = INK,
    ) -> None:  # fmt: skip
        """A line of text whose foot stands at ``y``; ``size`` is the height of its letters with what hangs below."""
        font = _font(round(size * self.px_per_mm), bold)
        wide = QFontMetricsF(font).horizontalAdvance(said)
        shift = {"left": 0.0, "middle": wide / 2, "right": wide}[align]
        self.painter.setFont(font)
        self.painter.setPen(QColor(tone))
        place = self.at(x, y)
        self.painter.drawText(QPointF(place.x() - shift, place.y()), said)

    def width_of(self, said: str, size: float = 3.0, *, bold: bool = False) -> float:
        """How wide a line of text is, mm."""
        return QFontMetricsF(_font(round(size * self.px_per_mm), bold)).horizontalAdvance(said) / self.px_per_mm

    def wrapped(self, said: str, wide: float, size: float = 3.0, *, bold: bool = False) -> list[str]:
        """A text in lines no wider than that; a longer word has a line of its own."""
        lines: list[str] = []
        for word in said.split():
            longer = f"{lines[-1]} {word}" if lines else word
            if lines and self.width_of(longer, size, bold=bold) <= wide:
                lines[-1] = longer
            else:
                lines.append(word)
        return lines

    def paragraph(
        self, x: float, y: float, said: str, wide: float, size: float = 3.0, *, bold: bool = False, tone: str = INK
    ) -> float:
        """A text in as many lines as it needs, the first with its foot at ``y``; where the next line would stand."""
        for line in self.wrapped(said, wide, size, bold=bold):
            self.text(x, y, line, size, bold=bold, tone=tone)
            y += size * 1.3
        return y


Draw = Callable[[Paper], None]


class Printed(Struct, frozen=True):
    """What was drawn: files of one form, one for all pages or one for each."""

    form: Form
    files: tuple[bytes, ...]


def printed(draw: Draw, form: Form, size_mm: tuple[float, float], title: str = "") -> Printed:
    """Draw pages of that size in a form. A PDF holds all pages, of SVG and PNG there is a file for each."""
    makers = {"pdf": _pdf, "svg": _svg, "png": _png}
    return Printed(form, makers[form](draw, size_mm, title))


def _pdf(draw: Draw, size_mm: tuple[float, float], title: str) -> tuple[bytes, ...]:
    data = QByteArray()
    buffer = QBuffer(data)
    buffer.open(QIODevice.OpenModeFlag.WriteOnly)
    writer = QPdfWriter(buffer)
    writer.setTitle(title)
    writer.setCreator("Equilix")
    writer.setResolution(PDF_DPI)
    upright = QPageSize(QSizeF(*size_mm), QPageSize.Unit.Millimeter, "", QPageSize.SizeMatchPolicy.ExactMatch)
    writer.setPageLayout(QPageLayout(upright, QPageLayout.Orientation.Portrait, QMarginsF(0, 0, 0, 0)))
    painter = QPainter(writer)
    painter.setRenderHint(QPainter.RenderHint.Antialiasing)

    def turn() -> QPainter:
        writer.newPage()
        return painter

    draw(Paper(painter, PDF_DPI / MM_PER_IN, size_mm, turn))
    painter.end()
    buffer.close()
    return (bytes(data.data()),)


def _svg(draw: Draw, size_mm: tuple[float, float], title: str) -> tuple[bytes, ...]:
    from PySide6.QtSvg import QSvgGenerator  # only who prints so waits for it

    pages: list[tuple[QPainter, QBuffer, QByteArray, QSvgGenerator]] = []

    def turn() -> QPainter:
        data = QByteArray()
        buffer = QBuffer(data)
        generator = QSvgGenerator()
        generator.setOutputDevice(buffer)
        generator.setTitle(title)
        generator.setResolution(round(SVG_PER_MM * MM_PER_IN))
        wide, high = (round(each * SVG_PER_MM) for each in size_mm)
        generator.setSize(QSize(wide, high))
        generator.setViewBox(QRectF(0, 0, wide, high))
        if pages:
            pages[-1][0].end()
        pages.append((QPainter(generator), buffer, data, generator))
        return pages[-1][0]

    draw(Paper(turn(), SVG_PER_MM, size_mm, turn))
    pages[-1][0].end()
    return tuple(bytes(data.data()) for _, _, data, _ in pages)


def images(draw: Draw, px_per_mm: float, size_mm: tuple[float, float]) -> list[QImage]:
    """The pages as pictures, white as paper is in any light."""
    pages: list[tuple[QPainter, QImage]] = []

    def turn() -> QPainter:
        image = QImage(round(size_mm[0] * px_per_mm), round(size_mm[1] * px_per_mm), QImage.Format.Format_RGB32)
        image.fill(QColor("#ffffff"))
        if pages:
            pages[-1][0].end()
        painter = QPainter(image)
        painter.setRenderHint(QPainter.RenderHint.Antialiasing)
        pages.append((painter, image))
        return painter

    draw(Paper(turn(), px_per_mm, size_mm, turn))
    pages[-1][0].end()
    return [image for _, image in pages]


def _png(draw: Draw, size_mm: tuple[float, float], title: str) -> tuple[bytes, ...]:
    found = []
    for image in images(draw, PNG_PER_MM, size_mm):
        image.setDotsPerMeterX(round(PNG_PER_MM * 1000))
        image.setDotsPerMeterY(round(PNG_PER_MM * 1000))
        image.setText("Title", title)
        data = QByteArray()
        buffer = QBuffer(data)
        buffer.open(QIODevice.OpenModeFlag.WriteOnly)
        QImageWriter(buffer, b"png").write(image)
        buffer.close()
        found.append(bytes(data.data()))
    return tuple(found)
