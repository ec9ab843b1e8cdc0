"""What a load drops, measured beside what is computed for it, and how long the wire would have to be for that."""

from collections.abc import Iterator, Sequence
from dataclasses import dataclass

from northspan.core.job.job import Job
from northspan.core.readings.measured import Conditions, Measured
from northspan.core.readings.network.of_job import MeteredOf

# Less than this (V) a pair of readings cannot tell.
LEAST_V = 0.5


@dataclass(frozen=True, slots=True)
class Drop:
    """Two readings of a leg, without and with more load: their numbers, the run that leads there, volts dropped as
    measured and as computed, the run's length as entered and as that drop would have it (job's length; None: what
    drops ahead of it explains more than was measured).
    """

    readings: tuple[int, int]
    run: str
    measured_v: float
    computed_v: float
    length: float
    would_be: float | None


def drops(job: Job, readings: Sequence[Measured], metered_of: MeteredOf) -> tuple[Drop, ...]:
    """Every pair of readings of one leg of a station between which only the load on it grew. The drop goes in
    proportion to the length of the last run, once what drops ahead of it is taken off: ΔV = ΔV ahead + I·Z'·L.
    """
    return tuple(_drops(job, readings, metered_of))


def _drops(job: Job, readings: Sequence[Measured], metered_of: MeteredOf) -> Iterator[Drop]:
    runs = {run.to_station: run for run in job.runs}
    legs = [r for r in readings if r.what == "volts" and r.part in ("a-n", "b-n") and r.value is not None]
    for light in legs:
        for heavy in legs:
            run = runs.get(light.at)
            if run is None or (light.at, light.part) != (heavy.at, heavy.part) or not _grew(light, heavy):
                continue
            computed = _fell(metered_of, light.ran, heavy.ran, light.at, light.part)
            ahead = _fell(metered_of, light.ran, heavy.ran, run.from_station, light.part) or 0.0
            measured = (light.value or 0.0) - (heavy.value or 0.0)
            if computed is None or computed - ahead <= 0.0 or measured < LEAST_V:
                continue
            share = (measured - ahead) / (computed - ahead)
            would_be = run.cable.length * share if share > 0.0 else None
            yield Drop((light.number, heavy.number), run.id, measured, computed, run.cable.length, would_be)


def _grew(light: Measured, heavy: Measured) -> bool:
    """Whether of two readings only the load at their station grew from one to the other."""
    there = heavy.ran.extra_at == heavy.at and light.ran.extra_at in (None, light.at)
    return there and light.ran.share == heavy.ran.share and heavy.ran.extra_a > light.ran.extra_a


def _fell(metered_of: MeteredOf, light: Conditions, heavy: Conditions, at: str, part: str) -> float | None:
    key = f"volts/{at}/{part}"
    one, other = metered_of(light).meter, metered_of(heavy).meter
    if key not in one.at:
        return None
    return float(one.read_again(())[one.at[key]] - other.read_again(())[other.at[key]])
