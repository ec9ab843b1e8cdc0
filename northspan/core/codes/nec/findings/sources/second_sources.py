"""Findings on sources that feed a panel's bus beside its supply: solar, storage. 705.12(B), 706.15."""

from collections.abc import Iterable

from northspan.core.codes.codebook import WholeBook
from northspan.core.codes.nec.findings.equipment.entries import gear_fix, on_gear
from northspan.core.codes.nec.sizing import overcurrent
from northspan.core.job.job import ParallelSource, Station
from northspan.core.property.guards import main_a
from northspan.core.property.view import JobView
from northspan.core.solution import Finding
from northspan.core.working import a_number, number

OUTPUT_FACTOR = 1.25
FAR_END_SHARE = 1.2
MADE_BUS_A = (100.0, 125.0, 150.0, 200.0, 225.0, 400.0)


def find(book: WholeBook, view: JobView) -> Iterable[Finding]:
    """The bus, the breakers and the disconnects of every panel with a second source."""
    for station in view.job.stations:
        if not station.gear.second_sources:
            continue
        yield from _bus(view, station)
        for at, source in enumerate(station.gear.second_sources):
            yield from _one(view, station, at, source)


def bus_needed_a(main: float, output_a: float, far_end: bool) -> float:
    """Bus rating (A) asked for: main and 125 % of the output together, or 120 % of it where they stand at its two ends.
    705.12(B)(3)(1), (2).

    >>> bus_needed_a(200.0, 32.0, False), bus_needed_a(200.0, 32.0, True)
    (240.0, 200.0)
    """
    together = main + OUTPUT_FACTOR * output_a
    return together / FAR_END_SHARE if far_end else together


def _bus(view: JobView, station: Station) -> Iterable[Finding]:
    feed, gear = view.network.fed_by.get(station.id), station.gear
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
    output = sum(s.output_a for s in gear.second_sources)
    far = all(s.far_end for s in gear.second_sources)
    needed = bus_needed_a(main, output, far)
    if needed <= bus + 1e-9:
        return
    fixes = []
    if not far and bus_needed_a(main, output, True) <= bus + 1e-9:
        moved = [s.model_copy(update={"far_end": True}).model_dump(mode="json") for s in gear.second_sources]
        fixes.append(gear_fix(view, station, "Land it at the far end of the bus", "second_sources", moved))
    larger = next((made for made in MADE_BUS_A if made >= needed), None)
    if larger is not None:
        fixes.append(gear_fix(view, station, f"Use {a_number(larger)} A bus", "bus_a", larger))
    end = "at its two ends" if far else "not known to stand at its two ends"
    yield on_gear(
        "bus-second-source", "danger", "705.12(B)(3)", f"{station.name}: {number(bus)} A bus, {number(needed)} A asked "
        "for", station,
        f"Main {number(main)} A and 125 % of {number(output)} A feed one bus, {end}. Another way, not judged here: all "
        "its "
        "breakers but the main add to no more than the bus.",
        tuple(fixes),
    )  # fmt: skip


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
