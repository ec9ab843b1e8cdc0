"""A run's route unrolled from end to end: what the plan measures, with its rises, its depth and its bends in space."""

import math
from collections.abc import Iterator, Sequence
from dataclasses import dataclass
from itertools import pairwise

from northspan.core.document.lengths import CLOSE_M, along_wire, over_ground
from northspan.core.job.run import Route, Run, Waypoint
from northspan.core.property.pull.segments import Bend, Segment, Straight

# No route is drawn in to less than this share of its own length.
LEAST_SHARE = 0.05
LEAST_BEND_DEG = 0.5
LEAST_STRAIGHT_M = 0.01
# Wire goes straight through a box where it turns less.
STRAIGHT_DEG = 15.0
QUARTER = 90.0
Point = tuple[float, float, float]


@dataclass(frozen=True, slots=True)
class Node:
    """A point of the unrolled route (m): along it on the level, height above the ground where it starts, the ground
    there; ``turn_deg`` the bend in the pipe (0 where wire comes out), ``waypoint`` its place in the route.
    """

    along: float
    height: float
    ground: float
    turn_deg: float
    pull: bool
    waypoint: int | None


@dataclass(frozen=True, slots=True)
class Leg:
    """A leg under ground: its node and the next, what it lies under, cover as planned (m; None: not decided)."""

    first: int
    under: str
    cover: float | None


@dataclass(frozen=True, slots=True)
class Piece:
    """A segment with where it is drawn: of a straight its two ends, of a bend its corner; node numbers."""

    segment: Segment
    first: int
    last: int


@dataclass(frozen=True, slots=True)
class Unrolled:
    """A route from end to end: its nodes, the legs under ground, and the pieces of each stretch between pull points.

    ``measured`` says whether the plan has it; without, the run is one straight.
    """

    nodes: tuple[Node, ...]
    legs: tuple[Leg, ...]
    stretches: tuple[tuple[Piece, ...], ...]
    measured: bool

    @property
    def pieces(self) -> tuple[Piece, ...]:
        """All pieces in the order of the route."""
        return tuple(piece for stretch in self.stretches for piece in stretch)

    @property
    def segments(self) -> tuple[Segment, ...]:
        """All segments in the order of the route."""
        return tuple(piece.segment for piece in self.pieces)


def unrolled(run: Run, radius_m: float, inner_radius_m: float, depth_m: float) -> Unrolled:
    """A run's route in SI. ``radius_m`` and ``inner_radius_m`` are those of its elbows, ``depth_m`` the cover that is
    drawn where none is decided; all in m. A run has one length: where that is another than its route measures, the
    route's legs are taken longer or shorter in proportion, with the bends as drawn.
    """
    buried = run.cable.location == "buried"
    if run.route is None or run.route.kind == "overhead":
        return _straight(run, radius_m, inner_radius_m, depth_m if buried else 0.0)
    route, burial = fitted(run.route, run.cable.length), run.burial
    under = burial.location if burial else "general"
    planned = burial.cover if burial else None
    covers = [p.cover if p.cover is not None else planned for p in route.points[:-1]]
    covers.append(covers[-1])
    points, nodes_of = _in_space(
        route, [depth_m if c is None else c for c in covers] if buried else [0.0] * len(covers)
    )
    pulls = [of is not None and route.points[of].pull and 0 < at < len(points) - 1 for at, of in enumerate(nodes_of)]
    turns = [0.0 if pulls[at] else turn for at, turn in enumerate(_turns(points))]
    if route.kind == "trench":
        # Out of a trench the pipe comes up by a quarter bend also where nobody measured how far.
        for end in (0, -1):
            turns[end] = QUARTER if nodes_of[end] is not None else 0.0
    nodes = tuple(_nodes(points, nodes_of, route.points, turns, pulls))
    legs = tuple(
        Leg(at, route.points[of].under or under, covers[of])
        for at, of in enumerate(nodes_of)
        if buried and of is not None and of < len(route.points) - 1
    )
    stretches = tuple(_stretches(points, turns, pulls, radius_m, inner_radius_m))
    return Unrolled(nodes, legs, stretches, True)


def fitted(route: Route, length_m: float) -> Route:
    """A route (m) with its legs drawn out or in, so that so much wire lies along it.

    >>> points = [Waypoint(x=0, y=0), Waypoint(x=30, y=40)]
    >>> [(p.x, p.y) for p in fitted(Route(points=points, ends=10), 70).points]
    [(0.0, 0.0), (36.0, 48.0)]
    """
    drawn = over_ground(route)
    if not drawn or abs(along_wire(route) - length_m) <= CLOSE_M:
        return route
    share = max(LEAST_SHARE, (length_m - route.ends) / drawn)
    a = route.points[0]
    points = tuple(
        p.model_copy(update={axis: getattr(a, axis) + share * (getattr(p, axis) - getattr(a, axis)) for axis in "xyz"})
        for p in route.points
    )
    return route.model_copy(update={"points": points})


