"""What meters read anywhere on a property: as it is wired, and with something of it changed.

Everything is read at once, as arrays over the spots: a clamp as the sum of the branches it goes round, a voltmeter as
the difference of two nodes, an ohmmeter on the dead property as the impedance between two.
"""

from collections.abc import Iterator, Mapping, Sequence
from copy import copy
from dataclasses import dataclass
from functools import cached_property

import numpy as np
from numpy.typing import NDArray

from northspan.core.job.run import Run
from northspan.core.physics.network.altered import Altered, Whole
from northspan.core.physics.network.nodal import ImpedanceNetwork
from northspan.core.property.ground.found import Wired
from northspan.core.property.whole.measured import WhatRan
from northspan.core.readings.network.circuits import CircuitWires
from northspan.core.readings.network.likely import Idle, turned
from northspan.core.readings.network.spots import across, at_outlets, clamped, continuous, misread, unread
from northspan.core.readings.network.unknowns import SPREADS, unknowns
from northspan.core.readings.taken.spot import Spot

# More than this (ohm) a meter calls open.
OPEN_OHM = 1.0e4
DEAD = ("N", "G", "raceway", "bar", "bond", "earth", "path", "neutral", "ground")
# What hangs on the hots is off with the power.
LOADS = ("more", "astray", "draw", "cross", "to-earth")
# A voltmeter on low impedance (ohm): a wire that leads nowhere reads next to nothing by it.
LOW_OHM = 3000.0
MILLI = 1000.0
# So many slopes of one suspect are kept at most.
MOST_KEPT = 40_000
# One deviation of the source's volts, one for a whole visit.
SOURCE_SHARE = 0.025
# A clamp that shows less (A) shows that nothing runs; on which legs, by the wire it goes round.
NOTHING_A = 0.15
ON = {"a": ("A", "AB"), "b": ("B", "AB"), "neutral": ("A", "B")}
Floats = NDArray[np.float64]


@dataclass(frozen=True, slots=True)
class Edit:
    """A branch of the network that is of ``ohms`` now, or one of that name that was not there, between two nodes.
    ``wire`` is the branch whose wire it is, where that lies elsewhere now: a clamp round it goes with it.
    """

    branch: str
    start: str
    end: str
    ohms: complex
    wire: str | None = None


@dataclass(frozen=True, slots=True)
class _Put:
    """Where a meter is put for some spots, by their places among those: ``amps`` are clamps, round ``branches`` one
    after the other (``begins`` where each clamp's begin) between ``starts`` and ``ends``; ``volts`` are held ``across``
    two nodes, the ``low`` ones of them on low impedance; ``apart`` are an ohmmeter's. Nodes by their places in
    ``nodes``.
    """

    nodes: NDArray[np.intp]
    amps: NDArray[np.intp]
    branches: NDArray[np.intp]
    begins: NDArray[np.intp]
    starts: NDArray[np.intp]
    ends: NDArray[np.intp]
    volts: NDArray[np.intp]
    across: NDArray[np.intp]
    low: NDArray[np.intp]
    apart: NDArray[np.intp]


