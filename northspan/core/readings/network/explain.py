"""What would explain readings: the property solved again for each suspect, and which reading would tell most next.

A suspect's chance goes with how well it would have read so, by normal errors and now and then a slip of the pen. Ohms
that it has to find are sought where they explain best, for which half the logarithm of the number of readings is paid
(Schwarz, Annals of Statistics 6 (1978), 461). All suspects are as likely beforehand; nothing is certain that the
readings do not decide. Where no one thing explains every reading two at once are tried, and a slip stays possible.
"""

import math
from collections.abc import Collection, Mapping, Sequence
from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

from northspan.core.readings.network.errors import Errors, Taken
from northspan.core.readings.network.meter import Floats
from northspan.core.readings.network.sought import Reads, sought
from northspan.core.readings.network.suspects import Suspect
from northspan.core.readings.network.two import two
from northspan.core.readings.spot import Accuracy

# So many suspects are told apart from one another.
MOST_APART = 80
# What is told apart by this many standard deviations is told apart.
TOLD = 6.0
# Two suspects that would read as near as this (standard deviations) wherever one looks cannot be told apart.
ALIKE = 1.5
# A reading that is further than this from what one thing would have read (standard deviations) is not explained by it.
UNEXPLAINED = 4.0
# Where one thing is wrong a second is so often: bad work seldom comes alone, and loads go unsaid.
SECOND = 0.1

# What is suspected at once, each with its ohms.
Things = tuple[tuple[Suspect, float | None], ...]


@dataclass(frozen=True, slots=True)
class Explained:
    """What is suspected, one thing or two at once, each with the ohms that explain best (None: it has none, or nothing
    tells them); its chance (0 to 1), what would have been read at each reading's spot; which others no reading tells it
    from.
    """

    things: Things
    chance: float
    would_read: Floats
    alike: tuple[str, ...]

    @property
    def key(self) -> str:
        """What is suspected as one word, or two."""
        return _key(self.things)


@dataclass(frozen=True, slots=True)
class Next:
    """The spot to read next, and the two that it tells apart best, by their keys."""

    spot: int
    tells: tuple[str, str]


@dataclass(frozen=True, slots=True)
class Ranked:
    """What is suspected, the likeliest first; what to read next, None where nothing tells any apart; which of the
    readings (by their places) the likeliest one thing leaves unexplained.
    """

    explained: tuple[Explained, ...]
    next: Next | None
    left: tuple[int, ...]


@dataclass(frozen=True, slots=True)
class _Candidate:
    """What may be: its things with their ohms, its weight (logarithm), what is read everywhere, and at its plainest."""

    things: Things
    weight: float
    values: Floats
    plainest: Floats


def explain(
    meter: Reads,
    suspected: Sequence[Suspect],
    taken: Sequence[Taken],
    accuracies: Mapping[str, Accuracy],
    with_model: bool = True,
    far: Collection[int] = (),
) -> Ranked:
    """Every suspect by its chance; where none of them explains every reading, pairs of them too. Spots in ``far`` are
    not asked for.
    """
    errors = Errors(meter.spots, meter.blur, meter.sweep_again(((),))[0], taken, accuracies, with_model)
    found = [sought(meter, suspect, errors) for suspect in suspected]
    for_ohms = 0.5 * math.log(max(1, len(taken)))
    paid = [for_ohms if suspect.ohms is not None else 0.0 for suspect in suspected]
    candidates = [
        _Candidate(((suspect, each.ohms),), each.log - price, each.values, each.plainest)
        for suspect, each, price in zip(suspected, found, paid, strict=True)
    ]
    first = max(candidates, key=lambda each: each.weight)
    left = tuple(np.flatnonzero(np.abs(errors.off(first.values[None, errors.at])[0]) > UNEXPLAINED).tolist())
    if left:
        for one, other, both in two(meter, suspected, found, errors):
            price = paid[one] + paid[other] + math.log(len(suspected) / SECOND)
            things = ((suspected[one], both[0].ohms), (suspected[other], both[1].ohms))
            candidates.append(_Candidate(things, both[1].log - price, both[1].values, both[1].plainest))
    candidates.sort(key=lambda each: -each.weight)
    return _ranked(candidates, errors, {*errors.at.tolist(), *far}, left)


def _key(things: Things) -> str:
    return " ".join(suspect.key for suspect, _ in things)


def _ranked(candidates: Sequence[_Candidate], errors: Errors, done: set[int], left: tuple[int, ...]) -> Ranked:
    """Candidates, the weightiest first, with their chances, and told apart."""
    chances = np.exp(np.array([each.weight for each in candidates]) - candidates[0].weight)
    chances /= chances.sum()
    # Only the likely ones are told apart: what is out of the question needs no reading more.
    likely = candidates[:MOST_APART]
    values = np.array([each.plainest for each in likely])
    spreads = errors.sigma(values)
    apart = np.abs(values[:, None, :] - values[None, :, :]) / np.maximum(spreads[:, None, :], spreads[None, :, :])
    same = apart.max(axis=2, initial=0.0) < ALIKE
    alike = [
        tuple(_key(other.things) for j, other in enumerate(likely) if j != i and same[i, j]) for i in range(len(likely))
    ] + [()] * (len(candidates) - len(likely))
    told = tuple(
        Explained(each.things, float(chance), each.values[errors.at], same_as)
        for each, chance, same_as in zip(candidates, chances, alike, strict=True)
    )
    keys = [_key(each.things) for each in likely]
    return Ranked(told, _next(keys, chances[: len(likely)], apart, same, done), left)


def _next(keys: Sequence[str], chances: Floats, apart: Floats, same: NDArray[np.bool_], done: set[int]) -> Next | None:
    """The spot that tells likely suspects apart most: pairs by their chances, each up to as sure as need be."""
    if not apart.shape[2]:
        return None
    weights = np.outer(chances, chances) * ~same
    np.fill_diagonal(weights, 0.0)
    told = np.minimum(apart, TOLD)
    gain = np.einsum("ij,ijk->k", weights, told)
    gain[list(done)] = -1.0
    best = int(np.argmax(gain))
    if gain[best] <= 1e-6:
        return None
    pair = np.unravel_index(int(np.argmax(weights * told[:, :, best])), weights.shape)
    one, other = sorted((int(pair[0]), int(pair[1])), key=lambda i: -chances[i])
    return Next(best, (keys[one], keys[other]))
