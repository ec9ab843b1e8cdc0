"""How far and how much: the length and the design current at which a size comes to its limits."""

import math
from dataclasses import dataclass

from northspan.core.codes.bs7671.sizing.case import ratings
from northspan.core.codes.bs7671.sizing.rungs import Rung, Setting, judge, loop_ohm_m, with_rating


@dataclass(frozen=True, slots=True)
class Lengths:
    """Greatest length (m) by the drop (None: left out), by the loop, and by both."""

    by_drop_m: float | None
    by_zs_m: float
    m: float


def lengths(s: Setting, rung: Rung) -> Lengths:
    """Greatest one-way lengths (m) of a size on its device; the protective conductor's own check is not in them."""
    case = s.case
    by_drop = None
    if not case.no_drop:
        by_drop = s.allowed_pct / 100.0 * case.volts * 1000.0 / (rung.mv * case.ib_a)
    most = max((z for z in (s.max_zs_ohm, s.max_zs_rcd_ohm) if z is not None), default=None)
    by_zs = 0.0
    if most is not None:
        by_zs = max(0.0, (most - case.loop_outside) / loop_ohm_m(case, rung.mm2, rung.protective.mm2))
    return Lengths(by_drop, by_zs, by_zs if by_drop is None else min(by_drop, by_zs))


def most_ib(s: Setting, rung: Rung) -> float:
    """Greatest design current (A) of a size at this length, on any rating that is offered or on the locked one."""
    case = s.case
    at_limit = math.inf
    if not case.no_drop:
        at_limit = s.allowed_pct / 100.0 * case.volts * 1000.0 / (rung.mv * case.length_m)
    offered = (case.lock_rating_a,) if case.lock_rating_a is not None else ratings(case.device)
    best, below = 0.0, 0.0
    for in_a in offered:
        again = judge(with_rating(case, s.factors, in_a), rung.mm2)
        if not set(again.stopped) & {"rating", "min_size", "zs", "cpc"}:
            most = min(in_a, at_limit)
            if case.lock_rating_a is not None or most > below:
                best = max(best, most)
        below = in_a
    return best
