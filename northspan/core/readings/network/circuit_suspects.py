"""What could be wrong with the circuits of a panel that a clamp would show."""

from collections.abc import Collection, Iterator, Sequence
from itertools import combinations, islice, permutations

from northspan.core.readings.network.circuits import CircuitWires
from northspan.core.readings.network.meter import Edit
from northspan.core.readings.network.outlet_suspects import outlet_suspects
from northspan.core.readings.network.suspects import LOAD_OHM, SHARED_OHM, Suspect, ends_of
from northspan.core.readings.taken.circuits_ran import OUTLETS
from northspan.core.readings.taken.spot import Spot

# A neutral that touches its ground; insulation, from what opens a class A device up to what just opens no breaker.
TOUCH_OHM = (0.01, 20.0)
LEAK_OHM = (30.0, 4.0e4)
# Neutrals that meet go with the square of the circuits; more than these are not suspected.
MOST_MET = 120


def circuit_suspects(
    circuits: Sequence[CircuitWires], off: Collection[Spot], bonded: Collection[str]
) -> tuple[Suspect, ...]:
    """Of circuits read at, those at which something in ``off`` is read: what may be wrong with each, with each and
    another, and on the way to its outlet where that reads wrong. ``bonded`` are panels in which neutrals and grounds
    are one bar.
    """
    at = {(spot.at, spot.part) for spot in off}
    wrong = [each for each in circuits if (each.station, each.id) in at]
    # A multiwire pair has one neutral: it stands for both.
    own = list({each.neutral_wire: each for each in reversed(circuits) if each.neutral is not None}.values())[::-1]
    touched = {each.neutral_wire for each in wrong}
    pairs = [
        (one, other)
        for one, other in permutations(own, 2)
        if one.station == other.station and touched & {one.neutral_wire, other.neutral_wire}
    ]
    # Of many those come first of which both read wrong.
    pairs.sort(key=lambda pair: not {pair[0].neutral_wire, pair[1].neutral_wire} <= touched)
    outlets = {(spot.at, spot.part) for spot in off if spot.quantity in OUTLETS}
    return (
        *_alone(wrong), *_one_leg(circuits, touched), *outlet_suspects(circuits, outlets, at),
        *_on_the_bar([each for each in circuits if each.station not in bonded]),
        *islice(_met(circuits, pairs), MOST_MET),
    )  # fmt: skip


def _alone(circuits: Sequence[CircuitWires]) -> Iterator[Suspect]:
    seen = set[str]()
    for each in circuits:
        name = f"{each.station}/{each.id}"
        if each.neutral is not None and each.ground is not None and each.neutral_wire not in seen:
            seen.add(each.neutral_wire)
            ends = ((f"touch {name}", each.neutral, each.ground),)
            yield Suspect("neutral-on-ground", (each.station, each.id), ends, TOUCH_OHM)
        if each.ground is not None:
            leak = ((f"leak {name}", each.hot, each.ground),)
            # The clamp on its hot read the leak too: what hangs on it takes that much less.
            draw = next((b for b in each.branches if b.name == f"draw {name}"), None)
            whole = None if draw is None else (*ends_of(draw), abs(draw.ohms))
            yield Suspect("leak", (each.station, each.id), leak, LEAK_OHM, part_of=whole)


def _on_the_bar(circuits: Sequence[CircuitWires]) -> Iterator[Suspect]:
    """Circuits whose neutral lies on the bar of the grounds: each reads as it should, what the panel is fed by does
    not. One whose hot was not read carries as much as would explain the rest.
    """
    seen = set[str]()
    for each in circuits:
        if each.neutral is None or each.neutral_wire in seen:
            continue
        seen.add(each.neutral_wire)
        (wire,) = (b for b in each.branches if b.name == each.neutral_wire)
        lies = (Edit(f"barred {each.station}/{each.id}", each.bar, wire.end, wire.ohms, wire.name),)
        own = [c for c in circuits if c.neutral_wire == each.neutral_wire]
        draw = ((f"draw {each.station}/{each.id}", each.hot, each.neutral),)
        unread, ohms = (draw, LOAD_OHM) if all(c.amps is None for c in own) else ((), None)
        if unread or any(c.amps for c in own):
            at = (each.station, *(c.id for c in own))
            yield Suspect("neutral-on-bar", at, unread, ohms, cut=(ends_of(wire),), also=lies)


def _one_leg(circuits: Sequence[CircuitWires], touched: Collection[str]) -> Iterator[Suspect]:
    """Multiwire pairs whose second hot is on the first one's leg."""
    for one, other in combinations(circuits, 2):
        second = next((b for b in other.branches if b.name.startswith("other ")), None)
        if second is None or one.neutral_wire != other.neutral_wire or one.neutral_wire not in touched:
            continue
        off, on = ((ends_of(b),) for b in (other.branches[0], second))
        yield Suspect("same-leg", (one.station, one.id, other.id), cut=off, joined=on)


def _met(circuits: Sequence[CircuitWires], pairs: Sequence[tuple[CircuitWires, CircuitWires]]) -> Iterator[Suspect]:
    """Neutrals of two circuits joined at their loads; and one that comes back by the other's alone."""
    wires = {branch.name: branch for each in circuits for branch in each.branches}
    amps: dict[str, list[float | None]] = {}
    for each in circuits:
        amps.setdefault(each.neutral_wire, []).append(each.amps)
    for one, other in pairs:
        at = (one.station, one.id, other.id)
        ends = ((f"meet {one.station}/{one.id}/{other.id}", str(one.neutral), str(other.neutral)),)
        if one.id < other.id:
            yield Suspect("circuits-meet", at, ends, SHARED_OHM)
        wire, known = wires[one.neutral_wire], amps[one.neutral_wire]
        cut = (ends_of(wire),)
        if None in known:
            # What it carries is not read yet: as much as would explain the rest.
            draw = ((f"draw {one.station}/{one.id}", one.hot, str(one.neutral)),)
            yield Suspect("borrowed-neutral", at, draw, LOAD_OHM, cut=cut, joined=ends)
        elif any(known):
            yield Suspect("borrowed-neutral", at, ends, cut=cut)
