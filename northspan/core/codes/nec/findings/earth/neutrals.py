"""Findings on loads that take 120 V, or are made for it, where no neutral comes."""

from collections.abc import Iterable, Sequence

from northspan.core.book.systems import SYSTEMS, can_feed
from northspan.core.document.finding import Finding, Fix
from northspan.core.job.job import Appliance
from northspan.core.job.run import Run
from northspan.core.property.whole.book import WholeBook
from northspan.core.property.whole.view import JobView

TAKES_BOTH = ("range", "dryer")


def find(book: WholeBook, view: JobView) -> Iterable[Finding]:
    """120 V loads, entered or calculated, and appliances that take both voltages, beyond a run without a neutral."""
    landing = {p.station: p.place for p in view.loads if p.station is not None}
    for run in view.network.order:
        if SYSTEMS[run.system].grounded or view.network.stations[run.to_station].transformer is not None:
            continue
        station = view.network.stations[run.to_station]
        place = next(p for p in view.job.places if p.id == station.place)
        here = [
            a for a in place.appliances if not a.later and _at(a, run.to_station, landing.get(run.to_station), place.id)
        ]
        names = [a.name for a in here if a.across == "neutral"]
        if station.id in landing and place.is_dwelling:
            names.append("its lighting and receptacles")
        if station.load is not None and station.load.neutral_amps:
            names.append("the unbalance entered")
        fixes = _with_neutral(view, run)
        if names:
            yield Finding(
                "no-neutral",
                "danger",
                "200.3, 210.6(A)",
                f"{station.name}: 120 V loads and no neutral",
                f"{', '.join(names[:3])}: they stand between a hot and a neutral that {run.system} does not bring; on "
                "two hots they burn.",
                run=run.id,
                station=station.id,
                fixes=fixes,
            )
        both = [a for a in here if a.kind in TAKES_BOTH and a.across == "lines" and a.needs_neutral is not False]
        both += [a for a in here if a.kind not in TAKES_BOTH and a.needs_neutral]
        if both:
            yield Finding(
                "appliance-neutral",
                "violation",
                "250.140, 110.3(B)",
                f"{both[0].name}: no neutral comes to {station.name}",
                "Its motor, timer or lamp takes 120 V between a hot and the neutral, unless its plate says 240 V or "
                "208 V only; its outlet has four wires.",
                run=run.id,
                station=station.id,
                fixes=(*fixes, *_plates(view, place.id, both)),
            )


def _at(a: Appliance, station: str, landed: str | None, place: str) -> bool:
    """Whether an appliance hangs at a station: it stands there, or its place's load lands there."""
    return a.station == station or (a.station is None and landed == place)


def _with_neutral(view: JobView, run: Run) -> tuple[Fix, ...]:
    """A neutral pulled with the run, and with those ahead of it as far as one is to be had."""
    index = {r.id: i for i, r in enumerate(view.job.runs)}
    patch = []
    for each in (run, *view.network.upstream(run.from_station)):
        wanted: str | None = {"240-2w": "120/240-3w", "208-2w": "120/208-3w"}.get(each.system)
        if wanted is None:
            return ()
        patch.append({"op": "add", "path": f"/runs/{index[each.id]}/system", "value": wanted})
        source = view.network.delivers[each.from_station]
        if source is not None and can_feed(source, wanted):
            return (Fix("Pull a neutral with it", tuple(patch)),)
    return ()


def _plates(view: JobView, place: str, both: Sequence[Appliance]) -> tuple[Fix, ...]:
    at = next(i for i, p in enumerate(view.job.places) if p.id == place)
    ways = [
        {"op": "add", "path": f"/places/{at}/appliances/{i}/needs_neutral", "value": False}
        for i, a in enumerate(view.job.places[at].appliances)
        if any(a.id == b.id for b in both)
    ]
    return (Fix("Its plate says that it needs none", tuple(ways)),)
