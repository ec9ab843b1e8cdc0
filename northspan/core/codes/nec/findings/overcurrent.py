"""Findings on the overcurrent device itself."""

from collections.abc import Iterable

from northspan.core.codes.nec.overcurrent import is_standard, standard_rating
from northspan.core.sized import Change, RunFinding, Sizing
from northspan.core.working import number


def find(s: Sizing) -> Iterable[RunFinding]:
    """A breaker below the design current, or one of no standard rating."""
    q = s.question
    if q.breaker_lock_a is None:
        return
    # What a standby source asks of its wire, 445.13(A), and spare wanted by house rule bind no breaker.
    needed = s.design_a / (1.0 + q.spare_pct / 100.0)
    if q.least is not None and q.least.wire_only and s.design_a == q.least.amps:
        needed = q.amps
    fitting = standard_rating(needed)
    changes = [] if fitting is None else [Change(f"Use a {number(fitting)} A breaker", {"breaker_a": fitting})]
    changes.append(Change("Unlock the breaker", {"breaker_a": None}))
    if q.breaker_lock_a < needed - 1e-9:
        yield RunFinding(
            "breaker-below-load",
            "violation",
            "210.20(A), 215.3, 230.90",
            f"{number(q.breaker_lock_a)} A breaker on {number(needed)} A",
            f"The design current is {number(needed)} A, so the breaker would trip on the load it is meant to feed.",
            tuple(changes),
        )
    if not is_standard(q.breaker_lock_a):
        yield RunFinding(
            "breaker-not-standard",
            "note",
            "240.6(A)",
            f"{number(q.breaker_lock_a)} A is no standard rating",
            "Check the device's own marking: it is not in the list of standard ratings.",
            tuple(changes),
        )
