"""Sections of words set on paper as PDF."""

import io
from collections.abc import Iterable, Iterator, Sequence
from datetime import date
from typing import Any
from xml.sax.saxutils import escape

from reportlab.lib.pagesizes import landscape, letter
from reportlab.lib.styles import ParagraphStyle
from reportlab.lib.units import inch
from reportlab.pdfgen.canvas import Canvas
from reportlab.platypus import Flowable, KeepTogether, Paragraph, SimpleDocTemplate, Spacer, Table, TableStyle

from northspan.core.codes.library import code_book
from northspan.core.job.job import Job
from northspan.paper.glyphs import SAID, all_printable, printable
from northspan.paper.inks import CAUTION_INK, DANGER, INK, RULE
from northspan.paper.labels import CAUTION
from northspan.paper.sheet import Section

MARGIN = 0.6 * inch
WIDTH = landscape(letter)[0] - 2 * MARGIN
_SHARES = {
    "Made under": (0.25, 0.75),
    "Property": (0.15, 0.17, 0.13, 0.09, 0.09, 0.11, 0.10, 0.08, 0.08),
    "Loads": (0.24, 0.32, 0.12, 0.32),
    "Runs": (0.17, 0.12, 0.07, 0.07, 0.23, 0.10, 0.08, 0.07, 0.09),
    "Ground": (0.17, 0.47, 0.12, 0.24),
    "Bonds": (0.2, 0.2, 0.09, 0.1, 0.13, 0.14, 0.14),
    "Taken where nothing is on record": (1.0,),
    "Findings": (0.08, 0.2, 0.52, 0.2),
    "Materials": (0.24, 0.1, 0.07, 0.14, 0.07, 0.09, 0.29),
    "Together": (0.5, 0.5),
    "Not counted yet": (1.0,),
    "Working": (0.17, 0.47, 0.12, 0.24),
}
MOST_LINES = 5000
_LEVEL_INK = {"danger": DANGER, "violation": DANGER, "house": CAUTION_INK}


class SheetTooLong(ValueError):
    """More lines than are set in a few seconds; the message says how many."""


def set_pdf(job: Job, title: str, whole: Sequence[Section], made_on: date) -> bytes:
    """Sections under a title on landscape letter paper; every page carries the caution and its number of so many.

    Raises SheetTooLong.
    """
    lines = sum(len(section.rows) for section in whole)
    if lines > MOST_LINES:
        raise SheetTooLong(
            f"The sheet would have {lines:,} lines; up to {MOST_LINES:,} are set. Take the CSV, or split the job."
        )
    out = io.BytesIO()
    document = SimpleDocTemplate(
        out, pagesize=landscape(letter), leftMargin=MARGIN, rightMargin=MARGIN, topMargin=0.75 * inch,
        bottomMargin=0.65 * inch, title=f"{job.name}: {title.lower()}", author="North Span", lang="en-US",
    )  # fmt: skip
    story: list[Flowable] = [
        Paragraph(_written(job.name), _style("SemiBold", 20, 24)),
        Paragraph(
            f"{title} · {code_book(job.code_book).edition} · house rules: "
            f"{_written(job.house_rules.name)} · job as of {made_on.isoformat()}",
            _style("Regular", 9.5, 13),
        ),
        Spacer(1, 8),
    ]
    if not all_printable(_words(job, whole)):
        story.insert(2, Paragraph(SAID, _style("SemiBold", 9.5, 13)))
    for section in whole:
        story += _section(section)
    document.build(story, canvasmaker=_numbered(printable(job.name)))
    return out.getvalue()


def _words(job: Job, whole: Iterable[Section]) -> Iterator[str]:
    yield from (job.name, job.house_rules.name)
    for section in whole:
        yield section.title
        for row in (section.head, *section.rows):
            yield from row


def _written(words: str) -> str:
    return escape(printable(words))


def _style(weight: str, size: float, leading: float) -> ParagraphStyle:
    return ParagraphStyle(weight, fontName=f"Barlow-{weight}", fontSize=size, leading=leading, textColor=INK)


