"""Everything on a job that can be read and logged, in words."""

from collections.abc import Iterator, Mapping
from dataclasses import dataclass

from northspan.core.job.job import Job
from northspan.core.readings.measured import UNITS, What
from northspan.core.readings.network.of_job import Metered
from northspan.core.readings.saying import names, said

# What a clamp reads of every circuit in its panel.
OF_CIRCUITS: tuple[What, ...] = ("circuit-hot", "circuit-neutral", "circuit-ground", "leakage")


@dataclass(frozen=True, slots=True)
class Readable:
    """What can be read at which part of which thing (its id), in words, in which unit."""

    what: What
    at: str
    part: str
    words: str
    unit: str


def readable(job: Job, metered: Metered, words: Mapping[str, str]) -> tuple[Readable, ...]:
    """All of it; ``words`` are the book's."""
    called, torque = names(job), job.told.torque.sign
    return tuple(
        Readable(what, at, part, said(called, words, what, at, part), UNITS[what] or torque)
        for what, at, part in _all(job, metered)
    )


def _all(job: Job, metered: Metered) -> Iterator[tuple[What, str, str]]:
    for spot in metered.meter.spots:
        yield spot.quantity, spot.at, spot.part
    places = {p.id for p in job.places}
    for spot in metered.meter.spots:
        if spot.part == "electrode" and spot.at in places:
            yield "electrode", spot.at, "fall"
            yield "loop", spot.at, "clamp"
    for run in job.runs:
        yield "insulation", run.id, "wires"
    for station in job.stations:
        if station.kind == "utility":
            continue
        for part in ("line", "neutral", "ground"):
            yield "torque", station.id, part
        for circuit in station.panel.circuits if station.panel is not None else ():
            for what in OF_CIRCUITS:
                yield what, station.id, circuit.id
            if circuit.breaker != "standard" or circuit.first_outlet is not None:
                yield "test-button", station.id, circuit.id
            if circuit.breaker in ("gfci", "dual") or circuit.first_outlet in ("gfci", "dual"):
                yield "trip-time", station.id, circuit.id
                yield "trip-current", station.id, circuit.id
