"""A run's route solved in SI: what the findings and the answer are made from."""

from dataclasses import dataclass

from northspan.core.figures.working import Figure, Step
from northspan.core.network.sized_run import SizedRun
from northspan.core.property.pull.limits import within
from northspan.core.property.pull.pipe.contents import Wire
from northspan.core.property.pull.pipe.packed import Packed
from northspan.core.property.pull.rules import CoverWay, Straps
from northspan.core.property.pull.tension import Direction
from northspan.core.property.pull.unrolled import Leg, Unrolled


@dataclass(frozen=True, slots=True)
class Limits:
    """The most tension (N): strength of the wires, the grip, the rope in hand (None: none is named), which of them is
    the least, and the most pressure in a bend (N/m).
    """

    strength: float
    grip: float
    rope: float | None
    tension: float
    by: str
    pressure: float


@dataclass(frozen=True, slots=True)
class Stage:
    """A stretch between pull points: its pieces from ``first`` to ``last`` (not included), by itself both ways."""

    first: int
    last: int
    length: float
    bends_deg: float
    forward: Direction
    back: Direction

    @property
    def fed_from_start(self) -> bool:
        """Whether it pulls easier fed at its first piece."""
        return self.forward.used <= self.back.used

    @property
    def best(self) -> Direction:
        """The easier way."""
        return self.forward if self.fed_from_start else self.back


@dataclass(frozen=True, slots=True)
class InPipe:
    """What is in the pipe, and the pull of it through the whole route at once and stage by stage.

    ``trade`` and ``least`` are the pipe's trade size and the smallest that holds the wires, ``lies`` how they lie,
    ``later`` how they will with what comes later; ``mu`` the friction, ``forward`` and ``back`` None where the
    wires do not go in; ``breaks_forward`` and ``breaks_back`` the nodes at which either has to be broken; ``straps``
    how the pipe is fastened (None: not known).
    """

    trade: str
    least: str
    wires: tuple[Wire, ...]
    lies: Packed
    fill_limit_pct: float
    later: Packed
    fill_limit_later_pct: float
    limits: Limits
    weight: float
    mu: float
    forward: Direction | None
    back: Direction | None
    breaks_forward: tuple[int, ...]
    breaks_back: tuple[int, ...]
    stages: tuple[Stage, ...]
    next_trade: str
    next_used: Direction | None
    straps: Straps | None

    def may_jam(self, bends: bool) -> bool:
        """Whether three wires may wedge; a ground thinner than they are keeps nothing apart."""
        thin = [w for w in self.wires if not w.later and w.letter == "G" and w.tabled.diameter < self.lies.diameters[0]]
        return self.lies.may_jam(bends, len(thin))

    @property
    def from_start(self) -> bool:
        """Whether the wire is better fed at the start, whole."""
        return self.forward is not None and self.back is not None and self.forward.used <= self.back.used


@dataclass(frozen=True, slots=True)
class LegCover:
    """A leg under ground with the ways to lie there; the least cover (m) of its own method, None where it may not."""

    leg: Leg
    ways: tuple[CoverWay, ...]

    @property
    def asked(self) -> float | None:
        """The least cover (m) that holds for its own method."""
        return min((w.cover for w in self.ways if w.own and w.open), default=None)

    @property
    def step(self) -> Step | None:
        """Where that was read."""
        own = [w for w in self.ways if w.own and w.open]
        return min(own, key=lambda w: w.cover).step if own else None

    @property
    def short(self) -> bool:
        """Whether what is planned is not deep enough."""
        asked, planned = self.asked, self.leg.cover
        return asked is not None and planned is not None and not within(asked, planned)


# One that is remembered is known by itself: what it was made from is long to compare.
@dataclass(frozen=True, slots=True, eq=False)
class SolvedPull:
    """A run's route: the run as sized between the stations named, whether it is a dwelling's, the route unrolled, its
    legs under ground, what is in its pipe (None: nothing the tables measure); whether wire goes in at its start, and
    through all of it at once; what one person pulls (N), how much a straight of PVC above ground grows (m).
    """

    each: SizedRun
    start: str
    end: str
    dwelling: bool
    route: Unrolled
    covers: tuple[LegCover, ...]
    pipe: InPipe | None
    fed_from_start: bool
    one_go: bool
    hand_limit: float
    growth: Figure

    @property
    def best(self) -> Direction | None:
        """The pull through the whole route the way it is planned."""
        if self.pipe is None:
            return None
        return self.pipe.forward if self.fed_from_start else self.pipe.back

    @property
    def breaks(self) -> tuple[int, ...]:
        """The nodes at which it has to be broken though no pull point does it yet; none where the stages do."""
        if self.pipe is None or not self.one_go:
            return ()
        return self.pipe.breaks_forward if self.fed_from_start else self.pipe.breaks_back

    @property
    def hardest(self) -> float | None:
        """The most tension (N) there will be: in one go, or of the hardest stage."""
        if self.pipe is None or self.best is None:
            return None
        return self.best.max_tension if self.one_go else max(s.best.max_tension for s in self.pipe.stages)
