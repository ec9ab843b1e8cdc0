"""Findings on sources that feed a panel's bus beside its supply: solar, storage. 705.12(B), 706.15."""

from collections.abc import Iterable, Mapping, Sequence
from dataclasses import dataclass
from typing import Any

from northspan.core.codes.nec.data import AWG
from northspan.core.codes.nec.findings.equipment.entries import gear_fix, on_gear
from northspan.core.codes.nec.sizing import overcurrent
from northspan.core.document.finding import Finding, Fix
from northspan.core.figures.working import a_number, number
from northspan.core.job.job import ParallelSource, Station
from northspan.core.network.guards import main_a
from northspan.core.network.sized_run import SizedRun
from northspan.core.property.whole.book import WholeBook
from northspan.core.property.whole.fixes import fields_fix, run_fix
from northspan.core.property.whole.view import JobView
from northspan.core.run.sized import Change

OUTPUT_FACTOR = 1.25
FAR_END_SHARE = 1.2
BUSES = ("panelboard", "service-disconnect", "transfer-switch")
MADE_BUS_A = (100.0, 125.0, 150.0, 200.0, 225.0, 400.0)


def find(book: WholeBook, view: JobView) -> Iterable[Finding]:
    """The bus, the breakers and the disconnects of every panel with a second source, and of every panel and feeder on
    the way up from there.
    """
    brought: dict[str, list[_Brought]] = {}
    for station in view.job.stations:
        own = station.gear.second_sources
        if not own:
            continue
        for run in view.network.upstream(station.id):
            if run.use != "service":
                brought.setdefault(run.id, []).append(_Brought(station, sum(s.output_a for s in own)))
        for at, source in enumerate(own):
            yield from _one(view, station, at, source)
    for station in view.job.stations:
        leaving = [run for run in view.network.leaving.get(station.id, ()) if run.id in brought]
        if station.gear.second_sources or leaving:
            yield from _bus(view, station, {run.id: sum(b.output_a for b in brought[run.id]) for run in leaving})
    for name, sources in brought.items():
        yield from _feeder(view, view.runs[name], sources)


@dataclass(frozen=True, slots=True)
class _Brought:
    """What a second source beyond a feeder sends up it: the station it lands at, its output (A)."""

    station: Station
    output_a: float


def bus_needed_a(main: float, output_a: float, far_end: bool) -> float:
    """Bus rating (A) asked for: main and 125 % of the output together, or 120 % of it where they stand at its two ends.
    705.12(B)(3)(1), (2).

    >>> bus_needed_a(200.0, 32.0, False), bus_needed_a(200.0, 32.0, True)
    (240.0, 200.0)
    """
    together = main + OUTPUT_FACTOR * output_a
    return together / FAR_END_SHARE if far_end else together


def _bus(view: JobView, station: Station, from_below: Mapping[str, float]) -> Iterable[Finding]:
    """A bus by all that feeds it: its supply, its own second sources, and those that come up its feeders."""
    feed, gear = view.network.fed_by.get(station.id), station.gear
    if station.kind not in BUSES:
        return
    ahead = view.runs[feed.id].sizing.breaker_a if feed is not None else None
    main = main_a(station) or ahead
    bus = gear.bus_a or (gear.rating_a if main_a(station) is None else None)
    if main is None:
        return
    if bus is None:
        yield on_gear(
            "bus-unknown", "advice", "705.12(B)(3)", f"{station.name}: bus rating not on record", station,
            "Two sources feed it, so its bus is judged by both together. Read its rating on the label.",
        )  # fmt: skip
        return
    output = sum(s.output_a for s in gear.second_sources) + sum(from_below.values())
    runs = [view.runs[name] for name in from_below]
    ends = [*(s.far_end for s in gear.second_sources), *(each.run.far_end for each in runs)]
    far = all(ends)
    needed = bus_needed_a(main, output, far)
    if needed <= bus + 1e-9:
        return
    fixes = []
    if not far and bus_needed_a(main, output, True) <= bus + 1e-9:
        steps = _moved(view, station, runs)
        fixes.append(Fix("Land it at the far end of the bus", steps))
    smaller = overcurrent.standard_rating_below(FAR_END_SHARE * bus - OUTPUT_FACTOR * output)
    held = view.runs[feed.id].sizing.design_a if feed is not None else None
    if smaller is not None and held is not None and main_a(station) is not None and held - 1e-9 <= smaller < main:
        at_its_end = "" if far else ", and land it at the far end of the bus"
        rating = gear_fix(view, station, f"Use {a_number(smaller)} A main{at_its_end}", "rating_a", smaller)
        fixes.append(rating if far else Fix(rating.label, (*rating.patch, *_moved(view, station, runs))))
    larger = next((made for made in MADE_BUS_A if made >= needed), None)
    if larger is not None and larger > bus:
        fixes.append(gear_fix(view, station, f"Use {a_number(larger)} A bus", "bus_a", larger))
    unknown = any(end is None for end in ends) and bus_needed_a(main, output, True) <= bus + 1e-9
    end = "at its two ends" if far else "not known to stand at its two ends"
    names = ", ".join(view.network.stations[view.runs[name].run.to_station].name for name in from_below)
    up = f" What comes up from {names} counts here too." if names else ""
    yield on_gear(
        "bus-second-source", "violation" if unknown and from_below else "danger", "705.12(B)(3)",
        f"{station.name}: {number(bus)} A bus, {number(needed)} A asked for", station,
        f"Main {number(main)} A and 125 % of {number(output)} A feed one bus, {end}.{up} Another way, not judged here: "
        "all its breakers but the main add to no more than the bus.",
        tuple(fixes),
    )  # fmt: skip


