"""Room for words on a plan: where they meet no line and no other words."""

from collections.abc import Iterable, Sequence
from dataclasses import dataclass, field
from itertools import pairwise

from northspan.paper.drawing.shapes import Font, Ink, Mark, Placed, Point, Rect, Words, width

LEADING = 3.2


@dataclass(slots=True)
class Taken:
    """What is on the plan already: stretches of line and rectangles of words, in a room from (0, 0)."""

    across: float
    down: float
    lines: list[tuple[Point, Point]] = field(default_factory=list)
    words: list[Rect] = field(default_factory=list)

    def line(self, points: Sequence[Point]) -> None:
        """Take the room of a line through points."""
        self.lines += pairwise(points)

    def label(
        self, key: str, lines: Sequence[str], at: Iterable[Point], size: float, font: Font = "figures", ink: Ink = "ink"
    ) -> list[Placed]:
        """Words on lines below one another, their middle at the first of these points at which they are free; at none:
        nothing is written, for the table behind the plan says it too.
        """
        wide = max(width(words, font, size) for words in lines)
        high = LEADING * len(lines)
        for x, y in at:
            rect = (x - wide / 2.0 - 0.6, y - high / 2.0 - 0.4, x + wide / 2.0 + 0.6, y + high / 2.0 + 0.4)
            if not self._free(rect):
                continue
            self.words.append(rect)
            top = y - high / 2.0
            shapes: list[Placed] = [
                Words(x, top + LEADING * n + 0.8 * LEADING, words, size, font, "middle", ink)
                for n, words in enumerate(lines)
            ]
            return [*shapes, Mark(key, " · ".join(lines), rect[0] - 0.3, rect[1], rect[3])]
        return []

    def _free(self, rect: Rect) -> bool:
        left, top, right, bottom = rect
        # A bar of change stands at the left of the words.
        if left < 1.0 or top < 0.0 or right > self.across or bottom > self.down:
            return False
        for a, b, c, d in self.words:
            if left < c and a < right and top < d and b < bottom:
                return False
        return not any(_crosses(start, end, rect) for start, end in self.lines)


def _crosses(start: Point, end: Point, rect: Rect) -> bool:
    """Whether a stretch of line meets a rectangle: what is cut off at each of its sides leaves something."""
    left, top, right, bottom = rect
    low, high = 0.0, 1.0
    dx, dy = end[0] - start[0], end[1] - start[1]
    for run, gap in ((-dx, start[0] - left), (dx, right - start[0]), (-dy, start[1] - top), (dy, bottom - start[1])):
        if run == 0.0:
            if gap < 0.0:
                return False
        elif run < 0.0:
            low = max(low, gap / run)
        else:
            high = min(high, gap / run)
    return low <= high
