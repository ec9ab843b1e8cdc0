"""Lengths and bends of a line on a plan."""

import math
from collections.abc import Sequence
from itertools import pairwise

import numpy as np
from numpy.typing import NDArray

Point = tuple[float, float]
Floats = NDArray[np.float64]


def lengths(points: Sequence[Point]) -> list[float]:
    """Length of every leg of a line on a plan.

    Parameters
    ----------
    points : Sequence[Point]
        Its points, at least one, in any one unit.

    Returns
    -------
    list[float]
        Lengths, in that unit.

    Examples
    --------
    >>> lengths([(0.0, 0.0), (3.0, 4.0), (3.0, 10.0)])
    [5.0, 6.0]
    """
    return [math.dist(a, b) for a, b in pairwise(points)]


def bends(points: Sequence[Point]) -> list[float]:
    """Change of direction at every point between the ends.

    Parameters
    ----------
    points : Sequence[Point]
        The points of a line, in any one unit.

    Returns
    -------
    list[float]
        Degrees, 0 to 180; 0 where a leg has no length.

    Examples
    --------
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
    """The line with the points left out that lie within a tolerance of it.

    Parameters
    ----------
    points : sequence of (float, float)
        At least two, in any one unit.
    tolerance : float
        How far off the line a point may lie (that unit), 0 or more.
    most : int
        How many points may be kept, 2 or more.

    Returns
    -------
    list of (float, float) or None
        The points kept, in order; None where more than ``most`` are needed. Every point kept costs one pass over the
        rest at most, so that no line takes longer than ``most`` passes.

    References
    ----------
    Ramer, U., An Iterative Procedure for the Polygonal Approximation of Plane Curves, Computer Graphics and Image
    Processing 1 (1972); Douglas, D. H. and Peucker, T. K., Algorithms for the Reduction of the Number of Points
    Required to Represent a Digitized Line or its Caricature, Cartographica 10 (1973).

    Examples
    --------
    >>> simplified([(0.0, 0.0), (5.0, 0.4), (10.0, 0.0), (10.0, 10.0)], 1.0, 9)
    [(0.0, 0.0), (10.0, 0.0), (10.0, 10.0)]
    """
    line = np.asarray(points, dtype=float)
    keep = {0, len(points) - 1}
    spans = [(0, len(points) - 1)]
    while spans:
        first, last = spans.pop()
        if last - first < 2:
            continue
        away = _off(line[first + 1 : last], line[first], line[last])
        most_off = int(np.argmax(away))
        if away[most_off] > tolerance:
            at = first + 1 + most_off
            keep.add(at)
            if len(keep) > most:
                return None
            spans += [(first, at), (at, last)]
    return [points[i] for i in sorted(keep)]


def _off(these: Floats, a: Floats, b: Floats) -> Floats:
    """Distance from every one of ``these`` (n x 2) to the stretch from ``a`` to ``b``."""
    way = b - a
    square = float(way @ way)
    along = np.clip((these - a) @ way / square, 0.0, 1.0) if square else np.zeros(len(these))
    off = these - a - along[:, None] * way
    return np.asarray(np.hypot(off[:, 0], off[:, 1]))
