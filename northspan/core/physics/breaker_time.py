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
    """Longest time to trip at a current.

    Parameters
    ----------
    rating_a : float
        Rating of the breaker (A), above 0.
    amps : float
        Current through it (A), 0 or more.

    Returns
    -------
    float or None
        Seconds; None below 1.35 times its rating, where no trip is owed.

    Notes
    -----
    Between 1.35 and 2 times the rating t = t200 (2 I0 / I)^p, with p from the two limits of the table; above, I²t is
    kept; from ten times the rating on 0.02 s.

    Examples
    --------
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
