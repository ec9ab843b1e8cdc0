"""What a job is built of, by the names a price list knows, and what it costs."""

from collections.abc import Iterable, Mapping
from dataclasses import dataclass
from typing import Literal

from northspan.core.job.in_si import in_si
from northspan.core.job.job import Job
from northspan.core.job.run import Run
from northspan.core.run.systems import SYSTEMS
from northspan.core.solution import RunAnswer, Solution
from northspan.core.units import US
from northspan.core.working import Figure, Step, number

Unit = Literal["ft", "each"]
CABLES = ("NM", "UF", "SER", "SEU", "MC", "MHF")


@dataclass(frozen=True, slots=True)
class Part:
    """So many feet or pieces of something, by its name in a price list."""

    name: str
    quantity: float
    unit: Unit


def job_parts(job: Job, solution: Solution) -> tuple[Part, ...]:
    """The wire, pipe, breakers and transformers of a solved job; no slack, fittings or labour."""
    answers = {answer.id: answer for answer in solution.runs}
    job = in_si(job, job.told)
    parts = [part for run in job.runs for part in run_parts(run, answers[run.id])]
    parts += [Part(f"transformer {number(s.transformer.kva)} kVA", 1.0, "each") for s in job.stations if s.transformer]
    return tuple(parts)


def run_parts(run: Run, answer: RunAnswer) -> tuple[Part, ...]:
    """The parts of one run; none where it has no size."""
    system, size = SYSTEMS[run.system], answer.figure("size").value
    if not isinstance(size, str) or not answer.conductors:
        return ()
    # Wire and pipe are sold, and priced, by the foot.
    feet = US.length.of(run.cable.length * run.cable.sets)
    parts: list[Part] = []
    if run.cable.raceway == "none" and run.cable.insulation in CABLES:
        parts.append(Part(f"cable {run.cable.insulation} {run.cable.metal} {size}", feet, "ft"))
    else:
        parts.append(Part(f"wire {run.cable.metal} {size}", system.ungrounded * feet, "ft"))
        for key, metal in (("neutral", run.cable.metal), ("equipment_ground", run.cable.egc_metal or run.cable.metal)):
            if isinstance(answer.figure(key).value, str):
                parts.append(Part(f"wire {metal} {answer.figure(key).value}", feet, "ft"))
        pipe = answer.figure("raceway").value
        if run.cable.raceway != "none" and isinstance(pipe, str):
            parts.append(Part(f"pipe {run.cable.raceway} {pipe}", feet, "ft"))
    breaker = answer.figure("breaker").value
    if isinstance(breaker, float):
        parts.append(Part(f"breaker {system.ungrounded}-pole {number(breaker)}", 1.0, "each"))
    return tuple(parts)


def cost(parts: Iterable[Part], prices: Mapping[str, float]) -> Figure:
    """What the parts cost ($) by the price list; no total where a price is missing, and which one it is.

    >>> cost([Part("wire cu 6", 100.0, "ft")], {"wire cu 6": 1.5}).value
    150.0
    """
    total, missing, steps = 0.0, False, []
    for name, quantity, unit in _gathered(parts):
        price = prices.get(name)
        per = "ft" if unit == "ft" else "pc"
        if price is None:
            missing = True
            steps.append(Step(f"{name}: not in the price list", None, "$", "price list"))
            continue
        total += quantity * price
        steps.append(Step(f"{name}: {number(quantity)} {per} × ${price:.2f}", quantity * price, "$", "price list"))
    if missing:
        return Figure(None, "$", tuple(steps))
    return Figure(total, "$", (*steps, Step("Together, no slack, fittings or labour", total, "$", "sum")))


def _gathered(parts: Iterable[Part]) -> list[tuple[str, float, Unit]]:
    found: dict[tuple[str, Unit], float] = {}
    for part in parts:
        found[part.name, part.unit] = found.get((part.name, part.unit), 0.0) + part.quantity
    return [(name, quantity, unit) for (name, unit), quantity in found.items()]
