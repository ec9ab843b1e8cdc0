"""The cheapest property where some runs may be lines at a higher voltage between transformers.

Exact over what is asked: every way to carry the named runs, each solved for its own least, the transformers with their
price and their losses counted, each the smallest with which every rule is kept; the cheapest is taken.
"""

from collections.abc import Iterable, Mapping, Sequence
from dataclasses import dataclass, replace
from itertools import combinations

from northspan.core.document.file import dump
from northspan.core.document.finding import Finding, Fix
from northspan.core.document.left import as_left
from northspan.core.document.patched import patched_job
from northspan.core.figures.working import Figure, Step, number
from northspan.core.job.job import Job, Variant
from northspan.core.plans.materials.count import cost
from northspan.core.plans.materials.gear import transformer_part
from northspan.core.plans.materials.of_job import job_counts
from northspan.core.plans.whatif.least.least_cost import LeastCost, least_cost
from northspan.core.plans.whatif.losses import transformer_losses
from northspan.core.plans.whatif.variants import NotPossible, varied
from northspan.core.property.whole.solution import Solution
from northspan.core.solve.prepared import prepared
from northspan.core.solve.solve import solve

LINE = "480-2w"
MOST_LINES, SIZES_TRIED = 2, 3
BARRED = ("danger", "violation", "house")


@dataclass(frozen=True, slots=True)
class LeastLines:
    """The cheapest property: ``least`` with the transformers' price and losses in its sums, the runs that are ``lines``
    in it and what that brings with it (findings' titles), and in words why other lines were not taken.
    """

    least: LeastCost
    lines: tuple[str, ...]
    brings: tuple[str, ...]
    passed_by: tuple[str, ...]


def least_lines(job: Job, prices: Mapping[str, float], years: float, lines: Iterable[str]) -> LeastLines:
    """The cheapest way to build a job over so many ``years`` whose runs ``lines``, few of them, may be at 480 V.

    Raises KeyError for a run that is not there. ``prices`` are $ per foot or piece.
    """
    left = as_left(job)
    job = left.job
    lines, runs = tuple(lines), {run.id: run for run in job.runs}
    names = {run: next(s.name for s in job.stations if s.id == runs[run].to_station) for run in lines}
    now = solve(job)
    base = least_cost(job, prices, years)
    own = _transformers(job, now, prices, years)
    stands = _plus(base.before, own)
    best = LeastLines(replace(base, before=stands, after=_plus(base.after, own)), (), (), ())
    passed_by: list[str] = []
    for many in range(1, len(lines) + 1):
        for chosen in combinations(lines, many):
            said = " and ".join(names[run] for run in chosen)
            tried: LeastLines | str = ""
            for larger in range(SIZES_TRIED):
                found = _tried(job, now, stands, prices, years, chosen, larger)
                # The first trouble says most: a larger transformer drops less, and nothing else.
                tried = found if isinstance(found, LeastLines) or not tried else tried
                if isinstance(found, LeastLines):
                    break
            if isinstance(tried, str):
                passed_by.append(f"{said}: {tried}")
                continue
            rank, first = _rank(tried, lines, now), _rank(best, lines, now)
            if rank < first:
                best = tried
            else:
                more = _value(tried.least.after) - _value(best.least.after)
                passed_by.append(f"{said} at 480 V: ${more:,.0f} more")
    fix = None if best.least.fix is None else left.fix(best.least.fix)
    return LeastLines(replace(best.least, fix=fix), best.lines, best.brings, tuple(passed_by))


def _rank(tried: LeastLines, lines: Sequence[str], now: Solution) -> tuple[int, float]:
    """What stays wrong first, then the cost: a run that no wire serves as it stands costs nothing and is no bargain."""
    unserved = sum(not a.passes for a in now.runs if a.id in lines and a.id not in tried.lines)
    return unserved + len(tried.least.over), round(_value(tried.least.after), 2)


def _tried(
    job: Job, now: Solution, stands: Figure, prices: Mapping[str, float], years: float, chosen: Sequence[str],
    larger: int,
) -> LeastLines | str:  # fmt: skip
    """The least of a job with these runs as lines, with transformers so many sizes larger than the load asks; in words
    why it cannot be so.
    """
    made = job
    try:
        for at, run in enumerate(chosen):
            variant = Variant(id=f"line-{at}", name="480 V", run=run, system=LINE)
            made = varied(made, variant, larger)[0]
    except NotPossible as trouble:
        return str(trouble)
    missing = next((s.what for s in cost(job_counts(prepared(made)).counts, prices).steps if s.value is None), None)
    if missing is not None:
        return missing
    found = least_cost(made, prices, years)
    after = made if found.fix is None else patched_job(made, found.fix.patch)
    solved = solve(after)
    fresh = [f for f in solved.findings if not any(_same(f, old) for old in now.findings)]
    barred = [f.title for f in fresh if f.level in BARRED]
    if barred:
        return f"it would bring “{barred[0]}”"
    document = dump(after.model_copy(update={"variants": job.variants}))
    patch = tuple({"op": "add", "path": f"/{name}", "value": document[name]} for name in ("stations", "runs"))
    total = _plus(found.after, _transformers(after, solved, prices, years))
    saved = _value(stands) - _value(total)
    steps = (Step("As it stands", stands.value, "$", "sum"), Step("At its least", total.value, "$", "sum"))
    saving = Figure(saved, "$", steps)
    least = replace(found, before=stands, after=total, saved=saving, fix=Fix("Build it so", patch))
    return LeastLines(least, tuple(chosen), tuple(f.title for f in fresh if f.level == "advice"), ())


def _same(a: Finding, b: Finding) -> bool:
    """Whether a finding was there: of a run that now ends at a transformer it names another station."""
    if a.rule != b.rule:
        return False
    return a.run == b.run if a.run is not None else (a.station, a.place, a.circuit) == (b.station, b.place, b.circuit)


def _plus(sums: Figure, own: Figure) -> Figure:
    """A sum with what the transformers of its job cost; the same where it has none."""
    return Figure(_value(sums) + _value(own), "$", (*sums.steps, *own.steps)) if own.steps else sums


def _transformers(job: Job, solved: Solution, prices: Mapping[str, float], years: float) -> Figure:
    """Price and losses ($) of the transformers of a job; those that stand already cost only what they lose."""
    bought = [transformer_part(s.transformer.kva) for s in job.stations if s.transformer and s.bought]
    parts = sum((prices.get(name, 0.0) for name in bought), 0.0)
    kwh = sum((each.core_kwh + each.wound_kwh for each in transformer_losses(job, solved)), 0.0)
    lost = kwh * job.house_rules.energy_price * years
    if not bought and not kwh:
        return Figure(0.0, "$", ())
    return Figure(
        parts + lost,
        "$",
        (
            Step("Transformers", parts, "$", "price list"),
            Step(f"Lost in them in {number(years)} years", lost, "$", "core and windings, house rules"),
        ),
    )


def _value(figure: Figure) -> float:
    return figure.value if isinstance(figure.value, float) else 0.0
