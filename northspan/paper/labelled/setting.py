"""Labels set on common sheets of them as PDF: each a head and lines below it, as large as the label lets them be."""

import io
from collections.abc import Iterable

from reportlab.lib.colors import HexColor
from reportlab.pdfgen.canvas import Canvas

from northspan.paper.drawing.inks import INKS
from northspan.paper.glyphs import printable
from northspan.paper.labelled.sheets import SHEETS, Sheet, SheetName

PAD = 5.0
Label = tuple[str, tuple[str, ...]]


def set_labels(title: str, labels: Iterable[Label], sheet_name: SheetName) -> bytes:
    """A PDF of labels in their order on a common sheet."""
    out, sheet = io.BytesIO(), SHEETS[sheet_name]
    page = Canvas(out, pagesize=sheet.page)
    page.setTitle(printable(title))
    page.setAuthor("North Span")
    for i, (head, lines) in enumerate(labels):
        at = i % (sheet.columns * sheet.rows)
        if i and at == 0:
            page.showPage()
        x = sheet.left + (at % sheet.columns) * sheet.across
        y = sheet.page[1] - sheet.top - (at // sheet.columns + 1) * sheet.down
        _label(page, sheet, x, y, head, lines)
    page.showPage()
    page.save()
    return out.getvalue()


def _label(page: Canvas, sheet: Sheet, x: float, y: float, head: str, lines: tuple[str, ...]) -> None:
    """One label, everything on it as large as the label lets it be."""
    lines = tuple(line for line in lines if line)
    step = (sheet.height - 2 * PAD) / (len(lines) + 1.4)
    width = sheet.width - 2 * PAD
    page.setFillColor(HexColor(INKS["ink"]))
    top = y + sheet.height - PAD
    _fitted(page, head, "Barlow-SemiBold", min(16.0, 1.15 * step), x + PAD, top - 1.1 * step, width)
    for i, line in enumerate(lines, 1):
        _fitted(page, line, "Barlow-Regular", min(11.0, 0.85 * step), x + PAD, top - (i + 1.1) * step, width)


def _fitted(page: Canvas, words: str, font: str, size: float, x: float, y: float, width: float) -> None:
    words = printable(words)
    wide = page.stringWidth(words, font, size)
    page.setFont(font, size if wide <= width else max(4.0, size * width / wide))
    page.drawString(x, y, words)
