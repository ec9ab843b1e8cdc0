"""The directory of a panel as PDF: a page that goes inside its door, odd spaces at the left, even ones at the right."""

import io
from collections.abc import Mapping
from datetime import date

from reportlab.lib.colors import HexColor
from reportlab.lib.pagesizes import letter
from reportlab.lib.units import inch
from reportlab.pdfgen.canvas import Canvas

from northspan.core.figures.working import number
from northspan.core.property.panel.circuits import SizedCircuit
from northspan.core.property.panel.solved import SolvedPanel
from northspan.paper.drawing.inks import INKS
from northspan.paper.glyphs import printable
from northspan.paper.labels import CAUTION

WIDTH, HEIGHT = letter
INK, RULE = HexColor(INKS["ink"]), HexColor(INKS["rule"])
MARGIN, HEAD, FOOT = 0.6 * inch, 1.25 * inch, 0.6 * inch
HIGHEST_ROW = 0.36 * inch
SHORTEST, LARGEST = 5.0, 10.0


def directory_pdf(job_name: str, solved: SolvedPanel, made_on: date) -> bytes:
    """The directory: space, what it serves, poles and breaker of every circuit; free spaces say so."""
    out = io.BytesIO()
    page = Canvas(out, pagesize=letter)
    page.setTitle(printable(f"{job_name}: directory of {solved.station.name}"))
    page.setAuthor("North Span")
    _head(page, job_name, solved, made_on)
    rows = len(solved.bus.legs) // 2
    height = min(HIGHEST_ROW, (HEIGHT - HEAD - FOOT) / max(rows, 1))
    top = HEIGHT - HEAD
    standing = _by_space(solved)
    for space in solved.bus.spaces:
        left = MARGIN if space % 2 else WIDTH / 2 + 4
        y = top - ((space - 1) // 2 + 1) * height
        _line(page, solved, space, standing.get(space, ()), left, y, height)
    page.setFont("Barlow-Regular", 6.5)
    page.drawString(MARGIN, 0.36 * inch, CAUTION)
    page.showPage()
    page.save()
    return out.getvalue()


def _by_space(solved: SolvedPanel) -> Mapping[int, tuple[SizedCircuit, ...]]:
    return {
        space: tuple(sorted((solved.by_id[c.id] for c in here), key=lambda e: e.circuit.half or ""))
        for space, here in solved.stands.items()
    }


def _head(page: Canvas, job_name: str, solved: SolvedPanel, made_on: date) -> None:
    gear = solved.station.gear
    page.setFillColor(INK)
    page.setStrokeColor(INK)
    page.setFont("Barlow-SemiBold", 18)
    page.drawString(MARGIN, HEIGHT - 0.75 * inch, _cut(solved.station.name, "Barlow-SemiBold", 18, WIDTH / 2, page))
    page.setFont("Barlow-Regular", 9)
    fed = "" if solved.asked.feed is None else f", fed from {solved.asked.feed.name}"
    supply = solved.asked.supply
    volts = (
        f"{number(supply.to_neutral)}/{number(supply.volts)} V" if supply.to_neutral else f"{number(supply.volts)} V"
    )
    bus = "" if solved.bus_a is None else f", {number(solved.bus_a)} A bus"
    main = f", {number(gear.rating_a)} A main" if gear.has_main and gear.rating_a else ""
    words = f"{volts}{bus}{main}{fed}"
    page.drawString(MARGIN, HEIGHT - 0.95 * inch, _cut(words, "Barlow-Regular", 9, WIDTH - 2 * MARGIN, page))
    page.drawRightString(WIDTH - MARGIN, HEIGHT - 0.75 * inch, printable(f"{job_name}, as of {made_on.isoformat()}"))
    page.line(MARGIN, HEIGHT - HEAD + 6, WIDTH - MARGIN, HEIGHT - HEAD + 6)


def _line(
    page: Canvas, solved: SolvedPanel, space: int, here: tuple[SizedCircuit, ...], left: float, y: float, height: float
) -> None:
    """One space; halves of a tandem share its height."""
    width = WIDTH / 2 - MARGIN - 4
    page.setStrokeColor(RULE)
    page.setLineWidth(0.4)
    page.line(left, y, left + width, y)
    size = max(SHORTEST, min(LARGEST, 0.42 * height * (0.6 if len(here) > 1 else 1.0)))
    page.setFillColor(INK)
    if not here:
        words = "no breaker here" if space in solved.bus.blocked else "free"
        _written(page, f"{space}", words, "", left, y + 0.32 * height, width, size)
    share = height / max(len(here), 1)
    for i, each in enumerate(here):
        circuit = each.circuit
        lower = circuit.space != space
        said = "" if each.breaker_a is None else f"{number(each.breaker_a)} A"
        words = "with the space above" if lower else solved.line(each)
        mark = f"{space}{circuit.half or ''}"
        _written(page, mark, words, "" if lower else said, left, y + height - (i + 0.68) * share, width, size)


def _written(
    page: Canvas, mark: str, words: str, breaker: str, left: float, y: float, width: float, size: float
) -> None:
    page.setFont("IBMPlexMono-Regular", size)
    page.drawString(left, y, mark)
    page.drawRightString(left + width, y, breaker)
    page.setFont("Barlow-Regular", size)
    page.drawString(left + 24, y, _cut(words, "Barlow-Regular", size, width - 24 - 34, page))


def _cut(words: str, font: str, size: float, width: float, page: Canvas) -> str:
    """Words that fit a width, cut with dots where they do not."""
    words = printable(words)
    if page.stringWidth(words, font, size) <= width:
        return words
    while words and page.stringWidth(f"{words}...", font, size) > width:
        words = words[:-1]
    return f"{words.rstrip()}..."
