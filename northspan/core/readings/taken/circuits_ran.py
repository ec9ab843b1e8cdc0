"""What circuits ran meanwhile: the hot of a circuit, clamped under the same loads, tells what it carries."""

from collections.abc import Mapping, Sequence
from dataclasses import replace

from northspan.core.job.job import Job
from northspan.core.job.panel import PanelCircuit
from northspan.core.property.panel.circuits import takes_neutral
from northspan.core.property.whole.measured import CircuitRan, Conditions, Measured, What, standing

# What a clamp reads of every circuit in its panel, what a voltmeter reads at its outlet.
CLAMPED: tuple[What, ...] = ("circuit-hot", "circuit-neutral", "circuit-ground", "leakage")
ONE_HOT: tuple[What, ...] = ("outlet-volts", "outlet-ground", "outlet-neutral")
TWO_HOTS: tuple[What, ...] = ("outlet-a-b", "outlet-a-ground", "outlet-b-ground")
OUTLETS = (*ONE_HOT, *TWO_HOTS)
OF_CIRCUITS = (*CLAMPED, *OUTLETS)


def clamped_circuits(job: Job) -> Mapping[tuple[str, str], PanelCircuit]:
    """Every circuit that a clamp can be put to in its panel, by the panel's id and its own: a run is none of them."""
    return {
        (station.id, circuit.id): circuit
        for station in job.stations
        for circuit in (station.panel.circuits if station.panel is not None else ())
        if circuit.space is not None and circuit.run is None and circuit.use != "spare"
    }


def wholly_read(job: Job, ran: Sequence[CircuitRan]) -> frozenset[str]:
    """The panels whose every circuit's hot was read: what they take is the sum of these."""
    read = {(each.station, each.circuit) for each in ran if each.amps is not None}
    circuits = clamped_circuits(job)
    return frozenset(at for at, _ in circuits) - {at for at, circuit in circuits if (at, circuit) not in read}


def outlet_readings(circuit: PanelCircuit) -> tuple[What, ...]:
    """What a voltmeter reads at a circuit's outlet: of one from a hot to a neutral, or from hot to hot, by the ground
    where it has one.
    """
    if circuit.poles == 1 and not takes_neutral(circuit):
        return ()
    all_of_it = ONE_HOT if circuit.poles == 1 else TWO_HOTS
    return all_of_it[:1] if circuit.cable is not None and circuit.cable.no_egc else all_of_it


def with_circuits(readings: Sequence[Measured]) -> tuple[Measured, ...]:
    """The same readings, each with the circuits that were read at among what ran, by the latest reading of their hots
    on the same day: what hangs on a circuit is not what hung on it last week.

    >>> hot = Measured(1, "circuit-hot", "panel", "c3", 6.0, "R. Vale", "2026-11-02T10:00")
    >>> neutral = Measured(2, "circuit-neutral", "panel", "c3", 6.1, "R. Vale", "2026-11-02T10:01")
    >>> with_circuits((hot, neutral))[1].ran.circuits
    (CircuitRan(station='panel', circuit='c3', amps=6.0),)
    """
    clamped = [each for each in standing(tuple(readings)) if each.what in OF_CIRCUITS]
    if not clamped:
        return tuple(readings)
    read = sorted({(each.at, each.part) for each in clamped})
    hots: dict[tuple[Conditions, str], dict[tuple[str, str], float]] = {}
    for each in clamped:
        if each.what == "circuit-hot" and each.value is not None:
            hots.setdefault((each.ran, _day(each)), {})[each.at, each.part] = each.value

    def ran(each: Measured) -> Conditions:
        known = hots.get((each.ran, _day(each)), {})
        return replace(each.ran, circuits=tuple(CircuitRan(*at, known.get(at)) for at in read))

    return tuple(replace(each, ran=ran(each)) for each in readings)


def _day(each: Measured) -> str:
    return each.on[:10]
