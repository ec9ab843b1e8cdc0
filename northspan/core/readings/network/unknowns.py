"""What of a property's loads is not on record, as unknowns that are fitted beside whatever is suspected.

A station's load is told as a figure: how much of it runs, which leg is the heavier and how much lies from leg to leg
nobody knows. Each of the three is an unknown of its own, one deviation of each being so many amperes on its branches.
"""

from collections.abc import Iterator, Mapping, Sequence
from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

from northspan.core.book.systems import SYSTEMS
from northspan.core.physics.network.nodal import Branch
from northspan.core.property.ground.found import Wired
from northspan.core.property.ground.network.nodes import node
from northspan.core.property.whole.measured import WhatRan
from northspan.core.readings.network.circuits import CircuitWires

Floats = NDArray[np.float64]
EARTH_SHARE = 0.3
# What a circuit would draw with nothing wrong, beside what its hot was read to carry.
DRAWN = 0.4
# So much of a load may be off: what is left still ties a wire to something.
ALL_OFF = 1.0 - 1e-6


@dataclass(frozen=True, slots=True)
class Spread:
    """One deviation: of what runs against what was told; of what lies from leg to leg; of one leg against the other
    (shares of the load); what runs at a panel whose load is nothing, as far as anybody told (A on each leg).
    """

    runs: float = 0.35
    between: float = 0.2
    legs: float = 0.2
    untold_a: float = 1.0


# A house as it stood takes anything from nothing to more than was reckoned; where all is off a clock may still run.
SPREADS: Mapping[WhatRan, Spread] = {
    "untold": Spread(), "these": Spread(), "as-was": Spread(0.65, 0.35, 0.35), "off": Spread(untold_a=0.2),
    "main-off": Spread(untold_a=0.2),
}  # fmt: skip


@dataclass(frozen=True, slots=True)
class Unknowns:
    """Branches along which amperes are not known: their ``ends``, nominal ``volts`` (V), by how much (A) what is likely
    differs from what is wired (``middle``), the A on each for one deviation of each unknown (``ways``, a column each),
    what is wired (A). The first ``of_loads`` of the unknowns are of stations' loads. ``at`` says of which station each
    is, and on which leg ("AB": on both; empty: it is the earth's, or a circuit's).
    """

    at: tuple[tuple[str, str], ...]
    ends: tuple[tuple[str, str], ...]
    volts: Floats
    middle: Floats
    ways: Floats
    wired: Floats
    of_loads: int

    @property
    def count(self) -> int:
        """How many unknowns there are."""
        return int(self.ways.shape[1])

    def amps(self, deviations: Floats) -> Floats:
        """What runs on each branch beside what is wired (A), never less than nothing in all."""
        return np.maximum(self.middle + self.ways @ deviations, -ALL_OFF * self.wired)


@dataclass(frozen=True, slots=True)
class _Branch:
    """A branch along which amperes are not known, as ``Unknowns`` has each."""

    at: tuple[str, str]
    ends: tuple[str, str]
    volts: float
    middle: float
    wired: float


# Branches, and for each unknown the A that one deviation of it moves on each of them.
_Group = tuple[tuple[_Branch, ...], tuple[tuple[float, ...], ...]]


def unknowns(there: Wired, spread: Spread, circuits: Sequence[CircuitWires] = ()) -> Unknowns:
    """The unknowns of every station with voltage that is fed and has a load of its own, or a panel; of every electrode;
    and of what hangs on circuits whose hot was read: that is read with whatever is wrong, so that what would be drawn
    without it is known by it alone.
    """
    stations = [_station(there, at, system, own, spread) for at, system, own in _loaded(there)]
    groups = (
        *stations,
        *(_earth(branch) for branch in there.network.branches if branch.name.startswith("earth ")),
        *_draws(there, circuits),
    )
    branches = [each for group, _ in groups for each in group]
    ways = np.zeros((len(branches), sum(len(columns) for _, columns in groups)))
    row = column = 0
    for group, columns in groups:
        ways[row : row + len(group), column : column + len(columns)] = np.array(columns).T
        row, column = row + len(group), column + len(columns)
    return Unknowns(
        tuple(each.at for each in branches), tuple(each.ends for each in branches),
        np.array([each.volts for each in branches]), np.array([each.middle for each in branches]), ways,
        np.array([each.wired for each in branches]), sum(len(columns) for _, columns in stations),
    )  # fmt: skip


