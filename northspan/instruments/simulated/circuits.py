"""What runs on the circuits of a simulated property: some of each, by chance, the same for the same words."""

import random
from collections.abc import Mapping

from northspan.core.book.systems import SYSTEMS
from northspan.core.network.topology import Network
from northspan.core.property.whole.measured import CircuitRan
from northspan.core.property.whole.solution import Solution
from northspan.core.readings.network.of_job import Metered

# Of what it takes, and of a circuit whose load is not on record (A).
SHARES, UNKNOWN_A = (0.05, 0.7), (0.5, 6.0)
# Circuits on both legs take no more of what a panel takes on either than this.
MOST = 0.9
# What a circuit carries goes with its breaker (A; where none is on record, the usual), by chance so much of it.
USUAL_A, MAY = 20.0, (0.5, 0.8)


def circuits_running(metered: Metered, solution: Solution, seed: str) -> tuple[CircuitRan, ...]:
    """Every circuit of every panel that has a space and is no run, with the A that its hot carries."""
    found: list[CircuitRan] = []
    for panel in solution.panels:
        station = metered.there.net.stations[panel.station]
        circuits = station.panel.circuits if station.panel is not None else ()
        wired = {c.id for c in circuits if c.run is None and c.use != "spare"}
        there = [c for c in panel.circuits if c.leg and c.id in wired]
        amps = {c.id: _some(_chance(seed, panel.station, c.id), c.amps.value) for c in there}
        own = _own(metered, panel.station)
        if any(own.values()):
            may = {c.id: (c.breaker_a or USUAL_A) * _chance(seed, panel.station, c.id).uniform(*MAY) for c in there}
            amps = _summing(own, {c.id: (c.leg, may[c.id]) for c in there})
        found += [CircuitRan(panel.station, c.id, amps[c.id]) for c in there]
    return tuple(found)


def _summing(own: Mapping[str, float], circuits: Mapping[str, tuple[str, float]]) -> dict[str, float]:
    """What circuits carry (A), by the legs of each and what it may carry, so that they take together what their panel
    takes on each leg: those on both legs as far as they may, the rest on one, each in proportion to what it may.

    >>> found = _summing({"A": 26.0, "B": 20.0}, {"dryer": ("AB", 24.0), "lamps": ("A", 12.0), "plugs": ("B", 16.0)})
    >>> {name: round(amps, 1) for name, amps in found.items()}
    {'dryer': 18.0, 'lamps': 8.0, 'plugs': 2.0}
    """
    both = sum(may for legs, may in circuits.values() if len(legs) == 2)
    alone = {leg: sum(may for legs, may in circuits.values() if legs == leg) for leg in own}
    least = min(own.values())
    shared = min(both, MOST * least) if any(alone.values()) else least
    return {
        name: may * (shared / both if len(legs) == 2 else (own[legs] - shared) / alone[legs])
        for name, (legs, may) in circuits.items()
    }


def _chance(seed: str, station: str, circuit: str) -> random.Random:
    return random.Random(f"{seed}/{station}/{circuit}")


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
