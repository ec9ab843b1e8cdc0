"""What would explain readings: the property solved again for each suspect, and which reading would tell most next.

A suspect's chance goes with how well it would have read so, by normal errors and now and then a slip of the pen. Ohms
that it has to find are sought where they explain best, for which half the logarithm of the number of readings is paid
(Schwarz, Annals of Statistics 6 (1978), 461). All suspects are as likely beforehand; nothing is certain that the
readings do not decide.
"""

import math
from collections.abc import Callable, Collection, Mapping, Sequence
from dataclasses import dataclass
from typing import Protocol

import numpy as np
from numpy.typing import NDArray

from northspan.core.readings.network.meter import Edit, Floats
from northspan.core.readings.network.suspects import Suspect
from northspan.core.readings.spot import Accuracy, Spot

# Ohms are first tried so far apart (in the logarithm), then so often so many times finer about the best.
STEP, ROUNDS, FINER = 0.33, 2, 10
# So many suspects are told apart from one another.
MOST_APART = 80
# One reading in so many is a slip of the pen, which may be anything up to twice what was written.
SLIP, ROOT_TAU = 1e-3, math.sqrt(2.0 * math.pi)
# What is told apart by this many standard deviations is told apart.
TOLD = 6.0
# Two suspects that would read as near as this (standard deviations) wherever one looks cannot be told apart.
ALIKE = 1.5
# Ohms that explain so nearly as well (in the logarithm) are not ruled out.
AS_WELL = 2.0


class Reads(Protocol):
    """A meter, or several as one: all that can be read, and what is read there with something changed."""

    spots: tuple[Spot, ...]
    blur: Floats

    def sweep(self, sets: Sequence[Sequence[Edit]]) -> Floats:
        """What is read at every spot with each of several sets of edits, a row each."""

    def sweep_again(self, sets: tuple[tuple[Edit, ...], ...]) -> Floats:
        """The same, kept."""


@dataclass(frozen=True, slots=True)
class Taken:
    """A reading as it is explained: at which of the meter's spots, its value (A, V, ohm)."""

    spot: int
    value: float


@dataclass(frozen=True, slots=True)
class Explained:
    """A suspect: its chance (0 to 1), the ohms that explain best (None: it has none, or nothing tells them), what it
    would have read at each reading's spot; which others no reading tells it from.
    """

    suspect: Suspect
    chance: float
    ohms: float | None
    would_read: Floats
    alike: tuple[str, ...]


@dataclass(frozen=True, slots=True)
class Next:
    """The spot to read next, and the two suspects that it tells apart best."""

    spot: int
    tells: tuple[str, str]


def explain(
    meter: Reads,
    suspected: Sequence[Suspect],
    taken: Sequence[Taken],
    accuracies: Mapping[str, Accuracy],
    with_model: bool = True,
    far: Collection[int] = (),
) -> tuple[tuple[Explained, ...], Next | None]:
    """Every suspect by its chance, the likeliest first; and what to read next, None where nothing tells any apart.
    Spots in ``far`` are not asked for.
    """
    of = [accuracies[spot.quantity] for spot in meter.spots]
    own = np.array([a.instrument**2 + (a.model**2 if with_model else 0.0) for a in of])
    floor = np.array([a.floor for a in of])
    at = np.array([t.spot for t in taken], dtype=np.intp)
    read = np.array([t.value for t in taken])
    slips = np.maximum(2.0 * read, 20.0 * floor[at])

    def sigma(values: Floats) -> Floats:
        return np.asarray(np.sqrt(floor**2 + meter.blur**2 + own * values**2), dtype=np.float64)

    def likelihood(values: Floats) -> Floats:
        spread = sigma(values)[:, at]
        off = (read - values[:, at]) / spread
        taken_so = (1.0 - SLIP) * np.exp(-0.5 * off**2) / (spread * ROOT_TAU)
        return np.asarray(np.sum(np.log(taken_so + SLIP / slips), axis=1), dtype=np.float64)

    sound = meter.sweep_again(((),))[0]
    deviation = sigma(sound)

    def shows(values: Floats) -> Floats:
        return np.asarray(np.max(np.abs(values - sound) / deviation, axis=1, initial=0.0), dtype=np.float64)

    found = [_best(meter, suspect, likelihood, shows) for suspect in suspected]
    paid = [0.5 * math.log(max(1, len(at))) if s.ohms is not None else 0.0 for s in suspected]
    logs = np.array([each.log - price for each, price in zip(found, paid, strict=True)])
    chances = np.exp(logs - logs.max())
    chances /= chances.sum()
    order = sorted(range(len(suspected)), key=lambda i: (-chances[i], i))
    # Only the likely ones are told apart: what is out of the question needs no reading more.
    likely = order[:MOST_APART]
    values = np.array([found[i].plainest for i in likely])
    spreads = np.array([sigma(v) for v in values])
    apart = np.abs(values[:, None, :] - values[None, :, :]) / np.maximum(spreads[:, None, :], spreads[None, :, :])
    same = apart.max(axis=2, initial=0.0) < ALIKE
    alike = {
        i: tuple(suspected[j].key for other, j in enumerate(likely) if other != at_i and same[at_i, other])
        for at_i, i in enumerate(likely)
    }
    told = tuple(
        Explained(suspected[i], float(chances[i]), found[i].ohms, found[i].values[at], alike.get(i, ())) for i in order
    )
    keys = [suspected[i].key for i in likely]
    return told, _next(keys, chances[likely], apart, same, {*at.tolist(), *far})


@dataclass(frozen=True, slots=True)
class _Best:
    """A suspect at the ohms that explain best: its likelihood, its ohms (None: nothing read tells them), what is read
    everywhere; and what is read with those ohms, of all that explain about as well, that show most.
    """

    log: float
    ohms: float | None
    values: Floats
    plainest: Floats


def _best(
    meter: Reads, suspect: Suspect, likelihood: Callable[[Floats], Floats], shows: Callable[[Floats], Floats]
) -> _Best:
    if suspect.ohms is None:
        values = meter.sweep_again((suspect.edits(),))
        return _Best(float(likelihood(values)[0]), None, values[0], values[0])
    low, high = (math.log(end) for end in suspect.ohms)
    many = math.ceil((high - low) / STEP)
    tried, step = np.linspace(low, high, many + 1), (high - low) / many
    values = coarse = meter.sweep_again(tuple(suspect.edits(math.exp(x)) for x in tried))
    logs = coarse_logs = likelihood(coarse)
    best = int(np.argmax(logs))
    # Looked for ever finer about the best, until it moves no further than a meter could see.
    for _ in range(ROUNDS):
        tried = np.clip(tried[best] + step * np.linspace(-1.0, 1.0, 2 * FINER + 1), low, high)
        values = meter.sweep([suspect.edits(math.exp(x)) for x in tried])
        logs, step = likelihood(values), step / FINER
        best = int(np.argmax(logs))
    told = bool(logs[best] - coarse_logs.min() > AS_WELL)
    # What hides at ohms that hardly show is looked for where it would show.
    as_well = np.concatenate([values[best : best + 1], coarse[coarse_logs > logs[best] - AS_WELL]])
    plainest = as_well[int(np.argmax(shows(as_well)))]
    return _Best(float(logs[best]), math.exp(tried[best]) if told else None, values[best], plainest)


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