def _station(there: Wired, at: str, system: str, own: dict[str, float], spread: Spread) -> _Group:
    wiring = SYSTEMS[system]
    a, b, n = (node(there.net, at, letter, True) for letter in "ABN")
    if wiring.ungrounded == 1 or wiring.to_neutral is None:
        amps = own["A"] + own["AB"]
        leg, ends = ("A", (a, n)) if wiring.ungrounded == 1 else ("AB", (a, b))
        return (_Branch((at, leg), ends, wiring.volts, 0.0, amps),), ((max(spread.runs * amps, spread.untold_a),),)
    odd, even = (own["A"] - own["B"]) / 2.0, (own["A"] + own["B"]) / 2.0
    all_of_it = even + own["AB"]
    # Of what nobody told all runs from a leg to the neutral.
    on_leg, between = (even / all_of_it, own["AB"] / all_of_it) if all_of_it > 0.0 else (1.0, 0.0)
    runs, moved = max(spread.runs * all_of_it, spread.untold_a), spread.between * all_of_it
    apart = max(float(np.hypot(odd, spread.legs * all_of_it)), spread.untold_a)
    branches = (
        _Branch((at, "A"), (a, n), wiring.to_neutral, -odd, own["A"]),
        _Branch((at, "B"), (b, n), wiring.to_neutral, odd, own["B"]),
        _Branch((at, "AB"), (a, b), wiring.volts, 0.0, own["AB"]),
    )
    return branches, (
        (runs * on_leg, runs * on_leg, runs * between), (-moved, -moved, moved), (apart, -apart, 0.0),
    )  # fmt: skip


def _earth(branch: Branch) -> _Group:
    """What an electrode has to the earth its soil tells within a half."""
    siemens = 1.0 / abs(branch.ohms)
    return (_Branch((branch.name, ""), (branch.start, branch.end), 1.0, 0.0, siemens),), ((EARTH_SHARE * siemens,),)


def _draws(there: Wired, circuits: Sequence[CircuitWires]) -> Iterator[_Group]:
    for each in circuits:
        branch = there.network.branch(f"draw {each.station}/{each.id}")
        if branch is not None and each.amps:
            volts = each.amps * abs(branch.ohms)
            known = _Branch((branch.name, ""), (branch.start, branch.end), volts, 0.0, each.amps)
            yield (known,), ((DRAWN * each.amps,),)


def _loaded(there: Wired) -> Iterator[tuple[str, str, dict[str, float]]]:
    """Stations with a load, their system, and what is wired from each leg to the neutral and from leg to leg (A)."""
    for at in sorted(there.reached):
        station, system = there.net.stations[at], there.mode.system(there.net, at)
        if station.transformer is not None and system is not None:
            system = station.transformer.secondary
        if system is None or station.kind == "utility":
            continue
        own = {"A": 0.0, "B": 0.0, "AB": 0.0}
        for name, legs in ((f"load {at}", "AB"), (f"load A {at}", "A"), (f"load B {at}", "B"), (f"unbalance {at}", "")):
            branch = there.network.branch(name)
            if branch is None:
                continue
            on = legs or ("A" if branch.start == node(there.net, at, "A", True) else "B")
            lies = SYSTEMS[system].volts if on == "AB" else SYSTEMS[system].to_neutral or SYSTEMS[system].volts
            own["A" if on == "AB" and SYSTEMS[system].ungrounded == 1 else on] += lies / abs(branch.ohms)
        if any(own.values()) or station.panel is not None:
            yield at, system, own
