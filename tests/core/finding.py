"""Faults planted in random properties and looked for with a noisy meter, reading after reading as it is told to."""

import random
from functools import cache

from northspan.core.property.prepared import prepared
from northspan.core.readings.measured import Conditions
from northspan.core.readings.network.explain import Taken, explain
from northspan.core.readings.network.of_job import metered
from northspan.core.readings.spot import accuracy
from northspan.instruments.simulated.meters import SimulatedMeter
from northspan.instruments.simulated.practice import plant
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
        told, following = explain(here.meter, here.suspected, taken, ACCURACIES, with_model=False)
        sure = len(taken) > 3 and told[0].chance > SURE
        if sure or following is None or len(taken) >= MOST_READINGS:
            return planted.suspect, told, len(taken)
        spot = here.meter.spots[following.spot]
        shown = meters[spot.quantity].read((spot.quantity, spot.at, spot.part), {})
        taken.append(Taken(following.spot, shown.value))
