"""The circuits of panels as branches of the property's network, each carrying what its hot was read to carry.

Of every circuit of a panel that was read at: its hots, its neutral and its ground up to where the load is, the load by
the amperes of its hot (none where that was not read). What a panel takes as a whole is that much less. Of a multiwire
pair each hot has a second way, to the other leg, which carries nothing as long as all is as the panel's drawing has it.
"""

from collections.abc import Iterator, Mapping, Sequence
from dataclasses import dataclass, replace

from northspan.core.book.systems import SYSTEMS
from northspan.core.job.job import Job
from northspan.core.job.panel import PanelCircuit
from northspan.core.network.topology import Network
from northspan.core.physics.line import Line
from northspan.core.physics.network.nodal import Branch, ImpedanceNetwork
from northspan.core.property.ground.earthing import Earthing
from northspan.core.property.ground.network.nodes import node
from northspan.core.property.panel.answer import CircuitAnswer, PanelAnswer
from northspan.core.property.panel.circuits import cables, takes_neutral
from northspan.core.property.whole.measured import CircuitRan

# One way of a wire that is not on record (ohm): some fifteen metres of the usual.
WIRE_OHM = 0.1
LEAST_OHM, LEAST_A = 1e-4, 1e-3
# What a clamp shows below this (A) is its own last digit: nothing hangs there.
DIGIT_A = 0.05
# From a circuit's wire to a meter at its outlet (ohm).
CONTACT = 1e-3
# Between a hot and the leg that it is not on: nothing, until it is suspected to be on that.
APART_OHM = 3.0e6


@dataclass(frozen=True, slots=True)
class CircuitWires:
    """A circuit as it is wired: the panel it is of, its legs, the A its hot was read to carry (None: not read), its
    nodes at the load (hot, second hot, neutral, ground; None: it has no such wire), ``contacts`` from its hot, its
    neutral and its ground (None: it has none) to where a meter is put at its outlet (None: not from one hot to a
    neutral), one way of its wire (ohm), its branches; in its panel the bar of the grounds and the leg that it is not on
    (None: there is no other). ``whole`` says that all hots on its neutral were read, so that the neutral's own current
    is known.
    """

    station: str
    id: str
    legs: str
    amps: float | None
    hot: str
    second: str | None
    neutral: str | None
    ground: str | None
    neutral_wire: str
    ground_wire: str
    round: tuple[str, ...]
    whole: bool
    contacts: tuple[Branch, Branch, Branch | None] | None
    one_way: float
    bar: str
    opposite: str | None
    branches: tuple[Branch, ...]


def circuit_wires(
    rules: Earthing, job: Job, net: Network, panels: Sequence[PanelAnswer], ran: Sequence[CircuitRan]
) -> tuple[CircuitWires, ...]:
    """The circuits of every panel that was read at, by its station and in its order. A run is no circuit here, nor is
    what has no space yet.
    """
    read = {(c.station, c.circuit): 0.0 if c.amps is not None and c.amps < DIGIT_A else c.amps for c in ran}
    solved = {(p.station, c.id): c for p in panels for c in p.circuits}
    found: list[CircuitWires] = []
    for station in job.stations:
        if station.panel is None or not any(at == station.id for at, _ in read):
            continue
        for cable in cables(station.panel.circuits):
            there = [
                (each, answer)
                for each in cable
                if each.run is None
                and each.use != "spare"
                and (answer := solved.get((station.id, each.id))) is not None
                and answer.leg
            ]
            found += _cable(rules, net, station.id, there, read)
    return tuple(found)


def apart(circuits: Sequence[CircuitWires]) -> Mapping[str, tuple[float, float]]:
    """What circuits take of their panels (A on leg A, on leg B), by the panel's id."""
    taken: dict[str, tuple[float, float]] = {}
    for each in circuits:
        a, b = taken.get(each.station, (0.0, 0.0))
        amps = each.amps or 0.0
        taken[each.station] = (a + amps * ("A" in each.legs), b + amps * ("B" in each.legs))
    return taken


