"""A panel between solving and judging: its spaces, holes and circuits as the finders of findings see them."""

from collections.abc import Mapping
from dataclasses import dataclass
from functools import cached_property

from northspan.core.job.job import Station
from northspan.core.job.panel import Panel, PanelCircuit
from northspan.core.network.sized_run import SizedRun
from northspan.core.property.panel.answer import Owed
from northspan.core.property.panel.asked import PanelAsked
from northspan.core.property.panel.circuits import SizedCircuit
from northspan.core.property.panel.holes import Landed
from northspan.core.property.panel.layout import BusBars
from northspan.core.property.panel.moved.moving import Moving

USES = {
    "kitchen": "Kitchen receptacles",
    "laundry": "Laundry",
    "bathroom": "Bathroom receptacles",
    "lighting": "Lights",
    "spare": "Spare",
}


@dataclass(frozen=True, eq=False)
class SolvedPanel:
    """A panel as it was asked of: its spaces and legs, its circuits in their order, its holes, the guards that each
    circuit owes, its move.
    """

    asked: PanelAsked
    bus: BusBars
    circuits: tuple[SizedCircuit, ...]
    landed: Landed
    owed: Mapping[str, tuple[Owed, ...]]
    moving: Moving | None

    @property
    def station(self) -> Station:
        """Its station."""
        return self.asked.station

    @property
    def panel(self) -> Panel:
        """The panel as it was entered, in SI."""
        return self.asked.panel

    @property
    def feed(self) -> SizedRun | None:
        """The run that feeds it; None: none does."""
        return None if self.asked.feed is None else self.asked.feed.sized

    @property
    def bus_a(self) -> float | None:
        """Rating of its bus (A)."""
        gear = self.station.gear
        return gear.bus_a or gear.rating_a

    @cached_property
    def legs(self) -> Mapping[str, float]:
        """Load on each leg (VA)."""
        legs = dict.fromkeys(sorted(set(self.bus.legs)), 0.0)
        for each in self.circuits:
            for leg, va in each.leg_va.items():
                legs[leg] += va
        return legs

    @cached_property
    def by_id(self) -> Mapping[str, SizedCircuit]:
        """Its circuits by id."""
        return {each.circuit.id: each for each in self.circuits}

    @cached_property
    def stands(self) -> Mapping[int, tuple[PanelCircuit, ...]]:
        """The circuits whose breakers stand in each space."""
        found: dict[int, tuple[PanelCircuit, ...]] = {}
        for circuit in self.panel.circuits:
            for space in spaces_of(circuit):
                found[space] = (*found.get(space, ()), circuit)
        return found

    @cached_property
    def free(self) -> tuple[int, ...]:
        """The spaces with nothing in them, not even a spare breaker, that a breaker may use."""
        return tuple(s for s in self.bus.spaces if self.bus.usable(s) and s not in self.stands)

    def line(self, each: SizedCircuit, written: bool = True) -> str:
        """A circuit's line in the directory: as it is ``written``, else what hangs on it, the run's end, or its use."""
        circuit = each.circuit
        if circuit.name and written:
            return circuit.name
        if circuit.appliances:
            names = {a.id: a.name for a in self.asked.place.appliances}
            return ", ".join(names.get(a, a) for a in circuit.appliances)
        if each.run is not None:
            return next(r.name for r in self.asked.leaving if r.id == each.run.run.id)
        rooms = ", ".join(circuit.rooms).replace("-", " ")
        what = USES.get(circuit.use, "Receptacles" if circuit.receptacles else "Outlets")
        return f"{what}, {rooms}" if rooms and rooms != circuit.use else what


def spaces_of(circuit: PanelCircuit) -> tuple[int, ...]:
    """The spaces that a circuit's breaker takes; none while it is not in the panel.

    >>> spaces_of(PanelCircuit(id="a", space=7, poles=2)), spaces_of(PanelCircuit(id="b"))
    ((7, 9), ())
    """
    return () if circuit.space is None else (circuit.space, circuit.space + 2)[: circuit.poles]
