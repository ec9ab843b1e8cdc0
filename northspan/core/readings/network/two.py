"""Two things wrong at once, looked for where no one thing explains every reading."""

import math
from collections.abc import Sequence
from itertools import combinations, product

import numpy as np

from northspan.core.readings.network.sought import Likelihood, Reads, Sought, ohms_tried, sought
from northspan.core.readings.network.suspects import Suspect

# The likeliest so many are tried as the one thing, each of the rest beside them as the other; and of those without ohms
# to be found, so many, each beside each: a bond in the wrong place is one that is missing and a second one.
FIRSTS, WITHOUT_OHMS = 6, 40
# Ohms of the other are first tried this far apart (in the logarithm); so many pairs then as finely as one thing is.
STEP, FINELY = 1.0, 12
# Two suspects by their places in the list, each at its best beside the other: the second beside what the first is last.
Pair = tuple[int, int, tuple[Sought, Sought]]


def two(
    meter: Reads, suspected: Sequence[Suspect], found: Sequence[Sought], likelihood: Likelihood, shows: Likelihood
) -> list[Pair]:
    """The pairs that explain best; ``found`` are the suspects one by one, in their order."""
    order = sorted((i for i, suspect in enumerate(suspected) if suspect.branches), key=lambda i: -found[i].log)
    plain = [i for i in order if suspected[i].ohms is None][:WITHOUT_OHMS]
    tried: dict[frozenset[int], tuple[float, int, int]] = {}
    for first, other in (*combinations(plain, 2), *product(order[:FIRSTS], order)):
        both = frozenset((first, other))
        if both in tried and suspected[other].ohms is None:
            continue
        if suspected[first].apart_from(suspected[other]):
            log = _coarse(meter, suspected[other], found[first], likelihood)
            tried[both] = max(tried.get(both, (log, first, other)), (log, first, other))
    likeliest = sorted(tried.values(), reverse=True)[:FINELY]
    return [_pair(meter, suspected, found, at, likelihood, shows) for _, *at in likeliest]


def _coarse(meter: Reads, other: Suspect, first: Sought, likelihood: Likelihood) -> float:
    ohms = [None] if other.ohms is None else [math.exp(x) for x in ohms_tried(other, STEP)[0]]
    return float(np.max(likelihood(meter.sweep([(*first.edits, *other.edits(value)) for value in ohms]))))


def _pair(
    meter: Reads,
    suspected: Sequence[Suspect],
    found: Sequence[Sought],
    at: Sequence[int],
    likelihood: Likelihood,
    shows: Likelihood,
) -> Pair:
    """Both at their best: the other beside the first, then the first beside the other, and the other again."""
    first, other = at
    one = found[first]
    beside = sought(meter, suspected[other], likelihood, shows, one.edits)
    if suspected[first].ohms is not None:
        one = sought(meter, suspected[first], likelihood, shows, beside.edits)
        beside = sought(meter, suspected[other], likelihood, shows, one.edits)
    return first, other, (one, beside)
