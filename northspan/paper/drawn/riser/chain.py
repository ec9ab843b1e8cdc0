"""The stations that a service passes, from the utility to where it is switched off and to the panel beside that."""

from collections.abc import Iterator
from dataclasses import dataclass

from northspan.core.job.job import Job, Station
from northspan.core.job.run import Run


@dataclass(frozen=True, slots=True)
class Link:
    """A station of the chain, and the run that brings power to it (None: the utility)."""

    station: Station
    run: Run | None


def chains(job: Job) -> Iterator[list[Link]]:
    """A chain for every utility station; where it parts, the first way and the others as chains of their own."""
    stations = {s.id: s for s in job.stations}
    leaving: dict[str, list[Run]] = {}
    for run in job.runs:
        start, end = stations[run.from_station], stations[run.to_station]
        inside = start.kind == "service-disconnect" and end.kind == "panelboard" and start.place == end.place
        if run.use == "service" or inside:
            leaving.setdefault(run.from_station, []).append(run)
    for station in job.stations:
        if station.kind == "utility" and station.id in leaving:
            yield from _from([Link(station, None)], stations, leaving)


def _from(chain: list[Link], stations: dict[str, Station], leaving: dict[str, list[Run]]) -> Iterator[list[Link]]:
    runs = leaving.get(chain[-1].station.id, [])
    if not runs:
        yield chain
    for run in runs:
        yield from _from([*chain, Link(stations[run.to_station], run)], stations, leaving)
