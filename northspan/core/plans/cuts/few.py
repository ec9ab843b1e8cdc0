"""The cheapest spools and lengths where pieces are few: a dynamic programme over what is still to be covered."""

from collections.abc import Sequence
from math import prod

import numpy as np

from northspan.core.plans.cuts.patterns import patterns
from northspan.core.plans.cuts.programme import Cut, Spool

MOST_STATES = 5_000


class TooMany(Exception):
    """There are more pieces than this looks at one by one."""


def few_pieces(
    lengths: Sequence[int], counts: Sequence[int], spools: Sequence[Spool], per_unit: float | None
) -> Cut | None:
    """The cheapest cutting of pieces of ``lengths`` (longest first, whole units, all different), ``counts`` of each;
    None where they cannot all be had. ``per_unit`` is the price of a unit of length cut to order. Raises TooMany.

    >>> spools = [Spool(1, 250, 40.0, 9), Spool(2, 500, 70.0, 9)]
    >>> few_pieces((120, 90, 60), (2, 1, 2), spools, None).cost, few_pieces((120,), (5,), spools[:1], 0.17).cost
    (70.0, 100.4)
    """
    states = prod(c + 1 for c in counts)
    if states > MOST_STATES:
        raise TooMany
    ways = [list(patterns(lengths, counts, spool.length)) for spool in spools]
    digits = np.stack(np.unravel_index(np.arange(states), [c + 1 for c in counts]), axis=1)
    leads = [[_left(digits, counts, way) for way in each] for each in ways]
    wire = digits @ np.array(lengths, dtype=float)
    foot = wire * per_unit if per_unit is not None else np.where(wire > 0.0, np.inf, 0.0)
    many = sum(counts)
    # What there is enough of is used until nothing gets cheaper; every other spool is one step by itself.
    free = [at for at, s in enumerate(spools) if s.most >= many]
    scarce = [at for at, s in enumerate(spools) if s.most < many for _ in range(s.most)]
    settled = foot
    while True:
        better = settled
        for at in free:
            better = _with(better, settled, leads[at], spools[at].price)
        if np.array_equal(better, settled):
            break
        settled = better
    stages = [settled]
    for at in scarce:
        stages.append(_with(stages[-1], stages[-1], leads[at], spools[at].price))
    whole = states - 1
    if not np.isfinite(stages[-1][whole]):
        return None
    taken: list[tuple[Spool, tuple[int, ...]]] = []
    at_state = whole
    for stage in range(len(scarce), 0, -1):
        if stages[stage][at_state] == stages[stage - 1][at_state]:
            continue
        spool = scarce[stage - 1]
        way = _way_of(stages[stage - 1], leads[spool], spools[spool].price, at_state, stages[stage][at_state])
        taken.append((spools[spool], ways[spool][way]))
        at_state = int(leads[spool][way][at_state])
    while settled[at_state] != foot[at_state]:
        for spool in free:
            way = _way_of(settled, leads[spool], spools[spool].price, at_state, settled[at_state])
            if way >= 0:
                taken.append((spools[spool], ways[spool][way]))
                at_state = int(leads[spool][way][at_state])
                break
    cost = float(stages[-1][whole])
    return Cut(tuple(taken), tuple(int(d) for d in digits[at_state]), cost, cost)


def _left(digits: np.ndarray, counts: Sequence[int], way: Sequence[int]) -> np.ndarray:
    """The state that every state leads to when a spool is cut in a way."""
    left = np.maximum(digits - np.array(way), 0)
    return np.array(np.ravel_multi_index(tuple(left.T), [c + 1 for c in counts]))


def _with(best: np.ndarray, before: np.ndarray, leads: Sequence[np.ndarray], price: float) -> np.ndarray:
    for lead in leads:
        best = np.minimum(best, before[lead] + price)
    return best


def _way_of(before: np.ndarray, leads: Sequence[np.ndarray], price: float, state: int, cost: float) -> int:
    """The way by which a state got its cost; -1: none of these."""
    fits = (i for i, lead in enumerate(leads) if lead[state] != state and before[lead[state]] + price == cost)
    return next(fits, -1)
