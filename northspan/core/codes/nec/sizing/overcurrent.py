"""Overcurrent devices: standard ratings, the next-size-up rule, small-conductor limits (Article 240)."""

from bisect import bisect_left, bisect_right
from functools import lru_cache

from northspan.core.book.kinds import Metal
from northspan.core.codes.nec.data import RATINGS, SMALL_CONDUCTORS
from northspan.core.figures.working import Cell
from northspan.core.run.question import RunQuestion

TOLERANCE = 1e-9
CONTINUOUS_EXTRA = 0.25
NEXT_SIZE_UP_LIMIT_A = 800.0

_RATINGS = tuple(float(v["amps"] or 0.0) for v in RATINGS.rows.values())
_ROWS = tuple(RATINGS.rows)


def standard_rating(amps: float) -> float | None:
    """Smallest standard rating (A) not below ``amps``; None above the largest. 240.6(A).

    >>> standard_rating(88.0), standard_rating(90.0), standard_rating(7000.0)
    (90.0, 90.0, None)
    """
    place = bisect_left(_RATINGS, amps - TOLERANCE)
    return _RATINGS[place] if place < len(_RATINGS) else None


def standard_rating_below(amps: float) -> float | None:
    """Largest standard rating (A) not above ``amps``; None below the smallest. 240.6(A).

    >>> standard_rating_below(97.0), standard_rating_below(12.0)
    (90.0, None)
    """
    place = bisect_right(_RATINGS, amps + TOLERANCE)
    return _RATINGS[place - 1] if place else None


def is_standard(amps: float) -> bool:
    """Whether ``amps`` is a standard rating of the table. 240.6(A).

    >>> is_standard(60.0), is_standard(55.0)
    (True, False)
    """
    found = standard_rating(amps)
    return found is not None and abs(found - amps) <= TOLERANCE


def needed(q: RunQuestion, design_a: float) -> float:
    """Current (A) that a device must carry: the design current, without what only the wire is made for: 445.13(A), the
    125 percent of a motor or compressor.
    """
    if q.least is not None and q.least.wire_only and design_a == q.least.amps:
        load_a = (q.amps + CONTINUOUS_EXTRA * q.continuous_amps) * (1.0 + q.spare_pct / 100.0)
        return max(load_a, q.rating_a or 0.0)
    return design_a


def rating_cell(amps: float) -> Cell:
    """Where the table lists a standard rating."""
    return Cell(RATINGS.name, _ROWS[_RATINGS.index(amps)], "amps")


@lru_cache(maxsize=4096)
def largest_breaker(ampacity_a: float) -> float:
    """Largest breaker (A) that a conductor of ``ampacity_a`` may have: its own ampacity, or the next standard
    rating above where the ampacity is not one itself and that rating is 800 A or less. 240.4(B), 240.4(C).

    >>> largest_breaker(65.0), largest_breaker(90.0), largest_breaker(820.0)
    (70.0, 90.0, 820.0)
    """
    if not is_standard(ampacity_a):
        above = standard_rating(ampacity_a)
        if above is not None and above <= NEXT_SIZE_UP_LIMIT_A and ampacity_a > 0.0:
            return above
    return ampacity_a


@lru_cache(maxsize=4096)
def small_conductor_limit(metal: Metal, size: str) -> float | None:
    """Largest breaker (A) on a small conductor whatever its ampacity; None where no such limit. 240.4(D).

    >>> small_conductor_limit("cu", "10"), small_conductor_limit("al", "8")
    (30.0, None)
    """
    if size not in SMALL_CONDUCTORS.rows:
        return None
    return SMALL_CONDUCTORS.number(size, metal)
