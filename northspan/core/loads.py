"""The load of each run: its own where locked, else the sum of what is connected beyond it."""

from collections.abc import Mapping
from dataclasses import dataclass, replace

from northspan.core.job import Job, Load, Run
from northspan.core.systems import SYSTEMS
from northspan.core.topology import Network
from northspan.core.working import Step, number

SUM_OF_LOADS = "sum of what is connected, no demand factor"


@dataclass(frozen=True, slots=True)
class RunLoad:
    """A run's load: A, continuous A, unbalance A (None: not known), power factor, and how it was summed.

    ``beyond`` is the sum (A) also where the run's own load is locked.
    """

    amps: float
    continuous_amps: float
    neutral_amps: float | None
    pf: float
    steps: tuple[Step, ...]
    beyond: float


def run_loads(job: Job, net: Network) -> Mapping[str, RunLoad]:
    """The load of every run, by id, from the far ends inward.

    Amperes add arithmetically whatever their phase or leg, which never comes out low; the power factor is the
    mean by amperes.
    """
    found: dict[str, RunLoad] = {}
    for run in reversed(net.order):
        station = net.stations[run.to_station]
        parts: list[tuple[str, RunLoad]] = []
        if station.load is not None:
            parts.append((station.name, _of_load(station.load)))
        for leaving in net.leaving.get(run.to_station, ()):
            below = found[leaving.id]
            if below.amps > 0.0:
                parts.append((net.stations[leaving.to_station].name, below))
        found[run.id] = _of_run(run, parts)
    return found


def _of_load(load: Load) -> RunLoad:
    return RunLoad(load.amps, load.continuous_amps, load.neutral_amps, load.power_factor, (), load.amps)


def _of_run(run: Run, parts: list[tuple[str, RunLoad]]) -> RunLoad:
    beyond = sum(part.amps for _, part in parts)
    if run.load is not None:
        own = _of_load(run.load)
        step = Step("Locked on this run", own.amps, "A", "locked")
        neutral = _neutral(run, own.amps, own.neutral_amps)
        return replace(own, neutral_amps=neutral, steps=(step,), beyond=beyond)
    steps = tuple(Step(name, part.amps, "A", "entered") for name, part in parts)
    if len(parts) > 1:
        what = " + ".join(number(part.amps) for _, part in parts)
        steps = (*steps, Step(what, beyond, "A", SUM_OF_LOADS))
    continuous = sum(part.continuous_amps for _, part in parts)
    unbalances = [part.neutral_amps for _, part in parts]
    known = [u for u in unbalances if u is not None]
    unbalance = sum(known) if len(known) == len(unbalances) else None
    pf = sum(part.amps * part.pf for _, part in parts) / beyond if beyond else 1.0
    return RunLoad(beyond, continuous, _neutral(run, beyond, unbalance), pf, steps, beyond)


def _neutral(run: Run, amps: float, unbalance: float | None) -> float | None:
    """Unbalance (A) this run puts on the neutral of what feeds it."""
    system = SYSTEMS[run.system]
    if system.neutral_is_return:
        return amps
    if not system.grounded:
        return 0.0
    return None if unbalance is None else min(unbalance, amps)
