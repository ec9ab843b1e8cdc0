"""What it would cost to lay one run otherwise: in another raceway, behind another breaker, a trade size up."""

from collections.abc import Iterable, Mapping
from dataclasses import dataclass

from northspan.core.book.systems import SYSTEMS
from northspan.core.figures.working import Figure, Step, number
from northspan.core.job.job import Job
from northspan.core.job.run import Run
from northspan.core.plans.materials.count import Count
from northspan.core.plans.materials.gear import breaker
from northspan.core.plans.materials.of_job import job_counts
from northspan.core.property.pull.rules import CoverWay
from northspan.core.property.pull.solve_pulls import solve_pulls
from northspan.core.property.whole.prepared import Prepared
from northspan.core.solve.prepared import prepared


@dataclass(frozen=True, slots=True)
class WayCost:
    """A way to lie under ground by its name, and what it costs ($) more than the job as it stands; no value: a price is
    missing, or what it takes is not on the list.
    """

    title: str
    more: Figure


@dataclass(frozen=True, slots=True)
class Instead:
    """One run laid otherwise: every way under ground, and its raceway a trade size up (no value: there is none)."""

    ways: tuple[WayCost, ...]
    wider: Figure


def instead(entered: Job, run_id: str, prices: Mapping[str, float]) -> Instead:
    """Price other ways to lay a run of a job as it was entered. ``prices`` are $ per foot or piece, by name.

    Raises KeyError for a run that is not there.
    """
    ready = prepared(entered)
    before = job_counts(ready).counts
    each = ready.sized[run_id]
    solved = solve_pulls(ready.book, ready.job, ready.net, ready.sized).get(run_id)
    ways = {w.title: w for cover in (solved.covers if solved else ()) for w in cover.ways}
    found = tuple(WayCost(w.title, _way(ready, each.run, w, before, prices)) for w in ways.values())
    wider = Figure(None, "$", ())
    if solved is not None and solved.pipe is not None and solved.pipe.next_trade != solved.pipe.trade:
        after = _counts(ready, run_id, {}, {"raceway_size": solved.pipe.next_trade})
        wider = difference(before, after, prices)
    return Instead(found, wider)


def difference(before: Iterable[Count], after: Iterable[Count], prices: Mapping[str, float]) -> Figure:
    """What one count costs ($) more than another: only the parts that differ.

    >>> one, two = (Count("pipe", "pipe EMT 1", n, "ft", "Shed", "the plan") for n in (10.0, 25.0))
    >>> difference([one], [two], {"pipe EMT 1": 2.0}).value
    30.0
    """
    more: dict[str, float] = {}
    for sign, counts in ((-1.0, before), (1.0, after)):
        for each in counts:
            if not each.comes_with:
                more[each.priced_as] = more.get(each.priced_as, 0.0) + sign * each.quantity
    steps, total = [], 0.0
    for name, quantity in more.items():
        if abs(quantity) < 1e-9:
            continue
        price = prices.get(name)
        if price is None:
            return Figure(None, "$", (Step(f"{name}: not in the price list", None, "$", "price list"),))
        steps.append(Step(f"{name}: {number(round(quantity, 2))} × ${price:.2f}", quantity * price, "$", "price list"))
        total += quantity * price
    return Figure(total, "$", (*steps, Step("Together", total, "$", "sum")))


def _way(ready: Prepared, run: Run, way: CoverWay, before: tuple[Count, ...], prices: Mapping[str, float]) -> Figure:
    if way.concrete:
        return Figure(None, "$", (Step("Concrete is not in the price list", None, "$", "price list"),))
    cable = {"raceway": way.raceway}
    if way.raceway == "none" and ready.book.pulls is not None:
        cable["insulation"] = ready.book.pulls.direct_burial(run.cable.insulation, run.cable.metal)
    same = way.raceway == run.cable.raceway or way.own
    after = before if same else _counts(ready, run.id, cable, {"raceway_size": None})
    amps, poles = ready.sized[run.id].sizing.breaker_a, SYSTEMS[run.system].ungrounded
    if way.gfci and not (run.outlets and run.outlets.gfci) and amps is not None:
        kinds = ("standard", "gfci")
        plain, guarded = (Count("gear", breaker(poles, amps, k), 1.0, "each", run.id, "Span") for k in kinds)
        return difference([*before, plain], [*after, guarded], prices)
    return difference(before, after, prices)


def _counts(
    ready: Prepared, run_id: str, cable: Mapping[str, str], locks: Mapping[str, str | None]
) -> tuple[Count, ...]:
    """The job counted with other fields in the cable and the locks of a run; what is laid otherwise is bought."""
    runs = []
    for run in ready.entered.runs:
        if run.id == run_id:
            parts = {"cable": run.cable.model_copy(update=cable), "locks": run.locks.model_copy(update=locks)}
            run = run.model_copy(update={**parts, "state": run.made_otherwise})
        runs.append(run)
    return job_counts(prepared(ready.entered.model_copy(update={"runs": tuple(runs)}))).counts