def _section(section: Section) -> list[Flowable]:
    kind = section.title.partition(":")[0]
    body, mono = _style("Regular", 8, 10), _style("Regular", 7.5, 10)
    mono.fontName = "IBMPlexMono-Regular"
    head = _style("SemiBold", 8, 10)
    figures = {i for i, name in enumerate(section.head) if name in _FIGURE_COLUMNS}
    rows: list[list[Paragraph]] = [[Paragraph(_written(cell), head) for cell in section.head]]
    rows += [
        [Paragraph(_written(cell), mono if i in figures else body) for i, cell in enumerate(row)]
        for row in section.rows
    ]
    if not any(section.head):
        rows = rows[1:]
    table = Table(rows, [share * WIDTH for share in _SHARES[kind]], repeatRows=1 if any(section.head) else 0)
    table.setStyle(TableStyle(_rules_of(section)))
    title = Paragraph(_written(section.title), _style("SemiBold", 11, 20))
    if len(rows) <= 12:
        return [KeepTogether([title, table]), Spacer(1, 8)]
    return [title, table, Spacer(1, 8)]


_FIGURE_COLUMNS = {
    "Result",
    "Counted",
    "In the van",
    "To buy",
    "Each",
    "Cost",
    "Design",
    "Breaker",
    "Allowed",
    "Drop",
    "Voltage",
    "From source",
    "Own load",
    "Terminals",
    "Fault",
    "Jumper",
    "Hot on the can",
    "Opens in, at most",
    "Hand to earth",
}


def _rules_of(section: Section) -> list[Any]:
    rules: list[Any] = [
        ("VALIGN", (0, 0), (-1, -1), "TOP"),
        ("LINEBELOW", (0, 0), (-1, -1), 0.4, RULE),
        ("TOPPADDING", (0, 0), (-1, -1), 1.5),
        ("BOTTOMPADDING", (0, 0), (-1, -1), 2.5),
        ("LEFTPADDING", (0, 0), (-1, -1), 3),
        ("RIGHTPADDING", (0, 0), (-1, -1), 3),
    ]
    if any(section.head):
        rules.append(("LINEBELOW", (0, 0), (-1, 0), 0.9, INK))
    if section.title == "Findings":
        for i, row in enumerate(section.rows, 1):
            if row[0] in _LEVEL_INK:
                rules.append(("LINEBEFORE", (0, i), (0, i), 3, _LEVEL_INK[row[0]]))
    return rules


def _numbered(job_name: str) -> type[Canvas]:
    """A canvas that knows how many pages there are before it draws their foot."""

    class NumberedCanvas(Canvas):
        def __init__(self, *arguments: Any, **named: Any) -> None:
            super().__init__(*arguments, **named)
            self.pages: list[dict[str, Any]] = []

        def showPage(self) -> None:
            self.pages.append(dict(self.__dict__))
            self._startPage()  # type: ignore[attr-defined]

        def save(self) -> None:
            for number, page in enumerate(self.pages, 1):
                self.__dict__.update(page)
                self.draw_edges(number, len(self.pages))
                super().showPage()
            super().save()

        def draw_edges(self, number: int, of: int) -> None:
            width, height = landscape(letter)
            self.setStrokeColor(INK)
            self.setFillColor(INK)
            self.setLineWidth(0.5)
            self.line(MARGIN, height - 0.55 * inch, width - MARGIN, height - 0.55 * inch)
            self.line(MARGIN, 0.52 * inch, width - MARGIN, 0.52 * inch)
            self.setFont("Barlow-SemiBold", 8)
            self.drawString(MARGIN, height - 0.47 * inch, "NORTH SPAN")
            self.drawRightString(width - MARGIN, height - 0.47 * inch, job_name)
            self.setFont("Barlow-Regular", 7.5)
            self.drawString(MARGIN, 0.36 * inch, CAUTION)
            self.drawRightString(width - MARGIN, 0.36 * inch, f"Page {number} of {of}")

    return NumberedCanvas
