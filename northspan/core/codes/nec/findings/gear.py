"""Findings on equipment: disconnects, ratings, interrupting ratings, spaces, retainers, reach and working space."""

from collections.abc import Iterable

from northspan.core.codes.codebook import CodeBook
from northspan.core.codes.nec import minimums, overcurrent
from northspan.core.codes.nec.loads.standard import LIGHTING_VA_PER_FT2
from northspan.core.fixes import station_fix
from northspan.core.job import Place, Station
from northspan.core.solution import Finding, Fix, Level
from northspan.core.systems import SYSTEMS
from northspan.core.view import JobView
from northspan.core.working import number

HIGHEST_HANDLE_IN = 79.0
WORKING_DEPTH_IN, WORKING_WIDTH_IN = 36.0, 30.0
LIGHTING_CIRCUIT_VA = 1800.0
BATH_CIRCUITS = 1
INTERRUPTING_KA = (10.0, 14.0, 18.0, 22.0, 25.0, 42.0, 65.0, 100.0)
SUPPLY_SIDE = ("utility", "meter")
BUILDINGS = ("dwelling", "detached-building")


def find_disconnects(book: CodeBook, view: JobView) -> Iterable[Finding]:
    """A building without a disconnect of its own where its supply enters, or with more than one supply."""
    for place in view.job.places:
        if place.kind not in BUILDINGS:
            continue
        entries = _entries(view, place)
        feeders = [e for e in entries if view.network.fed_by[e.id].use != "service"]
        if len(entries) > 1:
            names = ", ".join(e.name for e in entries)
            yield _finding(
                "supplies", "violation", "225.30", f"{place.name} is fed {len(entries)} times", entries[1],
                f"A building has one feeder or branch circuit, a few cases aside; here {names} are each fed from "
                "outside it.",
            )  # fmt: skip
        for entry in feeders:
            if entry.kind in ("disconnect", "service-disconnect") or entry.gear.has_main:
                continue
            known = entry.gear.has_main is False
            yield _finding(
                "no-disconnect",
                "violation" if known else "advice",
                "225.31(A)",
                f"No disconnect at {place.name}" if known else f"{place.name}: disconnect not on record",
                entry,
                f"What feeds {place.name} must be switched off there, outdoors or nearest where it comes in; "
                f"{entry.name} has {'none' if known else 'none on record'}.",
                (_fix(view, entry, "It has a main of its own", "has_main", True),),
            )


def find_ratings(book: CodeBook, view: JobView) -> Iterable[Finding]:
    """Gear rated below its breaker, its load or the least the code allows; devices that cannot break the fault."""
    for station in view.job.stations:
        gear, feed = station.gear, view.network.fed_by.get(station.id)
        if feed is None:
            continue
        sizing = view.runs[feed.id].sizing
        if gear.rating_a is not None and gear.rating_a < sizing.question.amps - 1e-9:
            enough = overcurrent.standard_rating(sizing.question.amps)
            yield _finding(
                "gear-below-load", "violation", "408.30, 230.79", f"{station.name}: {number(gear.rating_a)} A gear "
                f"on {number(sizing.question.amps)} A", station,
                "The gear is rated below what it is to carry.",
                (_fix(view, station, f"Use {number(enough)} A gear", "rating_a", enough),) if enough else (),
            )  # fmt: skip
        breaker = sizing.breaker_a
        behind = station.kind == "panelboard" and not gear.has_main
        if behind and gear.rating_a is not None and breaker is not None and gear.rating_a < breaker - 1e-9:
            yield _finding(
                "bus-below-breaker", "violation", "408.36", f"{station.name}: {number(gear.rating_a)} A bus behind a "
                f"{number(breaker)} A breaker", station,
                "Without a main of its own, a panelboard is protected at its rating by the breaker ahead of it.",
                (
                    _fix(view, station, f"Use a {number(breaker)} A panel", "rating_a", breaker),
                    _fix(view, station, "It has a main of its own", "has_main", True),
                ),
            )  # fmt: skip
        yield from _least_rating(view, station)
        fault = view.faults[station.id].value
        if gear.interrupting_ka is not None and isinstance(fault, float) and fault > 1000.0 * gear.interrupting_ka:
            better = next((ka for ka in INTERRUPTING_KA if 1000.0 * ka >= fault), None)
            yield _finding(
                "interrupting", "danger", "110.9", f"{station.name}: {number(gear.interrupting_ka)} kA gear on a "
                f"{fault / 1000.0:.1f} kA fault", station,
                "A breaker that opens on more than its interrupting rating can burst.",
                (_fix(view, station, f"Use gear rated {number(better)} kA", "interrupting_ka", better),)
                if better else (),
            )  # fmt: skip


