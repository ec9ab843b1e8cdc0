"""Variants of a job side by side: only what differs, with cost, loss, drop, spare and findings."""

from collections.abc import Mapping
from dataclasses import dataclass

from northspan.core.document.file import dump
from northspan.core.document.finding import Fix
from northspan.core.document.left import as_left
from northspan.core.figures.working import Figure, Step, number
from northspan.core.job.job import Job
from northspan.core.plans.materials.count import cost
from northspan.core.plans.materials.of_job import job_counts
from northspan.core.plans.whatif.losses import transformer_losses
from northspan.core.plans.whatif.variants import NotPossible, varied
from northspan.core.property.whole.solution import RunAnswer, Solution
from northspan.core.solve.prepared import prepared
from northspan.core.solve.solve import solve

AS_IT_STANDS = "As it stands"


@dataclass(frozen=True, slots=True)
class Column:
    """One variant; ``trouble`` says why it could not be made, ``take`` is the edit that makes the job so."""

    id: str
    name: str
    trouble: str | None
    take: Fix | None


@dataclass(frozen=True, slots=True)
class Row:
    """One figure of every variant that differs among them; a variant without it has no value."""

    name: str
    run: str | None
    cells: tuple[Figure, ...]


@dataclass(frozen=True, slots=True)
class WhatIf:
    """The job as it stands and its variants: columns, and the rows in which they differ."""

    columns: tuple[Column, ...]
    rows: tuple[Row, ...]


def what_if(job: Job, prices: Mapping[str, float]) -> WhatIf:
    """Solve a job's variants and lay them side by side. ``prices`` are $ per foot or piece, by part."""
    left = as_left(job)
    job = left.job
    columns = [Column("now", AS_IT_STANDS, None, None)]
    made: list[tuple[Job, Solution] | None] = [(job, solve(job))]
    for variant in job.variants:
        try:
            other = varied(job, variant)
        except NotPossible as trouble:
            columns.append(Column(variant.id, variant.name, str(trouble), None))
            made.append(None)
            continue
        document = dump(other[0])
        patch = tuple({"op": "add", "path": f"/{name}", "value": document[name]} for name in ("stations", "runs"))
        columns.append(Column(variant.id, variant.name, None, left.fix(Fix(f"Take “{variant.name}”", patch))))
        made.append(other)
    rows = [*_whole_job(job, made, prices), *_by_run(job, made)]
    return WhatIf(tuple(columns), tuple(row for row in rows if _differs(row)))


# What is paid back later than wire lasts is not paid back.
LONGEST_PAYBACK = 40
# A list to buy by has whole spools, and what is in the van is off it: another sum.
PARTS = "Parts, cut to length"


def _differs(row: Row) -> bool:
    return len({cell.value if not isinstance(cell.value, float) else round(cell.value, 4) for cell in row.cells}) > 1


def _whole_job(job: Job, made: list[tuple[Job, Solution] | None], prices: Mapping[str, float]) -> list[Row]:
    costs = [cost(job_counts(prepared(one[0])).counts, prices) if one else _none("$") for one in made]
    losses = [_yearly_loss(*one) if one else _none("kWh") for one in made]
    rows = [Row(PARTS, None, tuple(costs)), Row("Lost in a year", None, tuple(losses))]
    rows.append(Row("Pays back in", None, tuple(_payback(job, costs, losses, i) for i in range(len(made)))))
    drops = tuple(_worst_drop(one[1]) if one else _none("%") for one in made)
    rows.append(Row("Worst drop from the source", None, drops))
    for name, levels in (("Must fix", ("danger", "violation")), ("To look at", ("house", "advice"))):
        cells = tuple(_findings(one[1], levels) if one else _none("count") for one in made)
        rows.append(Row(name, None, cells))
    return rows


def _by_run(job: Job, made: list[tuple[Job, Solution] | None]) -> list[Row]:
    rows = []
    for run in job.runs:
        answers = [next((a for a in one[1].runs if a.id == run.id), None) if one else None for one in made]
        rows += [
            Row("Wire", run.id, tuple(Figure(a.conductors or None, "", ()) if a else _none("") for a in answers)),
            Row("Breaker", run.id, tuple(a.figure("breaker") if a else _none("A") for a in answers)),
            Row("Pipe", run.id, tuple(a.figure("raceway") if a else _none("in") for a in answers)),
            Row("Pipe full", run.id, tuple(a.figure("fill_pct") if a else _none("%") for a in answers)),
            Row("Drop", run.id, tuple(a.figure("drop_pct") if a else _none("%") for a in answers)),
            Row("Spare", run.id, tuple(_spare(a) if a else _none("A") for a in answers)),
        ]
    return rows


def _spare(answer: RunAnswer) -> Figure:
    most, load = answer.figure("max_amps"), answer.figure("load")
    if not isinstance(most.value, float) or not isinstance(load.value, float):
        return _none("A")
    spare = most.value - load.value
    step = Step(f"{number(most.value)} A less {number(load.value)} A", spare, "A", "largest load less the load")
    return Figure(spare, "A", (*most.steps, step))


def _yearly_loss(job: Job, solution: Solution) -> Figure:
    steps = []
    total = 0.0
    names = {s.id: s.name for s in job.stations}
    for answer in solution.runs:
        lost = answer.figure("loss_kwh_year")
        if isinstance(lost.value, float):
            total += lost.value
            steps.append(Step(f"Wire to {names[answer.to_station]}", lost.value, "kWh", "house rule: hours a year"))
    for each in transformer_losses(job, solution):
        total += each.core_kwh + each.wound_kwh
        steps += each.steps
    return Figure(total, "kWh", (*steps, Step("Together", total, "kWh", "sum")))


def _payback(job: Job, costs: list[Figure], losses: list[Figure], at: int) -> Figure:
    """Years until what is saved on losses pays for what the variant costs more than the job as it stands."""
    values = [costs[0].value, costs[at].value, losses[0].value, losses[at].value]
    if at == 0 or not all(isinstance(v, float) for v in values):
        return _none("years")
    before, after, lost, then = (float(v) for v in values if isinstance(v, float))
    more, saved = after - before, (lost - then) * job.house_rules.energy_price
    what = f"{number(lost - then)} kWh a year × ${job.house_rules.energy_price:g}"
    steps = (Step("Parts cost more by", more, "$", "price list"), Step(what, saved, "$", "house rule: energy price"))
    if more == 0.0 and saved == 0.0:
        return _none("years")
    if more <= 0.0:
        return Figure("at once" if saved >= 0.0 else "cheaper, loses more", "", steps)
    if saved <= 0.0:
        return Figure("never", "", steps)
    years = more / saved
    last = Step(f"${more:.0f} ÷ ${saved:.2f} a year", years, "years", "simple payback")
    if years > LONGEST_PAYBACK:
        return Figure(f"not in {LONGEST_PAYBACK} years", "", (*steps, last))
    return Figure(years, "years", (*steps, last))


def _worst_drop(solution: Solution) -> Figure:
    fed = [s.drop_pct for s in solution.stations if isinstance(s.drop_pct.value, float)]
    return max(fed, key=lambda f: float(f.value or 0.0), default=_none("%"))


def _findings(solution: Solution, levels: tuple[str, ...]) -> Figure:
    found = [f for f in solution.findings if f.level in levels]
    steps = tuple(Step(f.title, None, "", f.section) for f in found)
    return Figure(float(len(found)), "count", steps)


def _none(unit: str) -> Figure:
    return Figure(None, unit, ())
