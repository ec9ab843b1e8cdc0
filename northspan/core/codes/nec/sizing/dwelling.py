"""The 83 percent rule for a dwelling's service and main feeder (310.12)."""

from northspan.core.codes.nec.data import DWELLING
from northspan.core.codes.nec.sizing.terms import terms_of
from northspan.core.run.question import RunQuestion

FACTOR = 0.83
_RATINGS = tuple(float(row) for row in DWELLING.rows)
SMALLEST_A, LARGEST_A = _RATINGS[0], _RATINGS[-1]


def rule_applies(q: RunQuestion, breaker_a: float | None) -> bool:
    """Whether the rule was asked for and may be used at this rating: 100 A to 400 A, three-wire supply, on two phases
    and neutral of a wye for a feeder only.

    That the run carries one dwelling's whole load is for the caller to know: it is a fact of the job.
    """
    return (
        terms_of(q).dwelling_rule
        and not terms_of(q).mains_by_load
        and breaker_a is not None
        and SMALLEST_A <= breaker_a <= LARGEST_A
        and (q.system == "120/240-3w" or (q.system == "120/208-3w" and q.use == "feeder"))
    )


def ratings(q: RunQuestion, allowed_a: float) -> tuple[float, ...]:
    """The ratings (A) that a conductor of an allowed ampacity may have by this rule; none where it may not be used."""
    return tuple(r for r in _RATINGS if rule_applies(q, r) and needed_ampacity(r) <= allowed_a + 1e-9)


def needed_ampacity(breaker_a: float) -> float:
    """Ampacity (A) the conductors must keep after correction: 83 percent of the rating.

    >>> needed_ampacity(200.0)
    166.0
    """
    return FACTOR * breaker_a
