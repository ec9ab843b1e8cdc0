"""What could be wrong with a circuit that a voltmeter at its outlet would show."""

from collections.abc import Collection, Iterator, Mapping, Sequence

from northspan.core.physics.network.nodal import Branch
from northspan.core.readings.network.circuits import CircuitWires
from northspan.core.readings.network.meter import Edit
from northspan.core.readings.network.suspects import CUT_OHM, LOAD_OHM, LOOSE_OHM, Suspect, ends_of

# Beyond this a neutral is called open, and what hangs on it is not what its hots told.
OPEN_OHM = 60.0
# A ground with less than this (ohm) in its way a voltmeter does not tell from a sound one.
POOR_OHM = (20.0, CUT_OHM)
# What hangs on an open neutral: anything from a full load to what hardly lets a meter read.
HANGS_OHM = (LOAD_OHM[0], LOOSE_OHM[1])


def outlet_suspects(
    circuits: Sequence[CircuitWires], off: Collection[tuple[str, str]], wrong_at: Collection[tuple[str, str]]
) -> Iterator[Suspect]:
    """Of circuits read at, those in ``off`` (panel, circuit) whose outlet reads other than it should: a hot, the
    neutral or the ground loose or open on the way there, two of the three crossed, a second hot on its neutral. Neutral
    and ground swapped there shows in the panel too: of all in ``wrong_at``.
    """
    wires = {branch.name: branch for each in circuits for branch in each.branches}
    cables: dict[str, list[CircuitWires]] = {}
    for each in circuits:
        if each.contacts is not None:
            cables.setdefault(each.neutral_wire, []).append(each)
    for cable in cables.values():
        wrong = [each for each in cable if (each.station, each.id) in off]
        if wrong:
            yield from _neutral(cable, wires)
        for each in wrong:
            yield from _alone(each, wires)
    for each in circuits:
        if each.second is not None and (each.station, each.id) in off:
            yield from _both_legs(each, wires)
        if (each.station, each.id) in wrong_at:
            yield from _swapped(each, wires)
    yield from _grounds(circuits, off, wires)


def _neutral(cable: Sequence[CircuitWires], wires: Mapping[str, Branch]) -> Iterator[Suspect]:
    """The neutral of a circuit, or of a multiwire pair. Where it is open and a hot reads nothing, what hangs there is
    not told by it.
    """
    at = (cable[0].station, *(each.id for each in cable))
    wire = wires[cable[0].neutral_wire]
    cut = (ends_of(wire),)
    whole = _with_load(cable[0], wires, wire) if len(cable) == 1 else None
    yield Suspect("loose-circuit-neutral", at, cut, (LOOSE_OHM[0], OPEN_OHM), series_of=whole)
    free = next((each for each in cable if not each.amps), None)
    hangs = () if free is None else ((f"draw {free.station}/{free.id}", free.hot, str(free.neutral)),)
    yield Suspect("open-circuit-neutral", at, hangs, None if free is None else HANGS_OHM, cut=cut)


def _both_legs(each: CircuitWires, wires: Mapping[str, Branch]) -> Iterator[Suspect]:
    for leg in each.legs:
        hot = wires[f"hot {each.station}/{each.id}/{leg}"]
        whole = _with_load(each, wires, hot)
        yield Suspect("loose-leg", (each.station, each.id, leg), (ends_of(hot),), LOOSE_OHM, series_of=whole)


def _with_load(each: CircuitWires, wires: Mapping[str, Branch], joint: Branch) -> tuple[str, str, str, float] | None:
    """The load of a circuit, with its ohms and those of the joint that is loose: the clamp read both in series."""
    draw = wires.get(f"draw {each.station}/{each.id}")
    return None if draw is None else (*ends_of(draw), abs(draw.ohms) + abs(joint.ohms))


def _grounds(
    circuits: Sequence[CircuitWires], off: Collection[tuple[str, str]], wires: Mapping[str, Branch]
) -> Iterator[Suspect]:
    """The ground of a circuit; of a multiwire pair, or of all in one cable, it is one."""
    cables: dict[str, list[CircuitWires]] = {}
    for each in circuits:
        if each.ground is not None:
            cables.setdefault(each.ground_wire, []).append(each)
    for name, cable in cables.items():
        if any((each.station, each.id) in off for each in cable):
            at = (cable[0].station, *(each.id for each in cable))
            yield Suspect("open-circuit-ground", at, (ends_of(wires[name]),), POOR_OHM, CUT_OHM)


def _alone(each: CircuitWires, wires: Mapping[str, Branch]) -> Iterator[Suspect]:
    at, name = (each.station, each.id), f"{each.station}/{each.id}"
    joint = wires[f"hot {name}/{each.legs}"]
    yield Suspect("loose-hot", at, (ends_of(joint),), LOOSE_OHM, series_of=_with_load(each, wires, joint))
    assert each.contacts is not None
    hot, neutral, ground = each.contacts
    yield Suspect("reversed-polarity", at, cut=(ends_of(hot), ends_of(neutral)), joined=_crossed(name, hot, neutral))
    if each.opposite is not None:
        second = Edit(f"cross second {name}", each.opposite, neutral.end, each.one_way)
        yield Suspect("two-hots", at, cut=(ends_of(neutral),), also=(second,))
    if ground is not None:
        yield Suspect("live-ground", at, cut=(ends_of(hot), ends_of(ground)), joined=_crossed(name, hot, ground))


def _swapped(each: CircuitWires, wires: Mapping[str, Branch]) -> Iterator[Suspect]:
    if each.contacts is None:
        return
    name, (_, neutral, ground) = f"{each.station}/{each.id}", each.contacts
    if ground is None:
        return
    draw = wires.get(f"draw {name}")
    # What hangs on that outlet comes home by the ground then.
    home = () if draw is None else (Edit(f"astray own {name}", draw.start, ground.start, draw.ohms),)
    cut = (ends_of(neutral), ends_of(ground), *(() if draw is None else (ends_of(draw),)))
    yield Suspect("outlet-swapped", (each.station, each.id), cut=cut, joined=_crossed(name, neutral, ground), also=home)


def _crossed(name: str, one: Branch, other: Branch) -> tuple[tuple[str, str, str], ...]:
    """Two wires each on the other's terminal of an outlet."""
    return (f"cross one {name}", one.start, other.end), (f"cross other {name}", other.start, one.end)
