"""Which reading tells suspects apart most, how many would decide, what no reading tells apart."""

from collections.abc import Sequence
from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

from northspan.core.readings.network.likely import Floats

# Two suspects that would read as near as this (standard deviations) if one read everywhere cannot be told apart, nor
# where one is not surer than the other by more than so much of what each would read.
ALIKE, SURE = 1.5, 0.3
# Beside the first so much may be left of its rivals where it is decided, by no more readings than this.
UNDECIDED, MOST_MORE = 0.05, 12


@dataclass(frozen=True, slots=True)
class Next:
    """The spot to read next, and the two that it tells apart best, by their keys."""

    spot: int
    tells: tuple[str, str]


def told_apart(values: Floats, meters: Floats, moved: Floats, known: Floats) -> tuple[Floats, NDArray[np.bool_]]:
    """How little each two overlap at every spot: by what they would read there, and by how sure each is of it
    (Bhattacharyya's distance); and which no reading tells apart. ``values`` are what each would read at every spot,
    ``meters`` a meter's own deviation there, ``moved`` by how much each unknown moves it, ``known`` the unknowns'
    covariance by each.
    """
    variances = np.einsum("rik,rkl,ril->ri", moved, known, moved, optimize=True)
    spreads = variances + meters**2
    both = spreads[:, None, :] + spreads[None, :, :]
    off = np.abs(values[:, None, :] - values[None, :, :])
    wider = 0.5 * np.log(both / (2.0 * np.sqrt(spreads[:, None, :] * spreads[None, :, :])))
    same = (_joint(values, meters, moved, known) < ALIKE) & (wider.max(axis=2, initial=0.0) < SURE)
    return 0.25 * off**2 / both + wider, same


def _joint(values: Floats, meters: Floats, moved: Floats, known: Floats) -> Floats:
    """How far apart each two would read if every spot were read (standard deviations), whatever the unknowns: what is
    between them less what the unknowns make of it.
    """
    if not values.shape[1]:
        return np.zeros((len(values), len(values)))
    found = np.zeros((len(values), len(values)))
    for i, sigma in enumerate(meters):
        off, pull = (values - values[i]) / sigma, moved[i] / sigma[:, None]
        along = off @ pull
        taken = np.einsum("jk,kj->j", along, np.linalg.solve(np.linalg.inv(known[i]) + pull.T @ pull, along.T))
        found[i] = np.sqrt(np.maximum(np.sum(off**2, axis=1) - taken, 0.0))
    return np.maximum(found, found.T)


def next_reading(
    keys: Sequence[str], chances: Floats, apart: Floats, same: NDArray[np.bool_], done: set[int], ease: Floats
) -> Next | None:
    """The spot that tells likely suspects apart most: pairs by their chances, each up to as sure as need be."""
    if not apart.shape[2]:
        return None
    weights = np.outer(chances, chances) * ~same
    np.fill_diagonal(weights, 0.0)
    told = 1.0 - np.exp(-apart)
    gain = np.einsum("ij,ijk->k", weights, told)
    gain = gain * ease
    gain[list(done)] = -1.0
    best = int(np.argmax(gain))
    if gain[best] <= 1e-6:
        return None
    pair = np.unravel_index(int(np.argmax(weights * told[:, :, best])), weights.shape)
    one, other = sorted((int(pair[0]), int(pair[1])), key=lambda i: -chances[i])
    return Next(best, (keys[one], keys[other]))


def deciding(chances: Floats, apart: Floats, same: NDArray[np.bool_], done: set[int]) -> int | None:
    """How many readings more leave no rival of the first more than ``UNDECIDED`` beside it, each where it tells most;
    None where more than ``MOST_MORE`` would be wanted. What no reading tells from the first is no rival.
    """
    rival = ~same
    rival[0] = False
    left = chances[rival] / chances[0]
    # So much less likely (logarithm) a reading there makes each: four times how little the two overlap.
    tells = 4.0 * apart[rival]
    tells[:, list(done)] = 0.0
    for many in range(MOST_MORE + 1):
        if left.sum() <= UNDECIDED:
            return many
        after = left[:, None] * np.exp(-tells)
        best = int(np.argmin(after.sum(axis=0))) if tells.shape[1] else 0
        if not tells.shape[1] or after[:, best].sum() > 0.99 * left.sum():
            return None
        left = after[:, best]
        tells[:, best] = 0.0
    return None
