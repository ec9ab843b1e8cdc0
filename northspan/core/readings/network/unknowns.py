"""What of a property's loads is not on record, as unknowns that are fitted beside whatever is suspected.

A station's load is told as a figure: how much of it runs, which leg is the heavier and how much lies from leg to leg
nobody knows. Each of the three is an unknown of its own, one deviation of each being so many amperes on its branches.
"""

from collections.abc import Iterator, Mapping
from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

from northspan.core.ground.found import Wired
from northspan.core.ground.network.nodes import node
from northspan.core.readings.measured import WhatRan
from northspan.core.run.systems import SYSTEMS

Floats = NDArray[np.float64]
EARTH_SHARE = 0.3
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
    what is wired (A). ``at`` says of which station each is, and on which leg ("AB": on both; empty: it is the earth's).
    """

    at: tuple[tuple[str, str], ...]
    ends: tuple[tuple[str, str], ...]
    volts: Floats
    middle: Floats
    ways: Floats
    wired: Floats

    @property
    def count(self) -> int:
        """How many unknowns there are."""
        return int(self.ways.shape[1])

    def amps(self, deviations: Floats) -> Floats:
        """What runs on each branch beside what is wired (A), never less than nothing in all."""
        return np.maximum(self.middle + self.ways @ deviations, -ALL_OFF * self.wired)


def unknowns(there: Wired, spread: Spread) -> Unknowns:
    """The unknowns of every station with voltage that is fed and has a load of its own, or a panel."""
    where: list[tuple[str, str]] = []
    ends: list[tuple[str, str]] = []
    volts: list[float] = []
    middle: list[float] = []
    wired: list[float] = []
    columns: list[dict[int, float]] = []
    for at, system, own in _loaded(there):
        first, wiring = len(ends), SYSTEMS[system]
        a, b, n = (node(there.net, at, letter, True) for letter in "ABN")
        if wiring.ungrounded == 1 or wiring.to_neutral is None:
            amps = own["A"] + own["AB"]
            where.append((at, "A" if wiring.ungrounded == 1 else "AB"))
            ends.append((a, n) if wiring.ungrounded == 1 else (a, b))
            volts.append(wiring.volts)
            middle.append(0.0)
            wired.append(amps)
            columns.append({first: max(spread.runs * amps, spread.untold_a)})
            continue
        where += [(at, "A"), (at, "B"), (at, "AB")]
        ends += [(a, n), (b, n), (a, b)]
        volts += [wiring.to_neutral, wiring.to_neutral, wiring.volts]
        odd, even = (own["A"] - own["B"]) / 2.0, (own["A"] + own["B"]) / 2.0
        leg = even + own["AB"]
        middle += [-odd, odd, 0.0]
        wired += [own["A"], own["B"], own["AB"]]
        # Of what nobody told all runs from a leg to the neutral.
        on_leg, between = (even / leg, own["AB"] / leg) if leg > 0.0 else (1.0, 0.0)
        runs = max(spread.runs * leg, spread.untold_a)
        columns.append({first: runs * on_leg, first + 1: runs * on_leg, first + 2: runs * between})
        columns.append(
            {first: -spread.between * leg, first + 1: -spread.between * leg, first + 2: spread.between * leg}
        )
        apart = max(float(np.hypot(odd, spread.legs * leg)), spread.untold_a)
        columns.append({first: apart, first + 1: -apart})
    for branch in there.network.branches:
        # What an electrode has to the earth its soil tells within a half.
        if branch.name.startswith("earth "):
            where.append((branch.name, ""))
            ends.append((branch.start, branch.end))
            volts.append(1.0)
            middle.append(0.0)
            wired.append(1.0 / abs(branch.ohms))
            columns.append({len(ends) - 1: EARTH_SHARE / abs(branch.ohms)})
    ways = np.zeros((len(ends), len(columns)))
    for k, column in enumerate(columns):
        for row, amps in column.items():
            ways[row, k] = amps
    return Unknowns(tuple(where), tuple(ends), np.array(volts), np.array(middle), ways, np.array(wired))


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
