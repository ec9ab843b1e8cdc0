"""Findings on equipment: ratings, interrupting ratings, spaces, retainers, reach, working space, surge protection."""

from collections.abc import Iterable

from northspan.core.book.systems import SYSTEMS
from northspan.core.codes.nec.data import WORKING_DEPTH
from northspan.core.codes.nec.findings.equipment.entries import (
    entries,
    finding,
    from_service,
    gear_fix,
    on_gear,
    place_of,
)
from northspan.core.codes.nec.loads.standard import LIGHTING_VA_PER_FT2
from northspan.core.document.finding import Finding
from northspan.core.figures.units import INCH_M, US
from northspan.core.figures.working import a_number, number
from northspan.core.job.job import Station
from northspan.core.property.whole.book import WholeBook
from northspan.core.property.whole.view import JobView

HIGHEST_HANDLE_M = 79.0 * INCH_M
WORKING_WIDTH_M = 30.0 * INCH_M
# What converting to metres and back leaves.
DUST_M = 1e-9
USUAL_CONDITION = 2
LIGHTING_CIRCUIT_VA = 1800.0
BATH_CIRCUITS = 1
MADE_GEAR_A = (30.0, 60.0, 100.0, 125.0, 150.0, 200.0, 225.0, 320.0, 400.0, 600.0, 800.0, 1200.0)
INTERRUPTING_KA = (10.0, 14.0, 18.0, 22.0, 25.0, 42.0, 65.0, 100.0)


def find_ratings(book: WholeBook, view: JobView) -> Iterable[Finding]:
    """Gear rated below its breaker or its load; devices that cannot break the fault."""
    for station in view.job.stations:
        gear, feed = station.gear, view.network.fed_by.get(station.id)
        if feed is None:
            continue
        sizing = view.runs[feed.id].sizing
        if gear.rating_a is not None and gear.rating_a < sizing.question.amps - 1e-9 and _unsaid(view, feed.id):
            enough = made_gear(sizing.question.amps)
            yield on_gear(
                "gear-below-load", "violation", "408.30, 230.79", f"{station.name}: {number(gear.rating_a)} A gear "
                f"on {number(sizing.question.amps)} A", station,
                "The gear is rated below what it is to carry.",
                (gear_fix(view, station, f"Use {number(enough)} A gear", "rating_a", enough),) if enough else (),
            )  # fmt: skip
        # Of two feeds for a leg each the larger device is what the bus stands behind.
        other = view.network.second_leg.get(station.id)
        ahead = (sizing.breaker_a, view.runs[other.id].sizing.breaker_a if other is not None else None)
        breaker = max((amps for amps in ahead if amps is not None), default=None)
        behind = station.kind == "panelboard" and not gear.has_main
        if behind and gear.rating_a is not None and breaker is not None and gear.rating_a < breaker - 1e-9:
            panel = made_gear(breaker)
            yield on_gear(
                "bus-below-breaker", "violation", "408.36", f"{station.name}: {number(gear.rating_a)} A bus behind a "
                f"{number(breaker)} A breaker", station,
                "Without a main of its own, a panelboard is protected at its rating by the breaker ahead of it.",
                (
                    *(
                        (gear_fix(view, station, f"Use {a_number(panel)} A panel", "rating_a", panel),)
                        if panel and feed.tap is None
                        else ()
                    ),
                    gear_fix(view, station, f"{station.name} has a main of its own", "has_main", True),
                ),
            )  # fmt: skip
        yield from _interrupting(view, station)


def _interrupting(view: JobView, station: Station) -> Iterable[Finding]:
    """Devices that cannot break the fault, by themselves or, where it is marked, with the one ahead of them."""
    gear, fault = station.gear, view.faults[station.id].value
    if gear.interrupting_ka is None or not isinstance(fault, float) or fault <= 1000.0 * gear.interrupting_ka:
        return
    if gear.series_ka is not None and fault <= 1000.0 * gear.series_ka:
        yield on_gear(
            "series-rated", "note", "240.86(B), 110.22(C)",
            f"{station.name}: {number(gear.interrupting_ka)} kA devices, series rated {number(gear.series_ka)} kA",
            station,
            "They break this fault only together with the device ahead that they were tested with. Both are marked so, "
            "and another make ahead ends it.",
        )  # fmt: skip
        return
    better = next((ka for ka in INTERRUPTING_KA if 1000.0 * ka >= fault), None)
    yield on_gear(
        "interrupting", "danger", "110.9", f"{station.name}: {number(gear.interrupting_ka)} kA gear on a "
        f"{fault / 1000.0:.1f} kA fault", station,
        "A breaker that opens on more than its interrupting rating can burst.",
        (gear_fix(view, station, f"Use gear rated {number(better)} kA", "interrupting_ka", better),) if better else (),
    )  # fmt: skip


