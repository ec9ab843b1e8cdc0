"""The cheapest wire of a whole property: metal and size of every run that is free, so that every rule is kept, every
station keeps its drop from the source, and parts with their losses cost least.

Exact: a dynamic programme from the far ends to the source. A run in one of its options needs a certain share of the
nominal voltage at its start to deliver what lies beyond it; the cheapest ways for every such share make a front, and
fronts are joined where runs leave one station. What is found is solved whole; an option that brings a finding the job
did not have is left out, and the search is made again.
"""

from collections.abc import Mapping, Sequence
from dataclasses import dataclass

from northspan.core.document.finding import Finding, Fix
from northspan.core.document.patched import patched_job
from northspan.core.figures.working import Figure, Level, Step, number
from northspan.core.job.job import Job
from northspan.core.plans.whatif.least.options import Option, ground_metal, options, standing
from northspan.core.plans.whatif.least.tree import NEAR_PCT, Tree
from northspan.core.property.runs.shared_raceway import groups
from northspan.core.property.whole.prepared import Prepared
from northspan.core.property.whole.solution import Solution
from northspan.core.solve.prepared import prepared
from northspan.core.solve.solve import solution, solve

MOST_ROUNDS = 120
WORTH: tuple[Level, ...] = ("danger", "violation", "house", "advice")


@dataclass(frozen=True, slots=True)
class RunChange:
    """A run that is built otherwise than sized by itself: its wire before and after, parts and losses ($), drop (%)."""

    run: str
    before: str
    after: str
    parts_before: float
    parts_after: float
    losses_before: float
    losses_after: float


@dataclass(frozen=True, slots=True)
class LeastCost:
    """The cheapest property: cost ($) of parts and of losses over the years, run by run as it stands and at its least;
    the runs that change; ``proved`` that nothing cheaper keeps every rule; stations beyond the limit from the source
    whatever is done; ``fix`` the edit that takes it (None: it is the cheapest already).
    """

    years: float
    before: Figure
    after: Figure
    saved: Figure
    changes: tuple[RunChange, ...]
    proved: bool
    over: tuple[str, ...]
    fix: Fix | None


def least_cost(job: Job, prices: Mapping[str, float], years: float) -> LeastCost:
    """The cheapest way to build a job over so many ``years`` (0: parts alone). ``prices`` are $ per foot or piece."""
    ready = prepared(job)
    now = solution(ready)
    house = ready.job.house_rules
    stands = {name: standing(ready.book, each, prices, house, years) for name, each in ready.sized.items()}
    every = {name: _options(ready, name, own, prices, years) for name, own in stands.items()}
    beyond = _beyond(ready, now)
    # A station that no choice brings within the limit without breaking a rule stays beyond it.
    for over in ({}, beyond):
        found = _searched(job, Tree(ready, every, over), stands, now)
        if found is not None:
            return _answer(job, years, stands, *found, over)
    return _answer(job, years, stands, stands, False, beyond)


def _searched(
    job: Job, tree: Tree, stands: Mapping[str, Option], now: Solution
) -> tuple[dict[str, Option], bool] | None:
    """The cheapest choice that brings no finding but notes, and whether it is proved; None where there is none.

    An option that a finding names is shut out for good: by itself it breaks a rule, whatever the others are.
    """
    known = {_key(f) for f in now.findings}
    # Of stations beyond the limit the nearest is named: with a thicker wire ahead that is another.
    moving = {f.rule for f in now.findings if f.station in tree.over}
    proved = True
    for _ in range(MOST_ROUNDS):
        picks = tree.cheapest()
        if picks is None:
            return None
        tried = solve(patched_job(job, _patch(job, stands, picks)))
        new = [
            f
            for f in tried.findings
            if f.level in WORTH and _key(f) not in known and not (f.rule in moving and f.station in tree.over)
        ]
        if not new:
            return {**stands, **picks}, proved
        blamed = {f.run for f in new if f.run is not None and len(tree.options.get(f.run, ())) > 1}
        if not blamed:
            # Of what is about a whole station no one run is to blame; what is shut out then may be too much.
            proved = False
            blamed = _suspects(tree.ready, stands, picks, new)
        if not blamed:
            return None
        for name in blamed:
            tree.shut(picks[name])
    return None


