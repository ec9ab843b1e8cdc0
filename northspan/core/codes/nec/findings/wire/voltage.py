"""Findings on voltage: the run's own drop, the worse leg, the drop from the source."""

import math
from collections.abc import Iterable
from dataclasses import replace

from northspan.core.codes.nec.data import AWG
from northspan.core.document.finding import Finding, Fix
from northspan.core.figures.working import number
from northspan.core.network.sized_run import SizedRun
from northspan.core.property.whole.book import WholeBook
from northspan.core.property.whole.fixes import proved_changes, run_fix
from northspan.core.property.whole.view import JobView
from northspan.core.run.ladder import smallest_passing
from northspan.core.run.sized import Change, RunFinding, Sizing

# So little over the limit from the source may be left by choice.
LET_BE_PCT = 0.5
# Aluminium of a size costs about this share of copper.
ALUMINIUM_SHARE = 0.3
_SECTION = "210.19(A) and 215.2(A)(2) notes, house rule"


def find(s: Sizing) -> Iterable[RunFinding]:
    """The worse leg of an unbalanced or two-phase line past the limit that the whole line keeps."""
    limit, leg = s.question.drop_limit_pct, s.leg_drop_pct
    if limit is None or leg is None or s.rung is None or not s.rung.passes or leg <= limit + 1e-9:
        return
    metal = s.question.metal
    thicker = [r.size for r in s.ladder.rungs if AWG.rank(r.size) > AWG.rank(s.rung.size)]
    yield RunFinding(
        "leg-drop",
        "house",
        _SECTION,
        f"Worse leg drops {leg:.1f} % to neutral",
        f"Line to line it keeps {number(limit)} %, but what hangs on one leg comes home on the neutral alone.",
        tuple(Change(f"Pull {AWG.spoken(size, metal)}", {"size": size, "neutral_size": None}) for size in thicker),
    )


def find_advisory(book: WholeBook, view: JobView) -> Iterable[Finding]:
    """A drop over the suggested limit where the house rule makes the limit advisory."""
    for each in view.runs.values():
        rung = each.sizing.rung
        if each.sizing.question.drop_limit_pct is None and rung is not None and rung.drop_pct > each.limit_pct:
            changes = _enough(book, each, each.limit_pct)
            yield Finding(
                "drop-advisory",
                "advice",
                _SECTION,
                f"Drops {rung.drop_pct:.1f} %, more than the suggested {number(each.limit_pct)} %",
                "The house rule makes the limit advisory, so the size was chosen without it.",
                run=each.run.id,
                station=each.run.to_station,
                fixes=tuple(run_fix(each, c) for c in changes),
            )


def find_total(book: WholeBook, view: JobView) -> Iterable[Finding]:
    """A station past the total limit, counted from the source; said once, at the nearest such station."""
    limit = view.job.house_rules.total_drop_pct
    for each in view.runs.values():
        drop = view.drop_pct.get(each.run.to_station)
        before = view.drop_pct.get(each.run.from_station, 0.0)
        if drop is None or drop <= limit + 1e-9 or before > limit + 1e-9:
            continue
        name = view.network.stations[each.run.to_station].name
        yield Finding(
            "drop-total",
            "house",
            _SECTION,
            f"{name}: {drop:.1f} % from the source",
            f"The limit from the source is {number(limit)} %; {before:.1f} % is gone before this run begins.",
            run=each.run.id,
            station=each.run.to_station,
            fixes=tuple(_total_fixes(book, view, each, limit, drop)),
        )


def _total_fixes(book: WholeBook, view: JobView, each: SizedRun, limit: float, drop: float) -> Iterable[Fix]:
    """Upsize the run that brings the far end within the limit for the least metal, service wire last; or, where little
    is over, let it be.
    """
    found: list[tuple[bool, float, Fix]] = []
    for run in view.network.upstream(each.run.to_station):
        other = view.runs[run.id]
        if other.sizing.rung is None:
            continue
        spare = other.sizing.rung.drop_pct - (drop - limit)
        # What the other runs drop moves with this one's voltage in the fourth figure only.
        for change in _enough(book, other, spare - 0.01) if spare > 0.05 else ():
            name = view.network.stations[run.to_station].name
            more = _metal(other, change.fields["size"]) - _metal(other, other.sizing.rung.size)
            fix = run_fix(other, Change(f"Feed {name} with {change.label}", change.fields))
            found.append((run.use == "service", more, fix))
    yield from (fix for *_, fix in sorted(found, key=lambda each: each[:2])[:1])
    if drop - limit <= LET_BE_PCT:
        allowed = math.ceil(10.0 * drop - 1e-9) / 10.0
        step = {"op": "add", "path": "/house_rules/total_drop_pct", "value": allowed}
        yield Fix(f"Let it be: {number(allowed)} % from the source on this job", (step,))


def _metal(each: SizedRun, size: str) -> float:
    """Metal of a run's wire (mm² m) were its hots of a size, aluminium counted at what it costs beside copper."""
    share = 1.0 if each.run.cable.metal == "cu" else ALUMINIUM_SHARE
    wires = each.sizing.question.wiring.ungrounded + each.sizing.question.wiring.grounded
    return share * AWG.area_mm2(size) * each.run.cable.length * each.run.cable.sets * wires


def _enough(book: WholeBook, each: SizedRun, limit_pct: float) -> Iterable[Change]:
    """The smallest size of the run's metal that drops no more than ``limit_pct``, as a lock."""
    s = each.sizing
    q = replace(s.question, drop_limit_pct=limit_pct)
    size = smallest_passing(book.sizing.rungs(q, s.design_a, s.breaker_a))
    if size is not None and (s.rung is None or size != s.rung.size):
        change = Change(AWG.spoken(size, q.metal), {"size": size})
        nothing = RunFinding("drop", "note", "", "", "", (change,))
        yield from proved_changes(book, s, nothing)
