"""All that meters can be put to on a property: what a clamp goes round, what a volt or ohmmeter is held between."""

import math
from collections.abc import Iterator, Sequence

from northspan.core.property.ground.found import Wired
from northspan.core.property.ground.network.nodes import LINES, node
from northspan.core.readings.network.circuits import CircuitWires
from northspan.core.readings.network.splices import box_node, splice_boxes
from northspan.core.readings.taken.spot import Quantity, Spot

# A hot is read this near, and its load moves meanwhile.
HOT_SHARE = 0.03
# One standard deviation (A) of what a circuit carries whose hot was not read.
UNREAD_A = 5.0
# On how many of its wires that drops between the two places of a meter.
WAYS: tuple[tuple[Quantity, float], ...] = (
    ("outlet-volts", 2.0), ("outlet-ground", 1.0), ("outlet-neutral", 1.0),
    ("outlet-a-b", 2.0), ("outlet-a-ground", 1.0), ("outlet-b-ground", 1.0),
)  # fmt: skip


def unread(circuits: Sequence[CircuitWires]) -> dict[Spot, float]:
    """How far (V, one standard deviation) readings at outlets may be off by what a load drops whose hot nobody read."""
    drops = [(each, UNREAD_A * each.one_way) for each in circuits if each.amps is None]
    return {Spot(what, each.station, each.id): ways * drop for each, drop in drops for what, ways in WAYS}


def misread(circuits: Sequence[CircuitWires]) -> dict[Spot, float]:
    """How far (A, one standard deviation) the neutral of several may be off by what each hot was read wrong by, which
    is as large as ever, however little is left.
    """
    hots: dict[str, list[float]] = {}
    for each in circuits:
        hots.setdefault(each.neutral_wire, []).append(each.amps or 0.0)
    return {
        Spot("circuit-neutral", each.station, each.id): HOT_SHARE * math.hypot(*hots[each.neutral_wire])
        for each in circuits
        if len(hots[each.neutral_wire]) > 1
    }


def clamped(there: Wired, circuits: Sequence[CircuitWires]) -> Iterator[tuple[Spot, tuple[str, ...]]]:
    """Every spot of a clamp, with the branches that it goes round."""
    named = {b.name for b in there.network.branches}
    for run in there.net.order:
        if f"A {run.id}" not in named:
            continue
        circuit = tuple(name for name in (f"{letter} {run.id}" for letter in (*LINES, "N")) if name in named)
        parts = {f"A {run.id}": "a", f"B {run.id}": "b", f"N {run.id}": "neutral"}
        for name in circuit:
            if name in parts:
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
    for each in circuits:
        if each.amps is not None:
            yield Spot("circuit-hot", each.station, each.id), tuple(b.name for b in each.branches if b.end == each.hot)
        if each.whole and each.neutral is not None:
            yield Spot("circuit-neutral", each.station, each.id), (each.neutral_wire,)
        if each.ground is not None:
            yield Spot("circuit-ground", each.station, each.id), (each.ground_wire,)
        yield Spot("leakage", each.station, each.id), each.round


def across(there: Wired) -> Iterator[tuple[Spot, str, str]]:
    """Every spot of a voltmeter, with the two nodes that it is held between."""
    named = {b.name for b in there.network.branches}
    for run in there.net.order:
        at = run.to_station
        if at not in there.reached:
            continue
        legs = [leg for leg in "AB" if f"{leg} {run.id}" in named]
        a, b, n, can = (node(there.net, at, letter) for letter in ("A", "B", "N", "can"))
        if f"N {run.id}" in named:
            for leg, name in zip(legs, (a, b), strict=False):
                yield Spot("volts", at, f"{leg.lower()}-n"), name, n
            yield Spot("volts", at, "n-can"), n, can
            for box in splice_boxes(run):
                for leg in legs:
                    ends = box_node(run.id, box.number, leg), box_node(run.id, box.number, "N")
                    yield Spot("volts", run.id, f"{leg.lower()}-n#{box.number}"), *ends
        if len(legs) == 2:
            yield Spot("volts", at, "a-b"), a, b


def at_outlets(circuits: Sequence[CircuitWires]) -> Iterator[tuple[Spot, str, str]]:
    """Every spot of a voltmeter on low impedance, with the two nodes that it is held between."""
    for each in circuits:
        if each.second is not None:
            yield Spot("outlet-a-b", each.station, each.id), each.hot, each.second
            if each.ground is not None:
                for leg, hot in zip(each.legs, (each.hot, each.second), strict=True):
                    quantity: Quantity = "outlet-a-ground" if leg == "A" else "outlet-b-ground"
                    yield Spot(quantity, each.station, each.id), hot, each.ground
        if each.contacts is None:
            continue
        at_hot, at_neutral, at_ground = each.contacts
        yield Spot("outlet-volts", each.station, each.id), at_hot.end, at_neutral.end
        if at_ground is not None:
            yield Spot("outlet-ground", each.station, each.id), at_hot.end, at_ground.end
            yield Spot("outlet-neutral", each.station, each.id), at_neutral.end, at_ground.end


def continuous(there: Wired) -> Iterator[tuple[Spot, str, str]]:
    """Every spot of an ohmmeter on the dead property, with the two nodes that it is held between."""
    for run in there.net.order:
        if run.to_station not in there.reached:
            continue
        fed_by = there.net.stations[run.from_station]
        start = node(there.net, fed_by.id, "N" if fed_by.kind == "utility" else "can")
        yield Spot("continuity", run.to_station, "can"), node(there.net, run.to_station, "can"), start
