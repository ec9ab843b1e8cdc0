"""Findings on transformers: load, protection of both sides, inrush, and what leaves the secondary."""

from collections.abc import Iterable

from northspan.core.codes.codebook import WholeBook
from northspan.core.codes.nec.sizing import overcurrent
from northspan.core.job.job import Station, Transformer
from northspan.core.physics.transformer import MADE_KVA, rated_amps
from northspan.core.property.fixes import run_fix, station_fix
from northspan.core.property.guards import main_a
from northspan.core.property.sized_run import SizedRun
from northspan.core.property.view import JobView
from northspan.core.run.sized import Change
from northspan.core.run.systems import SYSTEMS
from northspan.core.solution import Finding, Fix
from northspan.core.units import FOOT_M
from northspan.core.working import a_number, number

PRIMARY_ALONE, PRIMARY_WITH_SECONDARY, SECONDARY = 1.25, 2.5, 1.25
SMALL_A, SMALL_SHARE = 9.0, 1.67
SMALLEST_A, SMALLEST_SHARE = 2.0, 3.0
LONGEST_M, SHORT_M = 25.0 * FOOT_M, 10.0 * FOOT_M
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


def primary_protects(view: JobView, station: Station) -> bool:
    """Whether the device ahead of a transformer protects what leaves it: two wires in and two out, and the device no
    larger than the secondary wires carry, at the turns ratio. 240.4(F), 240.21(C)(1).
    """
    feed, own = view.network.fed_by.get(station.id), station.transformer
    if feed is None or own is None:
        return False
    primary, secondary = SYSTEMS[feed.system], SYSTEMS[own.secondary]
    device = view.runs[feed.id].sizing.breaker_a
    if device is None or any(s.ungrounded + s.grounded != 2 for s in (primary, secondary)):
        return False
    rungs = [view.runs[run.id].sizing.rung for run in view.network.leaving.get(station.id, ())]
    carried = min((r.allowed_ampacity_a for r in rungs if r is not None), default=None)
    return carried is None or device <= carried * secondary.volts / primary.volts + 1e-9


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
    leaving = view.network.leaving.get(station.id)
    if (
        own.secondary_breaker_a is None
        and leaving
        and not primary_protects(view, station)
        and not _ends_in_main(view, station)
    ):
        yield Finding(
            "secondary-conductors",
            "violation",
            "240.4(F), 240.21(C)",
            f"{station.name}: nothing protects its secondary conductors",
            "The device ahead protects them only from a two-wire primary to a two-wire secondary, and only as far as "
            "they "
            "carry it at the turns ratio; here they end in a device of their own.",
            station=station.id,
            fixes=(_fix(view, station, f"Add {_device(fits)} at its secondary", "secondary_breaker_a", fits),)
            if fits
            else (),
        )


def _ends_in_main(view: JobView, station: Station) -> bool:
    """Whether every run out of the secondary ends in a main within 10 ft, or within 25 ft where it carries a third of
    the primary's device at the turns ratio. 240.21(C)(2), (C)(6).
    """
    feed = view.network.fed_by.get(station.id)
    device = view.runs[feed.id].sizing.breaker_a if feed is not None else None
    for run in view.network.leaving.get(station.id, ()):
        each, end = view.runs[run.id], view.network.stations[run.to_station]
        rung, rating = each.sizing.rung, main_a(end)
        if rating is None or rung is None or rung.allowed_ampacity_a < rating - 1e-9 or run.cable.length > LONGEST_M:
            return False
        own = station.transformer
        ratio = SYSTEMS[own.secondary].volts / SYSTEMS[feed.system].volts if own and feed else 1.0
        share = 0.1 if run.cable.length <= SHORT_M else 1.0 / 3.0
        if device is not None and rung.allowed_ampacity_a * ratio < share * device - 1e-9:
            return False
    return True


def _fix(view: JobView, station: Station, label: str, name: str, value: object) -> Fix:
    return station_fix(view.job, station, label, f"transformer/{name}", value)
