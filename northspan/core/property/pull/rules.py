"""What a route asks of a code book: the wires and raceways of its tables, and how deep they lie."""

from collections.abc import Sequence
from dataclasses import dataclass
from typing import Protocol

from northspan.core.book.kinds import Metal
from northspan.core.figures.working import Step
from northspan.core.run.rules import SizingBook


@dataclass(frozen=True, slots=True)
class TabledWire:
    """One wire by a book's tables (m, m²): outside diameter, area, area of its metal, what is round it and its area;
    the pull (N) it takes.
    """

    diameter: float
    area: float
    metal_area: float
    round_it: str
    round_it_area: float
    strength: float


@dataclass(frozen=True, slots=True)
class CoverAsked:
    """A run in the ground as a book judges it: raceway and insulation, where it lies, its volts and breaker (A), what
    guards it, what it is.
    """

    raceway: str
    insulation: str
    location: str
    volts: float
    breaker_a: float | None
    gfci: bool
    dwelling: bool
    branch: bool
    service: bool
    solid_rock: bool


@dataclass(frozen=True, slots=True)
class CoverWay:
    """A way to lie there: the raceway it takes (none: with nothing round it), its cover (m), what it is called, what
    stands in its way in words, whether it is the run's own method, the working of its cover; ``gfci`` says that it
    holds by a ground-fault guard, ``concrete`` that concrete is laid over it.
    """

    raceway: str
    title: str
    cover: float
    open: bool
    consequence: str
    own: bool
    gfci: bool
    concrete: bool
    step: Step


@dataclass(frozen=True, slots=True)
class Straps:
    """How a raceway is fastened: the first strap at most so far from a box, the others from each other (m), where that
    was read.
    """

    first: float
    apart: float
    step: Step


@dataclass(frozen=True, slots=True)
class Colour:
    """What colour a wire is bought in, what it is marked with at its ends (None: nothing), and by which sections."""

    bought: str
    marked: str | None
    cite: str


@dataclass(frozen=True, slots=True)
class JointSide:
    """What comes into a joint from one side: the trade size of its pipe (None: no pipe), its wires by size and how
    many,
    the size of its equipment ground (None: none).
    """

    trade: str | None
    wires: tuple[tuple[str, int], ...]
    ground: str | None


class PullRules(Protocol):
    """What a book knows of wire that is pulled and buried."""

    def wire(self, insulation: str, metal: Metal, size: str, bare: bool) -> TabledWire | None:
        """One wire by the tables; None where they do not measure it: a cable, a size they leave out."""

    def is_cable(self, insulation: str) -> bool:
        """Whether it names a cable, all whose wires are bought as one piece, and not what is round a single one."""

    def direct_burial(self, insulation: str, metal: Metal) -> str:
        """What a run would be of with nothing round it in the ground: its own where that may be buried."""

    def bore(self, raceway: str, trade: str) -> tuple[float, float] | None:
        """Inside diameter (m) and area (m²) of a raceway; None where it is not made in that trade size."""

    def elbow(self, trade: str) -> float | None:
        """The least radius (m) of a bend to its centre line; None where no table says."""

    def fill_limit_pct(self, count: int, nipple: bool) -> float:
        """How full (percent) a raceway of so many conductors may be."""

    def sidewall_limit(self, thickest: str) -> float:
        """The most pressure (N/m) in a bend, by the thickest wire."""

    def next_trade(self, raceway: str, trade: str) -> str:
        """The trade size above, or the same where that kind is not made larger."""

    def straps(self, raceway: str, trade: str) -> Straps | None:
        """How a raceway is fastened; None where no rule of it is known here."""

    def staples(self, insulation: str) -> Straps | None:
        """How a cable is fastened where it runs along a building; None for what is no cable."""

    def bushed(self, size: str) -> str:
        """By which section the end of a raceway is smoothed for wire of a size; empty where none asks it."""

    def pull_box(self, trade: str, size: str, angle: bool) -> tuple[float, str] | None:
        """The least length (m) of a box that wire of a size is pulled through, straight or at an ``angle``, and by
        which section; None where it goes by its room.
        """

    def joint_box(self, sides: Sequence[JointSide]) -> Step | None:
        """What the box of a joint must be: room (in³), or for large wire the distance across it (in); None where what
        comes in is not known.
        """

    def colour(self, letter: str, size: str, bare: bool, in_colours: bool) -> Colour:
        """The colour of a wire by its letter (A, B, N, G); ``in_colours``: large wire is bought in its own."""

    def cover_ways(self, asked: CoverAsked) -> Sequence[CoverWay]:
        """Every way to lie there, the shallowest first, the run's own among them."""


class PullBook(SizingBook, Protocol):
    """As much of a code book as what is buried and pulled needs; one without ``pulls`` judges none."""

    @property
    def pulls(self) -> PullRules | None:
        """How what is buried and pulled is judged."""