def find_fittings(book: WholeBook, view: JobView) -> Iterable[Finding]:
    """Retainers, spaces, handle height, working space and surge protection."""
    for station in view.job.stations:
        gear, told = station.gear, view.job.told.small
        if gear.back_fed and not gear.retained:
            yield on_gear(
                "back-fed", "violation", "408.36(D)", f"{station.name}: back-fed breaker without its retainer", station,
                "A plug-in breaker fed from its load side stays live when it comes off the bus; it is held by a "
                "fastener of its own.",
                (gear_fix(view, station, f"Fit the retainer in {station.name}", "retained", True),),
            )  # fmt: skip
        if gear.handle_height is not None and gear.handle_height > HIGHEST_HANDLE_M + DUST_M:
            highest = told.said(HIGHEST_HANDLE_M)
            yield on_gear(
                "handle-height", "violation", "404.8(A), 240.24(A)",
                f"{station.name}: handle at {told.said(gear.handle_height)}", station,
                f"The grip at its highest is {highest} above the floor at most.",
                (gear_fix(view, station, f"Hang it at {highest}", "handle_height", told.of(HIGHEST_HANDLE_M)),),
            )  # fmt: skip
        depth, why = _working_depth(view, station)
        for name, least, words in (("working_depth", depth, "deep"), ("working_width", WORKING_WIDTH_M, "wide")):
            value = getattr(gear, name)
            if value is not None and value < least - DUST_M:
                yield on_gear(
                    f"working-space-{words}", "violation", "110.26(A)(1)" if words == "deep" else "110.26(A)(2)",
                    f"{station.name}: working space {told.said(value)} {words}", station,
                    f"Whoever works on it live needs {told.said(least)}{why if words == 'deep' else ''}.",
                    (gear_fix(view, station, f"Clear {told.said(least)}", name, told.of(least)),),
                )  # fmt: skip
        yield from _spaces(view, station)
    yield from _surge(view)


def _spaces(view: JobView, station: Station) -> Iterable[Finding]:
    # Where its circuits are written down they are counted, not guessed at.
    written = station.panel is not None and station.panel.circuits
    if station.kind != "panelboard" or station.gear.spaces is None or written:
        return
    needed = spaces_needed(view, station)
    if needed > station.gear.spaces:
        yield on_gear(
            "spaces", "advice", "408.36", f"{station.name}: {needed} spaces asked for, {station.gear.spaces} there",
            station,
            "Counted from what is drawn and entered: two for a two-pole circuit, one for any other, and the circuits "
            "that a dwelling must have.",
            (gear_fix(view, station, f"Use a {_made(needed)}-space panel", "spaces", _made(needed)),),
        )  # fmt: skip


def spaces_needed(view: JobView, station: Station) -> int:
    """Breaker spaces asked for at a panelboard: runs that leave, appliances that stand at no station, and on a
    dwelling's main panel its lighting, kitchen, laundry and bath circuits.
    """
    needed = sum(SYSTEMS[run.system].ungrounded for run in view.network.leaving.get(station.id, ()))
    load = next((p for p in view.loads if p.station == station.id), None)
    place = place_of(view, station)
    if load is None or load.place != place.id:
        return needed
    needed += sum(
        a.count * (2 if a.across == "lines" else 1) for a in place.appliances if a.station is None and not a.later
    )
    if place.is_dwelling:
        lighting = LIGHTING_VA_PER_FT2 * US.area.of(place.floor_area or 0.0)
        needed += -int(-lighting // LIGHTING_CIRCUIT_VA) + BATH_CIRCUITS
        needed += place.small_appliance_circuits + place.laundry_circuits
    return needed


def _unsaid(view: JobView, run: str) -> bool:
    """Whether it has not been said of the run already: a main that guards its run is judged with it."""
    return view.runs[run].guard.at != "main"


def _working_depth(view: JobView, station: Station) -> tuple[float, str]:
    """Least depth (m) in front of a station by its volts to ground and what stands across from it, and why."""
    volts = _to_ground(view, station)
    condition = station.gear.working_condition or USUAL_CONDITION
    column = "v0_150" if volts <= 150.0 else "v151_600"
    depth = US.small.si(WORKING_DEPTH.number(str(condition), column) or 0.0)
    return depth, f" at {number(volts)} V to ground, condition {condition}" if volts > 150.0 else ""


def _to_ground(view: JobView, station: Station) -> float:
    """Highest volts to ground at a station; of a source with no neutral the whole volts between its wires."""
    system = view.network.system.get(station.id)
    if system is None:
        return 120.0
    at = station.id
    for run in view.network.upstream(station.id):
        at = run.from_station
        if view.network.stations[at].transformer is not None:
            break
    source = view.network.delivers.get(at)
    if source is None:
        return 120.0
    return SYSTEMS[source].to_neutral or SYSTEMS[source].volts


def _surge(view: JobView) -> Iterable[Finding]:
    for place in view.job.places:
        if not place.is_dwelling:
            continue
        protected = any(s.gear.surge_protected for s in view.job.stations if s.place == place.id)
        for entry in entries(view, place):
            if entry.gear.surge_protected is False and not protected:
                yield finding(
                    "surge", "violation", "230.67" if from_service(view, entry) else "215.18",
                    f"{place.name}: no surge protection", entry,
                    "A dwelling's service has a type 1 or 2 surge device at it or beside it.",
                    (gear_fix(view, entry, f"Add a surge device at {entry.name}", "surge_protected", True),),
                )  # fmt: skip


def made_gear(amps: float) -> float | None:
    """Smallest panel or switch that is made for ``amps`` (A); None past the largest.

    >>> made_gear(45.0), made_gear(90.0)
    (60.0, 100.0)
    """
    return next((made for made in MADE_GEAR_A if made >= amps - 1e-9), None)


def _made(spaces: int) -> int:
    return next((made for made in (8, 12, 16, 20, 24, 30, 40, 42, 54, 60) if made >= spaces), spaces)
