"""What could be wrong with a property that a meter would show, or run unsaid: one thing at a time, each as a change of
the network.
"""

from collections.abc import Iterator
from dataclasses import dataclass
from itertools import combinations, islice

from northspan.core.book.systems import SYSTEMS
from northspan.core.job.run import Run
from northspan.core.physics.network.nodal import EARTH, Branch
from northspan.core.property.ground.found import Wired
from northspan.core.property.ground.network.nodes import node
from northspan.core.property.ground.network.wired import BOND_OHM
from northspan.core.property.whole.readings import Kind
from northspan.core.readings.network.meter import Edit
from northspan.core.readings.network.splices import piece, splice_boxes

# Nothing is wrong then: it is as the job says, or only what runs is not as it was said.
HARMLESS: frozenset[Kind] = frozenset({"none", "more-load"})
# Something that is on no list.
ELSE: Kind = "else"
# Ohms in the way of what flows; those of the others lie where nothing should flow.
SERIES: frozenset[Kind] = frozenset(
    {"loose-neutral", "missing-bond", "missing-ground", "electrode-off", "thin-wire", "loose-run-leg", "loose-hot",
     "loose-leg", "loose-circuit-neutral", "open-circuit-ground"}
)  # fmt: skip
# At one of a panel's circuits, whichever.
ASTRAY: Kind = "astray"
# A joint of 0.05 ohm hardly shows; past a few hundred thousand it is open, whatever carbon is left.
LOOSE_OHM = (0.05, 3.0e5)
SHARED_OHM = (0.02, 2.0)
CUT_OHM = 3.0e6
# A load nobody spoke of, from half an ampere to eighty at 120 V.
LOAD_OHM = (1.5, 240.0)
# What of a panel's circuits comes home by their grounds: from all that one carries, its neutral on the bar of the
# grounds, down to what still shows upstream.
ASTRAY_OHM = (6.0, 4000.0)
# A wire so many times as long or as thin as on record; what comes from outside (A, one deviation).
THINNER = (1.3, 4.0)
OUTSIDE_A = 8.0
# A hot that lies in the earth, or on metal that stands in it alone.
EARTHED_OHM = (2.0, 300.0)
# Pairs go with the square of the panels in a place; more than these are not suspected.
MOST_SHARED = 100


@dataclass(frozen=True, slots=True)
class Suspect:
    """One thing that may be wrong: its kind, where (ids of runs, stations or a place; a leg, a box's number, circuits),
    the branches and nodes it changes, and the range of its ohms (None: it has none to be found). ``cut`` are branches
    that it opens besides, ``joined`` those that it closes; ``part_of`` a branch of so many ohms that was taken to carry
    what it carries, ``series_of`` one that was taken to drop what it drops, with so many ohms of both together;
    ``volts`` what lies across it, where its amperes are asked. ``also`` is changed whatever its ohms; ``times`` are
    branches whose own ohms (the last of each) it multiplies, its range then being of times; ``drive`` two nodes between
    which it drives a current from outside, and one deviation of that (A).
    """

    kind: Kind
    at: tuple[str, ...] = ()
    branches: tuple[tuple[str, str, str], ...] = ()
    ohms: tuple[float, float] | None = None
    fixed: float = BOND_OHM
    cut: tuple[tuple[str, str, str], ...] = ()
    joined: tuple[tuple[str, str, str], ...] = ()
    part_of: tuple[str, str, str, float] | None = None
    series_of: tuple[str, str, str, float] | None = None
    volts: float | None = None
    also: tuple[Edit, ...] = ()
    times: tuple[tuple[str, str, str, complex], ...] = ()
    drive: tuple[str, str, float] | None = None

    @property
    def key(self) -> str:
        """The suspect as one word.

        >>> Suspect("second-bond", ("studio",)).key
        'second-bond/studio'
        """
        return "/".join((self.kind, *self.at))

    def edits(self, ohms: float | None = None) -> tuple[Edit, ...]:
        """What it changes, with so many ohms (its own where it has none to be found)."""
        value = self.fixed if ohms is None else ohms
        return (
            *(Edit(branch, start, end, value) for branch, start, end in self.branches),
            *(Edit(branch, start, end, CUT_OHM) for branch, start, end in self.cut),
            *(Edit(branch, start, end, BOND_OHM) for branch, start, end in self.joined),
            *self._rest(value),
            *self.also,
            *(Edit(branch, start, end, value * own) for branch, start, end, own in self.times),
        )

    @property
    def in_series(self) -> bool:
        """Whether its ohms lie in the way of a current, so that more of them show more."""
        return self.kind in SERIES

    def apart_from(self, other: "Suspect") -> bool:
        """Whether it changes nothing that another changes too.

        >>> one, other = Suspect("leak", branches=(("a", "x", "y"),)), Suspect("none", branches=(("b", "x", "y"),))
        >>> one.apart_from(other), one.apart_from(one)
        (True, False)
        """
        return not self._touched & other._touched

    @property
    def _touched(self) -> frozenset[str]:
        rest = (each[0] for each in (self.part_of, self.series_of) if each is not None)
        changed = (each[0] for each in (*self.branches, *self.cut, *self.joined))
        times = (each[0] for each in self.times)
        return frozenset((*changed, *times, *(edit.branch for edit in self.also), *rest))

    def _rest(self, ohms: float) -> Iterator[Edit]:
        """What is left of the branch that it is a part of, or that it is in series with."""
        if self.part_of is not None:
            branch, start, end, whole = self.part_of
            yield Edit(branch, start, end, CUT_OHM if ohms <= whole else 1.0 / (1.0 / whole - 1.0 / ohms))
        if self.series_of is not None:
            branch, start, end, together = self.series_of
            yield Edit(branch, start, end, max(together - ohms, BOND_OHM))


