"""What is looked at of equipment: panels, their circuits, disconnects, second sources."""

from collections.abc import Iterator

from northspan.core.codes.nec.proof.inspection.saying import item, told
from northspan.core.figures.working import number
from northspan.core.job.job import Job, Station
from northspan.core.job.panel import Panel, PanelCircuit
from northspan.core.network.topology import SOURCES
from northspan.core.property.panel.answer import PanelAnswer
from northspan.core.property.whole.inspection import InspectionItem
from northspan.core.property.whole.solution import Solution, StationAnswer

GUARDS = {"gfci": "ground-fault", "afci": "arc-fault"}
OPENED = ("service-disconnect", "panelboard", "disconnect", "transfer-switch", "transformer")


def equipment(job: Job, solution: Solution) -> Iterator[InspectionItem]:
    """Everything of the stations."""
    panels = {p.station: p for p in solution.panels}
    dwellings = {p.id for p in job.places if p.is_dwelling}
    for station, answer in zip(job.stations, solution.stations, strict=True):
        if station.later:
            continue
        if station.kind in OPENED and station.bought:
            yield from _new(job, station)
        yield from _rated(station, answer)
        if station.kind == "service-disconnect" and station.place in dwellings:
            yield item("surge", station.id, station.name)
            yield item("emergency-disconnect", station.id, station.name)
        if station.gear.back_fed or (station.transfer is not None and station.transfer.form == "interlock"):
            yield item("hold-down", station.id, station.name)
        if station.panel is not None and station.id in panels:
            yield from _panel(station, station.panel, panels[station.id])
        elif station.kind == "panelboard":
            leaving = sum(r.from_station == station.id for r in job.runs)
            yield item("directory", station.id, station.name, circuits=str(leaving))
            yield item("openings", station.id, station.name)
    yield from _buildings(job, solution)
    if any(s.kind in SOURCES or s.gear.second_sources for s in job.stations):
        yield item("second-source", "job", "the service")


def _new(job: Job, station: Station) -> Iterator[InspectionItem]:
    yield item("working-space", station.id, station.name)
    torque = station.gear.torque
    if torque is None:
        yield item("torque-unsaid", station.id, station.name)
    else:
        yield item("torque", station.id, station.name, torque=f"{number(torque)} {job.told.torque.sign}")


def _rated(station: Station, answer: StationAnswer) -> Iterator[InspectionItem]:
    holds = station.gear.series_ka or station.gear.interrupting_ka
    if holds is not None and isinstance(answer.fault_a.value, float):
        fault = f"{answer.fault_a.value / 1000.0:.1f} kA"
        yield item("interrupting", station.id, station.name, rating=number(holds), fault=fault)


def _panel(station: Station, panel: Panel, answer: PanelAnswer) -> Iterator[InspectionItem]:
    where = station.name
    placed = [c for c in panel.circuits if c.space is not None]
    yield item("directory", station.id, where, circuits=str(len(placed)))
    yield item("openings", station.id, where)
    if any(not c.stays for c in panel.circuits):
        yield item("made-up", station.id, where)
    says = {c.id: c.says or c.id for c in answer.circuits}
    for circuit, own in zip(panel.circuits, answer.circuits, strict=True):
        for owed in own.owed:
            key = f"{station.id}/{circuit.id}/{owed.guard}"
            yield item(
                "guard", key, where, owed.section, circuit=says[own.id], guard=GUARDS.get(owed.guard, owed.guard)
            )
        if circuit.white_hot:
            yield item("remarked", f"{station.id}/{circuit.id}", where, circuit=says[own.id])
        if _leads_pair(circuit):
            both = f"{says[circuit.id]} and {says.get(circuit.partner or '', circuit.partner)}"
            yield item("multiwire", f"{station.id}/{circuit.id}", where, circuits=both)
    for box in answer.move.boxes if answer.move is not None else ():
        held = box.box or box.name
        yield item("splice-box", f"{station.id}/{box.name}", f"{where}, {box.name}", box=held, room=told(box.needed))
    if any(c.cable is not None and c.cable.insulation.startswith("NM") and not c.stays for c in panel.circuits):
        yield item("staples", station.id, where)


def _leads_pair(circuit: PanelCircuit) -> bool:
    """Whether it is the one of a multiwire pair by which the pair is told."""
    return circuit.partner is not None and circuit.id < circuit.partner


def _buildings(job: Job, solution: Solution) -> Iterator[InspectionItem]:
    fed = {r.to_station: r for r in job.runs}
    places = {s.id: s.place for s in job.stations}
    for place in job.places:
        coming = [r for r in fed.values() if places[r.to_station] == place.id and places[r.from_station] != place.id]
        if place.kind == "detached-building" and any(r.use != "service" and r.bought for r in coming):
            yield item("building-disconnect", place.id, place.name)