def plan_turn_deg(route: Route, at: int) -> float:
    """How much a route turns (degrees) on the plan at one of its points; 0 at its ends.

    >>> points = [Waypoint(x=0, y=0), Waypoint(x=10, y=0), Waypoint(x=10, y=-5)]
    >>> plan_turn_deg(Route(points=points), 1), plan_turn_deg(Route(points=points), 2)
    (90.0, 0.0)
    """
    if not 0 < at < len(route.points) - 1:
        return 0.0
    a, b, c = route.points[at - 1 : at + 2]
    before, after = math.atan2(b.y - a.y, b.x - a.x), math.atan2(c.y - b.y, c.x - b.x)
    return abs(math.degrees(math.remainder(after - before, math.tau)))


def _straight(run: Run, radius_m: float, inner_radius_m: float, depth_m: float) -> Unrolled:
    """A run without a route: one straight, between two quarter bends where it lies in the ground."""
    buried = run.cable.location == "buried"
    turn = QUARTER if buried else 0.0
    length = run.cable.length
    ends = [Node(0.0, -depth_m, 0.0, turn, False, None), Node(length, -depth_m, 0.0, turn, False, None)]
    quarter = [Piece(_bend(QUARTER, radius_m, inner_radius_m), at, at) for at in (0, 1)] if buried else []
    whole = Piece(Straight(length), 0, 1)
    pieces = (quarter[0], whole, quarter[1]) if buried else (whole,)
    cover = run.burial.cover if run.burial else None
    under = run.burial.location if run.burial else "general"
    return Unrolled(tuple(ends), (Leg(0, under, cover),) if buried else (), (pieces,), False)


def _in_space(route: Route, covers: Sequence[float]) -> tuple[list[Point], list[int | None]]:
    """Points of the pipe in space (m), with the waypoint of each; risers at both ends where the ends have a length."""
    at_start = route.ends / 2.0 if route.ends_start is None else min(route.ends_start, route.ends)
    points: list[Point] = [(p.x, p.y, p.z - cover) for p, cover in zip(route.points, covers, strict=True)]
    waypoints: list[int | None] = list(range(len(points)))
    for first, rise in ((True, at_start), (False, route.ends - at_start)):
        if rise > LEAST_STRAIGHT_M and route.kind == "trench":
            x, y, z = points[0 if first else -1]
            points.insert(0 if first else len(points), (x, y, z + rise))
            waypoints.insert(0 if first else len(waypoints), None)
    return points, waypoints


def _turns(points: Sequence[Point]) -> list[float]:
    """The change of direction (degrees) at every point; none at the ends and below half a degree."""
    found = [0.0]
    for a, b, c in zip(points, points[1:], points[2:], strict=False):
        u, v = [q - p for p, q in zip(a, b, strict=True)], [q - p for p, q in zip(b, c, strict=True)]
        both = math.hypot(*u) * math.hypot(*v)
        cosine = sum(p * q for p, q in zip(u, v, strict=True)) / both if both else 1.0
        turn = math.degrees(math.acos(max(-1.0, min(1.0, cosine))))
        found.append(turn if turn > LEAST_BEND_DEG else 0.0)
    return [*found, 0.0][: len(points)]


def _nodes(
    points: Sequence[Point],
    waypoints: Sequence[int | None],
    plan: Sequence[Waypoint],
    turns: Sequence[float],
    pulls: Sequence[bool],
) -> Iterator[Node]:
    along = 0.0
    for at, (x, y, z) in enumerate(points):
        if at:
            along += math.hypot(x - points[at - 1][0], y - points[at - 1][1])
        near = waypoints[at]
        if near is None:
            near = 0 if at == 0 else len(plan) - 1
        yield Node(along, z, plan[near].z, turns[at], pulls[at], waypoints[at])


def _stretches(
    points: Sequence[Point], turns: Sequence[float], pulls: Sequence[bool], radius_m: float, inner_m: float
) -> Iterator[tuple[Piece, ...]]:
    """The pieces between pull points; every bend takes its tangents from the straights beside it."""
    stretch = [Piece(_bend(turns[0], radius_m, inner_m), 0, 0)] if turns[0] else []
    # A bend of 180° has no tangents: it is taken as one that takes its radius.
    tangents = [radius_m * min(1.0, math.tan(math.radians(min(t, 170.0)) / 2.0)) for t in turns]
    for at, (a, b) in enumerate(pairwise(points)):
        whole = math.dist(a, b)
        slope = math.asin(max(-1.0, min(1.0, (b[2] - a[2]) / whole))) if whole else 0.0
        left = whole - tangents[at] - tangents[at + 1]
        if left > LEAST_STRAIGHT_M:
            stretch.append(Piece(Straight(left, slope), at, at + 1))
        if pulls[at + 1]:
            yield tuple(stretch)
            stretch = []
        elif turns[at + 1]:
            stretch.append(Piece(_bend(turns[at + 1], radius_m, inner_m), at + 1, at + 1))
    yield tuple(stretch)


def _bend(degrees: float, radius_m: float, inner_m: float) -> Bend:
    return Bend(degrees, math.radians(degrees), radius_m, inner_m)
