"""Everything on a job that can be read and logged, in words."""

from collections.abc import Iterator, Mapping
from dataclasses import dataclass

from northspan.core.job.job import Job
from northspan.core.property.whole.measured import UNITS, What
from northspan.core.readings.network.of_job import Metered
from northspan.core.readings.taken.circuits_ran import CLAMPED, OF_CIRCUITS, outlet_readings
from northspan.core.readings.told.saying import circuit_said, how, names, part_said, said

BY_LOAD = ("amps", "volts", *OF_CIRCUITS)


@dataclass(frozen=True, slots=True)
class Readable:
    """What can be read at which part of which thing (its id), in words, in which unit; how, where it is to be said. The
    words by themselves: the thing, the circuit (empty: none), what of it. ``by_load`` says that it goes by what runs.
    """

    what: What
    at: str
    part: str
    words: str
    unit: str
    how: str
    where: str
    circuit: str
    reads: str
    by_load: bool


def readable(job: Job, metered: Metered, words: Mapping[str, str]) -> tuple[Readable, ...]:
    """All of it; ``words`` are the book's."""
    called, torque = names(job), job.told.torque.sign
    return tuple(
        Readable(
            what, at, part, said(called, words, what, at, part), UNITS[what] or torque, how(words, what),
            called.get(at, at),
            circuit_said(called, what, at, part), part_said(called, words, what, at, part),
            what in BY_LOAD,
        )
        for what, at, part in _all(job, metered)
    )  # fmt: skip


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
            if circuit.use != "spare":
                yield from ((what, station.id, circuit.id) for what in CLAMPED)
            for what in outlet_readings(circuit):
                yield what, station.id, circuit.id
            if circuit.guards:
                yield "test-button", station.id, circuit.id
                yield "trip-time", station.id, circuit.id
            if "gfci" in circuit.guards:
                yield "trip-current", station.id, circuit.id
