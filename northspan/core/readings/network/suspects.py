"""What could be wrong with a property that a meter would show: one thing at a time, each as a change of the network."""

from collections.abc import Iterator
from dataclasses import dataclass
from itertools import combinations, islice
from typing import Literal

from northspan.core.ground.found import Wired
from northspan.core.ground.network.nodes import node
from northspan.core.ground.network.wired import BOND_OHM
from northspan.core.readings.network.meter import Edit

Kind = Literal[
    "none", "loose-neutral", "second-bond", "missing-bond", "missing-ground", "shared-neutral", "electrode-off"
]
# A joint of 0.05 ohm hardly shows; past a few hundred thousand it is open, whatever carbon is left.
LOOSE_OHM = (0.05, 3.0e5)
SHARED_OHM = (0.02, 2.0)
CUT_OHM = 3.0e6
# Pairs go with the square of the panels in a place; more than these are not suspected.
MOST_SHARED = 100


@dataclass(frozen=True, slots=True)
class Suspect:
    """One thing that may be wrong: its kind, where (ids of runs, stations or a place), the branches and nodes it
    changes, and the range of its ohms (None: it has none to be found).
    """

    kind: Kind
    at: tuple[str, ...] = ()
    branches: tuple[tuple[str, str, str], ...] = ()
    ohms: tuple[float, float] | None = None
    fixed: float = BOND_OHM

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
        return tuple(Edit(branch, start, end, value) for branch, start, end in self.branches)


def suspects(there: Wired) -> tuple[Suspect, ...]:
    """Everything that is suspected of a property, nothing wrong at all first."""
    return (Suspect("none"), *_runs(there), *_bonds(there), *_shared(there), *_electrodes(there))


def _runs(there: Wired) -> Iterator[Suspect]:
    named = {b.name: b for b in there.network.branches}
    for run in there.net.order:
        if f"A {run.id}" not in named:
            continue
        if neutral := named.get(f"N {run.id}"):
            ends = ((neutral.name, neutral.start, neutral.end),)
            yield Suspect("loose-neutral", (run.id,), ends, LOOSE_OHM)
        ground = tuple(
            (b.name, b.start, b.end) for b in map(named.get, (f"G {run.id}", f"raceway {run.id}")) if b is not None
        )
        if ground:
            yield Suspect("missing-ground", (run.id,), ground, fixed=CUT_OHM)


def _bonds(there: Wired) -> Iterator[Suspect]:
    named = {b.name: b for b in there.network.branches}
    for station in there.net.stations.values():
        if station.id not in there.reached or station.kind == "utility":
            continue
        bond = named.get(f"bond {station.id}")
        if bond is not None:
            yield Suspect("missing-bond", (station.id,), ((bond.name, bond.start, bond.end),), fixed=CUT_OHM)
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
            yield Suspect("electrode-off", (at,), ((branch.name, branch.start, branch.end),), fixed=CUT_OHM)
