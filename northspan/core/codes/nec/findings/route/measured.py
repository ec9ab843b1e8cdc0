"""Findings on measured routes: a length that the plan does not bear out, too many bends in one pull."""

from collections.abc import Iterable

from northspan.core.codes.nec.sizing.terms import NIPPLE_M, is_nipple
from northspan.core.document.finding import Finding, Fix
from northspan.core.document.lengths import CLOSE_M
from northspan.core.figures.working import number
from northspan.core.job.run import way
from northspan.core.property.runs.shared_raceway import differing, groups
from northspan.core.property.whole.book import WholeBook
from northspan.core.property.whole.fixes import run_fix
from northspan.core.property.whole.view import JobView
from northspan.core.run.sized import Change

MOST_BENDS_DEG = 360.0


def find(book: WholeBook, view: JobView) -> Iterable[Finding]:
    """Every run whose entered length or bends do not fit its route."""
    for route in view.routes:
        each = view.runs[route.run]
        own = view.entered.runs[each.index]
        measured, entered = float(route.length.value or 0.0), own.cable.length
        unit = view.job.told.length
        name = view.network.stations[each.run.to_station].name
        if own.length_from == "entered" and abs(unit.si(measured) - unit.si(entered)) > CLOSE_M:
            said, typed = f"{number(round(measured, 1))} {unit.sign}", f"{number(entered)} {unit.sign}"
            yield Finding(
                "route-length",
                "advice",
                "the plan",
                f"{name}: entered {typed}, the plan measures {said}",
                f"Everything is sized, bought and pulled for the {typed} entered. Take the plan's, which then follows "
                "the route, or say that it was taped.",
                run=route.run,
                station=each.run.to_station,
                fixes=(
                    run_fix(each, Change(f"Use the plan's {said}", {"length_from": "route"})),
                    run_fix(each, Change(f"Keep {typed}: it was taped", {"length_from": "taped"})),
                ),
            )
        worst = float(route.worst_bends_deg.value or 0.0)
        if each.run.cable.raceway != "none" and worst > MOST_BENDS_DEG + 0.5:
            yield Finding(
                "route-bends",
                "violation",
                "352.26, 358.26, 344.26",
                f"{name}: {worst:.0f}° of bends in one pull",
                "Between pull points there may be four quarter bends, 360° in all; set a pull point.",
                run=route.run,
                station=each.run.to_station,
            )


def find_nipples(book: WholeBook, view: JobView) -> Iterable[Finding]:
    """A run called a nipple that is longer than one."""
    for each in view.runs.values():
        if each.run.cable.nipple and not is_nipple(each.run.cable.length):
            yield Finding(
                "nipple-long",
                "violation",
                "310.15(C)(1)(b), Chapter 9 note 4",
                f"Called a nipple, {view.job.told.length.said(each.run.cable.length)} long",
                f"A nipple is {view.job.told.small.said(NIPPLE_M)} long at most. It was counted and filled as the "
                "raceway that it is.",
                run=each.run.id,
                station=each.run.to_station,
                fixes=(run_fix(each, Change("It is no nipple", {"nipple": False})),),
            )


def find_shared(book: WholeBook, view: JobView) -> Iterable[Finding]:
    """Runs that share one raceway and do not agree on which."""
    for name, runs in groups(view.job).items():
        for what in differing(runs):
            kinds = sorted({r.cable.raceway for r in runs})
            words = " and ".join(kinds) if what == "kind" else "two locked sizes"
            first = view.runs[runs[0].id]
            field = "raceway" if what == "kind" else "raceway_size"
            value = runs[0].cable.raceway if what == "kind" else runs[0].locks.raceway_size
            yield Finding(
                f"shared-raceway-{what}",
                "violation",
                "300.3(B), Chapter 9 Table 1",
                f"{name}: {words} for one raceway",
                "Runs that share a raceway lie in one pipe of one kind and one size.",
                run=first.run.id,
                station=first.run.to_station,
                fixes=(
                    Fix(
                        f"Take {value} for all of them",
                        tuple(
                            {"op": "add", "path": f"/runs/{view.runs[r.id].index}/{way(field)}", "value": value}
                            for r in runs
                        ),
                    ),
                ),
            )
