"""Findings on what feeds a pool, spa or fountain and its equipment: an insulated copper ground. 680.21(A), 680.25."""

from collections.abc import Iterable

from northspan.core.codes.nec.data import AWG, INSULATIONS
from northspan.core.document.finding import Finding
from northspan.core.network.sized_run import SizedRun
from northspan.core.property.whole.book import WholeBook
from northspan.core.property.whole.fixes import place_fix, run_fix
from northspan.core.property.whole.view import JobView
from northspan.core.run.sized import Change

LEAST = "12"


def find(book: WholeBook, view: JobView) -> Iterable[Finding]:
    """Every feeder and branch circuit that ends at a pool."""
    pools = {p.id for p in view.job.places if p.pool}
    for each in view.runs.values():
        end = view.network.stations[each.run.to_station]
        if end.place in pools and each.run.use != "service":
            yield from _ground(view, each)
        place = next(p for p in view.job.places if p.id == end.place)
        if place.pool is None and not place.is_dwelling and end.kind == "panelboard" and bare_ground(each):
            yield Finding(
                "pool-unknown",
                "advice" if place.kind == "yard" else "note",
                "680.25(A)",
                f"{end.name}: whether a pool’s equipment hangs on it is not on record",
                "Its feeder’s ground is bare. What feeds a pool, spa or fountain brings an insulated copper one: if "
                "it does, say so in Walk.",
                run=each.run.id,
                station=end.id,
                fixes=(place_fix(view.job, place, f"No pool at {place.name}", {"pool": False}),),
            )


def bare_ground(each: SizedRun) -> bool:
    """Whether a run's equipment ground has no insulation."""
    return each.run.cable.bare_egc or INSULATIONS.word(each.run.cable.insulation, "bare_ground") == "yes"


def _ground(view: JobView, each: SizedRun) -> Iterable[Finding]:
    run, q, also = each.run, each.sizing.question, each.sizing.companions
    wrong = []
    if run.cable.no_egc:
        wrong.append("none comes with it")
    else:
        if bare_ground(each):
            wrong.append("it is bare")
        if q.ground_metal != "cu":
            wrong.append("it is aluminium")
        size = also.equipment_ground if also is not None else None
        if size is not None and AWG.rank(size) < AWG.rank(LEAST):
            wrong.append(f"it is {size}")
    if not wrong:
        return
    end = view.network.stations[run.to_station]
    piped = {"insulation": "THWN-2", "raceway": "PVC40", "bare_egc": False, "no_egc": False, "egc_metal": "cu"}
    yield Finding(
        "pool-ground",
        "violation",
        "680.25(A)" if run.use == "feeder" else "680.21(A)",
        f"{end.name}: its equipment ground is not insulated copper",
        f"What feeds a pool’s equipment brings an insulated copper ground, {LEAST} at least: {'; '.join(wrong)}.",
        run=run.id,
        station=end.id,
        fixes=(run_fix(each, Change("Pull THWN-2 in PVC 40, with an insulated copper ground", piped)),),
    )
