"""What a drawing is made of: lines, circles and words on layers. Millimetres on paper, y running down."""

from collections.abc import Iterable, Sequence
from dataclasses import dataclass, replace
from typing import Literal

Layer = Literal["frame", "stations", "runs", "electrodes", "words"]
Weight = Literal["thin", "line", "heavy"]
Font = Literal["words", "strong", "figures"]
Anchor = Literal["start", "middle", "end"]
Ink = Literal["ink", "quiet", "danger", "good"]
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


Shape = Path | Circle | Words


@dataclass(frozen=True, slots=True)
class Drawing:
    """A sheet: its title, its number among so many, its size and what is drawn on it."""

    title: str
    width: float
    height: float
    shapes: tuple[Shape, ...]


def width(words: str, font: Font, size: float) -> float:
    """How wide words are (mm) in a face of that size (mm)."""
    # The library that measures is loaded by whoever first draws.
    from reportlab.pdfbase import pdfmetrics

    from northspan.paper.glyphs import known, printable

    known()
    return float(pdfmetrics.stringWidth(printable(words), FACES[font], size))


def fitted(words: str, font: Font, size: float, room: float) -> str:
    """Words cut to a room (mm), with a sign that there is more."""
    if width(words, font, size) <= room + DUST:
        return words
    while words and width(f"{words.rstrip()}…", font, size) > room:
        words = words[:-1]
    return f"{words.rstrip()}…"


def moved(shapes: Iterable[Shape], dx: float, dy: float) -> list[Shape]:
    """Shapes elsewhere."""
    return [each.moved(dx, dy) for each in shapes]


def scaled(shapes: Sequence[Shape], by: float) -> list[Shape]:
    """Shapes larger or smaller about (0, 0), their words too; lines keep their weight."""
    found: list[Shape] = []
    for each in shapes:
        if isinstance(each, Path):
            found.append(replace(each, points=tuple((x * by, y * by) for x, y in each.points)))
        elif isinstance(each, Circle):
            found.append(replace(each, x=each.x * by, y=each.y * by, r=each.r * by))
        else:
            found.append(replace(each, x=each.x * by, y=each.y * by, size=each.size * by))
    return found
