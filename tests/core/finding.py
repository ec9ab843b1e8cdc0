"""Faults planted in random properties and looked for with a noisy meter: one, reading after reading as it is told to;
two at once, from readings taken anywhere.
"""

import random
from dataclasses import dataclass
from functools import cache

from northspan.core.property.prepared import prepared
from northspan.core.readings.measured import Conditions
from northspan.core.readings.network.errors import Taken
from northspan.core.readings.network.explain import explain
from northspan.core.readings.network.of_job import metered
from northspan.core.readings.spot import accuracy
from northspan.instruments.simulated.meters import SimulatedMeter
from northspan.instruments.simulated.practice import Planted, plant
from tests.core.properties import random_property

ACCURACIES = {what: accuracy(what) for what in ("amps", "volts", "continuity")}
MOST_READINGS, SURE = 25, 0.99


def looked_for(seed):
    """The planted suspect, everything explained after the last reading, how many readings that took; None where no
    meter would see any fault in that property.
    """
    ready = prepared(random_property(seed))
    metered_of = cache(lambda ran: metered(ready, (), ran))
    here = metered_of(Conditions())
    planted = plant(here, str(seed))
    if planted is None:
        return None
    chance = random.Random(seed)
    meters = {what: SimulatedMeter(what, metered_of, planted, chance) for what in ACCURACIES}
    taken = []
    while True:
        ranked = explain(here.meter, here.suspected, taken, ACCURACIES, with_model=False)
        sure = len(taken) > 3 and ranked.explained[0].chance > SURE
        if sure or ranked.next is None or len(taken) >= MOST_READINGS:
            return planted.suspect, ranked.explained, len(taken)
        spot = here.meter.spots[ranked.next.spot]
        shown = meters[spot.quantity].read((spot.quantity, spot.at, spot.part), {})
        taken.append(Taken(ranked.next.spot, shown.value))


@dataclass
class Both:
    """Two planted faults at once."""

    one: Planted
    other: Planted

    @property
    def edits(self):
        return (*self.one.edits, *self.other.edits)

    @property
    def keys(self):
        return {self.one.suspect.key, self.other.suspect.key}


def two_looked_for(seed, many):
    """Two planted faults by their keys, and what readings taken at so many random spots point to; None where the
    property has no room for two.
    """
    ready = prepared(random_property(seed))
    metered_of = cache(lambda ran: metered(ready, (), ran))
    here = metered_of(Conditions())
    first, *more = (plant(here, f"{seed}{turn}") for turn in ("", *"abcdefgh"))
    both = next((Both(first, m) for m in more if m and first.suspect.apart_from(m.suspect)), None)
    if both is None:
        return None
    chance = random.Random(seed)
    meters = {what: SimulatedMeter(what, metered_of, both, chance) for what in ACCURACIES}
    taken = []
    for at in chance.sample(range(len(here.meter.spots)), min(many, len(here.meter.spots))):
        spot = here.meter.spots[at]
        shown = meters[spot.quantity].read((spot.quantity, spot.at, spot.part), {})
        taken.append(Taken(at, shown.value))
    return both.keys, explain(here.meter, here.suspected, taken, ACCURACIES, with_model=False)
