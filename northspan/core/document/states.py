"""What is wrong with a job in its states: what hangs on what goes, what stands in for what stays, who feeds whom."""

from collections.abc import Iterable, Iterator, Mapping, Sequence
from dataclasses import replace

from northspan.core.document.left import LEFT, InState, as_found, as_left
from northspan.core.document.supplies import supply_problems
from northspan.core.figures.problem import Problem
from northspan.core.job.job import Job
from northspan.core.job.told.state import Stated


def state_problems(job: Job) -> Iterator[Problem]:
    """What does not fit in the job as it is left, or, where something goes, as it is found. What goes may hang on what
    goes; what is left hangs on nothing that is not.
    """
    hanging = list(_hanging(job))
    yield from hanging
    yield from _standing_in(job)
    left, said = as_left(job), {each.pointer for each in hanging}
    yield from (each for each in _supplies(left) if each.pointer not in said)
    # What was there is wired as it is: of a run whose ends are not both there nothing is known.
    if left.kept:
        yield from (each for each in _supplies(_ended(as_found(job))) if each.pointer.startswith("/runs/"))


def _supplies(there: InState) -> Iterator[Problem]:
    for each in supply_problems(there.job, {s.id: s for s in there.job.stations}):
        yield replace(each, pointer=there.pointer(each.pointer))


def _ended(found: InState) -> InState:
    """The property as found without runs that end at what was not there."""
    stations = {s.id for s in found.job.stations}
    runs = found.job.runs
    ended = tuple(i for i, r in enumerate(runs) if r.from_station in stations and r.to_station in stations)
    if len(ended) == len(runs):
        return found
    before = found.kept.get("/runs", tuple(range(len(runs))))
    kept = {**found.kept, "/runs": tuple(before[i] for i in ended)}
    job = found.job.model_copy(update={"runs": tuple(runs[i] for i in ended)})
    return InState(found.whole, job, found.states, kept)


def _away(part: Stated) -> bool:
    return part.state not in LEFT


def _hanging(job: Job) -> Iterator[Problem]:
    """What is left, and hangs on what is not."""
    places = {p.id: p for p in job.places}
    stations = {s.id: s for s in job.stations}
    runs = {r.id: r for r in job.runs}
    for i, station in enumerate(job.stations):
        place = places.get(station.place)
        if place is not None and _away(place) and not _away(station):
            yield Problem(f"/stations/{i}/place", f"{place.name} goes: say where {station.name} is then")
        for j, circuit in enumerate(station.panel.circuits if station.panel is not None else ()):
            run = runs.get(circuit.run or "")
            if run is not None and _away(run) and not _away(circuit) and not _away(station):
                words = "the run that it feeds goes: let the circuit go with it, or say what it feeds then"
                yield Problem(f"/stations/{i}/panel/circuits/{j}/run", words)
    for i, run in enumerate(job.runs):
        for end in ("from_station", "to_station"):
            at = stations.get(getattr(run, end))
            if at is not None and _away(at) and not _away(run):
                words = f"{at.name} goes: let the run go with it, or end it elsewhere"
                yield Problem(f"/runs/{i}/{end}", words)
    for i, place in enumerate(job.places):
        for j, appliance in enumerate(place.appliances):
            at = stations.get(appliance.station or "")
            if at is not None and _away(at) and not (_away(appliance) or _away(place)):
                words = f"{at.name} goes: say where {appliance.name} stands then"
                yield Problem(f"/places/{i}/appliances/{j}/station", words)
    for i, path in enumerate(job.metal_paths):
        for end in ("from_place", "to_place"):
            place = places.get(getattr(path, end))
            if place is not None and _away(place):
                yield Problem(f"/metal_paths/{i}/{end}", f"{place.name} goes: take the path out with it")


def _standing_in(job: Job) -> Iterator[Problem]:
    """What stands in for something that is not there, or that does not go."""
    yield from _ties("/stations", job.stations, {})
    yield from _ties("/runs", job.runs, {})
    yield from _ties("/places", job.places, {})
    circuits = {f"{s.id}/{c.id}": c for s in job.stations if s.panel is not None for c in s.panel.circuits}
    for i, station in enumerate(job.stations):
        if station.panel is not None:
            yield from _ties(f"/stations/{i}/panel/circuits", station.panel.circuits, circuits)
    electrodes = {f"{p.id}/{e.id}": e for p in job.places for e in p.grounding.electrodes}
    appliances = {f"{p.id}/{a.id}": a for p in job.places for a in p.appliances}
    for i, place in enumerate(job.places):
        yield from _ties(f"/places/{i}/grounding/electrodes", place.grounding.electrodes, electrodes)
        yield from _ties(f"/places/{i}/appliances", place.appliances, appliances)


def _ties(way: str, parts: Sequence[Stated], elsewhere: Mapping[str, Stated]) -> Iterable[Problem]:
    if not any(part.stands_in_for for part in parts):
        return
    known = {**elsewhere, **{getattr(part, "id", ""): part for part in parts}}
    for i, part in enumerate(parts):
        for name in part.stands_in_for:
            other = known.get(name)
            if other is None:
                yield Problem(f"{way}/{i}/stands_in_for", f"there is no {name!r} that it could stand in for")
            elif not _away(other):
                words = f"{name!r} does not go: only what goes, or is there for now, is stood in for"
                yield Problem(f"{way}/{i}/stands_in_for", words)
