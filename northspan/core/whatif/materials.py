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

SoldBy = Literal["ft", "each"]
CABLES = ("NM", "UF", "SER", "SEU", "MC", "MHF")


@dataclass(frozen=True, slots=True)
class Material:
    """So many feet or pieces of something, by its name in a price list."""

    name: str
    quantity: float
    unit: SoldBy


def job_materials(job: Job, solution: Solution) -> tuple[Material, ...]:
    """The wire, pipe, breakers and transformers of a solved job; no slack, fittings or labour."""
    answers = {answer.id: answer for answer in solution.runs}
    job = in_si(job, job.told)
    found = [part for run in job.runs for part in run_materials(run, answers[run.id])]
    found += [
        Material(f"transformer {number(s.transformer.kva)} kVA", 1.0, "each") for s in job.stations if s.transformer
    ]
    return tuple(found)


def run_materials(run: Run, answer: RunAnswer) -> tuple[Material, ...]:
    """The materials of one run in SI; none where it has no size."""
    size, breaker = answer.figure("size").value, answer.figure("breaker").value
    if not isinstance(size, str) or not answer.conductors:
        return ()
    neutral, ground, pipe = (answer.figure(key).value for key in ("neutral", "equipment_ground", "raceway"))
    neutral, ground, pipe = (each if isinstance(each, str) else None for each in (neutral, ground, pipe))
    return sized_materials(run, size, neutral, ground, pipe, breaker if isinstance(breaker, float) else None)


def sized_materials(
    run: Run, size: str, neutral: str | None, ground: str | None, pipe: str | None, breaker_a: float | None
) -> tuple[Material, ...]:
    """The materials of one run in SI with its conductors, its pipe and its breaker (A) of these sizes."""
    system, cable = SYSTEMS[run.system], run.cable
    # Wire and pipe are sold, and priced, by the foot.
    feet = US.length.of(cable.length * cable.sets)
    found: list[Material] = []
    if cable.raceway == "none" and cable.insulation in CABLES:
        found.append(Material(f"cable {cable.insulation} {cable.metal} {size}", feet, "ft"))
    else:
        found.append(Material(f"wire {cable.metal} {size}", system.ungrounded * feet, "ft"))
        for each, metal in ((neutral, cable.metal), (ground, cable.egc_metal or cable.metal)):
            if each is not None:
                found.append(Material(f"wire {metal} {each}", feet, "ft"))
        if cable.raceway != "none" and pipe is not None:
            found.append(Material(f"pipe {cable.raceway} {pipe}", feet, "ft"))
    if breaker_a is not None:
        found.append(Material(f"breaker {system.ungrounded}-pole {number(breaker_a)}", 1.0, "each"))
    return tuple(found)


def cost(materials: Iterable[Material], prices: Mapping[str, float]) -> Figure:
    """What the materials cost ($) by the price list; no total where a price is missing, and which one it is.

    >>> cost([Material("wire cu 6", 100.0, "ft")], {"wire cu 6": 1.5}).value
    150.0
    """
    total, missing, steps = 0.0, False, []
    for name, quantity, unit in _gathered(materials):
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


def _gathered(materials: Iterable[Material]) -> list[tuple[str, float, SoldBy]]:
    found: dict[tuple[str, SoldBy], float] = {}
    for each in materials:
        found[each.name, each.unit] = found.get((each.name, each.unit), 0.0) + each.quantity
    return [(name, quantity, unit) for (name, unit), quantity in found.items()]
