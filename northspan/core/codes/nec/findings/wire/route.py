"""Findings on measured routes: a length that the plan does not bear out, too many bends in one pull."""

from collections.abc import Iterable

from northspan.core.codes.codebook import WholeBook
from northspan.core.property.asking import is_nipple
from northspan.core.property.fixes import run_fix
from northspan.core.property.shared_raceway import differing, groups
from northspan.core.property.view import JobView
from northspan.core.run.sized import Change
from northspan.core.solution import Finding, Fix
from northspan.core.working import number

NIPPLE_IN = 24.0
MOST_BENDS_DEG = 360.0
CLOSE_FT = 1.0


def find(book: WholeBook, view: JobView) -> Iterable[Finding]:
    """Every run whose entered length or bends do not fit its route."""
    for route in view.routes:
        each = view.runs[route.run]
        measured = float(route.length_ft.value or 0.0)
        name = view.network.stations[each.run.to_station].name
        if abs(measured - each.run.length_ft) > CLOSE_FT:
            feet = round(measured, 1)
            yield Finding(
                "route-length",
                "advice",
                "the plan",
                f"{name}: entered {number(each.run.length_ft)} ft, the plan measures {number(feet)} ft",
                "The run is sized for the length entered; take the plan's, or move the route to where it goes.",
                run=route.run,
                station=each.run.to_station,
                fixes=(run_fix(each, Change(f"Use {number(feet)} ft", {"length_ft": feet})),),
            )
        worst = float(route.worst_bends_deg.value or 0.0)
        if each.run.raceway != "none" and worst > MOST_BENDS_DEG + 0.5:
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
        if each.run.nipple and not is_nipple(each.run):
            yield Finding(
                "nipple-long",
                "violation",
                "310.15(C)(1)(b), Chapter 9 note 4",
                f"Called a nipple, {number(each.run.length_ft)} ft long",
                f"A nipple is {number(NIPPLE_IN)} in long at most. It was counted and filled as the raceway that it "
                "is.",
                run=each.run.id,
                station=each.run.to_station,
                fixes=(run_fix(each, Change("It is no nipple", {"nipple": False})),),
            )


def find_shared(book: WholeBook, view: JobView) -> Iterable[Finding]:
    """Runs that share one raceway and do not agree on which."""
    for name, runs in groups(view.job).items():
        for what in differing(runs):
            kinds = sorted({r.raceway for r in runs})
            words = " and ".join(kinds) if what == "kind" else "two locked sizes"
            first = view.runs[runs[0].id]
            field = "raceway" if what == "kind" else "raceway_size"
            value = getattr(runs[0], field)
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
                            {"op": "add", "path": f"/runs/{view.runs[r.id].index}/{field}", "value": value}
                            for r in runs
                        ),
                    ),
                ),
            )
