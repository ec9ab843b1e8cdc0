"""What would explain readings: the property solved again for each suspect, and which reading would tell most next.

A suspect's chance goes with how well it would have read so, by normal errors and now and then a slip of the pen. Ohms
that it has to find are sought where they explain best, for which half the logarithm of the number of readings is paid
(Schwarz, Annals of Statistics 6 (1978), 461). All suspects are as likely beforehand; nothing is certain that the
readings do not decide.
"""

import math
from collections.abc import Callable, Mapping, Sequence
from dataclasses import dataclass
from typing import Protocol

import numpy as np
from numpy.typing import NDArray

from northspan.core.readings.network.meter import Edit, Floats
from northspan.core.readings.network.suspects import Suspect
from northspan.core.readings.spot import Accuracy, Spot

# Ohms are first tried so far apart (in the logarithm), then halved so often about the best.
STEP, REFINED = 0.33, 10
# So many suspects are told apart from one another.
MOST_APART = 40
# One reading in so many is a slip of the pen, which may be anything up to twice what was written.
SLIP, ROOT_TAU = 1e-3, math.sqrt(2.0 * math.pi)
# What is told apart by this many standard deviations is told apart.
TOLD = 6.0
# Two suspects that would read as near as this (standard deviations) wherever one looks cannot be told apart.
ALIKE = 1.5
TYPICAL_OHM = 1.0


class Reads(Protocol):
    """A meter, or several as one: all that can be read, and what is read there with something changed."""

    spots: tuple[Spot, ...]

    def read(self, edits: Sequence[Edit] = ()) -> Floats:
        """What is read at every spot."""

    def read_again(self, edits: tuple[Edit, ...]) -> Floats:
        """The same, kept."""


@dataclass(frozen=True, slots=True)
class Taken:
    """A reading as it is explained: at which of the meter's spots, its value (A, V, ohm)."""

    spot: int
    value: float


@dataclass(frozen=True, slots=True)
class Explained:
    """A suspect: its chance (0 to 1), the ohms that explain best (None: it has none), what it would have read at each
    reading's spot; which others no reading tells it from.
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
) -> tuple[tuple[Explained, ...], Next | None]:
    """Every suspect by its chance, the likeliest first; and what to read next, None where nothing tells any apart."""
    of = [accuracies[spot.quantity] for spot in meter.spots]
    own = np.array([a.instrument**2 + (a.model**2 if with_model else 0.0) for a in of])
    floor = np.array([a.floor for a in of])
    at = np.array([t.spot for t in taken], dtype=np.intp)
    read = np.array([t.value for t in taken])
    slips = np.maximum(2.0 * read, 20.0 * floor[at])

    def sigma(values: Floats) -> Floats:
        return np.asarray(np.sqrt(floor**2 + own * values**2), dtype=np.float64)

    def likelihood(values: Floats) -> float:
        if not len(at):
            return 0.0
        spread = sigma(values)[at]
        off = (read - values[at]) / spread
        taken_so = (1.0 - SLIP) * np.exp(-0.5 * off**2) / (spread * ROOT_TAU)
        return float(np.sum(np.log(taken_so + SLIP / slips)))

    found = [_best(meter, suspect, likelihood, bool(len(at))) for suspect in suspected]
    paid = [0.5 * math.log(max(1, len(at))) if s.ohms is not None else 0.0 for s in suspected]
    logs = np.array([log - price for (log, _, _), price in zip(found, paid, strict=True)])
    chances = np.exp(logs - logs.max())
    chances /= chances.sum()
    order = sorted(range(len(suspected)), key=lambda i: (-chances[i], i))
    # Only the likely ones are told apart: what is out of the question needs no reading more.
    likely = order[:MOST_APART]
    values = np.array([found[i][2] for i in likely])
    spreads = np.array([sigma(v) for v in values])
    apart = np.abs(values[:, None, :] - values[None, :, :]) / np.maximum(spreads[:, None, :], spreads[None, :, :])
    same = apart.max(axis=2, initial=0.0) < ALIKE
    alike = {
        i: tuple(suspected[j].key for other, j in enumerate(likely) if other != at_i and same[at_i, other])
        for at_i, i in enumerate(likely)
    }
    told = tuple(
        Explained(suspected[i], float(chances[i]), found[i][1], found[i][2][at], alike.get(i, ())) for i in order
    )
    keys = [suspected[i].key for i in likely]
    return told, _next(keys, chances[likely], apart, same, set(at.tolist()))


def _best(
    meter: Reads, suspect: Suspect, likelihood: Callable[[Floats], float], sought: bool
) -> tuple[float, float | None, Floats]:
    """Its likelihood, ohms and readings, at the ohms that explain best."""
    if suspect.ohms is None:
        values = meter.read_again(suspect.edits())
        return likelihood(values), None, values
    low, high = (math.log(end) for end in suspect.ohms)
    if not sought:
        typical = min(max(TYPICAL_OHM, suspect.ohms[0]), suspect.ohms[1])
        return 0.0, typical, meter.read_again(suspect.edits(typical))

    def tried(log_ohm: float, again: bool = False) -> tuple[float, float, Floats]:
        edits = suspect.edits(math.exp(log_ohm))
        values = meter.read_again(edits) if again else meter.read(edits)
        return likelihood(values), log_ohm, values

    many = math.ceil((high - low) / STEP)
    step = (high - low) / many
    best = max((tried(low + i * step, again=True) for i in range(many + 1)), key=lambda t: t[0])
    # Halved about the best until it moves no further than a meter could see.
    for _ in range(REFINED):
        step /= 2.0
        near = [tried(best[1] + d) for d in (-step, step) if low <= best[1] + d <= high]
        best = max([best, *near], key=lambda t: t[0])
    return best[0], math.exp(best[1]), best[2]


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
