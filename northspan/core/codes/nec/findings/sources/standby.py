"""Findings on standby sources and transfer switches: what the source can carry, ratings, governors."""

from collections.abc import Iterable

from northspan.core.book.systems import SYSTEMS
from northspan.core.document.finding import Finding
from northspan.core.figures.working import Level, a_number, number
from northspan.core.job.job import Generator, Station, TransferSwitch
from northspan.core.job.run import Run
from northspan.core.network.source_amps import able_amps
from northspan.core.network.topology import PAIRED
from northspan.core.property.whole.book import WholeBook
from northspan.core.property.whole.fixes import station_fix
from northspan.core.property.whole.view import JobView

MADE_KW = (10.0, 12.0, 14.0, 16.0, 18.0, 20.0, 22.0, 24.0, 26.0, 30.0, 38.0, 48.0, 60.0)


def find(book: WholeBook, view: JobView) -> Iterable[Finding]:
    """Every source against the load on it or behind its transfer switch, and the switch against its supply."""
    for station in view.job.stations:
        if station.generator is not None:
            yield from _source(view, station, station.generator)
            yield from _prime(view, station, station.generator)
            yield from _one_leg(view, station, station.generator)
        if station.transfer is not None:
            yield from _switch(view, station)


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


def _prime(view: JobView, station: Station, own: Generator) -> Iterable[Finding]:
    """A source that is the only supply, with more on it than it gives."""
    load = sum(view.runs[run.id].sizing.question.amps for run in view.network.leaving.get(station.id, ()))
    able = able_amps(own)
    if load <= able + 1e-9:
        return
    needed = own.kw * load / able
    enough = next((kw for kw in MADE_KW if kw >= needed - 1e-9), None) if station.kind == "generator" else None
    yield _finding(
        view, station, "source-overload", "violation", "445.12(A), 220.40",
        f"{station.name} gives {able:.0f} A, {number(load)} A hang on it",
        "Nothing else feeds them: it stalls or trips when they all run. 710.15(A) lets a stand-alone source be smaller "
        "than "
        "the calculated load, never smaller than its largest single load, where what runs is held to what it gives.",
        ((f"Use {a_number(enough)} kW set", "generator/kw", enough),) if enough is not None else (),
    )  # fmt: skip


def _one_leg(view: JobView, station: Station, own: Generator) -> Iterable[Finding]:
    """A source of one 120 V leg that feeds a panel: both buses on one hot, so that a shared neutral carries the sum."""
    if SYSTEMS[own.system].ungrounded != 1 or view.network.partner(station.id) is not None:
        return
    for at in view.network.beyond(station.id):
        panel = view.network.stations[at]
        if panel.kind != "panelboard":
            continue
        shared = [c for c in panel.panel.circuits if c.partner is not None] if panel.panel is not None else []
        if shared:
            yield _finding(
                view, panel, "one-leg-multiwire", "danger", "710.15(C)",
                f"{panel.name}: multiwire circuits on the one leg of {station.name}",
                "Both hots stand on one leg, so their neutral carries the sum of both and nothing opens.", (),
            )  # fmt: skip
        yield _finding(
            view, panel, "one-leg-panel", "advice", "710.15(C)",
            f"{panel.name}: fed with one 120 V leg by {station.name}",
            "It bears a sign that no multiwire circuit may be connected to it. The main and the neutral are no "
            "larger than "
            "the source; its neutral has its one bond, and its electrodes, at the source or the first disconnect.", (),
        )  # fmt: skip


