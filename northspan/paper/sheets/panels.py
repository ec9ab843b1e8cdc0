"""The schedule of every panel: odd spaces at the left, even ones at the right, as its directory has them."""

from collections import defaultdict
from collections.abc import Iterator, Mapping

from northspan.core.book.library import words_of
from northspan.core.figures.working import number
from northspan.core.job.job import Job, Station
from northspan.core.job.panel import PanelCircuit
from northspan.core.property.panel.answer import CircuitAnswer, PanelAnswer
from northspan.core.property.whole.solution import Solution
from northspan.paper.labels import figure
from northspan.paper.sheets.told.named import names_of
from northspan.paper.tables.section import Row, Section

HALF = ("Space", "Serves", "Breaker", "Wire", "Load")
Standing = list[tuple[PanelCircuit, CircuitAnswer, bool]]
# Of what metal each run is, by its id.
Metals = Mapping[str, str]


def panel_sections(job: Job, solution: Solution) -> Iterator[Section]:
    """Every panel with its cover off; of any other what leaves it."""
    stations = {s.id: s for s in job.stations}
    opened = {p.station: p for p in solution.panels}
    metals = {run.id: run.cable.metal for run in job.runs}
    for answer in solution.panels:
        yield from _schedule(stations[answer.station], answer, metals)
    for station in job.stations:
        if station.kind == "panelboard" and station.id not in opened:
            yield from _leaving(job, solution, station)


def _schedule(station: Station, answer: PanelAnswer, metals: Metals) -> Iterator[Section]:
    gear = station.gear
    rows: list[Row] = [("Bus", _amps(gear.bus_a or gear.rating_a))]
    if gear.has_main and gear.rating_a:
        rows.append(("Main", _amps(gear.rating_a)))
    rows += [(f"Leg {leg.leg}", f"{figure(leg.va)}, {figure(leg.amps)}") for leg in answer.legs]
    if len(answer.legs) > 1:
        rows.append(("Legs apart by", f"{figure(answer.apart)}, {figure(answer.apart_amps)}"))
    rows.append(("Spaces", f"{answer.spaces}, of which {answer.free} are free; {answer.wanted} wanted free"))
    yield Section(f"{station.name}: what it is", ("", ""), tuple(rows))
    yield Section(f"{station.name}: schedule", HALF + HALF, tuple(_rows(station, answer, metals)))
    loose = [c for c in _circuits(station, answer) if c[0].space is None]
    if loose:
        waiting = tuple((a.says, _amps(a.breaker_a), _wire(c, a, metals), figure(a.va)) for c, a, _ in loose)
        yield Section(f"{station.name}: in no space yet", HALF[1:], waiting)


def _circuits(station: Station, answer: PanelAnswer) -> Standing:
    circuits = station.panel.circuits if station.panel is not None else ()
    return [(c, a, True) for c, a in zip(circuits, answer.circuits, strict=True)]


def _rows(station: Station, answer: PanelAnswer, metals: Metals) -> Iterator[Row]:
    standing: dict[int, Standing] = defaultdict(list)
    for circuit, own, _ in _circuits(station, answer):
        for pole in range(circuit.poles if circuit.space is not None else 0):
            assert circuit.space is not None
            standing[circuit.space + 2 * pole].append((circuit, own, pole == 0))
    blocked = {s.space for s in answer.drawing.spaces if s.blocked}
    last = max([answer.spaces, *standing])
    for odd in range(1, last + 1, 2):
        left, right = (_half(space, standing.get(space, []), blocked, last, metals) for space in (odd, odd + 1))
        yield (*left, *right)


def _half(space: int, here: Standing, blocked: set[int], last: int, metals: Metals) -> Row:
    """A space's cells; halves of a tandem one under the other."""
    if space > last:
        return ("", "", "", "", "")
    if not here:
        return (str(space), "no breaker here" if space in blocked else "free", "", "", "")
    here = sorted(here, key=lambda each: each[0].half or "")
    marks = [f"{space}{c.half or ''}" for c, _, _ in here]
    says = [a.says or c.id if first else "with the space above" for c, a, first in here]
    amps = [_amps(a.breaker_a) if first else "" for _, a, first in here]
    wires = [_wire(c, a, metals) if first else "" for c, a, first in here]
    loads = [figure(a.va) if first else "" for _, a, first in here]
    return ("\n".join(marks), "\n".join(says), "\n".join(amps), "\n".join(wires), "\n".join(loads))


def _leaving(job: Job, solution: Solution, station: Station) -> Iterator[Section]:
    names, device = names_of(job), words_of(job.code_book)["device"]
    rows = [
        (names.stations[run.to_station], figure(answer.figure("breaker")), answer.conductors or "—")
        for run, answer in zip(job.runs, solution.runs, strict=True)
        if run.from_station == station.id
    ]
    if rows:
        yield Section(f"{station.name}: what leaves it", ("Serves", device.capitalize(), "Conductors"), tuple(rows))


def _wire(circuit: PanelCircuit, answer: CircuitAnswer, metals: Metals) -> str:
    """The wire of a circuit, or of the run that it is; of what metal, where that is on record."""
    metal = circuit.cable.metal if circuit.cable is not None else metals.get(circuit.run or "", "")
    return f"{answer.size} {metal}".rstrip() if answer.size else ""


def _amps(amps: float | None) -> str:
    return "—" if amps is None else f"{number(amps)} A"
