"""Findings on measured routes: a length that the plan does not bear out, too many bends in one pull."""

from collections.abc import Iterable

from northspan.core.codes.codebook import CodeBook
from northspan.core.fixes import run_fix
from northspan.core.sized import Change
from northspan.core.solution import Finding
from northspan.core.view import JobView
from northspan.core.working import number

MOST_BENDS_DEG = 360.0
CLOSE_FT = 1.0


def find(book: CodeBook, view: JobView) -> Iterable[Finding]:
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
                fixes=(run_fix(each.index, Change(f"Use {number(feet)} ft", {"length_ft": feet})),),
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
