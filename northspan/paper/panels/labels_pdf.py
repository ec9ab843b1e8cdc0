"""Labels of a panel on common label sheets as PDF: one for every circuit, and the panel's and the disconnect's own."""

import io
from collections.abc import Iterator
from datetime import date

from reportlab.pdfgen.canvas import Canvas

from northspan.core.panel.solved import SolvedPanel
from northspan.core.working import number
from northspan.paper.glyphs import printable
from northspan.paper.inks import INK
from northspan.paper.panels.sheets import SHEETS, Sheet, SheetName

PAD = 5.0


def labels_pdf(solved: SolvedPanel, fault_a: float | None, sheet_name: SheetName, made_on: date) -> bytes:
    """The labels in the order of the spaces, the panel's own and its disconnect's first.

    ``fault_a`` (A) is the available fault current there; None: not known.
    """
    out, sheet = io.BytesIO(), SHEETS[sheet_name]
    page = Canvas(out, pagesize=sheet.page)
    page.setTitle(printable(f"Labels of {solved.station.name}"))
    page.setAuthor("North Span")
    for i, (head, lines) in enumerate(_labels(solved, fault_a, made_on)):
        at = i % (sheet.columns * sheet.rows)
        if i and at == 0:
            page.showPage()
        x = sheet.left + (at % sheet.columns) * sheet.across
        y = sheet.page[1] - sheet.top - (at // sheet.columns + 1) * sheet.down
        _label(page, sheet, x, y, head, lines)
    page.showPage()
    page.save()
    return out.getvalue()


def _labels(solved: SolvedPanel, fault_a: float | None, made_on: date) -> Iterator[tuple[str, tuple[str, ...]]]:
    """Every label: its head and the lines below it. 110.22, 110.24, 225.37 and 408.4 say what they are for."""
    supply, feed = solved.asked.supply, solved.asked.feed
    volts = (
        f"{number(supply.to_neutral)}/{number(supply.volts)} V" if supply.to_neutral else f"{number(supply.volts)} V"
    )
    bus = "" if solved.bus_a is None else f", {number(solved.bus_a)} A"
    yield solved.station.name, (f"{volts}{bus}", "" if feed is None else f"fed from {feed.name}")
    if feed is not None:
        breaker = feed.sized.sizing.breaker_a
        rated = "" if breaker is None else f"{number(breaker)} A, "
        yield f"Disconnect of {solved.station.name}", (f"{rated}{volts}, at {feed.name}",)
    if fault_a is not None:
        yield (
            f"Available fault current {number(float(round(fault_a)))} A",
            (f"at {solved.station.name}, worked out {made_on.isoformat()}",),
        )
    for each in sorted(solved.circuits, key=lambda e: (e.circuit.space or 999, e.circuit.half or "")):
        circuit = each.circuit
        if circuit.space is None:
            continue
        lower = f"-{circuit.space + 2}" if circuit.poles == 2 else ""
        device = "" if each.breaker_a is None else f"{number(each.breaker_a)} A, {circuit.poles}-pole"
        yield f"{circuit.space}{circuit.half or ''}{lower}", (solved.line(each), device)


def _label(page: Canvas, sheet: Sheet, x: float, y: float, head: str, lines: tuple[str, ...]) -> None:
    """One label, everything on it as large as the label lets it be."""
    lines = tuple(line for line in lines if line)
    step = (sheet.height - 2 * PAD) / (len(lines) + 1.4)
    width = sheet.width - 2 * PAD
    page.setFillColor(INK)
    top = y + sheet.height - PAD
    _fitted(page, head, "Barlow-SemiBold", min(16.0, 1.15 * step), x + PAD, top - 1.1 * step, width)
    for i, line in enumerate(lines, 1):
        _fitted(page, line, "Barlow-Regular", min(11.0, 0.85 * step), x + PAD, top - (i + 1.1) * step, width)


def _fitted(page: Canvas, words: str, font: str, size: float, x: float, y: float, width: float) -> None:
    words = printable(words)
    wide = page.stringWidth(words, font, size)
    page.setFont(font, size if wide <= width else max(4.0, size * width / wide))
    page.drawString(x, y, words)
