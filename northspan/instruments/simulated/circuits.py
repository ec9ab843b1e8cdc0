"""What runs on the circuits of a simulated property: some of each, by chance, the same for the same words."""

import random

from northspan.core.property.topology import Network
from northspan.core.readings.measured import CircuitRan
from northspan.core.readings.network.of_job import Metered
from northspan.core.run.systems import SYSTEMS
from northspan.core.solution import Solution

# Of what it takes, and of a circuit whose load is not on record (A).
SHARES, UNKNOWN_A = (0.05, 0.7), (0.5, 6.0)
# A panel's circuits together take no more of its own load on a leg than this, where that is on record.
MOST = 0.9


def circuits_running(metered: Metered, solution: Solution, seed: str) -> tuple[CircuitRan, ...]:
    """Every circuit of every panel that has a space and is no run, with the A that its hot carries."""
    found: list[CircuitRan] = []
    for panel in solution.panels:
        station = metered.there.net.stations[panel.station]
        circuits = station.panel.circuits if station.panel is not None else ()
        wired = {c.id for c in circuits if c.run is None and c.use != "spare"}
        there = [c for c in panel.circuits if c.leg and c.id in wired]
        amps = {c.id: _some(random.Random(f"{seed}/{panel.station}/{c.id}"), c.amps.value) for c in there}
        own = _own(metered, panel.station)
        taken = {leg: sum(amps[c.id] for c in there if leg in c.leg) for leg in own}
        shares = {leg: min(1.0, MOST * own[leg] / taken[leg]) if taken[leg] else 1.0 for leg in own}
        known = any(own.values())
        found += [
            CircuitRan(panel.station, c.id, amps[c.id] * (min(shares[leg] for leg in c.leg) if known else 1.0))
            for c in there
        ]
    return tuple(found)


def _some(chance: random.Random, amps: float | str | None) -> float:
    return amps * chance.uniform(*SHARES) if isinstance(amps, float) and amps else chance.uniform(*UNKNOWN_A)


def _own(metered: Metered, station: str) -> dict[str, float]:
    """What a station itself takes (A) on each leg."""
    net: Network = metered.there.net
    feed = net.fed_by.get(station)
    if feed is None:
        return {"A": 0.0, "B": 0.0}
    wiring = SYSTEMS[feed.system]
    taken = {"A": 0.0, "B": 0.0}
    for branch in metered.there.network.branches:
        what, _, rest = branch.name.partition(" ")
        if what not in ("load", "unbalance") or rest.split()[-1] != station:
            continue
        legs = [leg for leg in "AB" if any(end.startswith(f"{station}:{leg}") for end in (branch.start, branch.end))]
        volts = wiring.volts if len(legs) == 2 else wiring.to_neutral or 0.0
        for leg in legs:
            taken[leg] += volts / abs(branch.ohms)
    return taken
