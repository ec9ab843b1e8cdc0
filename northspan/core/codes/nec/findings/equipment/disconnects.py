"""Findings on disconnects: at the service, at every other building or structure, how many, how large, and outdoors."""

from collections.abc import Iterable

from northspan.core.codes.codebook import WholeBook
from northspan.core.codes.nec.findings.equipment.entries import (
    BUILDINGS,
    SIGHT_M,
    entries,
    finding,
    from_service,
    gear_fix,
    on_gear,
    place_of,
)
from northspan.core.codes.nec.sizing import minimums
from northspan.core.ground.modes import is_line_side
from northspan.core.job.job import Place, Station
from northspan.core.property.fixes import fields_fix, station_fix
from northspan.core.property.topology import disconnects
from northspan.core.property.view import JobView
from northspan.core.run.sized import Change
from northspan.core.solution import Finding
from northspan.core.working import a_number, number

MOST_DISCONNECTS = 6
MOST_FEEDERS = 6


def find_service(book: WholeBook, view: JobView) -> Iterable[Finding]:
    """What leaves the utility or its meter without a disconnect: every conductor as far as the first one is a service
    conductor.
    """
    meters = {s.id for s in view.job.stations if s.kind == "meter"}
    for run in view.network.order:
        end = view.network.stations[run.to_station]
        if is_line_side(view.network, end.id) or not is_line_side(view.network, run.from_station):
            continue
        has = disconnects(end)
        if has is None and end.kind == "transfer-switch" and end.transfer is not None and end.transfer.service_rated:
            has = True
        # The breaker entered for service conductors is the one at their end.
        if has is None and run.use == "service" and run.locks.breaker_a is not None:
            has = True
        if has:
            continue
        known = has is False or end.kind not in ("panelboard", "transfer-switch")
        called = "" if run.use == "service" else f" Its run is called a {run.use}; it is service conductors."
        yield finding(
            "no-service-disconnect",
            ("danger" if run.use == "service" or run.from_station in meters else "violation") if known else "advice",
            "230.70, 230.90",
            f"{end.name}: no service disconnect" if known else f"{end.name}: service disconnect not on record",
            end,
            f"Nothing between the utility and {end.name} switches it off or guards its conductors; a meter does "
            "neither."
            f"{called}",
            (gear_fix(view, end, f"Fit a main in {end.name}", "has_main", True),) if end.kind != "transformer" else (),
        )


def find_supplies(book: WholeBook, view: JobView) -> Iterable[Finding]:
    """A building fed more often than it may be: services, their disconnects, feeders and branch circuits."""
    for place in view.job.places:
        if place.kind not in BUILDINGS:
            continue
        here = entries(view, place)
        services = [e for e in here if from_service(view, e)]
        feeders = [e for e in here if e not in services]
        utilities = {[r.from_station for r in view.network.upstream(e.id)][-1] for e in services}
        if len(utilities) > 1:
            yield finding(
                "services", "violation", "230.2", f"{place.name} has {len(utilities)} services", services[1],
                "A building has one service, a few cases aside that are for the inspector to grant.",
            )  # fmt: skip
        elif len(services) > MOST_DISCONNECTS:
            yield finding(
                "service-disconnects", "violation", "230.71(B)", f"{place.name}: {len(services)} service disconnects",
                services[MOST_DISCONNECTS], f"A service has {MOST_DISCONNECTS} disconnects at most.",
            )  # fmt: skip
        if len(feeders) > 1 and not _from_common_gear(view, feeders):
            names = ", ".join(e.name for e in feeders)
            yield finding(
                "supplies", "violation", "225.30", f"{place.name} is fed {len(feeders)} times", feeders[1],
                f"A building has one feeder or branch circuit, or up to {MOST_FEEDERS} feeders that leave one panel "
                "and "
                f"end in one disconnect each; here {names} are fed from outside it.",
            )  # fmt: skip


def _from_common_gear(view: JobView, feeders: list[Station]) -> bool:
    """Whether several feeders leave one piece of gear and each ends in one disconnect. 225.30(B)."""
    runs = [view.network.fed_by[e.id] for e in feeders]
    one = len({r.from_station for r in runs}) == 1 and all(r.use == "feeder" for r in runs)
    return one and len(runs) <= MOST_FEEDERS and all(disconnects(e) is not False for e in feeders)


def find_buildings(book: WholeBook, view: JobView) -> Iterable[Finding]:
    """A building or structure without a disconnect where its supply enters, or with one that is too small."""
    for place in view.job.places:
        for entry in entries(view, place):
            if place.kind == "yard" and entry.kind == "equipment":
                continue
            yield from _least_rating(view, place, entry)
            has = _cut_off(view, entry)
            if from_service(view, entry) or has:
                continue
            known = has is False
            yield finding(
                "no-disconnect",
                "violation" if known else "advice",
                "225.31(A)",
                f"No disconnect at {place.name}" if known else f"{place.name}: disconnect not on record",
                entry,
                f"What feeds {place.name} must be switched off there, outdoors or nearest where it comes in; "
                f"{entry.name} has {'none' if known else 'none on record'}.",
                (gear_fix(view, entry, _switched(place, entry), "has_main", True),)
                if entry.kind != "transformer"
                else (),
            )


def _cut_off(view: JobView, entry: Station) -> bool | None:
    """Whether a place's supply is switched off where it enters; behind a transformer there, by what it feeds."""
    if entry.kind != "transformer":
        return disconnects(entry)
    beyond = [view.network.stations[run.to_station] for run in view.network.leaving.get(entry.id, ())]
    known = [disconnects(s) for s in beyond if s.place == entry.place]
    if entry.gear.has_main or (known and all(known)):
        return True
    return False if known and any(k is False for k in known) else None


