"""What the US code book judges a size by, beside what any book does."""

from typing import NamedTuple

from northspan.core.run.rung import Rung


class Limits(NamedTuple):
    """Amperes of one size, totals over all sets: of the table, corrected, of the terminals, and the largest breaker
    that the wire's ampacity allows.
    """

    base_ampacity_a: float
    derated_ampacity_a: float
    termination_limit_a: float
    largest_breaker_a: float


def limits_of(rung: Rung) -> Limits:
    """The book's own figures of a rung.

    >>> own = Limits(75.0, 75.0, 65.0, 70.0)
    >>> limits_of(Rung("6", 65.0, 0.0, 0.0, 0.0, 0.0, True, True, None, "", columns=own._asdict())) == own
    True
    """
    return Limits(**rung.columns)