def ends_of(branch: Branch) -> tuple[str, str, str]:
    """A branch as a suspect changes it: its name and its two nodes."""
    return branch.name, branch.start, branch.end


def loose(branch: Branch) -> tuple[float, float]:
    """The range of ohms of a wire with a joint that is loose or open in it: more than its own in any case."""
    return abs(branch.ohms) + LOOSE_OHM[0], LOOSE_OHM[1]


def suspects(there: Wired) -> tuple[Suspect, ...]:
    """Everything that is suspected of a property but for its panels' circuits, nothing wrong at all first."""
    return (
        Suspect("none"), *_loads(there), *_runs(there), *_bonds(there), *_shared(there), *_electrodes(there)
    )  # fmt: skip


def _loads(there: Wired) -> Iterator[Suspect]:
    """Loads that run unsaid, leg by leg; what of them comes home by ground, at whichever of a panel's circuits."""
    for at in sorted(there.reached):
        feed = there.net.fed_by.get(at)
        if feed is None or there.net.stations[at].kind == "utility":
            continue
        wiring = SYSTEMS[there.net.system[at] or feed.system]
        neutral = _has_neutral(there, at) and wiring.to_neutral is not None
        n = node(there.net, at, "N", True)
        if neutral:
            for leg in wiring.letters:
                ends = ((f"more {leg} {at}", node(there.net, at, leg, True), n),)
                yield Suspect("more-load", (at, leg), ends, LOAD_OHM, volts=wiring.to_neutral)
        if there.net.stations[at].kind != "transformer" and wiring.to_neutral is not None:
            for leg in wiring.letters:
                ends = ((f"to-earth {leg} {at}", node(there.net, at, leg, True), EARTH),)
                yield Suspect("hot-to-earth", (at, leg), ends, EARTHED_OHM, volts=wiring.to_neutral)
        if wiring.ungrounded == 2:
            ends = ((f"more {at}", node(there.net, at, "A", True), node(there.net, at, "B", True)),)
            yield Suspect("more-load", (at, "AB"), ends, LOAD_OHM, volts=wiring.volts)
        loads = (f"load {at}", *(f"load {x} {at}" for x in (*wiring.letters, "AB")), f"unbalance {at}")
        own = any(there.network.branch(name) is not None for name in loads)
        # Where nothing hangs there is no circuit at which something comes home by ground.
        if own or there.net.stations[at].panel is not None:
            bar = node(there.net, at, "bar")
            for leg in wiring.letters:
                ends = ((f"astray {leg} {at}", node(there.net, at, leg, True), bar),)
                yield Suspect(ASTRAY, (at, leg), ends, ASTRAY_OHM, volts=wiring.lines[0].volts)


