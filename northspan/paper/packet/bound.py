"""The sheets of a packet laid out, then framed and numbered once it is known how many there are."""

from collections.abc import Collection, Iterable, Iterator
from dataclasses import dataclass, replace

from northspan.paper.drawing.shapes import Drawing, Mark, Words, moved
from northspan.paper.glyphs import SAID, all_printable
from northspan.paper.packet.beneath import with_tables
from northspan.paper.packet.catalogue import COVER, KINDS, NAMES, Drawn, Kind
from northspan.paper.packet.changes import barred, facts
from northspan.paper.packet.frame import ASIDE, LEFT, MARGIN, Place, frame, paper, room
from northspan.paper.sheets.told.matter import Facts, Matter
from northspan.paper.tables.section import Section


@dataclass(frozen=True, slots=True)
class Laid:
    """A sheet laid out: its pages, how many of them are drawings, its tables."""

    kind: Kind
    size: tuple[float, float]
    pages: tuple[Drawn, ...]
    drawn: int
    tables: tuple[Section, ...]


@dataclass(frozen=True, slots=True)
class Bound:
    """A sheet as it goes out: the pages as they are drawn, how many of them are drawings, its tables."""

    kind: Kind
    pages: tuple[Drawing, ...]
    drawn: int
    tables: tuple[Section, ...]


def lay_out(matter: Matter, names: Collection[str] | None = None) -> Iterator[Laid]:
    """The sheets that are wanted (or those of the ``names``), one after the other; one on which nothing would stand is
    left out. The cover comes last, for it names the others. Raises SheetTooLong.
    """
    named = [kind for kind in KINDS if kind.name in (matter.wanted if names is None else names)]
    empty = set()
    for each in sorted(named, key=lambda kind: kind.name == COVER):
        kind = each.said(matter.terms)
        there = tuple(name for name in matter.wanted if name not in empty)
        sheet = _lay(kind, replace(matter, wanted=there))
        if sheet.pages:
            yield sheet
        else:
            empty.add(kind.name)


def _lay(kind: Kind, matter: Matter) -> Laid:
    plan = matter.job.packet
    size = paper(plan.paper, kind.lies_upright(plan))
    across, down = room(size)
    tables = tuple(kind.write(matter)) if kind.write is not None else ()

    def draw(high: float) -> list[Drawn]:
        return kind.draw(matter, across, high) if kind.draw is not None else []

    pages, drawn = with_tables(draw, tables, across, down)
    return Laid(kind, size, tuple(pages), drawn, tables)


def in_order(sheets: Iterable[Laid]) -> list[Laid]:
    """Sheets as they lie, the cover on top."""
    return sorted(sheets, key=lambda sheet: NAMES.index(sheet.kind.name))


def bind(matter: Matter, sheets: Collection[Laid]) -> Iterator[Bound]:
    """Sheets with their frames, numbered through; beside what the last issue did not say stands a bar."""
    of, at = sum(len(sheet.pages) for sheet in sheets), 0
    for sheet in in_order(sheets):
        before = (matter.before or {}).get(sheet.kind.name)
        pages = []
        for number, page in enumerate(sheet.pages, 1):
            at += 1
            place = Place(number, len(sheet.pages), at, of)
            placed = moved(page.shapes, MARGIN + LEFT, MARGIN + ASIDE)
            spots = tuple(each for each in placed if isinstance(each, Mark) and each.left is not None)
            title = sheet.kind.title if number == 1 else f"{sheet.kind.title}, {number}"
            inside = barred(placed, before)
            said = (matter.job.name, *(each.words for each in inside if isinstance(each, Words)))
            note = "" if all_printable(said) else SAID
            shapes = (*inside, *frame(matter, sheet.kind, place, sheet.size, note))
            pages.append(Drawing(title, *sheet.size, shapes, page.real, spots))
        yield Bound(sheet.kind, tuple(pages), sheet.drawn, sheet.tables)


def facts_of(sheets: Collection[Laid]) -> Facts:
    """What the sheets say, to be held against the next packet."""
    return {sheet.kind.name: facts(page.shapes for page in sheet.pages) for sheet in in_order(sheets)}
