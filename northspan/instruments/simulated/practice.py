"""A fault planted in a simulated property, for whoever practises to find it with the meter."""

import math
import random
from collections.abc import Mapping
from dataclasses import dataclass

import numpy as np

from northspan.core.property.whole.readings import Kind
from northspan.core.readings.network.circuit_suspects import circuit_suspects
from northspan.core.readings.network.meter import Edit
from northspan.core.readings.network.of_job import Metered
from northspan.core.readings.network.suspects import ASTRAY, HARMLESS, Suspect
from northspan.core.readings.taken.circuits_ran import OF_CIRCUITS
from northspan.core.readings.taken.spot import accuracy

# So many instrument's deviations it shows somewhere at least: what no meter would see is not planted.
SHOWS, TRIES = 4.0, 60
OHMS: Mapping[Kind, tuple[float, float]] = {
    "loose-neutral": (0.2, 30.0), "loose-run-leg": (0.2, 30.0), "thin-wire": (1.6, 3.0), "missing-ground": (1.0, 30.0),
    "missing-bond": (1.0, 30.0), "electrode-off": (500.0, 5000.0), "shared-neutral": (0.02, 2.0),
    "neutral-on-ground": (0.02, 3.0), "open-circuit-ground": (50.0, 5000.0),
    "leak": (200.0, 8000.0), "circuits-meet": (0.02, 1.0), "hot-to-earth": (5.0, 60.0),
    "loose-hot": (0.5, 30.0), "loose-leg": (0.5, 30.0),
    "loose-circuit-neutral": (0.5, 30.0), "open-circuit-neutral": (15.0, 150.0),
}  # fmt: skip
OPEN_SHARE = 0.4
OFTEN_OPEN: frozenset[Kind] = frozenset(
    {
        "loose-neutral",
        "loose-run-leg",
        "loose-hot",
        "loose-leg",
        "missing-ground",
        "missing-bond",
        "electrode-off",
        "open-circuit-ground",
    }
)
# A driven current is no change of the property: what comes from outside is not planted.
NOT_PLANTED: frozenset[Kind] = HARMLESS | {ASTRAY, "outside"}


@dataclass(frozen=True, slots=True)
class Planted:
    """What is wrong with the property, and its ohms (None: it has none of its own)."""

    suspect: Suspect
    ohms: float | None

    @property
    def edits(self) -> tuple[Edit, ...]:
        """What it changes of the network."""
        return self.suspect.edits(self.ohms)


def plant(metered: Metered, seed: str) -> Planted | None:
    """One fault that a meter can find, the same for the same words; None where the property has room for none."""
    pick = random.Random(seed)
    sound = metered.meter.read_again(())
    sigma = np.array([accuracy(s.quantity).sigma(v, False) for s, v in zip(metered.meter.spots, sound, strict=True)])
    off = [s for s in metered.meter.spots if s.quantity in OF_CIRCUITS]
    circuits = circuit_suspects(metered.circuits, off, metered.bonded)
    at_panels = np.array([spot.quantity in OF_CIRCUITS for spot in metered.meter.spots], dtype=bool)
    # What is astray in a panel is so at one of its circuits.
    faults = [each for each in (*metered.suspected, *circuits) if each.kind not in NOT_PLANTED]
    kinds = sorted({each.kind for each in faults})
    for _ in range(TRIES if faults else 0):
        kind = pick.choice(kinds)
        suspect = pick.choice([each for each in faults if each.kind == kind])
        ohms = _ohms(suspect, pick)
        # What is wrong with a circuit is to be seen in its panel or at its outlet.
        off = np.abs(metered.meter.read(suspect.edits(ohms)) - sound) / sigma
        if np.max(off[at_panels] if suspect in circuits else off, initial=0.0) > SHOWS:
            return Planted(suspect, ohms)
    return None


def _ohms(suspect: Suspect, pick: random.Random) -> float | None:
    if suspect.ohms is None:
        return None
    if suspect.kind in OFTEN_OPEN and pick.random() < OPEN_SHARE:
        return suspect.ohms[1]
    low, high = OHMS.get(suspect.kind, suspect.ohms)
    low = min(max(low, suspect.ohms[0]), high)
    return math.exp(pick.uniform(math.log(low), math.log(high)))
