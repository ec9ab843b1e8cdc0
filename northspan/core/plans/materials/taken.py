"""What a job takes out, with what becomes of it, and what it makes for now only."""

from collections.abc import Iterator

from northspan.core.job.job import Job
from northspan.core.job.told.state import Stated

BECOMES = {
    None: "what becomes of it is not on record",
    "capped": "capped, stays in place",
    "left-dead": "left dead in place",
    "taken-out": "taken out, to scrap or to dispose of",
}


def taken_out(whole: Job) -> Iterator[str]:
    """What goes of the ``whole`` job in words, each with what becomes of it.

    >>> list(taken_out(Job(name="A")))
    []
    """
    names = {s.id: s.name for s in whole.stations}
    for station in whole.stations:
        yield from _said(station.name, station)
        for circuit in station.panel.circuits if station.panel is not None else ():
            yield from _said(f"{station.name}: {circuit.name or circuit.id}", circuit)
    for run in whole.runs:
        size = f"{run.locks.size} {run.cable.metal} " if run.locks.size is not None else ""
        what = f"{whole.told.length.said(whole.told.length.si(run.cable.length))} of {size}{run.cable.insulation}"
        yield from _said(f"{names[run.from_station]} to {names[run.to_station]}, {what}", run)
    for place in whole.places:
        for electrode in place.grounding.electrodes:
            yield from _said(f"{place.name}: {electrode.id}", electrode)
        for appliance in place.appliances:
            yield from _said(f"{place.name}: {appliance.name}", appliance)


def for_now(whole: Job) -> Iterator[str]:
    """What is there for now only, of which nothing is counted, in words."""
    names = {s.id: s.name for s in whole.stations}
    made: list[tuple[str, Stated]] = [(s.name, s) for s in whole.stations]
    made += [(f"{names[r.from_station]} to {names[r.to_station]}", r) for r in whole.runs]
    for what, part in made:
        if part.state == "for-now":
            until = f" until {part.until}" if part.until is not None else ""
            yield f"{what}: there for now{until}, and nothing of it is counted."


def _said(what: str, part: Stated) -> Iterator[str]:
    if part.state != "goes":
        return
    if part.becomes == "reused":
        where = f" at {part.reused_at}" if part.reused_at else ", where is not on record"
        yield f"{what}: used again{where}"
    else:
        yield f"{what}: {BECOMES[part.becomes]}"