class Meter:
    """A property under one load. ``spots`` are all that can be read, in the order of the arrays that ``read`` gives,
    ``blur`` how far each may be off (one standard deviation, in its unit) beside what its quantity always may,
    ``unread`` as much of that as is not fitted.
    """

    def __init__(self, there: Wired, circuits: Sequence[CircuitWires] = (), load: WhatRan = "untold"):
        self._live = Whole(there.network)
        self.unknowns = unknowns(there, SPREADS[load], circuits)
        # The stations beyond each run.
        self._beyond = {run.id: tuple(_beyond(there, run)) for run in there.net.order}
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
        off, wrong = unread(circuits), misread(circuits)
        self.unread: Floats = np.array([off.get(spot, 0.0) for spot in self.spots])
        self.blur: Floats = np.array([off.get(spot, wrong.get(spot, 0.0)) for spot in self.spots])
        self._kept: dict[tuple[tuple[Edit, ...], ...], Floats] = {}
        self._slopes: dict[object, tuple[NDArray[np.complex128], NDArray[np.complex128]]] = {}
        self._middle: Meter | None = None
        self.at: Mapping[str, int] = {spot.key: i for i, spot in enumerate(self.spots)}

    @cached_property
    def _sound_apart(self) -> Floats:
        return np.abs(self._dead.altered().between(self._apart[:, 0], self._apart[:, 1]))

    @cached_property
    def by_loads(self) -> Floats:
        """How far what is not known of the loads moves each reading (one standard deviation, in its unit)."""
        found = self.slopes_again(((),))
        if found is None:
            every = np.arange(len(self.spots), dtype=np.intp)
            found = self.moved(np.zeros(self.count)).slopes(((),), every)
        _, slopes = turned(*found)
        spread: Floats = np.linalg.norm(slopes[0][:, : self.unknowns.of_loads], axis=1)
        return spread

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
        apart = self._apart_now(sets, first, places, more)
        taken = through[:, self._round]
        clamps = np.add.reduceat(taken, self._begins, axis=1) if len(self._begins) else taken[:, :0]
        found = (self._unit * np.abs(clamps), np.abs(held), np.minimum(apart, OPEN_OHM))
        return np.concatenate(found, axis=1)

    @property
    def count(self) -> int:
        """How many unknowns there are: of the loads, and the source's volts."""
        return self.unknowns.count + 1

    def idle(self, row: int, value: float) -> Idle | None:
        """What need not run where so much is read at a spot; None where that says nothing of it."""
        spot = self.spots[row]
        if spot.quantity != "amps" or value >= NOTHING_A or spot.part not in ON:
            return None
        there = self._beyond.get(spot.at, ())
        legs = {(at, on) for at in there for on in ON[spot.part]}
        rows = [i for i, at in enumerate(self.unknowns.at) if at in legs]
        return Idle(self.unknowns.ways[rows], -(self.unknowns.wired + self.unknowns.middle)[rows]) if rows else None

    def moved(self, deviations: Floats, edits: Sequence[Edit] = ()) -> "Meter":
        """The same meter on the property with its unknowns so many deviations from their middle, and edited."""
        amps = self.unknowns.amps(deviations[: self.unknowns.count])
        share = 1.0 + SOURCE_SHARE * float(deviations[self.unknowns.count])
        found = copy(self)
        places = [self._places.get(edit.branch) for edit in edits]
        pairs = [*self._unknown_pairs, *(self._ends_of(self._live, edit) for edit in edits)]
        before = [0j if place is None else 1.0 / self._ohms[place] for place in places]
        more = [1.0 / edit.ohms - was for edit, was in zip(edits, before, strict=True)]
        found._live = self._live.changed(pairs, np.array([*(amps / self.unknowns.volts), *more], dtype=np.complex128))
        found._live.scale(share)
        found._source = share * self._source
        found._kept = {}
        if edits:
            found._ohms = self._ohms.copy()
            for place, edit in zip(places, edits, strict=True):
                if place is not None:
                    found._ohms[place] = edit.ohms
            dead = [(e, m) for e, p, m in zip(edits, places, more, strict=True) if _stays(e, p is not None)]
            if dead:
                ends = [self._ends_of(self._dead, edit) for edit, _ in dead]
                found._dead = self._dead.changed(ends, np.array([m for _, m in dead], dtype=np.complex128))
                found.__dict__.pop("_sound_apart", None)
        return found

    def slopes(
        self, sets: Sequence[Sequence[Edit]], rows: NDArray[np.intp], drive: tuple[str, str, float] | None = None
    ) -> tuple[NDArray[np.complex128], NDArray[np.complex128]]:
        """What is read at some of the spots with each of several sets of edits, as phasors (an ohmmeter's as it is),
        and by how much one deviation of each unknown moves it: of the loads, then of the source's volts, then of what
        ``drive`` (two nodes and A) drives from outside.
        """
        first = sets[0]
        places = [self._places.get(edit.branch) for edit in first]
        live, through, more = self._solved(sets, places)
        put = self._put(rows, [self._live.place[end] for edit in first if edit.wire for end in (edit.start, edit.end)])
        by_node = self._moved_nodes(live, put.nodes, drive)
        ohms = np.repeat(self._ohms[None, put.branches], len(sets), axis=0)
        for at, place in enumerate(places):
            wire = first[at].wire
            own = place if wire is None else self._places[wire]
            if own is not None:
                ohms[:, put.branches == own] = np.array([[edits[at].ohms] for edits in sets])
        read = np.zeros((len(sets), len(rows)), dtype=np.complex128)
        moved = np.zeros((len(sets), len(rows), by_node.shape[2]), dtype=np.complex128)
        if len(put.amps):
            unit = self._unit[rows[put.amps]]
            lies = [(edit, self._places[edit.wire]) for edit in first if edit.wire is not None]
            starts, ends = put.starts.copy(), put.ends.copy()
            for edit, wire_at in lies:
                here = [np.searchsorted(put.nodes, node) for node in self._ends_of(self._live, edit)]
                starts[put.branches == wire_at], ends[put.branches == wire_at] = here
            run = (by_node[:, starts] - by_node[:, ends]) / ohms[:, :, None]
            read[:, put.amps] = unit * np.add.reduceat(through[:, put.branches], put.begins, axis=1)
            moved[:, put.amps] = unit[:, None] * np.add.reduceat(run, put.begins, axis=1)
        if len(put.volts):
            one, other = (put.across[:, end] for end in (0, 1))
            behind = np.ones((len(sets), len(put.volts)), dtype=np.complex128)
            if len(put.low):
                between = live.between(put.nodes[one[put.low]], put.nodes[other[put.low]])
                behind[:, put.low] = LOW_OHM / (LOW_OHM + between)
            volts = live.volts[:, put.nodes]
            read[:, put.volts] = behind * (volts[:, one] - volts[:, other])
            moved[:, put.volts] = behind[:, :, None] * (by_node[:, one] - by_node[:, other])
        moved[:, :, self.unknowns.count] = SOURCE_SHARE * read
        if len(put.apart):
            apart = self._apart_now(sets, first, places, more)
            read[:, put.apart] = np.minimum(apart[:, rows[put.apart] - len(self._begins) - len(self._across)], OPEN_OHM)
        return read, moved

    def _moved_nodes(
        self, live: Altered, nodes: NDArray[np.intp], drive: tuple[str, str, float] | None
    ) -> NDArray[np.complex128]:
        """By how much one deviation of each unknown moves the volts of some nodes, with each set of edits: an unknown
        is a conductance more between two nodes, what is driven a current.
        """
        pairs = list(self._unknown_pairs)
        many, columns = len(pairs), self.unknowns.count
        if drive is not None:
            pairs.append((self._live.place[drive[0]], self._live.place[drive[1]]))
        i, j = (np.array([pair[end] for pair in pairs[:many]], dtype=np.intp) for end in (0, 1))
        reach = live.reaching(pairs, nodes)
        across = live.volts[:, i] - live.volts[:, j]
        pull = self.unknowns.ways / self.unknowns.volts[:, None]
        moved = np.zeros((len(live.volts), len(nodes), columns + 1 + (drive is not None)), dtype=np.complex128)
        moved[:, :, :columns] = -reach[:, :, :many] @ (across[:, :, None] * pull)
        if drive is not None:
            moved[:, :, -1] = -drive[2] * reach[:, :, many]
        return moved

    def slopes_again(
        self, sets: tuple[tuple[Edit, ...], ...], drive: tuple[str, str, float] | None = None
    ) -> tuple[NDArray[np.complex128], NDArray[np.complex128]] | None:
        """``slopes`` at every spot with the unknowns at their middle, kept for the next time; None where that would
        take more room than is kept.
        """
        if len(self.spots) * self.count * len(sets) > MOST_KEPT:
            return None
        key = (sets, drive)
        if key not in self._slopes:
            if self._middle is None:
                self._middle = self.moved(np.zeros(self.count))
            self._slopes[key] = self._middle.slopes(sets, np.arange(len(self.spots), dtype=np.intp), drive)
        return self._slopes[key]

    def _put(self, rows: NDArray[np.intp], besides: Sequence[int]) -> "_Put":
        """Where a meter is put for some of the spots; ``besides`` are nodes that are wanted too."""
        amps, volts = len(self._begins), len(self._across)
        ends = [*self._begins[1:].tolist(), len(self._round)]
        clamps, held = np.flatnonzero(rows < amps), np.flatnonzero((rows >= amps) & (rows < amps + volts))
        each = [self._round[self._begins[row] : ends[row]] for row in rows[clamps].tolist()]
        branches = np.concatenate(each) if each else np.array([], dtype=np.intp)
        begins = np.cumsum([0, *(len(one) for one in each)][: len(each)], dtype=np.intp)
        between = self._across[rows[held] - amps]
        nodes, back = np.unique(
            np.concatenate([self._starts[branches], self._ends[branches], between.ravel(), np.array(besides, np.intp)]),
            return_inverse=True,
        )
        many, found = len(branches), back.astype(np.intp)
        low = np.flatnonzero((rows[held] - amps >= self._low.start) & (rows[held] - amps < self._low.stop))
        return _Put(
            nodes.astype(np.intp), clamps, branches, begins, found[:many], found[many : 2 * many], held,
            found[2 * many : len(found) - len(besides)].reshape(-1, 2), low, np.flatnonzero(rows >= amps + volts),
        )  # fmt: skip

    def _apart_now(
        self, sets: Sequence[Sequence[Edit]], first: Sequence[Edit], places: Sequence[int | None],
        more: NDArray[np.complex128],
    ) -> Floats:  # fmt: skip
        dead = [at for at, edit in enumerate(first) if _stays(edit, places[at] is not None)]
        if not dead:
            return np.repeat(self._sound_apart, len(sets), axis=0)
        ends = [self._ends_of(self._dead, first[at]) for at in dead]
        return np.abs(self._dead.altered(ends, more[:, dead]).between(self._apart[:, 0], self._apart[:, 1]))

    @property
    def _unknown_pairs(self) -> list[tuple[int, int]]:
        return [(self._live.place[a], self._live.place[b]) for a, b in self.unknowns.ends]

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
        for at, edit in enumerate(sets[0]):
            if edit.wire is not None:
                start, end = self._ends_of(self._live, edit)
                through[:, self._places[edit.wire]] = (live.volts[:, start] - live.volts[:, end]) / wanted[:, at]
        return live, through, more

    @staticmethod
    def _ends_of(whole: Whole, edit: Edit) -> tuple[int, int]:
        return whole.place[edit.start], whole.place[edit.end]


def _stays(edit: Edit, there: bool) -> bool:
    """Whether an edit is there too with the power off."""
    kind = edit.branch.partition(" ")[0]
    return kind in DEAD or (not there and kind not in LOADS)


def _beyond(there: Wired, run: Run) -> Iterator[str]:
    """Stations that are fed by way of a run, however far on."""
    for at in there.net.stations:
        feed = there.net.fed_by.get(at)
        while feed is not None and feed.id != run.id:
            feed = there.net.fed_by.get(feed.from_station)
        if feed is not None:
            yield at
