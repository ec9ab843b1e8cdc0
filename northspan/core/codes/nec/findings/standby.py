"""Findings on standby sources and transfer switches: what the source can carry, ratings, governors."""

from collections.abc import Iterable

from northspan.core.codes.codebook import CodeBook
from northspan.core.fixes import station_fix
from northspan.core.job import Generator, Station
from northspan.core.physics.standby import capacity_kw
from northspan.core.solution import Finding, Level
from northspan.core.systems import SYSTEMS
from northspan.core.view import JobView
from northspan.core.working import number


def find(book: CodeBook, view: JobView) -> Iterable[Finding]:
    """Every standby source against the load behind its transfer switch, and the switch against its supply."""
    for station in view.job.stations:
        if station.generator is not None:
            yield from _source(view, station, station.generator)
        if station.transfer is not None:
            yield from _switch(view, station)


def able_amps(own: Generator) -> float:
    """Current (A) the source gives line to line where it stands, all its units together."""
    kw = capacity_kw(own.kw * own.units, own.fuel_pct, own.altitude_ft, own.altitude_loss_pct)
    return 1000.0 * kw / SYSTEMS[own.system].volts


def _source(view: JobView, station: Station, own: Generator) -> Iterable[Finding]:
    if (
        SYSTEMS[own.system].ungrounded == 2
        and SYSTEMS[own.system].grounded
        and station.kind == "inverter"
        and own.units % 2
    ):
        yield _finding(
            view, station, "inverter-pair", "violation", "110.3(B)", f"{station.name}: {own.units} unit for two legs",
            "Inverters of 120 V stand in pairs, one for each leg; an odd one leaves a leg dead.",
            (("Make it a pair", "generator/units", own.units + 1),),
        )  # fmt: skip
    made = 1000.0 * own.kw * own.units
    if own.diversion_w is not None and own.diversion_w < made:
        yield _finding(
            view, station, "diversion-load", "violation", "governor",
            f"{station.name}: diversion load {number(own.diversion_w)} W under its {number(made)} W",
            "With every load off, the governor has to burn all that the generator makes, or it runs away.",
            ((f"Fit {number(made)} W", "generator/diversion_w", made),),
        )  # fmt: skip


def _switch(view: JobView, station: Station) -> Iterable[Finding]:
    transfer, feed, standby = (
        station.transfer,
        view.network.fed_by.get(station.id),
        view.network.standby.get(station.id),
    )
    if transfer is None:
        return
    breaker = view.runs[feed.id].sizing.breaker_a if feed else None
    rating = station.gear.rating_a
    if rating is not None and breaker is not None and rating < breaker:
        yield _finding(
            view, station, "transfer-rating", "violation", "702.5, 110.3(B)",
            f"{station.name}: {number(rating)} A switch behind a {number(breaker)} A breaker",
            "The switch is rated below the breaker ahead of it.",
            ((f"Use a {number(breaker)} A switch", "gear/rating_a", breaker),),
        )  # fmt: skip
    if feed is not None and feed.use == "service" and not transfer.service_rated:
        yield _finding(
            view, station, "transfer-service", "violation", "230.66, 702.5", f"{station.name} stands where the service "
            "disconnect belongs",
            "Fed by service conductors, a transfer switch is suitable as service equipment and has a main.",
            (("It is service rated", "transfer/service_rated", True),),
        )  # fmt: skip
    source = view.network.stations[standby.from_station].generator if standby else None
    if standby is None or source is None:
        return
    if feed is not None and source.system != feed.system:
        start = view.network.stations[standby.from_station]
        yield _finding(
            view, start, "standby-voltage", "danger", "110.4, 702.4", f"{start.name} gives {source.system}, "
            f"{station.name} gets {feed.system}",
            "What hangs on the switch gets another voltage from its standby source than from its normal supply.",
            ((f"Set it to {feed.system}", "generator/system", feed.system),),
        )  # fmt: skip
    load = view.runs[feed.id].sizing.question.amps if feed else 0.0
    able = able_amps(source)
    if load > able + 1e-9 and not transfer.managed:
        start = view.network.stations[standby.from_station]
        must = transfer.automatic
        kw = load * SYSTEMS[source.system].volts / 1000.0
        yield Finding(
            "generator-load",
            "violation" if must else "advice",
            "702.4(B)(2)" if must else "702.4(B)(1)",
            f"{start.name} gives {able:.0f} A, {station.name} has {number(load)} A behind it",
            f"It takes {kw:.1f} kW to carry all of it. "
            + ("An automatic switch must find it all, or shed load by itself." if must
               else "By hand, whoever starts it picks what runs."),
            run=standby.id,
            station=station.id,
            fixes=(station_fix(view.job, station, "The switch sheds load to fit", "transfer/managed", True),),
        )  # fmt: skip


def _finding(
    view: JobView, station: Station, rule: str, level: Level, section: str, title: str, words: str,
    fixes: tuple[tuple[str, str, object], ...],
) -> Finding:  # fmt: skip
    made = tuple(station_fix(view.job, station, label, path, value) for label, path, value in fixes)
    return Finding(rule, level, section, title, words, station=station.id, fixes=made)
