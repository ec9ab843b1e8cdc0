"""A job as its meters find it: under a load, in its normal supply, with all that could be wrong with it."""

from collections.abc import Callable
from dataclasses import dataclass

from northspan.core.ground.found import Wired
from northspan.core.ground.joins import joins
from northspan.core.ground.modes import modes
from northspan.core.ground.network.running import Running
from northspan.core.ground.network.wired import wired
from northspan.core.ground.places import place_grounds, place_ohms
from northspan.core.property.prepared import Prepared
from northspan.core.readings.measured import Conditions
from northspan.core.readings.network.meter import Meter
from northspan.core.readings.network.suspects import Suspect, suspects


@dataclass(frozen=True)
class Metered:
    """A job wired and loaded, its meter, what is suspected of it."""

    there: Wired
    meter: Meter
    suspected: tuple[Suspect, ...]


MeteredOf = Callable[[Conditions], Metered]


def metered(ready: Prepared, ran: Conditions) -> Metered:
    """A job on its normal supply under a load."""
    book, job, net, sized = ready.book, ready.job, ready.net, ready.sized
    mode = modes(job, net)[0]
    ohms = place_ohms(place_grounds(book.earthing, job, net, sized))
    running = Running(ran.share, ran.extra_a, ran.extra_at, steady=True)
    there = wired(book.earthing, job, net, mode, joins(book.earthing, job, net), sized, ohms, running)
    return Metered(there, Meter(there), suspects(there))
