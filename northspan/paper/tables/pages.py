"""Tables of words set on pages, one below the other."""

from collections.abc import Iterable, Iterator, Sequence
from dataclasses import dataclass, field

from northspan.paper.drawing.shapes import DUST, Font, Ink, Mark, Path, Placed, Words, fitted, moved, width
from northspan.paper.tables.columns import ASIDE, SIZE, broken, faces, natural, widths
from northspan.paper.tables.section import Row, Section

LEADING, OVER, TITLE, HEADED, BETWEEN = 3.3, 0.75, 3.7, 6.2, 3.2
# Between two columns of tables.
GUTTER = 9.0
MOST_ROWS = 6000
# A table of so few rows is not broken where a page of its own would hold it.
KEPT_WHOLE = 14
TO_TICK, TICKED = "□", "✓"
TICKS = (TO_TICK, TICKED)
BAR = -2.2
_STRONG: tuple[Font, ...] = ("strong",)


class SheetTooLong(ValueError):
    """More lines than are set in a few seconds; the message says how many."""


@dataclass(slots=True)
class Pages:
    """Columns as they fill, each a room of ``across`` by ``down`` (mm) from (0, 0), so many ``abreast`` on a page; on
    the first page they begin at ``top``. ``y`` is where the next line goes.
    """

    across: float
    down: float
    top: float = 0.0
    abreast: int = 1
    done: list[list[Placed]] = field(default_factory=list)
    y: float = 0.0

    def more(self) -> None:
        """Begin a column."""
        self.done.append([])
        self.y = self.top if len(self.done) <= self.abreast else 0.0

    def room(self, tall: float) -> None:
        """Go on to a column with so much room (mm), or a whole one."""
        while self.left() + DUST < min(tall, self.down):
            self.more()

    def left(self) -> float:
        """The height that is left."""
        return self.down - self.y if self.done else 0.0

    def put(self, *shapes: Placed) -> None:
        """Lay shapes on the page at hand."""
        self.done[-1].extend(shapes)


def laid(sections: Iterable[Section], across: float, down: float, top: float = 0.0) -> list[list[Placed]]:
    """The pages of these tables, in rooms of ``across`` by ``down`` (mm); the first page's tables begin at ``top``.
    Where that saves pages narrow tables stand in two columns. Raises SheetTooLong.
    """
    whole = [section for section in sections if section.rows]
    lines = sum(len(section.rows) for section in whole)
    if lines > MOST_ROWS:
        words = f"The sheet would have {lines:,} lines; up to {MOST_ROWS:,} are set. Take the CSV, or split the job."
        raise SheetTooLong(words)
    one = _filled(whole, Pages(across, down, top)).done
    half = (across - GUTTER) / 2.0
    if len(one) < 2 or any(natural(section) > half for section in whole):
        return one
    two = _filled(whole, Pages(half, down, top, 2)).done
    if len(two) > 2 * len(one) - 2:
        return one
    beside = [moved(column, half + GUTTER, 0.0) for column in two[1::2]]
    return [[*two[at], *(beside[at // 2] if at + 1 < len(two) else ())] for at in range(0, len(two), 2)]


def _filled(sections: Sequence[Section], pages: Pages) -> Pages:
    if pages.top:
        pages.more()
    for section in sections:
        _table(pages, section)
    return pages


def _table(pages: Pages, section: Section) -> None:
    fonts = faces(section.head, section.rows)
    wide = widths(section, fonts, pages.across)
    rows = [_lines(row, fonts, wide) for row in section.rows]
    head = _lines(section.head, _STRONG * len(fonts), wide) if any(section.head) else []
    tall = HEADED + _height(head) + sum(_height(row) for row in rows[:KEPT_WHOLE])
    first = HEADED + _height(head) + min(_height(rows[0]), 8 * LEADING)
    whole = len(rows) <= KEPT_WHOLE and tall <= pages.down
    pages.room(tall if whole else first)
    _headed(pages, section.title, head, wide)
    most = int((pages.down - HEADED - _height(head) - OVER) / LEADING)
    carried = ""
    for at, (row, lines) in enumerate(zip(section.rows, rows, strict=True)):
        carried = row[0] or carried
        said = " · ".join(cell for cell in row if cell)
        for part in _parts(lines, most):
            high = _height(part)
            if high > pages.left() + DUST:
                pages.room(HEADED + _height(head) + high)
                _headed(pages, f"{section.title}, continued", head, wide)
            pages.put(Mark(f"{section.title} / {carried}", said, BAR, pages.y, pages.y + high))
            _row(pages, part, fonts, wide, section.ink(at))
    pages.y += BETWEEN


def _tick(x: float, y: float, words: str, ink: Ink) -> Iterator[Placed]:
    """A box to be ticked by hand, or ticked: no face of the sheet has one."""
    side = LEADING - 0.6
    yield Path(((x, y), (x + side, y), (x + side, y + side), (x, y + side)), "rules", "line", closed=True, ink=ink)
    if words == TICKED:
        yield Path(((x + 0.5, y + 1.3), (x + 1.1, y + 2.1), (x + 2.3, y + 0.4)), "rules", "heavy", ink=ink)


def _parts(lines: list[list[str]], most: int) -> list[list[list[str]]]:
    """A row in parts of which each fits a page."""
    tallest = max(len(cell) for cell in lines)
    return [[cell[at : at + most] for cell in lines] for at in range(0, tallest, most)]


def _lines(row: Row, fonts: Sequence[Font], wide: Sequence[float]) -> list[list[str]]:
    return [broken(cell, font, w - 2.0 * ASIDE) for cell, font, w in zip(row, fonts, wide, strict=True)]


def _height(lines: list[list[str]]) -> float:
    return max(len(cell) for cell in lines) * LEADING + 2.0 * OVER if lines else 0.0


def _headed(pages: Pages, title: str, head: list[list[str]], wide: Sequence[float]) -> None:
    pages.put(Words(0.0, pages.y + TITLE, fitted(title, "strong", 3.6, pages.across), 3.6, "strong"))
    pages.y += HEADED
    if head:
        _row(pages, head, _STRONG * len(wide), wide, "ink", heavy=True)
    else:
        pages.put(Path(((0.0, pages.y), (pages.across, pages.y)), "rules", "line"))


def _row(
    pages: Pages,
    lines: list[list[str]],
    fonts: Sequence[Font],
    wide: Sequence[float],
    ink: Ink,
    heavy: bool = False,
) -> None:
    x = 0.0
    for at, (cell, font, w) in enumerate(zip(lines, fonts, wide, strict=True)):
        for down, words in enumerate(cell):
            if words in TICKS:
                pages.put(*_tick(x + ASIDE, pages.y + OVER, words, ink))
            elif words:
                y = pages.y + OVER + LEADING * down + 0.82 * SIZE
                room = words if width(words, font, SIZE) <= w - ASIDE else fitted(words, font, SIZE, w - ASIDE)
                pages.put(Words(x + ASIDE, y, room, SIZE, font, ink="ink" if at else ink))
        x += w
    pages.y += _height(lines)
    line = Path(
        ((0.0, pages.y), (pages.across, pages.y)), "rules", "line" if heavy else "thin", ink="ink" if heavy else "rule"
    )
    pages.put(line)