def _runs(there: Wired) -> Iterator[Suspect]:
    named = {b.name: b for b in there.network.branches}
    for run in there.net.order:
        if f"A {run.id}" not in named:
            continue
        boxes = splice_boxes(run)
        for number in range(len(boxes) + 1):
            at = (run.id, str(number)) if boxes else (run.id,)
            if neutral := named.get(piece("N", run.id, number)):
                yield Suspect("loose-neutral", at, (ends_of(neutral),), loose(neutral))
            for leg in there.net.legs(run):
                if hot := named.get(piece(leg, run.id, number)):
                    yield Suspect("loose-run-leg", (run.id, leg, *at[1:]), (ends_of(hot),), loose(hot))
        ground, steel = named.get(f"G {run.id}"), named.get(f"raceway {run.id}")
        if ground is not None:
            # Its wire loose or broken; its pipe with it, where that is no better.
            cut = () if steel is None else (ends_of(steel),)
            yield Suspect("missing-ground", (run.id,), (ends_of(ground),), loose(ground), cut=cut)
        elif steel is not None:
            yield Suspect("missing-ground", (run.id,), (ends_of(steel),), loose(steel))
        yield from _swapped(there, run, ground)
        wires = tuple(b for letter in "ABN" if (b := named.get(f"{letter} {run.id}")) is not None)
        if not boxes:
            times = tuple((*ends_of(b), b.ohms) for b in wires)
            yield Suspect("thin-wire", (run.id,), ohms=THINNER, times=times)


def _swapped(there: Wired, run: Run, ground: Branch | None) -> Iterator[Suspect]:
    """The neutral of a feed on the bar of its far end, the ground on its neutral."""
    neutral = there.network.branch(f"N {run.id}")
    if neutral is None or ground is None or there.net.stations[run.to_station].kind != "panelboard":
        return
    crossed = (
        Edit(f"crossed N {run.id}", neutral.start, ground.end, neutral.ohms, neutral.name),
        Edit(f"crossed G {run.id}", ground.start, neutral.end, ground.ohms, ground.name),
    )
    yield Suspect("swapped", (run.id,), cut=(ends_of(neutral), ends_of(ground)), also=crossed)


def _bonds(there: Wired) -> Iterator[Suspect]:
    named = {b.name: b for b in there.network.branches}
    for station in there.net.stations.values():
        if station.id not in there.reached or station.kind == "utility":
            continue
        bond = named.get(f"bond {station.id}")
        if bond is not None:
            yield Suspect("missing-bond", (station.id,), (ends_of(bond),), loose(bond))
        elif _has_neutral(there, station.id):
            ends = node(there.net, station.id, "N"), node(there.net, station.id, "can")
            yield Suspect("second-bond", (station.id,), ((f"second {station.id}", *ends),))


def _has_neutral(there: Wired, station: str) -> bool:
    feed = there.net.fed_by.get(station)
    return feed is not None and there.network.branch(f"N {feed.id}") is not None


def _shared(there: Wired) -> Iterator[Suspect]:
    """Neutrals of two feeds to one place that meet beyond them, where neither feeds the other; the first so many."""
    yield from islice(_meeting(there), MOST_SHARED)


def _meeting(there: Wired) -> Iterator[Suspect]:
    fed = [s for s in there.net.stations.values() if s.id in there.reached and _has_neutral(there, s.id)]
    for one, other in combinations(fed, 2):
        if one.place != other.place:
            continue
        if there.net.fed_by[one.id].from_station == other.id or there.net.fed_by[other.id].from_station == one.id:
            continue
        ends = node(there.net, one.id, "N"), node(there.net, other.id, "N")
        yield Suspect("shared-neutral", (one.id, other.id), ((f"shared {one.id} {other.id}", *ends),), SHARED_OHM)


def _electrodes(there: Wired) -> Iterator[Suspect]:
    supplies = {s.id for s in there.net.stations.values() if s.kind == "utility"}
    for branch in there.network.branches:
        what, _, at = branch.name.partition(" ")
        if what == "earth" and at not in supplies:
            # From a clamp that corrodes to a wire that is off.
            yield Suspect("electrode-off", (at,), (ends_of(branch),), (2.0 * abs(branch.ohms), CUT_OHM))
    for supply in sorted(supplies):
        yield Suspect("outside", (supply,), drive=(node(there.net, supply, "N", True), EARTH, OUTSIDE_A))