def find_fittings(book: CodeBook, view: JobView) -> Iterable[Finding]:
    """Retainers, spaces, handle height, working space, the emergency disconnect and surge protection."""
    for station in view.job.stations:
        gear = station.gear
        if gear.back_fed and not gear.retained:
            yield _finding(
                "back-fed", "violation", "408.36(D)", f"{station.name}: back-fed breaker without its retainer", station,
                "A plug-in breaker fed from its load side stays live when it comes off the bus; it is held by a "
                "fastener of its own.",
                (_fix(view, station, "Fit the retainer", "retained", True),),
            )  # fmt: skip
        if gear.handle_height_in is not None and gear.handle_height_in > HIGHEST_HANDLE_IN:
            yield _finding(
                "handle-height", "violation", "404.8(A), 240.24(A)",
                f"{station.name}: handle at {number(gear.handle_height_in)} in", station,
                f"The grip at its highest is {number(HIGHEST_HANDLE_IN)} in above the floor at most.",
                (_fix(view, station, "Hang it at 79 in", "handle_height_in", HIGHEST_HANDLE_IN),),
            )  # fmt: skip
        for name, least, words in (
            ("working_depth_in", WORKING_DEPTH_IN, "deep"),
            ("working_width_in", WORKING_WIDTH_IN, "wide"),
        ):
            value = getattr(gear, name)
            if value is not None and value < least:
                yield _finding(
                    f"working-space-{words}", "violation", "110.26(A)",
                    f"{station.name}: working space {number(value)} in {words}", station,
                    f"Whoever works on it live needs {number(least)} in.",
                    (_fix(view, station, f"Clear {number(least)} in", name, least),),
                )  # fmt: skip
        yield from _spaces(view, station)
    yield from _at_dwellings(view)


def _least_rating(view: JobView, station: Station) -> Iterable[Finding]:
    place = next(p for p in view.job.places if p.id == station.place)
    rating = station.gear.rating_a
    if rating is None or place.kind not in BUILDINGS or station not in _entries(view, place):
        return
    least = minimums.disconnect_a(place.kind == "dwelling", _circuits(view, place))
    if rating < least:
        yield _finding(
            "disconnect-minimum", "violation", "230.79, 225.39",
            f"{station.name}: {number(rating)} A, {number(least)} A at least", station,
            f"The disconnect of {place.name} may not be smaller, whatever its load.",
            (_fix(view, station, f"Use {number(least)} A", "rating_a", least),),
        )  # fmt: skip


def _spaces(view: JobView, station: Station) -> Iterable[Finding]:
    if station.kind != "panelboard" or station.gear.spaces is None:
        return
    needed = spaces_needed(view, station)
    if needed > station.gear.spaces:
        yield _finding(
            "spaces", "advice", "408.36", f"{station.name}: {needed} spaces asked for, {station.gear.spaces} there",
            station,
            "Counted from what is drawn and entered: two for a two-pole circuit, one for any other, and the circuits "
            "that a dwelling must have.",
            (_fix(view, station, f"Use a {_made(needed)}-space panel", "spaces", _made(needed)),),
        )  # fmt: skip


