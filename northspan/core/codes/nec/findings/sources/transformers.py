"""Findings on transformers: load, protection of both sides, inrush, and what leaves the secondary."""

from collections.abc import Iterable

from northspan.core.book.systems import SYSTEMS
from northspan.core.codes.nec.sizing import overcurrent
from northspan.core.codes.nec.sizing.least import LONG_M
from northspan.core.document.finding import Finding, Fix
from northspan.core.figures.working import a_number, number
from northspan.core.job.job import Station, Transformer
from northspan.core.network.sized_run import SizedRun
from northspan.core.physics.transformer import MADE_KVA, rated_amps
from northspan.core.property.whole.book import WholeBook
from northspan.core.property.whole.fixes import run_fix, station_fix
from northspan.core.property.whole.view import JobView
from northspan.core.run.sized import Change

PRIMARY_ALONE, PRIMARY_WITH_SECONDARY, SECONDARY = 1.25, 2.5, 1.25
SMALL_A, SMALL_SHARE = 9.0, 1.67
SMALLEST_A, SMALLEST_SHARE = 2.0, 3.0
INRUSH = 12.0
FUSES_A = (1.0, 3.0, 6.0, 10.0)
# A load entered to a tenth of an ampere is known no closer than this.
READ_TO_A = 0.05


def find(book: WholeBook, view: JobView) -> Iterable[Finding]:
    """A transformer overloaded, protected too coarsely, or likely to trip its breaker when it is switched on."""
    for station in view.job.stations:
        feed = view.network.fed_by.get(station.id)
        if station.transformer is None or feed is None:
            continue
        each = view.runs[feed.id]
        if each.sizing.question.amps == 0.0:
            continue
        yield from _load(view, station, station.transformer, each)
        yield from _protection(view, station, station.transformer, each)
        yield from _secondary(view, station, station.transformer)


def most_primary_a(rated_a: float, secondary_protected: bool) -> float:
    """Largest primary device (A), Table 450.3(B): 125 % and the next standard rating from 9 A up, 167 % below, 300 %
    below 2 A; 250 % where the secondary has its own.

    >>> most_primary_a(20.8, False), most_primary_a(20.8, True), round(most_primary_a(5.0, False), 2)
    (30.0, 52.0, 8.35)
    """
    if secondary_protected:
        return PRIMARY_WITH_SECONDARY * rated_a
    if rated_a < SMALL_A:
        return (SMALLEST_SHARE if rated_a < SMALLEST_A else SMALL_SHARE) * rated_a
    return overcurrent.standard_rating(PRIMARY_ALONE * rated_a) or PRIMARY_ALONE * rated_a


def most_secondary_a(rated_a: float) -> float:
    """Largest secondary device (A), Table 450.3(B): 125 % and the next standard rating from 9 A up, 167 % below.

    >>> most_secondary_a(41.7)
    60.0
    """
    if rated_a < SMALL_A:
        return SMALL_SHARE * rated_a
    return overcurrent.standard_rating(SECONDARY * rated_a) or SECONDARY * rated_a


def made_at_most(amps: float) -> float | None:
    """Largest breaker (A) that is made, or below 15 A fuse, not above ``amps`` (A). 240.6(A).

    >>> made_at_most(6.96), made_at_most(41.0)
    (6.0, 40.0)
    """
    fuse = max((f for f in FUSES_A if f <= amps + 1e-9), default=None)
    return overcurrent.standard_rating_below(amps) or fuse


def _device(amps: float) -> str:
    return f"{a_number(amps)} A {'fuse' if amps in FUSES_A else 'breaker'}"


def _load(view: JobView, station: Station, own: Transformer, feed: SizedRun) -> Iterable[Finding]:
    q = feed.sizing.question
    kva = q.wiring.volts * q.amps / 1000.0
    if q.amps > rated_amps(own.kva, q.wiring.volts) + READ_TO_A:
        enough = next((made for made in MADE_KVA if made >= kva), None)
        fixes = (_fix(view, station, f"Use {number(enough)} kVA", "kva", enough),) if enough else ()
        yield Finding(
            "transformer-load",
            "violation",
            "110.3(B), 450.11(A)",
            f"{station.name}: {kva:.1f} kVA on {number(own.kva)} kVA",
            "The load is more than the transformer is made for.",
            station=station.id,
            fixes=fixes,
        )


