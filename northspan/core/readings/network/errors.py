"""How near readings come, and how well what would be read explains those that were taken: by normal errors, and now and
then a slip of the pen.
"""

import math
from collections.abc import Mapping, Sequence
from dataclasses import dataclass

import numpy as np

from northspan.core.readings.network.meter import Floats
from northspan.core.readings.spot import Accuracy, Spot

# One reading in so many is a slip of the pen, which may be anything up to twice what was written.
SLIP, ROOT_TAU = 1e-3, math.sqrt(2.0 * math.pi)


@dataclass(frozen=True, slots=True)
class Taken:
    """A reading as it is explained: at which of the meter's spots, its value (A, V, ohm)."""

    spot: int
    value: float


class Errors:
    """Of a meter's ``spots`` that may be off by ``blur`` and by their accuracies, and the readings taken at some
    (their places ``at``); ``sound`` is what would be read with nothing wrong. Rows are in the order of the spots, those
    ``here`` in that of the readings.
    """

    def __init__(
        self,
        spots: Sequence[Spot],
        blur: Floats,
        sound: Floats,
        taken: Sequence[Taken],
        accuracies: Mapping[str, Accuracy],
        with_model: bool = True,
    ):
        of = [accuracies[spot.quantity] for spot in spots]
        self._own = np.array([a.instrument**2 + (a.model**2 if with_model else 0.0) for a in of])
        self._least = np.array([a.floor for a in of]) ** 2 + blur**2
        self.at = np.array([t.spot for t in taken], dtype=np.intp)
        self._read = np.array([t.value for t in taken])
        floors = np.array([of[at].floor for at in self.at.tolist()])
        self._slips = np.maximum(2.0 * self._read, 20.0 * floors)
        self.sound = sound

    def sigma(self, rows: Floats) -> Floats:
        """One standard deviation of each."""
        return _spread(self._least, self._own, rows)

    def off(self, here: Floats) -> Floats:
        """How far each reading is from it, in standard deviations."""
        return np.asarray((self._read - here) / self._sigma(here), dtype=np.float64)

    def likelihood(self, here: Floats) -> Floats:
        """The logarithm of how well each row explains the readings."""
        so = (1.0 - SLIP) * np.exp(-0.5 * self.off(here) ** 2) / (self._sigma(here) * ROOT_TAU)
        return np.asarray(np.sum(np.log(so + SLIP / self._slips), axis=1), dtype=np.float64)

    def shows(self, rows: Floats) -> Floats:
        """How far each row is from what is read with nothing wrong, where that is furthest (standard deviations)."""
        off = np.abs(rows - self.sound) / self.sigma(self.sound)
        return np.asarray(np.max(off, axis=1, initial=0.0), dtype=np.float64)

    def _sigma(self, here: Floats) -> Floats:
        return _spread(self._least[self.at], self._own[self.at], here)


def _spread(least: Floats, share: Floats, values: Floats) -> Floats:
    return np.asarray(np.sqrt(least + share * values**2), dtype=np.float64)
