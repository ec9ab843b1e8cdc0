"""Drawings as PDF: a page for each, text as text in the sheet's own faces, a bookmark for each."""

import io
from collections.abc import Sequence

from reportlab.lib.colors import HexColor
from reportlab.lib.units import mm
from reportlab.pdfgen.canvas import Canvas

from northspan.paper.drawing.inks import INKS
from northspan.paper.drawing.shapes import FACES, MM, Circle, Drawing, Path, Shape, Words
from northspan.paper.glyphs import known, printable


def pdf(title: str, drawings: Sequence[Drawing]) -> bytes:
    """The drawings one after the other, each as large as it is."""
    known()
    out = io.BytesIO()
    canvas = Canvas(out, lang="en-US")
    canvas.setTitle(title)
    # A reader shows the title in place of the file's name.
    canvas.setViewerPreference("DisplayDocTitle", "true")
    canvas.setAuthor("North Span")
    for at, drawing in enumerate(drawings):
        canvas.setPageSize((drawing.width * mm, drawing.height * mm))
        canvas.bookmarkPage(f"sheet-{at}")
        canvas.addOutlineEntry(drawing.title, f"sheet-{at}")
        for shape in drawing.shapes:
            _draw(canvas, drawing.height, shape)
        canvas.showPage()
    canvas.save()
    return out.getvalue()


def _draw(canvas: Canvas, height: float, shape: Shape) -> None:
    if isinstance(shape, Words):
        canvas.setFillColor(HexColor(INKS[shape.ink]))
        canvas.setFont(FACES[shape.font], shape.size * mm)
        x, y = shape.x * mm, (height - shape.y) * mm
        draw = {"start": canvas.drawString, "middle": canvas.drawCentredString, "end": canvas.drawRightString}
        draw[shape.anchor](x, y, printable(shape.words))
        return
    canvas.setLineWidth(MM[shape.weight] * mm)
    if isinstance(shape, Circle):
        canvas.setStrokeColor(HexColor(INKS["ink"]))
        canvas.setDash()
        canvas.circle(shape.x * mm, (height - shape.y) * mm, shape.r * mm)
        return
    _line(canvas, height, shape)


def _line(canvas: Canvas, height: float, shape: Path) -> None:
    canvas.setStrokeColor(HexColor(INKS[shape.ink]))
    canvas.setDash([1.6 * mm, mm] if shape.dashed else [])
    path = canvas.beginPath()
    (x, y), *rest = shape.points
    path.moveTo(x * mm, (height - y) * mm)
    for x, y in rest:
        path.lineTo(x * mm, (height - y) * mm)
    if shape.closed:
        path.close()
    canvas.drawPath(path)
