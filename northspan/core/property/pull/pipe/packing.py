"""Wires packed in a raceway as they come to lie: each as low as it finds room, the thickest first."""

import math
from collections.abc import Iterator, Sequence
from functools import lru_cache

CLOSE = 1e-9
MOST = 40
Circle = tuple[float, float, float]


@lru_cache(maxsize=512)
def packing(inside: float, diameters: Sequence[float]) -> tuple[tuple[float, float], ...] | None:
    """The centre of each wire of ``diameters``, in their order, in a raceway of diameter ``inside`` about (0, 0), y up.

    One unit of length throughout, above 0. Every wire rests on two of: the wall, wires laid before it; none overlaps
    another or leaves the raceway. None where one finds no room so, or there are more than 40. Source: plane geometry;
    greedy, so a pack that a patient hand would get in may be refused.

    >>> packing(2.0, (1.0, 1.0)), packing(2.0, (1.0, 1.1))
    (((-0.0, -0.5), (0.0, 0.5)), None)
    """
    if len(diameters) > MOST:
        return None
    whole = inside / 2.0
    laid: list[Circle] = []
    places: dict[int, tuple[float, float]] = {}
    for at in sorted(range(len(diameters)), key=lambda i: -diameters[i]):
        r = diameters[at] / 2.0
        if r > whole + CLOSE * whole:
            return None
        room = ((y, abs(x), x) for x, y in _places(whole, laid, r) if _free(whole, laid, x, y, r))
        lowest = min(room, default=None)
        if lowest is None:
            return None
        places[at] = (lowest[2], lowest[0])
        laid.append((lowest[2], lowest[0], r))
    return tuple(places[at] for at in range(len(diameters)))


def _places(whole: float, laid: Sequence[Circle], r: float) -> Iterator[tuple[float, float]]:
    """Where a wire of radius ``r`` may rest: at the bottom, or on two things."""
    yield -0.0, r - whole
    for i, (ax, ay, ar) in enumerate(laid):
        yield from _crossings(0.0, 0.0, whole - r, ax, ay, ar + r)
        for bx, by, br in laid[:i]:
            yield from _crossings(ax, ay, ar + r, bx, by, br + r)


def _crossings(ax: float, ay: float, ar: float, bx: float, by: float, br: float) -> Iterator[tuple[float, float]]:
    """The points at ``ar`` from one centre and at ``br`` from another."""
    apart = math.hypot(bx - ax, by - ay)
    if apart <= CLOSE or ar + br < apart - CLOSE or abs(ar - br) > apart + CLOSE:
        return
    along = (apart * apart + ar * ar - br * br) / (2.0 * apart)
    up = math.sqrt(max(0.0, ar * ar - along * along))
    ux, uy = (bx - ax) / apart, (by - ay) / apart
    for sign in (1.0, -1.0):
        yield ax + along * ux - sign * up * uy, ay + along * uy + sign * up * ux


def _free(whole: float, laid: Sequence[Circle], x: float, y: float, r: float) -> bool:
    near = 1e-7 * whole
    if math.hypot(x, y) + r > whole + near:
        return False
    return all(math.hypot(x - ox, y - oy) >= r + other - near for ox, oy, other in laid)