def _protection(view: JobView, station: Station, own: Transformer, feed: SizedRun) -> Iterable[Finding]:
    breaker = feed.sizing.breaker_a
    rated = rated_amps(own.kva, feed.sizing.question.wiring.volts)
    protected = own.secondary_breaker_a is not None
    most = most_primary_a(rated, protected)
    if breaker is not None and breaker > most + 1e-9:
        fits = made_at_most(most)
        fixes = []
        if fits is not None and fits >= feed.sizing.question.amps - 1e-9:
            fixes.append(run_fix(feed, Change(f"Put it on {_device(fits)}", {"breaker_a": fits})))
        second = made_at_most(most_secondary_a(rated_amps(own.kva, SYSTEMS[own.secondary].volts)))
        if not protected and breaker <= PRIMARY_WITH_SECONDARY * rated and second is not None:
            fixes.append(_fix(view, station, f"Add {_device(second)} at its secondary", "secondary_breaker_a", second))
        yield Finding(
            "transformer-primary",
            "violation",
            "450.3(B)",
            f"{station.name}: {number(breaker)} A on its primary, {number(most)} A at most",
            f"Its primary is rated {rated:.1f} A; "
            + ("with its secondary protected too." if protected else "its secondary has no protection of its own."),
            run=feed.run.id,
            station=station.id,
            fixes=tuple(fixes),
        )
    elif breaker is not None and breaker < PRIMARY_ALONE * rated:
        yield Finding(
            "transformer-inrush",
            "note",
            "450.3(B), inrush",
            f"{station.name} may trip its {number(breaker)} A breaker when switched on",
            f"For a few cycles it can take about {INRUSH * rated:.0f} A, {number(INRUSH)} times its rated "
            f"{rated:.1f} A; a breaker with a high magnetic trip, or one nearer {number(most)} A, holds.",
            run=feed.run.id,
            station=station.id,
        )


def _secondary(view: JobView, station: Station, own: Transformer) -> Iterable[Finding]:
    rated = rated_amps(own.kva, SYSTEMS[own.secondary].volts)
    most = most_secondary_a(rated)
    fits = made_at_most(most)
    if own.secondary_breaker_a is not None and own.secondary_breaker_a > most + 1e-9:
        yield Finding(
            "transformer-secondary",
            "violation",
            "450.3(B)",
            f"{station.name}: {number(own.secondary_breaker_a)} A on its secondary, {number(most)} A at most",
            f"Its secondary is rated {rated:.1f} A.",
            station=station.id,
            fixes=(_fix(view, station, f"Use {_device(fits)}", "secondary_breaker_a", fits),) if fits else (),
        )
    for run in view.network.leaving.get(station.id, ()):
        each = view.runs[run.id]
        if each.guard.at != "run" or each.guard.rating_a is not None:
            continue
        end = view.network.stations[run.to_station]
        yield Finding(
            "secondary-conductors",
            "violation",
            "240.4(F), 240.21(C)",
            f"{end.name}: nothing protects what comes from {station.name}",
            "The device ahead protects a secondary only from a two-wire primary to a two-wire secondary. Here its "
            "wires end in one device within 25 ft, or one stands at the transformer.",
            run=run.id,
            station=station.id,
            fixes=tuple(_protected(view, station, end, each, most)),
        )


def _protected(view: JobView, station: Station, end: Station, each: SizedRun, most: float) -> Iterable[Fix]:
    """A main at the end of a secondary, or a breaker at the transformer, no larger than the wire that is there may
    have.
    """
    rung = each.sizing.rung
    if each.run.locks.size is not None and rung is not None:
        most = min(most, rung.allowed_ampacity_a)
    fits = made_at_most(most)
    if fits is None or fits < each.sizing.design_a - 1e-9:
        return
    if end.kind == "panelboard" and each.run.cable.length <= LONG_M:
        way = f"/stations/{view.job.stations.index(end)}/gear"
        steps = ({"op": "add", "path": f"{way}/{name}", "value": value} for name, value in
                 (("has_main", True), ("rating_a", fits)))  # fmt: skip
        yield Fix(f"End it in {_device(fits)} in {end.name}", tuple(steps))
    yield _fix(view, station, f"Add {_device(fits)} at its secondary", "secondary_breaker_a", fits)


def _fix(view: JobView, station: Station, label: str, name: str, value: object) -> Fix:
    return station_fix(view.job, station, label, f"transformer/{name}", value)
