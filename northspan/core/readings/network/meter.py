"""What meters read anywhere on a property: as it is wired, and with something of it changed.

Everything is read at once, as arrays over the spots: a clamp as the sum of the branches it goes round, a voltmeter as
the difference of two nodes, an ohmmeter on the dead property as the impedance between two.
"""

from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from functools import cached_property

import numpy as np
from numpy.typing import NDArray

from northspan.core.ground.found import Wired
from northspan.core.physics.network.altered import Altered, Whole
from northspan.core.physics.network.nodal import ImpedanceNetwork
from northspan.core.readings.network.circuits import CircuitWires
from northspan.core.readings.network.spots import across, at_outlets, blurred, clamped, continuous
from northspan.core.readings.spot import Spot

# More than this (ohm) a meter calls open.
OPEN_OHM = 1.0e4
DEAD = ("N", "G", "raceway", "bar", "bond", "earth", "path", "neutral", "ground")
# What hangs on the hots is off with the power.
LOADS = ("more", "astray", "draw", "cross")
# A voltmeter on low impedance (ohm): a wire that leads nowhere reads next to nothing by it.
LOW_OHM = 3000.0
MILLI = 1000.0
Floats = NDArray[np.float64]


@dataclass(frozen=True, slots=True)
class Edit:
    """A branch of the network that is of ``ohms`` now, or one of that name that was not there, between two nodes."""

    branch: str
    start: str
    end: str
    ohms: float


class Meter:
    """A property under one load. ``spots`` are all that can be read, in the order of the arrays that ``read`` gives,
    ``blur`` how far each may be off (one standard deviation, in its unit) beside what its quantity always may.
    """

    def __init__(self, there: Wired, circuits: Sequence[CircuitWires] = ()):
        self._live = Whole(there.network)
        kept = tuple(b for b in there.network.branches if b.name.partition(" ")[0] in DEAD)
        self._dead = Whole(ImpedanceNetwork(kept, (), there.network.nodes))
        self._places = {b.name: i for i, b in enumerate(there.network.branches)}
        self._ohms = np.array([b.ohms for b in there.network.branches], dtype=np.complex128)
        self._source = np.array([b.volts for b in there.network.branches], dtype=np.complex128)
        at = self._live.place
        self._starts = np.array([at[b.start] for b in there.network.branches], dtype=np.intp)
        self._ends = np.array([at[b.end] for b in there.network.branches], dtype=np.intp)
        amps, ohms = list(clamped(there, circuits)), list(continuous(there))
        high, low = list(across(there)), list(at_outlets(circuits))
        volts = [*high, *low]
        # What a clamp goes round, one after the other, and where each clamp begins among them.
        self._round = np.array([self._places[name] for _, names in amps for name in names], dtype=np.intp)
        self._begins = np.cumsum([0, *(len(names) for _, names in amps)][: len(amps)], dtype=np.intp)
        self._unit = np.array([MILLI if spot.quantity == "leakage" else 1.0 for spot, _ in amps])
        self._across = np.array([[at[a], at[b]] for _, a, b in volts], dtype=np.intp).reshape(-1, 2)
        self._low = slice(len(high), len(volts))
        self._apart = np.array([[at[a], at[b]] for _, a, b in ohms], dtype=np.intp).reshape(-1, 2)
        self.spots: tuple[Spot, ...] = (*(s for s, _ in amps), *(s for s, *_ in volts), *(s for s, *_ in ohms))
        off = blurred(circuits)
        self.blur: Floats = np.array([off.get(spot, 0.0) for spot in self.spots])
        self._kept: dict[tuple[tuple[Edit, ...], ...], Floats] = {}
        self.at: Mapping[str, int] = {spot.key: i for i, spot in enumerate(self.spots)}

    @cached_property
    def _sound_apart(self) -> Floats:
        return np.abs(self._dead.altered().between(self._apart[:, 0], self._apart[:, 1]))

    def read(self, edits: Sequence[Edit] = ()) -> Floats:
        """What is read at every spot (A, V or ohm; leakage in mA), without a meter's own error."""
        found: Floats = self.sweep((edits,))[0]
        return found

    def read_again(self, edits: tuple[Edit, ...] = ()) -> Floats:
        """``read``, kept for the next time: for what is asked with every set of readings."""
        found: Floats = self.sweep_again((edits,))[0]
        return found

    def sweep_again(self, sets: tuple[tuple[Edit, ...], ...]) -> Floats:
        """``sweep``, kept for the next time."""
        if sets not in self._kept:
            self._kept[sets] = self.sweep(sets)
        return self._kept[sets]

    def sweep(self, sets: Sequence[Sequence[Edit]]) -> Floats:
        """What is read at every spot with each of several sets of edits, a row each: of the same branches in the same
        order, only their ohms differ.
        """
        first = sets[0]
        places = [self._places.get(edit.branch) for edit in first]
        live, through, more = self._solved(sets, places)
        volts = live.volts
        held = volts[:, self._across[:, 0]] - volts[:, self._across[:, 1]]
        # What a meter draws itself drops on the way to it: a source behind its own impedance.
        behind = live.between(self._across[self._low, 0], self._across[self._low, 1])
        held[:, self._low] *= LOW_OHM / (LOW_OHM + behind)
        dead = [at for at, edit in enumerate(first) if _stays(edit, places[at] is not None)]
        apart = np.repeat(self._sound_apart, len(sets), axis=0)
        if dead:
            ends = [self._ends_of(self._dead, first[at]) for at in dead]
            apart = np.abs(self._dead.altered(ends, more[:, dead]).between(self._apart[:, 0], self._apart[:, 1]))
        taken = through[:, self._round]
        clamps = np.add.reduceat(taken, self._begins, axis=1) if len(self._begins) else taken[:, :0]
        found = (self._unit * np.abs(clamps), np.abs(held), np.minimum(apart, OPEN_OHM))
        return np.concatenate(found, axis=1)

    def carried(self, branches: Sequence[str], edits: Sequence[Edit] = ()) -> float:
        """What branches of the network carry together (A). Raises KeyError."""
        _, through, _ = self._solved((edits,), [self._places.get(edit.branch) for edit in edits])
        return float(abs(sum(through[0, self._places[name]] for name in branches)))

    def _solved(
        self, sets: Sequence[Sequence[Edit]], places: Sequence[int | None]
    ) -> tuple[Altered, NDArray[np.complex128], NDArray[np.complex128]]:
        """The live network with each set of edits, of branches in these places; what each branch carries then (A), and
        the conductance that each edit adds (siemens).
        """
        wanted = np.array([[edit.ohms for edit in edits] for edits in sets]).reshape(len(sets), -1)
        before = np.array([0j if place is None else 1.0 / self._ohms[place] for place in places])
        more = 1.0 / wanted - before
        live = self._live.altered([self._ends_of(self._live, edit) for edit in sets[0]], more)
        ohms = np.repeat(self._ohms[None, :], len(sets), axis=0)
        there = [(at, place) for at, place in enumerate(places) if place is not None]
        if there:
            ohms[:, [place for _, place in there]] = wanted[:, [at for at, _ in there]]
        through = (live.volts[:, self._starts] - live.volts[:, self._ends] + self._source) / ohms
        return live, through, more

    @staticmethod
    def _ends_of(whole: Whole, edit: Edit) -> tuple[int, int]:
        return whole.place[edit.start], whole.place[edit.end]


def _stays(edit: Edit, there: bool) -> bool:
    """Whether an edit is there too with the power off."""
    kind = edit.branch.partition(" ")[0]
    return kind in DEAD or (not there and kind not in LOADS)
