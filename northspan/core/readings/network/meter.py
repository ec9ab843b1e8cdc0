"""What meters read anywhere on a property: as it is wired, and with something of it changed.

Everything is read at once, as arrays over the spots: a clamp as the sum of the branches it goes round, a voltmeter as
the difference of two nodes, an ohmmeter on the dead property as the impedance between two.
"""

from collections.abc import Iterator, Mapping, Sequence
from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

from northspan.core.ground.found import Wired
from northspan.core.ground.network.nodes import node
from northspan.core.physics.network.altered import Whole
from northspan.core.physics.network.nodal import ImpedanceNetwork
from northspan.core.readings.spot import Spot

# More than this (ohm) a meter calls open.
OPEN_OHM = 1.0e4
DEAD = ("N", "G", "raceway", "bar", "bond", "earth", "path")
Floats = NDArray[np.float64]


@dataclass(frozen=True, slots=True)
class Edit:
    """A branch of the network that is of ``ohms`` now, or one of that name that was not there, between two nodes."""

    branch: str
    start: str
    end: str
    ohms: float


class Meter:
    """A property under one load. ``spots`` are all that can be read, in the order of the arrays that ``read`` gives."""

    def __init__(self, there: Wired):
        self._live = Whole(there.network)
        kept = tuple(b for b in there.network.branches if b.name.partition(" ")[0] in DEAD)
        self._dead = Whole(ImpedanceNetwork(kept, (), there.network.nodes))
        self._places = {b.name: i for i, b in enumerate(there.network.branches)}
        self._ohms = np.array([b.ohms for b in there.network.branches], dtype=np.complex128)
        self._source = np.array([b.volts for b in there.network.branches], dtype=np.complex128)
        at = self._live.place
        self._starts = np.array([at[b.start] for b in there.network.branches], dtype=np.intp)
        self._ends = np.array([at[b.end] for b in there.network.branches], dtype=np.intp)
        amps, volts, ohms = list(_amps(there)), list(_volts(there)), list(_continuity(there))
        # What a clamp goes round, one after the other, and where each clamp begins among them.
        self._round = np.array([self._places[name] for _, names in amps for name in names], dtype=np.intp)
        self._begins = np.cumsum([0, *(len(names) for _, names in amps)][: len(amps)], dtype=np.intp)
        self._across = np.array([[at[a], at[b]] for _, a, b in volts], dtype=np.intp).reshape(-1, 2)
        self._apart = np.array([[at[a], at[b]] for _, a, b in ohms], dtype=np.intp).reshape(-1, 2)
        self.spots: tuple[Spot, ...] = (*(s for s, _ in amps), *(s for s, *_ in volts), *(s for s, *_ in ohms))
        self._kept: dict[tuple[Edit, ...], Floats] = {}
        self.at: Mapping[str, int] = {spot.key: i for i, spot in enumerate(self.spots)}

    def read_again(self, edits: tuple[Edit, ...]) -> Floats:
        """``read``, kept for the next time: for what is asked with every set of readings."""
        if edits not in self._kept:
            self._kept[edits] = self.read(edits)
        return self._kept[edits]

    def read(self, edits: Sequence[Edit] = ()) -> Floats:
        """What is read at every spot (A, V or ohm), without a meter's own error."""
        ohms, live, dead = self._ohms, [], []
        if edits:
            ohms = ohms.copy()
        for edit in edits:
            place = self._places.get(edit.branch)
            more = 1.0 / edit.ohms - (0j if place is None else 1.0 / complex(ohms[place]))
            live.append((self._live.place[edit.start], self._live.place[edit.end], more))
            if place is None or edit.branch.partition(" ")[0] in DEAD:
                dead.append(live[-1])
            if place is not None:
                ohms[place] = edit.ohms
        volts = self._live.altered(live).volts
        through = (volts[self._starts] - volts[self._ends] + self._source) / ohms
        across = volts[self._across[:, 0]] - volts[self._across[:, 1]]
        apart = self._dead.altered(dead).between(self._apart[:, 0], self._apart[:, 1])
        clamped = np.add.reduceat(through[self._round], self._begins) if len(self._begins) else through[:0]
        return np.concatenate([np.abs(clamped), np.abs(across), np.minimum(np.abs(apart), OPEN_OHM)])


def _amps(there: Wired) -> Iterator[tuple[Spot, tuple[str, ...]]]:
    named = {b.name for b in there.network.branches}
    for run in there.net.order:
        if f"A {run.id}" not in named:
            continue
        circuit = tuple(name for name in (f"A {run.id}", f"B {run.id}", f"N {run.id}") if name in named)
        parts = {f"{letter} {run.id}": part for letter, part in (("A", "a"), ("B", "b"), ("N", "neutral"))}
        for name in circuit:
            yield Spot("amps", run.id, parts[name]), (name,)
        if f"G {run.id}" in named:
            yield Spot("amps", run.id, "ground"), (f"G {run.id}",)
        if f"N {run.id}" in named:
            yield Spot("amps", run.id, "all"), circuit
    supplies = {s.id for s in there.net.stations.values() if s.kind == "utility"}
    for branch in there.network.branches:
        what, _, at = branch.name.partition(" ")
        if what == "earth" and at not in supplies:
            yield Spot("amps", at, "electrode"), (branch.name,)
        if what == "path":
            yield Spot("amps", at, "path"), (branch.name,)


def _volts(there: Wired) -> Iterator[tuple[Spot, str, str]]:
    for run in there.net.order:
        at = run.to_station
        if at not in there.reached:
            continue
        legs = [leg for leg in "AB" if any(b.name == f"{leg} {run.id}" for b in there.network.branches)]
        a, b, n, can = (node(there.net, at, letter) for letter in ("A", "B", "N", "can"))
        neutral = any(branch.name == f"N {run.id}" for branch in there.network.branches)
        if neutral:
            for leg, name in zip(legs, (a, b), strict=False):
                yield Spot("volts", at, f"{leg.lower()}-n"), name, n
            yield Spot("volts", at, "n-can"), n, can
        if len(legs) == 2:
            yield Spot("volts", at, "a-b"), a, b


def _continuity(there: Wired) -> Iterator[tuple[Spot, str, str]]:
    for run in there.net.order:
        if run.to_station not in there.reached:
            continue
        fed_by = there.net.stations[run.from_station]
        start = node(there.net, fed_by.id, "N" if fed_by.kind == "utility" else "can")
        yield Spot("continuity", run.to_station, "can"), node(there.net, run.to_station, "can"), start
