"""What a route comes to: unrolled, with the tension over it, its cover, what is in the pipe, who and what pulls it.

Lengths, forces and forces along a length are told in the job's units.
"""

from dataclasses import dataclass

from northspan.core.figures.working import Figure


@dataclass(frozen=True, slots=True)
class NodeAnswer:
    """A point of the unrolled route: along it on the level, height of the pipe and of the ground, both above the ground
    where it starts; the bend there (degrees), whether wire comes out, its place in the route (None: not of the plan),
    the least length of a box there (no value: it goes by its room, or is none).
    """

    along: float
    height: float
    ground: float
    turn_deg: float
    pull: bool
    fitting: str
    waypoint: int | None
    box: Figure


@dataclass(frozen=True, slots=True)
class RoutePiece:
    """A straight or a bend between nodes: its length, angle (degrees), the tension when the head has passed it, fed at
    the start and fed at the end; the pressure in a bend both ways (None: straight).
    """

    kind: str
    first: int
    last: int
    length: float
    degrees: float
    tension_start: float
    tension_end: float
    pressed_from_start: float | None
    pressed_from_end: float | None


@dataclass(frozen=True, slots=True)
class WayAnswer:
    """A pull one way: the station it is fed at, most tension, most pressure, end tension with the wire's weight in the
    bends, how far the head comes, share of the limits that it uses, whether it keeps them.
    """

    fed_at: str
    tension: Figure
    pressure: Figure
    with_weight: Figure
    reach: Figure
    used: float
    keeps: bool


@dataclass(frozen=True, slots=True)
class StageAnswer:
    """A stretch between pull points: its pieces, numbered from 0; length and bends; fed from which end it pulls easier,
    with what tension and share of the limits; the wire to lay out at its far end for what is still to come.
    """

    first: int
    last: int
    length: Figure
    bends_deg: Figure
    fed_from_start: bool
    tension: Figure
    keeps: bool
    loop: Figure


@dataclass(frozen=True, slots=True)
class WireAnswer:
    """A wire in the pipe: the letter on it, what it is, its diameter and where it lies (None: no room was found), in
    inside diameters of the pipe, from the middle, up positive; whether it comes later, the run it is another's of.
    """

    letter: str
    words: str
    diameter: float
    x: float | None
    y: float | None
    later: bool
    beside: str | None


@dataclass(frozen=True, slots=True)
class SectionAnswer:
    """The pipe in section: kind, trade size and the least that holds the wires; percent filled and allowed, with what
    comes later too; jam ratio in the bends or straight (None: fewer than three), clearance over the wires (None: not
    known or they do not go in); the next size up with its tension.
    """

    raceway: str
    trade: str
    least: str
    wires: tuple[WireAnswer, ...]
    fill: Figure
    fill_limit_pct: float
    fill_later: Figure
    fill_limit_later_pct: float
    jam: Figure
    may_jam: bool
    clearance: Figure
    next_trade: str
    next_tension: Figure


@dataclass(frozen=True, slots=True)
class CoverWayAnswer:
    """A way to lie under ground here: raceway and name, cover, whether it is open to this circuit, what it brings with
    it, whether it is the run's own.
    """

    raceway: str
    title: str
    cover: Figure
    open: bool
    consequence: str
    own: bool


@dataclass(frozen=True, slots=True)
class BuriedLeg:
    """A leg under ground: its node and the next, what it lies under, cover asked and planned (None: not decided), and
    every way to lie there.
    """

    first: int
    under: str
    asked: Figure
    planned: float | None
    short: bool
    ways: tuple[CoverWayAnswer, ...]


@dataclass(frozen=True, slots=True)
class PullAnswer:
    """A run's route and its pull; ``breaks`` are the nodes at which it has to be broken; ``section`` and the pull
    itself are None where the tables do not measure its wires or
    it lies in no pipe.
    """

    run: str
    measured: bool
    length: Figure
    nodes: tuple[NodeAnswer, ...]
    pieces: tuple[RoutePiece, ...]
    legs: tuple[BuriedLeg, ...]
    section: SectionAnswer | None
    from_start: WayAnswer | None
    from_end: WayAnswer | None
    feed_from_start: bool
    one_go: bool
    breaks: tuple[int, ...]
    stages: tuple[StageAnswer, ...]
    limit: Figure
    limit_by: str
    pressure_limit: Figure
    weight: Figure
    rope: Figure
    lubricant: Figure
    people: Figure
    expansion: Figure
    straps: Figure
