"""What a drawing is made of: lines, circles and words on layers. Millimetres on paper, y running down."""

from collections.abc import Iterable, Sequence
from dataclasses import dataclass, replace
from functools import lru_cache
from typing import Literal

Layer = Literal["frame", "stations", "runs", "electrodes", "words", "rules", "ground", "dimensions", "changes"]
Weight = Literal["thin", "line", "heavy"]
Font = Literal["words", "strong", "figures"]
Anchor = Literal["start", "middle", "end"]
Ink = Literal["ink", "quiet", "rule", "danger", "caution", "good"]
Point = tuple[float, float]
Rect = tuple[float, float, float, float]
MM: dict[Weight, float] = {"thin": 0.18, "line": 0.3, "heavy": 0.6}
FACES: dict[Font, str] = {"words": "Barlow-Regular", "strong": "Barlow-SemiBold", "figures": "IBMPlexMono-Regular"}
ABOVE, BELOW = 0.78, 0.24
DUST = 1e-6


@dataclass(frozen=True, slots=True)
class Path:
    """A line through points; ``dashed`` is what is to come, ``heavy`` what is new."""

    points: tuple[Point, ...]
    layer: Layer
    weight: Weight = "line"
    dashed: bool = False
    closed: bool = False
    ink: Ink = "ink"

    def moved(self, dx: float, dy: float) -> "Path":
        """The same elsewhere."""
        return replace(self, points=tuple((x + dx, y + dy) for x, y in self.points))

    @property
    def rect(self) -> Rect:
        """The least rectangle round it."""
        xs, ys = [x for x, _ in self.points], [y for _, y in self.points]
        return min(xs), min(ys), max(xs), max(ys)


@dataclass(frozen=True, slots=True)
class Circle:
    """A circle by its middle and radius."""

    x: float
    y: float
    r: float
    layer: Layer
    weight: Weight = "line"

    def moved(self, dx: float, dy: float) -> "Circle":
        """The same elsewhere."""
        return replace(self, x=self.x + dx, y=self.y + dy)

    @property
    def rect(self) -> Rect:
        """The least rectangle round it."""
        return self.x - self.r, self.y - self.r, self.x + self.r, self.y + self.r


@dataclass(frozen=True, slots=True)
class Words:
    """Words on one line, by where their baseline begins, is in the middle, or ends; ``size`` is that of the face."""

    x: float
    y: float
    words: str
    size: float
    font: Font = "words"
    anchor: Anchor = "start"
    ink: Ink = "ink"
    layer: Layer = "words"

    def moved(self, dx: float, dy: float) -> "Words":
        """The same elsewhere."""
        return replace(self, x=self.x + dx, y=self.y + dy)

    @property
    def rect(self) -> Rect:
        """The rectangle that they take, by the widths of their face."""
        wide = width(self.words, self.font, self.size)
        left = self.x - {"start": 0.0, "middle": wide / 2.0, "end": wide}[self.anchor]
        return left, self.y - ABOVE * self.size, left + wide, self.y + BELOW * self.size


@dataclass(frozen=True, slots=True)
class Mark:
    """What a piece of a sheet says, by what it speaks of: not drawn, but held against the packet that was issued last.
    A bar at ``x`` from ``top`` to ``bottom`` says that it changed; ``left`` is where it begins, if it is moved by hand.
    """

    key: str
    words: str
    x: float
    top: float
    bottom: float
    left: float | None = None

    def moved(self, dx: float, dy: float) -> "Mark":
        """The same elsewhere."""
        left = None if self.left is None else self.left + dx
        return replace(self, x=self.x + dx, top=self.top + dy, bottom=self.bottom + dy, left=left)


Shape = Path | Circle | Words
Placed = Shape | Mark


@dataclass(frozen=True, slots=True)
class Real:
    """What a drawing to scale shows: so many millimetres on paper for one ``unit`` on the ground."""

    mm: float
    unit: Literal["ft", "m"]


@dataclass(frozen=True, slots=True)
class Drawing:
    """A sheet: its title, its size, what is drawn on it, its scale where it has one, what can be moved by hand."""

    title: str
    width: float
    height: float
    shapes: tuple[Shape, ...]
    real: Real | None = None
    spots: tuple[Mark, ...] = ()


def width(words: str, font: Font, size: float) -> float:
    """How wide words are (mm) in a face of that size (mm)."""
    return size * _em(words, font)


@lru_cache(40_000)
def _em(words: str, font: Font) -> float:
    # The library that measures is loaded by whoever first draws.
    from reportlab.pdfbase import pdfmetrics

    from northspan.paper.glyphs import known, printable

    known()
    return float(pdfmetrics.stringWidth(printable(words), FACES[font], 1.0))


def fitted(words: str, font: Font, size: float, room: float) -> str:
    """Words cut to a room (mm), with a sign that there is more."""
    if width(words, font, size) <= room + DUST:
        return words
    while words and width(f"{words.rstrip()}…", font, size) > room:
        words = words[:-1]
    return f"{words.rstrip()}…"


def moved(shapes: Iterable[Placed], dx: float, dy: float) -> list[Placed]:
    """Shapes elsewhere."""
    return [each.moved(dx, dy) for each in shapes]


def scaled(shapes: Sequence[Placed], by: float) -> list[Placed]:
    """Shapes larger or smaller about (0, 0), their words too; lines keep their weight."""
    found: list[Placed] = []
    for each in shapes:
        if isinstance(each, Mark):
            left = None if each.left is None else each.left * by
            found.append(replace(each, x=each.x * by, top=each.top * by, bottom=each.bottom * by, left=left))
        elif isinstance(each, Path):
            found.append(replace(each, points=tuple((x * by, y * by) for x, y in each.points)))
        elif isinstance(each, Circle):
            found.append(replace(each, x=each.x * by, y=each.y * by, r=each.r * by))
        else:
            found.append(replace(each, x=each.x * by, y=each.y * by, size=each.size * by))
    return found