def _switch(view: JobView, station: Station) -> Iterable[Finding]:
    transfer, feed, standby = (
        station.transfer,
        view.network.fed_by.get(station.id),
        view.network.standby.get(station.id),
    )
    if transfer is None:
        return
    yield from _interlock(view, station, transfer)
    breaker = view.runs[feed.id].sizing.breaker_a if feed else None
    rating = station.gear.rating_a
    if rating is not None and breaker is not None and rating < breaker:
        yield _finding(
            view, station, "transfer-rating", "violation", "702.5, 110.3(B)",
            f"{station.name}: {number(rating)} A switch behind {a_number(breaker)} A breaker",
            "The switch is rated below the breaker ahead of it.",
            ((f"Use {a_number(breaker)} A switch", "gear/rating_a", breaker),),
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
    yield from _carries(view, station, feed, standby, source)
    other = view.network.second_leg.get(station.id)
    second = view.network.stations[other.from_station].generator if other is not None else None
    if other is not None and second is not None:
        yield from _carries(view, station, feed, other, second)
    given = PAIRED if station.id in view.network.second_leg else source.system
    if feed is not None and given != feed.system:
        start = view.network.stations[standby.from_station]
        yield _finding(
            view, start, "standby-voltage", "danger", "110.4, 702.4", f"{start.name} gives {given}, "
            f"{station.name} gets {feed.system}",
            "What hangs on the switch gets another voltage from its standby source than from its normal supply.",
            ((f"Set it to {feed.system}", "generator/system", feed.system),),
        )  # fmt: skip


def _carries(view: JobView, station: Station, feed: Run | None, standby: Run, source: Generator) -> Iterable[Finding]:
    """What a standby source gives against all that its switch has behind it."""
    transfer = station.transfer
    load = view.runs[feed.id].sizing.question.amps if feed else 0.0
    able = able_amps(source)
    if transfer is not None and load > able + 1e-9 and not transfer.managed:
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
            fixes=(station_fix(view.job, station, "The switch sheds load to fit", "transfer/managed", True),)
            if transfer.form == "switch"
            else (),
        )  # fmt: skip


def _interlock(view: JobView, station: Station, transfer: TransferSwitch) -> Iterable[Finding]:
    """A kit that holds a panel's main and a back-fed breaker apart, fed through an inlet."""
    if transfer.form != "interlock":
        return
    for field, words, label in (
        ("automatic", "works by itself", "It is worked by hand"),
        ("switches_neutral", "opens the neutral", "It leaves the neutral whole"),
    ):
        if getattr(transfer, field):
            yield _finding(
                view, station, f"interlock-{field.replace('_', '-')}", "violation", "702.5, 110.3(B)",
                f"{station.name}: no interlock kit {words}",
                "It slides between two breakers of one panel by hand and leaves their neutral alone, so the set is not "
                "separately derived.",
                ((label, f"transfer/{field}", False),),
            )  # fmt: skip
    if not station.gear.retained:
        yield _finding(
            view, station, "back-fed", "violation" if station.gear.retained is False else "advice", "408.36(D)",
            f"{station.name}: back-fed breaker without its retainer" if station.gear.retained is False
            else f"{station.name}: retainer of the back-fed breaker not on record",
            "A plug-in breaker that is fed from its load side is held by a fastener of its own.",
            ((f"Fit the retainer in {station.name}", "gear/retained", True),),
        )  # fmt: skip
    standby = view.network.standby.get(station.id)
    breaker = view.runs[standby.id].sizing.breaker_a if standby is not None else None
    if transfer.inlet_a is not None and breaker is not None and breaker > transfer.inlet_a + 1e-9:
        yield _finding(
            view, station, "inlet-small", "violation", "702.7(C), 110.3(B)",
            f"{station.name}: {number(transfer.inlet_a)} A inlet behind a {number(breaker)} A breaker",
            "Nothing holds the inlet and its cord to what they are made for.",
            ((f"Use {a_number(breaker)} A inlet", "transfer/inlet_a", breaker),),
        )  # fmt: skip


def _finding(
    view: JobView, station: Station, rule: str, level: Level, section: str, title: str, words: str,
    fixes: tuple[tuple[str, str, object], ...],
) -> Finding:  # fmt: skip
    made = tuple(station_fix(view.job, station, label, path, value) for label, path, value in fixes)
    return Finding(rule, level, section, title, words, station=station.id, fixes=made)
