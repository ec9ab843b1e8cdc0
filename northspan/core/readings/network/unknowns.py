"""What of a property's loads is not on record, as unknowns that are fitted beside whatever is suspected.

A station's load is told as a figure: how much of it runs, which leg is the heavier and how much lies from leg to leg
nobody knows. Each of the three is an unknown of its own, one deviation of each being so many amperes on its branches.
"""

from collections.abc import Iterator
from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

from northspan.core.ground.found import Wired
from northspan.core.ground.network.nodes import node
from northspan.core.run.systems import SYSTEMS

Floats = NDArray[np.float64]
# One deviation: of what runs against what was told; of what lies from leg to leg; of one leg against the other.
RUNS, BETWEEN, LEGS = 0.35, 0.2, 0.2
EARTH_SHARE = 0.3
# So much of a load may be off: what is left still ties a wire to something.
ALL_OFF = 1.0 - 1e-6
# Of a panel whose load nobody told (A on each leg).
UNTOLD_A = 1.0


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


def unknowns(there: Wired) -> Unknowns:
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
            columns.append({first: max(RUNS * amps, UNTOLD_A)})
            continue
        where += [(at, "A"), (at, "B"), (at, "AB")]
        ends += [(a, n), (b, n), (a, b)]
        volts += [wiring.to_neutral, wiring.to_neutral, wiring.volts]
        odd, even = (own["A"] - own["B"]) / 2.0, (own["A"] + own["B"]) / 2.0
        leg = even + own["AB"]
        middle += [-odd, odd, 0.0]
        wired += [own["A"], own["B"], own["AB"]]
        runs = max(RUNS, UNTOLD_A / max(leg, 1e-9))
        columns.append({first: runs * max(even, 1e-3), first + 1: runs * max(even, 1e-3), first + 2: runs * own["AB"]})
        columns.append({first: -BETWEEN * leg, first + 1: -BETWEEN * leg, first + 2: BETWEEN * leg})
        apart = max(float(np.hypot(odd, LEGS * leg)), UNTOLD_A)
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