def spaces_needed(view: JobView, station: Station) -> int:
    """Breaker spaces asked for at a panelboard: runs that leave, appliances that stand at no station, and on a
    dwelling's main panel its lighting, kitchen, laundry and bath circuits.
    """
    needed = sum(SYSTEMS[run.system].ungrounded for run in view.network.leaving.get(station.id, ()))
    load = next((p for p in view.loads if p.station == station.id), None)
    place = next(p for p in view.job.places if p.id == station.place)
    if load is None or load.place != place.id:
        return needed
    needed += sum(a.count * (2 if a.volts == 240 else 1) for a in place.appliances if a.station is None and not a.later)
    if place.kind == "dwelling":
        lighting = LIGHTING_VA_PER_FT2 * (place.floor_area_ft2 or 0.0)
        needed += -int(-lighting // LIGHTING_CIRCUIT_VA) + BATH_CIRCUITS
        needed += place.small_appliance_circuits + place.laundry_circuits
    return needed


def _at_dwellings(view: JobView) -> Iterable[Finding]:
    for place in view.job.places:
        if place.kind != "dwelling":
            continue
        for entry in _entries(view, place):
            section = "230.85" if view.network.fed_by[entry.id].use == "service" else "225.41"
            if entry.gear.outdoors is False and not _outdoor_before(view, entry):
                yield _finding(
                    "emergency-disconnect", "violation", section, f"No emergency disconnect outside {place.name}",
                    entry,
                    "A one- or two-family dwelling has a disconnect outdoors, readily reached and marked for the "
                    "fire crew.",
                    (_fix(view, entry, "Put the disconnect outdoors", "outdoors", True),),
                )  # fmt: skip
            protected = any(s.gear.surge_protected for s in view.job.stations if s.place == place.id)
            if entry.gear.surge_protected is False and not protected:
                yield _finding(
                    "surge", "violation", "230.67" if section == "230.85" else "215.18",
                    f"{place.name}: no surge protection", entry,
                    "A dwelling's service has a type 1 or 2 surge device at it or beside it.",
                    (_fix(view, entry, "Add a surge device", "surge_protected", True),),
                )  # fmt: skip


def _outdoor_before(view: JobView, entry: Station) -> bool:
    """Whether something ahead of the entry disconnects outdoors."""
    for run in view.network.upstream(entry.id):
        ahead = view.network.stations[run.from_station]
        if ahead.kind in ("service-disconnect", "disconnect") and ahead.gear.outdoors:
            return True
    return False


def _entries(view: JobView, place: Place) -> list[Station]:
    """The stations of a place that are fed from another place, or from the utility and its meter."""
    found = []
    for station in view.job.stations:
        feed = view.network.fed_by.get(station.id)
        if station.place != place.id or station.kind in SUPPLY_SIDE or feed is None:
            continue
        ahead = view.network.stations[feed.from_station]
        if ahead.place != place.id or ahead.kind in SUPPLY_SIDE:
            found.append(station)
    return found


def _circuits(view: JobView, place: Place) -> int:
    """Branch circuits of a place, as far as they are drawn or entered."""
    here = {s.id for s in view.job.stations if s.place == place.id}
    drawn = sum(run.use == "branch" and run.to_station in here for run in view.job.runs)
    return drawn + sum(a.count for a in place.appliances if a.station is None and not a.later)


def _made(spaces: int) -> int:
    return next((made for made in (8, 12, 16, 20, 24, 30, 40, 42, 54, 60) if made >= spaces), spaces)


def _fix(view: JobView, station: Station, label: str, name: str, value: object) -> Fix:
    return station_fix(view.job, station, label, f"gear/{name}", value)


def _finding(
    rule: str, level: Level, section: str, title: str, station: Station, words: str, fixes: tuple[Fix, ...] = ()
) -> Finding:
    return Finding(rule, level, section, title, words, station=station.id, fixes=fixes)