def settled(
    network: ImpedanceNetwork, circuits: Sequence[CircuitWires]
) -> tuple[ImpedanceNetwork, tuple[CircuitWires, ...]]:
    """The same network, and circuits, with every circuit drawing what its hot was read to carry at the voltage that it
    really has.
    """
    read: dict[str, float] = {f"draw {each.station}/{each.id}": each.amps for each in circuits if each.amps}
    if not read:
        return network, tuple(circuits)
    state = network.state()
    drawn = {b.name: abs(state.amps(b)) for b in network.branches if b.name in read}
    # Where no voltage is nothing is drawn, whatever was read.
    now = {
        b.name: replace(b, ohms=b.ohms * amps / read[b.name]) if (amps := drawn.get(b.name, 0.0)) > LEAST_A else b
        for b in network.branches
    }
    own = tuple(replace(each, branches=tuple(now[b.name] for b in each.branches)) for each in circuits)
    return ImpedanceNetwork(tuple(now.values()), network.couplings, network.nodes), own


def _cable(
    rules: Earthing,
    net: Network,
    station: str,
    there: Sequence[tuple[PanelCircuit, CircuitAnswer]],
    read: Mapping[tuple[str, str], float | None],
) -> Iterator[CircuitWires]:
    """The circuits of one cable: a multiwire pair shares its neutral and its ground."""
    if not there:
        return
    first = f"{station}/{there[0][0].id}"
    neutral = f"{first}:N" if any(takes_neutral(each) for each, _ in there) else None
    bare = any(each.cable is not None and each.cable.no_egc for each, _ in there)
    ground = None if bare else f"{first}:E"
    hots = [f"hot {station}/{each.id}/{leg}" for each, answer in there for leg in answer.leg]
    pair = len(there) > 1 and all(len(answer.leg) == 1 for _, answer in there)
    others = [f"other {station}/{each.id}" for each, _ in there] if pair else []
    rounds = (*hots, *others, *(() if neutral is None else (f"neutral {first}",)))
    # Of two poles one figure is read; how much of it comes back by a neutral it does not tell.
    whole = all(read.get((station, each.id)) is not None and each.poles == 1 for each, _ in there)
    fed = net.system.get(station)
    both_legs = fed is not None and SYSTEMS[fed].ungrounded > 1
    for at, (each, answer) in enumerate(there):
        name = f"{station}/{each.id}"
        ohms, amps = _wire(rules, each, answer), read.get((station, each.id))
        ends = {leg: f"{name}:{leg}" for leg in answer.leg}
        branches = [Branch(f"hot {name}/{leg}", node(net, station, leg, True), end, ohms) for leg, end in ends.items()]
        if pair:
            leg = "B" if answer.leg == "A" else "A"
            branches.append(Branch(others[at], node(net, station, leg, True), ends[answer.leg], complex(APART_OHM)))
        if at == 0 and neutral is not None:
            branches.append(Branch(f"neutral {first}", node(net, station, "N", True), neutral, ohms))
        if at == 0 and ground is not None:
            branches.append(Branch(f"ground {first}", node(net, station, "bar"), ground, ohms))
        hot, second = ends[answer.leg[0]], ends[answer.leg[1]] if len(answer.leg) == 2 else None
        back = second or neutral
        if amps and back is not None:
            own = max(answer.volts / amps - 2.0 * abs(ohms), LEAST_OHM)
            branches.append(Branch(f"draw {name}", hot, back, complex(own)))
        contacts = None
        if len(answer.leg) == 1 and neutral is not None:
            contacts = (
                Branch(f"contact hot {name}", hot, f"{name}:h", complex(CONTACT)),
                Branch(f"contact neutral {name}", neutral, f"{name}:n", complex(CONTACT)),
                None if ground is None else Branch(f"contact ground {name}", ground, f"{name}:g", complex(CONTACT)),
            )
            branches += [contact for contact in contacts if contact is not None]
        opposite = {"A": "B", "B": "A"}.get(answer.leg) if both_legs else None
        yield CircuitWires(
            station, each.id, answer.leg, amps, hot, second, neutral, ground, f"neutral {first}",
            f"ground {first}", rounds, whole, contacts, abs(ohms), node(net, station, "bar"),
            None if opposite is None else node(net, station, opposite, True), tuple(branches),
        )  # fmt: skip


def _wire(rules: Earthing, circuit: PanelCircuit, answer: CircuitAnswer) -> complex:
    """One way of a circuit's wire (ohm), as on record, else as ``WIRE_OHM`` has it."""
    size = circuit.size or answer.size
    if circuit.cable is None or size is None:
        return complex(WIRE_OHM)
    own = rules.conductor_ohms(circuit.cable.metal, size, circuit.cable.raceway)
    return complex(max(LEAST_OHM, abs(Line(own, circuit.cable.length, circuit.cable.sets).one_way)))
