"""Lengths and bends of a line on a plan."""

import math
from collections.abc import Sequence
from itertools import pairwise

Point = tuple[float, float]


def lengths(points: Sequence[Point]) -> list[float]:
    """Length of every leg, in the unit of the points.

    >>> lengths([(0.0, 0.0), (3.0, 4.0), (3.0, 10.0)])
    [5.0, 6.0]
    """
    return [math.dist(a, b) for a, b in pairwise(points)]


def bends(points: Sequence[Point]) -> list[float]:
    """Change of direction (degrees, 0 to 180) at every point between the ends; 0 where a leg has no length.

    >>> [round(b, 6) for b in bends([(0.0, 0.0), (10.0, 0.0), (10.0, 5.0), (20.0, 15.0)])]
    [90.0, 45.0]
    """
    return [_turn(a, b, c) for a, b, c in zip(points, points[1:], points[2:], strict=False)]


def _turn(a: Point, b: Point, c: Point) -> float:
    ux, uy, vx, vy = b[0] - a[0], b[1] - a[1], c[0] - b[0], c[1] - b[1]
    if (ux == 0.0 and uy == 0.0) or (vx == 0.0 and vy == 0.0):
        return 0.0
    return abs(math.degrees(math.atan2(ux * vy - uy * vx, ux * vx + uy * vy)))


def simplified(points: Sequence[Point], tolerance: float, most: int) -> list[Point] | None:
    """The line with the points left out that lie within ``tolerance`` of it; None where it needs over ``most`` points.

    Every point kept costs one pass over the rest at most, so that no line takes longer than ``most`` passes. Source:
    Ramer, Douglas and Peucker.

    >>> simplified([(0.0, 0.0), (5.0, 0.4), (10.0, 0.0), (10.0, 10.0)], 1.0, 9)
    [(0.0, 0.0), (10.0, 0.0), (10.0, 10.0)]
    """
    keep = {0, len(points) - 1}
    spans = [(0, len(points) - 1)]
    while spans:
        first, last = spans.pop()
        away = [(_off(points[i], points[first], points[last]), i) for i in range(first + 1, last)]
        furthest, at = max(away, default=(0.0, first))
        if furthest > tolerance:
            keep.add(at)
            if len(keep) > most:
                return None
            spans += [(first, at), (at, last)]
    return [points[i] for i in sorted(keep)]


def _off(p: Point, a: Point, b: Point) -> float:
    """Distance from ``p`` to the stretch from ``a`` to ``b``."""
    dx, dy = b[0] - a[0], b[1] - a[1]
    square = dx * dx + dy * dy
    t = 0.0 if square == 0.0 else max(0.0, min(1.0, ((p[0] - a[0]) * dx + (p[1] - a[1]) * dy) / square))
    return math.dist(p, (a[0] + t * dx, a[1] + t * dy))
