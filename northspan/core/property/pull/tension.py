"""The tension along a route, one way and the other, held against its limits.

Forces, lengths and weights are in one set of units: lb, ft and lb/ft, or N, m and N/m.
"""

from collections.abc import Sequence
from dataclasses import dataclass
from itertools import accumulate

from northspan.core.physics.raceway.lie import Configuration
from northspan.core.physics.raceway.tension import (
    MOST,
    after_bend,
    after_bend_with_weight,
    after_straight,
    sidewall,
    straight_rate,
)
from northspan.core.property.pull.limits import NEAR, within
from northspan.core.property.pull.segments import Bend, Segment, Straight, backward

MOST_BENDS_DEG = 360.0
SAME_LENGTH = 1e-6


@dataclass(frozen=True, slots=True)
class Pulled:
    """What is pulled, and what it may take: weight per length, friction with its weight correction, tension going in,
    the share that presses in a bend, the most tension and the most pressure.
    """

    weight: float
    friction: float
    reel: float
    share: float
    limit: float
    sidewall_limit: float

    @classmethod
    def of(
        cls, lies: Configuration, weight: float, mu: float, reel: float, limit: float, sidewall_limit: float
    ) -> "Pulled":
        """Cables that lie so, at a coefficient of friction ``mu``."""
        return cls(weight, mu * lies.weight_correction, reel, lies.share, limit, sidewall_limit)


@dataclass(frozen=True, slots=True)
class Passed:
    """A segment that was pulled through: the tension after it, the pressure in it (None: straight)."""

    tension: float
    sidewall: float | None


@dataclass(frozen=True, slots=True)
class Direction:
    """A pull one way: segment by segment in the order pulled; how far the head comes before a limit or 360° stops it;
    the end tension by the equation that counts the cable's weight in bends.
    """

    segments: tuple[Passed, ...]
    max_tension: float
    end_tension: float
    max_sidewall: float
    used: float
    breaks: tuple[str, ...]
    reach: float
    end_with_weight: float


@dataclass(frozen=True, slots=True)
class Part:
    """A run of whole segments, numbered from 1: its length, the better way to pull it."""

    first: int
    last: int
    length: float
    direction: str


def pull(route: Sequence[Segment], what: Pulled) -> Direction:
    """Pull through a route in its order."""
    passed = _through(route, what)
    tensions = [what.reel, *(p.tension for p in passed)]
    most, pressed = max(tensions), max((p.sidewall or 0.0 for p in passed), default=0.0)
    breaks = [
        word
        for word, value, limit in (("tension", most, what.limit), ("sidewall", pressed, what.sidewall_limit))
        if not within(value, limit)
    ]
    return Direction(
        passed,
        most,
        tensions[-1],
        pressed,
        _used(most, pressed, what),
        tuple(breaks),
        _reach(route, passed, what),
        _end_with_weight(route, what),
    )


def better(forward: float, back: float) -> str:
    """Which way uses less of the limits.

    >>> better(0.5, 0.4), better(0.4, 0.4 + 1e-12)
    ('backward', 'either')
    """
    if abs(forward - back) <= NEAR * max(1.0, forward, back):
        return "either"
    return "forward" if forward < back else "backward"


def longest_part(route: Sequence[Segment], what: Pulled) -> Part | None:
    """The longest run of whole segments with no more than 360° that can be pulled by itself; None where none can."""
    forward = _used_from(route, what)
    # Fed at the far end, a part is pulled in the order of the route turned round.
    turned = _used_from(backward(route), what)
    ends = list(accumulate((s.length for s in route), initial=0.0))
    turns = list(accumulate((s.degrees for s in route), initial=0.0))
    best: Part | None = None
    many = len(route)
    for first in range(many):
        for last in range(first, many):
            if not within(turns[last + 1] - turns[first], MOST_BENDS_DEG):
                break
            there, back = forward[first][last - first], turned[many - 1 - last][last - first]
            length = ends[last + 1] - ends[first]
            if within(min(there, back), 1.0) and (best is None or length > best.length + SAME_LENGTH):
                best = Part(first + 1, last + 1, length, better(there, back))
    return best


def _through(route: Sequence[Segment], what: Pulled) -> tuple[Passed, ...]:
    tension, passed = what.reel, []
    for segment in route:
        if isinstance(segment, Straight):
            tension = after_straight(tension, what.weight, what.friction, segment.length, segment.slope_rad)
            passed.append(Passed(tension, None))
        else:
            tension = after_bend(tension, what.friction, segment.angle_rad)
            passed.append(Passed(tension, sidewall(what.share, tension, segment.inner_radius)))
    return tuple(passed)


def _used(tension: float, pressed: float, what: Pulled) -> float:
    return min(MOST, max(tension / what.limit, pressed / what.sidewall_limit))


def _used_from(route: Sequence[Segment], what: Pulled) -> list[list[float]]:
    """Share of the limits used by every part that begins at each segment, growing by a segment."""
    found = []
    for first in range(len(route)):
        passed = _through(route[first:], what)
        tensions = accumulate((p.tension for p in passed), max, initial=what.reel)
        pressures = accumulate((p.sidewall or 0.0 for p in passed), max, initial=0.0)
        each = [_used(t, p, what) for t, p in zip(tensions, pressures, strict=True)]
        found.append(each[1:])
    return found


def _reach(route: Sequence[Segment], passed: Sequence[Passed], what: Pulled) -> float:
    if not within(what.reel, what.limit):
        return 0.0
    tension, reached, turned = what.reel, 0.0, 0.0
    for segment, after in zip(route, passed, strict=True):
        turned += segment.degrees
        over = not within(after.tension, what.limit)
        if isinstance(segment, Bend):
            if over or not within(after.sidewall or 0.0, what.sidewall_limit) or not within(turned, MOST_BENDS_DEG):
                return reached
        elif over:
            rate = straight_rate(what.weight, what.friction, segment.slope_rad)
            return reached + max(0.0, what.limit - tension) / rate
        tension = after.tension
        reached += segment.length
    return reached


def _end_with_weight(route: Sequence[Segment], what: Pulled) -> float:
    tension = what.reel
    for s in route:
        if isinstance(s, Straight):
            tension = after_straight(tension, what.weight, what.friction, s.length, s.slope_rad)
        else:
            tension = after_bend_with_weight(tension, what.weight, what.friction, s.angle_rad, s.radius)
    return tension
