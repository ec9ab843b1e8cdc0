"""Where a solved job read each table of its code book, and for what."""

from collections.abc import Iterable, Mapping

from northspan.core.figures.working import Figure
from northspan.core.job.job import Job
from northspan.core.property.whole.solution import Solution

Cells = Mapping[str, Mapping[str, tuple[str, ...]]]


def cells_read(job: Job, solution: Solution) -> Cells:
    """By table, by "row|column", who read it and for what."""
    read: dict[str, dict[str, dict[str, None]]] = {}
    for who, figure in _figures(job, solution):
        for step in figure.steps if figure is not None else ():
            if step.cell is not None:
                cells = read.setdefault(step.cell.table, {})
                cells.setdefault(f"{step.cell.row}|{step.cell.column}", {})[who] = None
    return {table: {cell: tuple(who) for cell, who in cells.items()} for table, cells in read.items()}


def _figures(job: Job, solution: Solution) -> Iterable[tuple[str, Figure | None]]:
    stations = {s.id: s.name for s in job.stations}
    places = {p.id: p.name for p in job.places}
    for run in solution.runs:
        for each in run.figures:
            yield f"{stations[run.to_station]}: {each.label[:1].lower()}{each.label[1:]}", each.figure
    for ground in solution.ground.places:
        name = places[ground.place]
        yield f"{name}: electrode conductor", ground.conductor
        yield f"{name}: water piping jumper", ground.water_jumper
        for tap in ground.taps:
            yield f"{stations[tap.station]}: electrode conductor tap", tap.conductor
    for mode in solution.ground.modes:
        for bond in mode.stations:
            yield f"{stations[bond.station]}: bonding jumper", bond.jumper
            yield f"{stations[bond.station]}: electrode conductor", bond.electrode_conductor
