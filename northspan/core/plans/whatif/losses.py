"""What the transformers of a solved job lose in a year."""

from collections.abc import Iterator
from dataclasses import dataclass

from northspan.core.book.systems import SYSTEMS
from northspan.core.figures.working import Step, number
from northspan.core.job.job import Job
from northspan.core.physics.transformer import series_ohms
from northspan.core.property.whole.solution import Solution

HOURS_A_YEAR = 8760.0


@dataclass(frozen=True, slots=True)
class TransformerLoss:
    """One transformer: its core all year, its windings at the design load for the house rule's hours (kWh)."""

    core_kwh: float
    wound_kwh: float
    steps: tuple[Step, ...]


def transformer_losses(job: Job, solution: Solution) -> Iterator[TransformerLoss]:
    """Every transformer of a job, as its plate and its design load have it."""
    for station in job.stations:
        own = station.transformer
        if own is None:
            continue
        core = own.kva * own.no_load_pct / 100.0 * HOURS_A_YEAR
        what = f"{station.name}: core, {number(own.no_load_pct)} % of {number(own.kva)} kVA all year"
        r = series_ohms(own.kva, SYSTEMS[own.secondary].volts, own.impedance_pct, own.x_over_r).real
        loads = [a.figure("load").value for a in solution.runs if a.from_station == station.id]
        amps = sum(a for a in loads if isinstance(a, float))
        wound = amps * amps * r / 1000.0 * job.house_rules.loss_hours
        steps = (
            Step(what, core, "kWh", "core loss"),
            Step(f"{station.name}: windings, {number(amps)} A", wound, "kWh", "I² R, house rule: hours"),
        )
        yield TransformerLoss(core, wound, steps)
