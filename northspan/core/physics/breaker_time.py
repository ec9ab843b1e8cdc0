"""How long an inverse-time breaker may take: a model from the standard's limits, no maker's curve.

The standard sets the longest times at 135 and 200 percent of the rating. Between them t goes with a power of the
current; above 200 percent I²t is kept, until the magnetic trip at ten times the rating, which the standard leaves to
the maker. Below 135 percent no trip is owed. Belongs to no code book.
"""

import math

from northspan.core.physics.data import BREAKER_TIMES

MAGNETIC_TIMES = 10.0
MAGNETIC_S = 0.02
HOLDS_BELOW = 1.35
_BAND = 2.0


def longest_s(rating_a: float, amps: float) -> float | None:
    """Longest time (s) to trip at ``amps`` (A); None where it need not trip at all.

    ``rating_a`` above 0 A, ``amps`` 0 or more.

    >>> longest_s(20.0, 40.0), longest_s(20.0, 80.0), longest_s(90.0, 900.0), longest_s(20.0, 26.0)
    (120.0, 30.0, 0.02, None)
    """
    times = amps / rating_a
    if times < HOLDS_BELOW:
        return None
    if times >= MAGNETIC_TIMES:
        return MAGNETIC_S
    rows = list(BREAKER_TIMES.rows)
    row = next((r for r in rows if rating_a <= float(r)), rows[-1])
    first, second = BREAKER_TIMES.number(row, "at_135"), BREAKER_TIMES.number(row, "at_200")
    assert first is not None and second is not None
    if times >= _BAND:
        return max(MAGNETIC_S, second * (_BAND / times) ** 2)
    power = math.log(first / second) / math.log(_BAND / HOLDS_BELOW)
    return float(second * (_BAND / times) ** power)
