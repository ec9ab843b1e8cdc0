"""What a one-line says of every station, run and electrode: the solution's own figures."""

from collections.abc import Iterator, Mapping
from dataclasses import dataclass

from northspan.core.book.library import words_of
from northspan.core.book.systems import SYSTEMS
from northspan.core.figures.working import number
from northspan.core.job.job import Job, Station
from northspan.core.job.run import Run
from northspan.core.property.ground.answer import PlaceGround
from northspan.core.property.whole.solution import RunAnswer, Solution, StationAnswer
from northspan.paper.drawing.shapes import Font, Ink


@dataclass(frozen=True, slots=True)
class Line:
    """One line of words, with its face and ink."""

    words: str
    font: Font = "figures"
    ink: Ink = "ink"


@dataclass(frozen=True, slots=True)
class Said:
    """What is written on a job's one-line, by station, run and place of electrodes (by the station they land at)."""

    stations: dict[str, tuple[Line, ...]]
    runs: dict[str, tuple[Line, ...]]
    electrodes: dict[str, tuple[Line, ...]]


def said(job: Job, solution: Solution) -> Said:
    """Everything that is written."""
    stations = {
        s.id: tuple(_station(job, solution, s, a)) for s, a in zip(job.stations, solution.stations, strict=True)
    }
    runs = {r.id: tuple(_run(job, r, a)) for r, a in zip(job.runs, solution.runs, strict=True)}
    made_of = {p.id: p.grounding.conductor.metal for p in job.places}
    earth = {g.lands_at: tuple(_electrodes(g, made_of[g.place])) for g in solution.ground.places if g.lands_at}
    return Said(stations, runs, {at: lines for at, lines in earth.items() if lines})


def _station(job: Job, solution: Solution, station: Station, answer: StationAnswer) -> Iterator[Line]:
    terms = words_of(job.code_book)
    yield Line(station.name, "strong")
    rated = list(_rated(terms, station))
    if (
        isinstance(answer.drop_pct.value, float)
        and answer.fed
        and station.kind not in ("utility", "generator", "inverter")
    ):
        rated.append(f"drop {answer.drop_pct.value:.1f} %")
    if rated:
        yield Line(" · ".join(rated))
    fault, holds = answer.fault_a.value, station.gear.series_ka or station.gear.interrupting_ka
    if isinstance(fault, float):
        within = f" of {number(holds)}" if holds is not None else ""
        beyond = holds is not None and fault > 1000.0 * holds
        yield Line(f"{fault / 1000.0:.1f}{within} kA", "figures", "danger" if beyond else "quiet")
    mode = next(iter(solution.ground.modes), None)
    bond = next((b for b in mode.stations if b.station == station.id), None) if mode else None
    if bond is not None and bond.neutral and (bond.closed or bond.belongs):
        words = f"{terms['grounded']} bonded here" if bond.closed and not bond.extra else "bond belongs here"
        if bond.extra:
            words = "second bond: take it out"
        yield Line(words, "figures", "danger" if bond.extra or not bond.closed else "good")


def _rated(terms: Mapping[str, str], station: Station) -> Iterator[str]:
    gear = station.gear
    if station.kind == "utility":
        if station.source is not None and station.source.kva is not None:
            pct = "" if station.source.impedance_pct is None else f", {number(station.source.impedance_pct)} %"
            yield f"{number(station.source.kva)} kVA{pct}"
        if station.supply is not None:
            yield _volts(station.supply)
    if gear.rating_a is not None:
        yield f"{number(gear.rating_a)} A"
    if gear.overcurrent == "fuses":
        yield f"{number(gear.fuse_a)} A fuses" if gear.fuse_a is not None else "fused"
    elif gear.overcurrent is not None:
        yield terms["device"] if gear.overcurrent == "breaker" else "no overcurrent device"
    if gear.spaces is not None:
        yield f"{gear.spaces} sp"
    if station.transformer is not None:
        yield f"{number(station.transformer.kva)} kVA to {_volts(station.transformer.secondary)}"
    if station.generator is not None:
        many = f"{station.generator.units} × " if station.generator.units > 1 else ""
        yield f"{many}{number(station.generator.kw)} kW"


def _volts(system: str) -> str:
    return f"{system.split('-')[0]} V"


def _run(job: Job, run: Run, answer: RunAnswer) -> Iterator[Line]:
    size, neutral, ground = (answer.figure(k).value for k in ("size", "neutral", "equipment_ground"))
    length = f"{number(round(run.cable.length, 1))} {job.told.length.sign}"
    if not isinstance(size, str):
        yield Line("no size yet", "figures", "danger")
        yield Line(length, "figures", "quiet")
        return
    amps = answer.figure("breaker").value
    many, metal = SYSTEMS[run.system].ungrounded, answer.metal
    wires = [f"{many + 1} × {size} {metal}"] if neutral == size else [f"{many} × {size} {metal}"]
    if isinstance(neutral, str) and neutral != size:
        wires.append(f"N {neutral}")
    if isinstance(ground, str):
        own = run.cable.egc_metal or metal
        wires.append(f"G {ground}" + ("" if own == metal else f" {own}"))
    sets = f"{answer.sets} sets " if answer.sets > 1 else ""
    behind = "behind " if answer.device.ahead else ""
    device = f"{behind}{number(amps)} A · " if isinstance(amps, float) else ""
    yield Line(f"{device}{sets}{', '.join(wires)}", "figures", "ink" if answer.passes else "danger")
    pipe = answer.figure("raceway").value
    way = f"{pipe} in {run.cable.raceway}" if isinstance(pipe, str) else run.cable.insulation
    yield Line(f"{way}, {length}", "figures", "quiet")


def _electrodes(ground: PlaceGround, metal: str) -> Iterator[Line]:
    words = [e.words for e in ground.electrodes if e.counts] or [e.words for e in ground.electrodes]
    if not words:
        return
    planned = ", planned" if ground.planned else ""
    yield Line(" + ".join(words) + planned, "figures", "good")
    size = ground.conductor.value if ground.conductor else None
    if isinstance(size, str):
        yield Line(f"{size} {metal} to them", "figures", "good")
