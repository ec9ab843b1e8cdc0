"""A fault planted in a simulated property, for whoever practises to find it with the meter."""

import math
import random
from dataclasses import dataclass

import numpy as np

from northspan.core.readings.network.of_job import Metered
from northspan.core.readings.network.suspects import Suspect
from northspan.core.readings.spot import accuracy

# So many instrument's deviations it shows somewhere at least: what no meter would see is not planted.
SHOWS, TRIES = 4.0, 60
OHMS = {"loose-neutral": (0.2, 30.0), "shared-neutral": (0.02, 2.0)}
OPEN_SHARE = 0.4


@dataclass(frozen=True, slots=True)
class Planted:
    """What is wrong with the property, and its ohms (None: it has none of its own)."""

    suspect: Suspect
    ohms: float | None


def plant(metered: Metered, seed: str) -> Planted | None:
    """One fault that a meter can find, the same for the same words; None where the property has room for none."""
    pick = random.Random(seed)
    sound = metered.meter.read_again(())
    sigma = np.array([accuracy(s.quantity).sigma(v, False) for s, v in zip(metered.meter.spots, sound, strict=True)])
    for _ in range(TRIES):
        suspect = pick.choice(metered.suspected)
        ohms = _ohms(suspect, pick)
        if np.max(np.abs(metered.meter.read(suspect.edits(ohms)) - sound) / sigma, initial=0.0) > SHOWS:
            return Planted(suspect, ohms)
    return None


def _ohms(suspect: Suspect, pick: random.Random) -> float | None:
    if suspect.ohms is None:
        return None
    if suspect.kind == "loose-neutral" and pick.random() < OPEN_SHARE:
        return suspect.ohms[1]
    low, high = OHMS[suspect.kind]
    return math.exp(pick.uniform(math.log(low), math.log(high)))