def _suspects(
    ready: Prepared, stands: Mapping[str, Option], picks: Mapping[str, Option], new: Sequence[Finding]
) -> set[str]:
    """Of the runs that are built otherwise, on the way to what the findings are about, the one that grew dearest."""
    changed = {name for name, o in picks.items() if (o.metal, o.size) != (stands[name].metal, stands[name].size)}
    upstream = {run.id for f in new if f.station for run in ready.net.upstream(f.station)}
    suspects = (changed & upstream) or changed
    return {max(suspects, key=lambda name: picks[name].parts - stands[name].parts)} if suspects else set()


def _options(ready: Prepared, run: str, own: Option, prices: Mapping[str, float], years: float) -> list[Option]:
    """What a run may be built as; itself where it is there or locked, shares its pipe, has no load or no price."""
    each = ready.sized[run]
    shares = any(r.id == run for runs in groups(ready.job).values() for r in runs)
    if (
        each.run.stays
        or each.run.locks.size is not None
        or shares
        or each.sizing.rung is None
        or not each.sizing.rung.passes
    ):
        return [own]
    found = list(options(ready.book, each, prices, ready.job.house_rules, years))
    return found if any((o.metal, o.size) == (own.metal, own.size) for o in found) else [own]


def _beyond(ready: Prepared, now: Solution) -> dict[str, float]:
    """Stations beyond the limit from the source as the job stands, with the share that drops to them."""
    limit = ready.job.house_rules.total_drop_pct + NEAR_PCT
    return {
        s.id: s.drop_pct.value / 100.0
        for s in now.stations
        if isinstance(s.drop_pct.value, float) and s.drop_pct.value > limit
    }


def _patch(job: Job, stands: Mapping[str, Option], picks: Mapping[str, Option]) -> list[dict[str, object]]:
    """The edit that builds every free run as it was picked."""
    found: list[dict[str, object]] = []
    for at_run, run in enumerate(job.runs):
        option, own = picks.get(run.id), stands[run.id]
        if option is None or not option.free or (option.metal, option.size) == (own.metal, own.size):
            continue
        root = f"/runs/{at_run}"
        found.append({"op": "add", "path": f"{root}/cable/metal", "value": option.metal})
        ground = ground_metal(run.cable, option.metal)
        if ground != run.cable.egc_metal:
            found.append({"op": "add", "path": f"{root}/cable/egc_metal", "value": ground})
        found.append({"op": "add", "path": f"{root}/locks/size", "value": option.size})
    return found


def _key(f: Finding) -> tuple[str | None, ...]:
    return f.rule, f.run, f.station, f.place, f.circuit


def _answer(
    job: Job, years: float, stands: Mapping[str, Option], taken: Mapping[str, Option], proved: bool,
    over: Mapping[str, float],
) -> LeastCost:  # fmt: skip
    changed = [(stands[r.id], taken[r.id]) for r in job.runs if taken[r.id].size != stands[r.id].size
               or taken[r.id].metal != stands[r.id].metal]  # fmt: skip
    before, after = _total(stands, years), _total(taken, years)
    saved = float(before.value or 0.0) - float(after.value or 0.0)
    patch = _patch(job, stands, taken)
    steps = tuple(
        Step(
            f"{own.run}: {own.size} {own.metal} to {now.size} {now.metal}", own.cost - now.cost, "$", "price list, I² R"
        )
        for own, now in changed
    )
    names = {s.id: s.name for s in job.stations}
    return LeastCost(
        years,
        before,
        after,
        Figure(saved, "$", steps),
        tuple(
            RunChange(
                own.run, f"{own.size} {own.metal}", f"{now.size} {now.metal}", own.parts, now.parts, own.losses,
                now.losses,
            )
            for own, now in changed
        ),
        proved,
        tuple(names[s] for s in over),
        Fix("Build it so", tuple(patch)) if patch else None,
    )  # fmt: skip


def _total(chosen: Mapping[str, Option], years: float) -> Figure:
    parts = sum((o.parts for o in chosen.values()), 0.0)
    losses = sum((o.losses for o in chosen.values()), 0.0)
    steps = (
        Step("Wire, pipe and breakers", parts, "$", "price list"),
        Step(f"Losses in {number(years)} years", losses, "$", "house rules: hours a year, price of energy"),
    )
    return Figure(parts + losses, "$", steps)
