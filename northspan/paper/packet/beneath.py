"""Tables beneath what is drawn, where there is room for them."""

from collections.abc import Callable, Iterable, Sequence

from northspan.paper.drawing.shapes import Mark, Placed
from northspan.paper.packet.catalogue import Drawn
from northspan.paper.tables.pages import laid
from northspan.paper.tables.section import Section

# Beneath a drawing, and for sums a hair too large; less than the least at a page's foot is left free (mm).
GAP, HAIR, LEAST = 6.0, 0.1, 25.0


def with_tables(
    draw: Callable[[float], list[Drawn]], tables: Sequence[Section], across: float, down: float
) -> tuple[list[Drawn], int]:
    """Drawings in a room of ``across`` by ``down`` (mm), then tables, and how many of the pages are drawings; ``draw``
    lays the drawings out in a room of that height. The tables begin beneath the last drawing; one to scale keeps its
    scale, or they begin a page. Raises SheetTooLong.
    """
    drawn = draw(down)
    *before, last = drawn or [Drawn([])]
    ends = foot(last.shapes) + GAP
    if tables and drawn and last.real is None and ends < down - LEAST:
        first, *more = laid(tables, across, down, ends)
        return [*before, Drawn([*last.shapes, *first]), *map(Drawn, more)], len(drawn)
    pages = laid(tables, across, down)
    if last.real is not None and len(pages) == 1:
        above = down - foot(pages[0]) - GAP - HAIR
        higher = draw(above)[-1] if above > down / 2.0 else None
        if higher is not None and higher.real == last.real:
            (first,) = laid(tables, across, down, above + GAP)
            return [*before, Drawn([*higher.shapes, *first], last.real)], len(drawn)
    return [*drawn, *map(Drawn, pages)], len(drawn)


def foot(shapes: Iterable[Placed]) -> float:
    """How far down shapes reach (mm)."""
    return max((each.bottom if isinstance(each, Mark) else each.rect[3] for each in shapes), default=0.0)
