"""A job as its meters find it: under a load, in its normal supply, with all that could be wrong with it."""

import math
from collections.abc import Callable, Sequence
from dataclasses import dataclass, replace

from northspan.core.property.ground.electrodes.places import place_grounds, place_ohms
from northspan.core.property.ground.found import Wired
from northspan.core.property.ground.joins import joins
from northspan.core.property.ground.modes import modes
from northspan.core.property.ground.network.running import Running
from northspan.core.property.ground.network.wired import wired
from northspan.core.property.panel.answer import PanelAnswer
from northspan.core.property.whole.measured import Conditions
from northspan.core.property.whole.prepared import Prepared
from northspan.core.readings.network.circuits import CircuitWires, apart, circuit_wires, settled
from northspan.core.readings.network.meter import Meter
from northspan.core.readings.network.splices import spliced
from northspan.core.readings.network.suspects import Suspect, suspects
from northspan.core.readings.taken.circuits_ran import wholly_read


@dataclass(frozen=True)
class Metered:
    """A job wired and loaded, its meter, what is suspected of it, the circuits that were read at."""

    there: Wired
    meter: Meter
    suspected: tuple[Suspect, ...]
    circuits: tuple[CircuitWires, ...]

    @property
    def bonded(self) -> frozenset[str]:
        """The stations whose neutral is bonded."""
        bonds = (b.name.partition(" ") for b in self.there.network.branches)
        return frozenset(at for what, _, at in bonds if what == "bond")


# Of a panel whose every circuit was read nothing is left to be told otherwise (A on each leg).
WHOLE_PANEL = (math.inf, math.inf)
MeteredOf = Callable[[Conditions], Metered]


def metered(ready: Prepared, panels: Sequence[PanelAnswer], ran: Conditions) -> Metered:
    """A job on its normal supply under a load; ``panels`` as they are solved."""
    book, job, net, sized = ready.book, ready.job, ready.net, ready.sized
    mode = modes(job, net)[0]
    ohms = place_ohms(place_grounds(book.earthing, job, net, sized))
    dead = ran.load == "main-off"
    read = tuple(replace(each, amps=None) for each in ran.circuits) if dead else ran.circuits
    circuits = circuit_wires(book.earthing, job, net, panels, read)
    taken = {**apart(circuits), **dict.fromkeys(wholly_read(job, read), WHOLE_PANEL)}
    running = Running(ran.share, ran.extra_a, ran.extra_at, steady=True, apart=taken)
    there = wired(book.earthing, job, net, mode, joins(book.earthing, job, net), sized, ohms, running)
    if dead:
        there = replace(there, network=there.network.with_sources_open())
    network = spliced(there.network, net.order).with_branches(*(b for each in circuits for b in each.branches))
    network, circuits = settled(network, circuits)
    whole = replace(there, network=network)
    meter = Meter(whole, circuits, ran.load)
    # A property that is kept goes from thread to thread; the factors of its network may not: the library that made them
    # gives their memory back in the thread that took it alone, and trips over the rest at the end.
    kept = replace(whole, network=whole.network.without())
    return Metered(kept, meter, suspects(kept), circuits)