def _switched(place: Place, entry: Station) -> str:
    return f"{entry.name} has a main" if entry.kind == "panelboard" else f"A switch at {place.name} cuts it off"


def _least_rating(view: JobView, place: Place, station: Station) -> Iterable[Finding]:
    rating = station.gear.rating_a
    if rating is None:
        return
    circuits = _circuits(view, place, station)
    least = minimums.disconnect_a(place.kind == "dwelling", circuits)
    if rating < least:
        unknown = " Which circuits it feeds is not on record; one or two two-wire circuits may have less."
        yield finding(
            "disconnect-minimum", "violation", "230.79" if from_service(view, station) else "225.39",
            f"{station.name}: {number(rating)} A, {number(least)} A at least", station,
            f"The disconnect of {place.name} may not be smaller, whatever its load."
            + (unknown if circuits is None else ""),
            (gear_fix(view, station, f"Use {a_number(least)} A disconnect", "rating_a", least),),
        )  # fmt: skip


def _circuits(view: JobView, place: Place, station: Station) -> int | None:
    """Branch circuits that an entry feeds, as entered or drawn; None where a panel is fed of which nothing is known."""
    if station.gear.circuits is not None:
        return station.gear.circuits
    here = {s.id for s in view.job.stations if s.place == place.id}
    drawn = sum(run.use == "branch" and run.to_station in here for run in view.job.runs)
    known = drawn + sum(a.count for a in place.appliances if a.station is None and not a.later)
    panels = any(view.network.stations[at].kind == "panelboard" for at in view.network.beyond(station.id))
    return None if known == 0 and panels else known


def find_outdoors(book: WholeBook, view: JobView) -> Iterable[Finding]:
    """The emergency disconnect of a dwelling: outdoors, on it or within sight of it."""
    for place in view.job.places:
        if place.kind != "dwelling":
            continue
        for entry in entries(view, place):
            if entry.gear.outdoors is not False or outdoors_in_sight(view, entry):
                continue
            yield finding(
                "emergency-disconnect", "violation", "230.85" if from_service(view, entry) else "225.41",
                f"No emergency disconnect outside {place.name}", entry,
                f"A one- or two-family dwelling has a disconnect outdoors, readily reached, on it or within sight and "
                f"{view.job.told.length.said(SIGHT_M)} of it, and marked for the fire crew.",
                (gear_fix(view, entry, f"Put {entry.name} outdoors", "outdoors", True),),
            )  # fmt: skip


def outdoors_in_sight(view: JobView, entry: Station) -> bool:
    """Whether an entry, or a disconnect ahead of it within 50 ft of wire, stands outdoors."""
    if entry.gear.outdoors:
        return True
    away_m = 0.0
    for run in view.network.upstream(entry.id):
        away_m += run.cable.length
        ahead = view.network.stations[run.from_station]
        if away_m > SIGHT_M + 1e-9:
            return False
        if disconnects(ahead) and ahead.gear.outdoors:
            return True
    return False


def find_places(book: WholeBook, view: JobView) -> Iterable[Finding]:
    """Where disconnects and panels may not hang, and a disconnect far from where its conductors come in."""
    for station in view.job.stations:
        place, way = place_of(view, station), "gear/room"
        room: str | None = station.gear.room
        if station.panel is not None and station.panel.move is not None and station.panel.move.room is not None:
            room, way = station.panel.move.room, "panel/move/room"
        service = station.id in view.network.fed_by and from_service(view, station)
        service = service and not is_line_side(view.network, station.id)
        section, words = {
            "bathroom": ("230.70(A)(2)" if service else "240.24(E)", "in a bathroom"),
            "clothes-closet": ("240.24(D)", "in a clothes closet"),
            "over-steps": ("240.24(F)", "over steps"),
        }.get(room or "", ("", ""))
        if section and (room != "bathroom" or place.kind == "dwelling" or service):
            yield on_gear(
                "panel-room", "violation", section, f"{station.name} hangs {words}", station,
                "Breakers stay out of bathrooms and clothes closets and off the space over steps.",
                (station_fix(view.job, station, f"Hang {station.name} in the hall", way, "hall"),),
            )  # fmt: skip
        if station.gear.nearest_entry is False:
            yield finding(
                "disconnect-far-in", "violation", "230.70(A)(1)" if service else "225.31(B)",
                f"{station.name} stands away from where its conductors come in", station,
                "The disconnect is outdoors, or inside nearest to where they enter; how near is for the inspector.",
                (gear_fix(view, station, f"Move {station.name} to where they come in", "nearest_entry", True),),
            )  # fmt: skip


def find_uses(book: WholeBook, view: JobView) -> Iterable[Finding]:
    """A run called a branch circuit that feeds a panelboard: its overcurrent devices make it a feeder."""
    for index, run in enumerate(view.entered.runs):
        if run.use == view.job.runs[index].use:
            continue
        name = view.network.stations[run.to_station].name
        yield Finding(
            "branch-to-panel",
            "violation",
            "Article 100, 215.1",
            f"{name}: fed by a feeder, not by a branch circuit",
            "A branch circuit ends at its outlets; what feeds a panelboard's breakers is a feeder, with a feeder's "
            "rules "
            "for its disconnect, its electrodes and its size. It was taken as one.",
            run=run.id,
            station=run.to_station,
            fixes=(fields_fix(index, Change("Call it a feeder", {"use": "feeder"})),),
        )
