"""Circuits that say what Loads counts: legs, kitchen and laundry circuits, appliances that were typed."""

from collections.abc import Iterable, Mapping

from northspan.core.book.systems import SYSTEMS
from northspan.core.job.job import Appliance, Job, Place, Station
from northspan.core.job.panel import Panel, PanelCircuit
from northspan.core.property.panel.layout import A, B


def with_driven_loads(job: Job) -> Job:
    """The job as its panels say it, where one is set to; itself where none is.

    A 120 V appliance on a one-pole circuit is on that circuit's leg; a dwelling has as many kitchen and laundry
    circuits as are written in the panel; an appliance circuit with VA of its own and nothing of Loads on it counts as
    an appliance fastened in place.
    """
    driving = [(s, s.panel) for s in job.stations if s.panel is not None and s.panel.drives_loads]
    if not driving:
        return job
    lines: dict[str, str] = {}
    for run in job.runs:
        lines.setdefault(run.to_station, SYSTEMS[run.system].letters)
    places = []
    for place in job.places:
        here = [(s, panel) for s, panel in driving if s.place == place.id]
        places.append(_driven(place, here, lines) if here else place)
    return job.model_copy(update={"places": tuple(places)})


def _driven(place: Place, panels: list[tuple[Station, Panel]], lines: Mapping[str, str]) -> Place:
    legs: dict[str, str | None] = {}
    typed: list[Appliance] = []
    circuits: list[PanelCircuit] = []
    for station, panel in panels:
        of = panel.bus(station.gear.spaces or 0, lines.get(station.id, A + B))
        circuits += panel.circuits
        for circuit in panel.circuits:
            leg = of[circuit.space - 1] if circuit.space is not None and circuit.poles == 1 else None
            legs |= dict.fromkeys(circuit.appliances, leg)
            if circuit.use == "appliance" and circuit.va and not circuit.appliances and circuit.run is None:
                typed.append(_appliance(station, circuit, leg))
    known = tuple(
        a.model_copy(update={"leg": legs[a.id]}) if a.across == "neutral" and legs.get(a.id) in (A, B) else a
        for a in place.appliances
    )
    changes: dict[str, object] = {"appliances": (*known, *typed)}
    if place.is_dwelling:
        changes |= {
            f"{name}_circuits": many
            for name, use in (("small_appliance", "kitchen"), ("laundry", "laundry"))
            if (many := _count(circuits, use))
        }
    return place.model_copy(update=changes)


def _appliance(station: Station, circuit: PanelCircuit, leg: str | None) -> Appliance:
    two = circuit.poles == 2
    return Appliance(
        id=f"{station.id}-{circuit.id}"[:64],
        name=circuit.name or circuit.id,
        kind="fastened",
        across="lines" if two else "neutral",
        va=circuit.va,
        continuous=circuit.continuous,
        leg=None if two else "B" if leg == B else "A" if leg == A else None,
    )


def _count(circuits: Iterable[PanelCircuit], use: str) -> int:
    return sum(1 for c in circuits if c.use == use and c.space is not None)
