"""How findings on a run's way are said, and changes to it that are tried before they are offered.

The fields of a change are in SI, by their place below the run ("burial/cover", "route/points/2/cover"), or by the field
of the cable or a lock.
"""

from collections.abc import Callable, Iterable, Mapping
from dataclasses import replace
from typing import Any

from northspan.core.document.finding import Finding, Fix
from northspan.core.figures.units import Quantity, Units
from northspan.core.figures.working import Level
from northspan.core.job.house_rules import HouseRules
from northspan.core.job.outlets import Outlets
from northspan.core.job.pulling import Burial, PullPlan
from northspan.core.job.run import Run, way
from northspan.core.property.pull.solve_pulls import solve_pull
from northspan.core.property.pull.solved import SolvedPull
from northspan.core.property.runs.asking import changed
from northspan.core.property.whole.book import WholeBook
from northspan.core.property.whole.fixes import WORSE
from northspan.core.run.sized import Change
from northspan.core.run.sizing import size_run

PARTS: dict[str, Any] = {"burial": Burial, "pull": PullPlan, "outlets": Outlets}
TOLD: dict[str, Quantity] = {"pull/elbow_radius": "small", "pull/rope": "force"}


def finding(
    solved: SolvedPull,
    rule: str,
    level: Level,
    section: str,
    title: str,
    words: str,
    fixes: Iterable[Fix] = (),
) -> Finding:
    """A finding on the way of a run."""
    run = solved.each.run
    return Finding(
        rule,
        level,
        section,
        f"{solved.end}: {title}",
        words,
        run=run.id,
        station=run.to_station,
        pull=run.id,
        fixes=tuple(fixes),
    )


def fix(solved: SolvedPull, told: Units, change: Change) -> Fix:
    """A change as one JSON Patch on the job; a part that is not there yet is added whole."""
    run, root = solved.each.run, f"/runs/{solved.each.index}"
    operations: list[dict[str, Any]] = []
    whole: dict[str, dict[str, Any]] = {}
    for place, value in change.fields.items():
        quantity = "small" if place.endswith("/cover") else TOLD.get(place)
        written = value if quantity is None else told.unit(quantity).of(value)
        part, _, field = place.partition("/")
        if part == "route":
            operations.append({"op": "add", "path": f"{root}/{place}", "value": written})
        elif part not in PARTS:
            operations.append({"op": "add", "path": f"{root}/{way(place)}", "value": written})
        elif getattr(run, part) is None:
            whole.setdefault(part, {})[field] = written
        else:
            operations.append({"op": "add", "path": f"{root}/{place}", "value": written})
    operations += [{"op": "add", "path": f"{root}/{part}", "value": fields} for part, fields in whole.items()]
    return Fix(change.label, tuple(operations))


def tried(book: WholeBook, house: HouseRules, solved: SolvedPull, change: Change) -> SolvedPull:
    """A run's way with a change made to it: its wire is sized anew where the change touches it."""
    each, run = solved.each, solved.each.run
    own = {f: v for f, v in change.fields.items() if f.partition("/")[0] not in (*PARTS, "route")}
    run = _recovered(run, {f: v for f, v in change.fields.items() if f.startswith("route/")})
    parts: dict[str, dict[str, Any]] = {}
    for place, value in change.fields.items():
        part, _, field = place.partition("/")
        if part in PARTS:
            parts.setdefault(part, {})[field] = value
    updates = {part: (getattr(run, part) or PARTS[part]()).model_copy(update=fields) for part, fields in parts.items()}
    if own:
        run = _with(run, own)
        sizing = size_run(book, changed(book.sizing, each.sizing.question, own), each.sizing.load_steps, raceways=True)
        each = replace(each, sizing=sizing)
    return solve_pull(
        book, house, replace(each, run=run.model_copy(update=updates)), (solved.start, solved.end), solved.dwelling
    )


def proved(
    book: WholeBook,
    house: HouseRules,
    solved: SolvedPull,
    told: Units,
    changes: Iterable[Change],
    mended: Callable[[SolvedPull], bool],
) -> tuple[Fix, ...]:
    """The changes after which the finding is mended, and the run's wire has no fault that it had not before."""
    before = _wrong(book, solved)
    found = []
    for change in changes:
        after = tried(book, house, solved, change)
        if after.each.sizing.rung is not None and mended(after) and _wrong(book, after) <= before:
            found.append(fix(solved, told, change))
    return tuple(found)


def _wrong(book: WholeBook, solved: SolvedPull) -> set[str]:
    return {f.rule for f in book.findings.run_findings(solved.each.sizing) if f.level in WORSE}


def _with(run: Run, fields: Mapping[str, Any]) -> Run:
    cable = {f: v for f, v in fields.items() if way(f).startswith("cable/")}
    locks = {f: v for f, v in fields.items() if way(f).startswith("locks/")}
    return run.model_copy(
        update={"cable": run.cable.model_copy(update=cable), "locks": run.locks.model_copy(update=locks)}
    )


def _recovered(run: Run, covers: Mapping[str, float]) -> Run:
    """A run with other covers (m) over legs of its route."""
    if run.route is None or not covers:
        return run
    points = list(run.route.points)
    for place, cover in covers.items():
        at = int(place.split("/")[2])
        points[at] = points[at].model_copy(update={"cover": cover})
    return run.model_copy(update={"route": run.route.model_copy(update={"points": tuple(points)})})