def _moved(view: JobView, station: Station, runs: Sequence[SizedRun]) -> tuple[Mapping[str, Any], ...]:
    """All that feeds a bus beside its supply, landed at its far end."""
    own = [s.model_copy(update={"far_end": True}).model_dump(mode="json") for s in station.gear.second_sources]
    steps = gear_fix(view, station, "", "second_sources", own).patch if own else ()
    for each in runs:
        steps = (*steps, *fields_fix(each.index, Change("", {"far_end": True})).patch)
    return tuple(steps)


def _feeder(view: JobView, each: SizedRun, sources: Sequence[_Brought]) -> Iterable[Finding]:
    """A feeder that brings a second source back up: it carries that, and nothing may be taken from it on the way."""
    rung, device = each.sizing.rung, each.sizing.breaker_a
    if rung is None or device is None:
        return
    output = sum(b.output_a for b in sources)
    back = OUTPUT_FACTOR * output
    name = view.network.stations[each.run.to_station].name
    if rung.allowed_ampacity_a < back - 1e-9:
        yield Finding(
            "feeder-second-source",
            "danger",
            "705.12(B)(1)",
            f"Feeder to {name}: good for {number(rung.allowed_ampacity_a)} A, {number(back)} A comes back",
            f"It carries 125 % of the {number(output)} A that comes back up it.",
            run=each.run.id,
            station=each.run.to_station,
            fixes=tuple(
                run_fix(each, Change(f"Pull {AWG.spoken(r.size, each.run.cable.metal)}", {"size": r.size}))
                for r in each.sizing.ladder.rungs
                if r.passes and r.allowed_ampacity_a >= back
            )[:1],
        )
    elif rung.allowed_ampacity_a < device + back - 1e-9:
        tapped = len(view.network.leaving.get(each.run.from_station, ())) > 1 and each.guard.at == "ahead"
        yield Finding(
            "feeder-two-sources",
            "violation" if tapped else "advice",
            "705.12(B)(1)",
            f"Feeder to {name}: {number(device)} A from one end and {number(back)} A from the other",
            f"Its wire is good for {number(rung.allowed_ampacity_a)} A. That is enough as long as the source lands at "
            f"its end: anything taken from it on the way carries {number(device + back)} A or has a device of its own.",
            run=each.run.id,
            station=each.run.to_station,
        )


def _one(view: JobView, station: Station, at: int, source: ParallelSource) -> Iterable[Finding]:
    least = OUTPUT_FACTOR * source.output_a
    rating = overcurrent.standard_rating(least)
    if source.breaker_a is not None and source.breaker_a < least - 1e-9 and rating is not None:
        yield on_gear(
            "second-source-breaker", "violation", "705.30(B)",
            f"{source.name}: {number(source.breaker_a)} A breaker on {number(source.output_a)} A of output", station,
            f"Its breaker is {number(least)} A at least, 125 % of what it gives.",
            (gear_fix(view, station, f"Use {a_number(rating)} A breaker", f"second_sources/{at}/breaker_a", rating),),
        )  # fmt: skip
    if source.kind == "storage" and not source.disconnect:
        known = source.disconnect is False
        yield on_gear(
            "storage-disconnect", "violation" if known else "advice", "706.15(A)",
            f"{source.name}: {'no disconnect of its own' if known else 'its disconnect not on record'}", station,
            "Storage has a disconnect of its own, readily accessible, within sight or with a control outdoors at a "
            "dwelling.",
            (gear_fix(view, station, "It has one", f"second_sources/{at}/disconnect", True),),
        )  # fmt: skip
