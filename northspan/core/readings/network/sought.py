"""The ohms of what is suspected, looked for where they explain readings best."""

import math
from collections.abc import Sequence
from dataclasses import dataclass
from typing import Protocol

import numpy as np

from northspan.core.readings.network.errors import Errors
from northspan.core.readings.network.meter import Edit, Floats
from northspan.core.readings.network.suspects import Suspect
from northspan.core.readings.spot import Spot

# Ohms are first tried so far apart (in the logarithm), then so often so many times finer about the best.
STEP, ROUNDS, FINER = 0.33, 2, 10
# Of what the first ones move so much is kept.
SPARSE = 3
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
class Sought:
    """A suspect at the ohms that explain best: its likelihood, its ohms (None: nothing read tells them) and what it
    changes with them, what is read everywhere; what is read with those ohms, of all that explain about as well, that
    show most; and by how much each of the ohms that were tried moves each reading.
    """

    log: float
    ohms: float | None
    edits: tuple[Edit, ...]
    values: Floats
    plainest: Floats
    moves: Floats


def sought(meter: Reads, suspect: Suspect, errors: Errors, beside: tuple[Edit, ...] = ()) -> Sought:
    """A suspect at its best, with what is changed ``beside`` it."""
    at = errors.at
    if suspect.ohms is None:
        one = (*beside, *suspect.edits())
        values = meter.sweep((one,)) if beside else meter.sweep_again((one,))
        log = float(errors.likelihood(values[:, at])[0])
        return Sought(log, None, suspect.edits(), values[0], values[0], (values - errors.sound)[:, at])

    def sets(tried: Floats) -> tuple[tuple[Edit, ...], ...]:
        return tuple((*beside, *suspect.edits(math.exp(x))) for x in tried)

    tried, step = ohms_tried(suspect, STEP)
    low, high = tried[0], tried[-1]
    values = coarse = meter.sweep(sets(tried)) if beside else meter.sweep_again(sets(tried))
    logs = coarse_logs = errors.likelihood(coarse[:, at])
    best = int(np.argmax(logs))
    # Looked for ever finer about the best, until it moves no further than a meter could see.
    for _ in range(ROUNDS):
        tried = np.clip(tried[best] + step * np.linspace(-1.0, 1.0, 2 * FINER + 1), low, high)
        values = meter.sweep(sets(tried))
        logs, step = errors.likelihood(values[:, at]), step / FINER
        best = int(np.argmax(logs))
    told = bool(logs[best] - coarse_logs.min() > AS_WELL)
    # What hides at ohms that hardly show is looked for where it would show.
    as_well = np.concatenate([values[best : best + 1], coarse[coarse_logs > logs[best] - AS_WELL]])
    plainest = as_well[int(np.argmax(errors.shows(as_well)))]
    ohms = math.exp(tried[best])
    moves = (coarse - errors.sound)[::SPARSE, at]
    return Sought(float(logs[best]), ohms if told else None, suspect.edits(ohms), values[best], plainest, moves)


def ohms_tried(suspect: Suspect, step: float) -> tuple[Floats, float]:
    """The logarithms of ohms at which a suspect is tried, no further apart than ``step``, and how far apart they are.

    >>> tried, step = ohms_tried(Suspect("leak", ohms=(1.0, math.e**2)), 0.7)
    >>> tried.round(3).tolist(), round(step, 3)
    ([0.0, 0.667, 1.333, 2.0], 0.667)
    """
    assert suspect.ohms is not None
    low, high = (math.log(end) for end in suspect.ohms)
    many = math.ceil((high - low) / step)
    return np.linspace(low, high, many + 1), (high - low) / many
