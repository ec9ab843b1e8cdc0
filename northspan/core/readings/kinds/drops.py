"""What a load drops, measured beside what is computed for it, and how long the wire would have to be for that."""

import math
from collections.abc import Iterator, Sequence
from dataclasses import dataclass

from northspan.core.job.job import Job
from northspan.core.property.whole.measured import Conditions, Measured
from northspan.core.readings.network.of_job import MeteredOf

# Less than this (V) a pair of readings cannot tell.
LEAST_V = 0.5
# One deviation of a reading of one and the same meter (V), and of the utility's own volts from one to the other.
METER_V, SAG = 0.3, 0.005
# Copper at 20 °C has so much of its ohms at 75 °C, for which drop is computed: 0.00323 of them for each kelvin.
COOL = 1.0 - 0.00323 * 55.0
# A band wider than this, from its one end to the other, tells no length.
WIDEST = 2.5
LIKE_LENGTH = "warm wire, a loose joint and sag of the source between the two readings look like length too"
TOO_LITTLE = (
    "too little dropped for that: what the meter and the source may be off by would be as much; put more load on"
)
AHEAD = "what drops ahead of it explains more than was measured: read at the panel that feeds it, too"


@dataclass(frozen=True, slots=True)
class Drop:
    """Two readings of a leg, without and with more load: their numbers, the run that leads there, volts dropped as
    measured and as computed, the run's length as entered and as that drop would have it, with the least and the most
    that it may be (job's length; None: it is not told), and what is to be said of it.
    """

    readings: tuple[int, int]
    run: str
    measured_v: float
    computed_v: float
    length: float
    would_be: float | None
    low: float | None
    high: float | None
    words: str


def drops(job: Job, readings: Sequence[Measured], metered_of: MeteredOf) -> tuple[Drop, ...]:
    """Every pair of readings of one leg of a station between which only the load on it grew. The drop goes in
    proportion to the length of the last run, once what drops ahead of it is taken off: ΔV = ΔV ahead + I·Z'·L. Its band
    is two deviations of the volts, and wire anywhere from 20 to 75 °C.
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
            near = 2.0 * math.hypot(METER_V * math.sqrt(2.0), SAG * (light.value or 0.0))
            own = [measured - ahead + off for off in (-near, 0.0, near)]
            low, would_be, high = (run.cable.length * volts / (computed - ahead) for volts in own)
            high /= COOL
            words = AHEAD if would_be <= 0.0 else TOO_LITTLE if low <= 0.0 or high > WIDEST * low else LIKE_LENGTH
            tells = words == LIKE_LENGTH
            yield Drop(
                (light.number, heavy.number), run.id, measured, computed, run.cable.length,
                would_be if tells else None, low if tells else None, high if tells else None, words,
            )  # fmt: skip


def _grew(light: Measured, heavy: Measured) -> bool:
    """Whether of two readings only the load at their station grew from one to the other."""
    there = heavy.ran.extra_at == heavy.at and light.ran.extra_at in (None, light.at)
    return (
        there
        and (light.ran.load, light.ran.share) == (heavy.ran.load, heavy.ran.share)
        and heavy.ran.extra_a > light.ran.extra_a
    )


def _fell(metered_of: MeteredOf, light: Conditions, heavy: Conditions, at: str, part: str) -> float | None:
    key = f"volts/{at}/{part}"
    one, other = metered_of(light).meter, metered_of(heavy).meter
    if key not in one.at:
        return None
    return float(one.read_again(())[one.at[key]] - other.read_again(())[other.at[key]])
