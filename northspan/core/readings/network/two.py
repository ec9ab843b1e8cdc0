"""Two things wrong at once, looked for where no one thing explains every reading."""

import math
from collections.abc import Iterator, Sequence
from itertools import islice, product

import numpy as np

from northspan.core.readings.network.errors import Errors
from northspan.core.readings.network.sought import Reads, Sought, ohms_tried, sought
from northspan.core.readings.network.suspects import Suspect

# The likeliest so many are tried as the one thing; beside each so many of the rest, by what they would do together if
# neither minded the other.
FIRSTS, OTHERS = 10, 30
# These hide one another: a bond in the wrong place is one that is missing and a second one. So many at most are tried.
HIDING, MOST_HIDING = ("missing-bond", "second-bond"), 60
# Ohms of the other are first tried this far apart (in the logarithm); so many pairs then as finely as one thing is.
STEP, FINELY = 1.0, 12
# Two suspects by their places in the list, each at its best beside the other: the second beside what the first is last.
Pair = tuple[int, int, tuple[Sought, Sought]]


def two(meter: Reads, suspected: Sequence[Suspect], found: Sequence[Sought], errors: Errors) -> list[Pair]:
    """The pairs that explain best; ``found`` are the suspects one by one, in their order."""
    order = sorted((i for i, suspect in enumerate(suspected) if suspect.branches), key=lambda i: -found[i].log)
    tried: dict[frozenset[int], tuple[float, int, int]] = {}
    for first, other in (*_hiding(suspected, order), *_superposed(suspected, found, order, errors)):
        log = _coarse(meter, suspected[other], found[first], errors)
        both = frozenset((first, other))
        tried[both] = max(tried.get(both, (log, first, other)), (log, first, other))
    likeliest = sorted(tried.values(), reverse=True)[:FINELY]
    return [_pair(meter, suspected, found, at, errors) for _, *at in likeliest]


def _hiding(suspected: Sequence[Suspect], order: Sequence[int]) -> Iterator[tuple[int, int]]:
    missing, second = ([i for i in order if suspected[i].kind == kind] for kind in HIDING)
    return islice(product(missing, second), MOST_HIDING)


def _superposed(
    suspected: Sequence[Suspect], found: Sequence[Sought], order: Sequence[int], errors: Errors
) -> Iterator[tuple[int, int]]:
    """The pairs that would explain best if what each moves were added: nothing is solved for that."""
    for first in order[:FIRSTS]:
        values = found[first].values[errors.at]
        others = [i for i in order if suspected[first].apart_from(suspected[i])]
        logs = {i: float(np.max(errors.likelihood(np.abs(values + found[i].moves)))) for i in others}
        yield from ((first, other) for other in sorted(others, key=lambda i: -logs[i])[:OTHERS])


def _coarse(meter: Reads, other: Suspect, first: Sought, errors: Errors) -> float:
    ohms = [None] if other.ohms is None else [math.exp(x) for x in ohms_tried(other, STEP)[0]]
    values = meter.sweep([(*first.edits, *other.edits(value)) for value in ohms])
    return float(np.max(errors.likelihood(values[:, errors.at])))


def _pair(
    meter: Reads, suspected: Sequence[Suspect], found: Sequence[Sought], at: Sequence[int], errors: Errors
) -> Pair:
    """Both at their best: the other beside the first, then the first beside the other, and the other again."""
    first, other = at
    one = found[first]
    beside = sought(meter, suspected[other], errors, one.edits)
    if suspected[first].ohms is not None:
        one = sought(meter, suspected[first], errors, beside.edits)
        beside = sought(meter, suspected[other], errors, one.edits)
    return first, other, (one, beside)
