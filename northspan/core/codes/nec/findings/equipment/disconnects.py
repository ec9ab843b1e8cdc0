"""Findings on disconnects: at the service, at every other building or structure, how many, how large, and outdoors."""

from collections.abc import Iterable

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
from northspan.core.codes.nec.sizing.least import disconnect_a
from northspan.core.codes.nec.sizing.terms import limits_of
from northspan.core.document.finding import Finding, Fix
from northspan.core.figures.units import FOOT_M
from northspan.core.figures.working import a_number, number
from northspan.core.job.job import Place, Station
from northspan.core.job.run import Run
from northspan.core.network.guards import holds_device
from northspan.core.network.topology import disconnects
from northspan.core.property.ground.modes import is_line_side
from northspan.core.property.whole.book import WholeBook
from northspan.core.property.whole.fixes import fields_fix, station_fix
from northspan.core.property.whole.view import JobView
from northspan.core.run.sized import Change

MOST_DISCONNECTS = 6
MOST_FEEDERS = 6
# How far a disconnect through the wall is taken to stand from the panel inside.
OUTDOOR_TO_PANEL_M = 10.0 * FOOT_M


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
            yield from _unprotected(view, run, end)
            continue
        known = has is False or end.kind not in ("panelboard", "transfer-switch")
        yield finding(
            "no-service-disconnect",
            ("danger" if run.use == "service" or run.from_station in meters else "violation") if known else "advice",
            "230.70, 230.90",
            f"{end.name}: no service disconnect" if known else f"{end.name}: service disconnect not on record",
            end,
            f"Nothing between the utility and {end.name} switches it off or guards its conductors; a meter does "
            "neither.",
            (gear_fix(view, end, f"Fit a main in {end.name}", "has_main", True),) if end.kind != "transformer" else (),
        )


def _unprotected(view: JobView, run: Run, end: Station) -> Iterable[Finding]:
    """A service that ends in a switch in which nothing guards it, nor right behind it. 230.90, 230.91."""
    if holds_device(end) or view.runs[run.id].guard.rating_a is not None:
        return
    known = holds_device(end) is False
    yield finding(
        "service-overcurrent",
        "danger" if known else "advice",
        "230.90, 230.91",
        f"{end.name}: no overcurrent device" if known else f"{end.name}: its overcurrent device not on record",
        end,
        "Service conductors end in fuses or a breaker that guards them against overload, in the disconnect or right "
        "beside it.",
        (gear_fix(view, end, f"Fuse {end.name}", "overcurrent", "fuses"),) if end.gear.rating_a is not None else (),
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
        elif (many := sum(e.gear.mains or 1 for e in services)) > MOST_DISCONNECTS:
            yield finding(
                "service-disconnects", "violation", "230.71(B)", f"{place.name}: {many} service disconnects",
                services[-1], f"A service has {MOST_DISCONNECTS} disconnects at most.",
            )  # fmt: skip
        if len(feeders) > 1 and not _from_common_gear(view, feeders):
            names = ", ".join(e.name for e in feeders)
            yield finding(
                "supplies", "violation", "225.30", f"{place.name} is fed {len(feeders)} times", feeders[1],
                f"A building has one feeder or branch circuit, or up to {MOST_FEEDERS} feeders that leave one panel "
                f"and end in one disconnect each; here {names} are fed from outside it.",
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
    least = disconnect_a(place.is_dwelling, circuits)
    if rating < least:
        unknown = " Which circuits it feeds is not on record; one or two two-wire circuits may have less."
        feed = view.runs[view.network.fed_by[station.id].id]
        stands = station.stays or feed.run.stays
        yield finding(
            "disconnect-minimum", "violation", "230.79" if from_service(view, station) else "225.39",
            f"{station.name}: {number(rating)} A, {number(least)} A at least", station,
            f"The disconnect of {place.name} may not be smaller, whatever its load."
            + (unknown if circuits is None else "")
            + (" One that was there before the rule may stand until it is changed." if stands else ""),
            tuple(_larger(view, place, station, least)),
        )  # fmt: skip


def _larger(view: JobView, place: Place, station: Station, least: float) -> Iterable[Fix]:
    """A larger disconnect, with new wire where what is there would not carry it; a panel with few circuits says so."""
    feed = view.runs[view.network.fed_by[station.id].id]
    rung = feed.sizing.rung
    larger = gear_fix(view, station, f"Use {a_number(least)} A disconnect", "rating_a", least)
    thin = feed.run.locks.size is not None and rung is not None and limits_of(rung).largest_breaker_a < least - 1e-9
    if thin:
        wire = fields_fix(feed.index, Change("", {"size": None, "state": feed.run.made_otherwise}))
        larger = Fix(f"{larger.label} on new wire", (*larger.patch, *wire.patch))
    yield larger
    if _circuits(view, place, station) is not None or station.gear.rating_a is None:
        return
    fits = (many for many in (2, 1) if station.gear.rating_a >= disconnect_a(place.is_dwelling, many))
    for many in list(fits)[:1]:
        words = "two two-wire circuits" if many == 2 else "one circuit"
        yield gear_fix(view, station, f"It feeds {words} and no more", "circuits", many)


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
        if not place.is_dwelling:
            continue
        for entry in entries(view, place):
            if entry.gear.outdoors is not False or outdoors_in_sight(view, entry):
                continue
            yield finding(
                "emergency-disconnect", "violation", "230.85" if from_service(view, entry) else "225.41",
                f"No emergency disconnect outside {place.name}", entry,
                f"A one- or two-family dwelling has a disconnect outdoors, readily reached, on it or within sight and "
                f"{view.job.told.length.said(SIGHT_M)} of it, and marked for the fire crew.",
                (_outdoor_disconnect(view, place, entry),),
            )  # fmt: skip


def _outdoor_disconnect(view: JobView, place: Place, entry: Station) -> Fix:
    """A disconnect outdoors ahead of what stands inside, fed by what fed that; the bond follows it where it becomes the
    service disconnect, and four wires go on from there.
    """
    feed, told = view.network.fed_by[entry.id], view.job.told
    service, feed_at = from_service(view, entry), view.job.runs.index(feed)
    own, at = f"{entry.id}-outdoors"[:64], view.job.stations.index(entry)
    gear: dict[str, object] = {"outdoors": True, "has_main": True, "rating_a": entry.gear.rating_a,
            "interrupting_ka": entry.gear.interrupting_ka, "nearest_entry": True}  # fmt: skip
    if not service:
        gear |= {"overcurrent": "breaker" if entry.gear.rating_a else None}
    station = {"id": own, "name": f"Outdoor disconnect of {place.name}"[:80], "place": place.id,
        "kind": "service-disconnect" if service else "disconnect", "terminal_c": entry.terminal_c,
        "gear": {name: value for name, value in gear.items() if value is not None}}  # fmt: skip
    pulled = {"length": told.length.of(OUTDOOR_TO_PANEL_M), "metal": feed.cable.metal, "insulation": "XHHW-2",
              "raceway": "PVC40", "location": "wet"}  # fmt: skip
    run = {"id": f"{entry.id}-from-outdoors"[:64], "from_station": own, "to_station": entry.id, "use": "feeder",
           "system": feed.system, "cable": pulled, "leaves": "lugs", "whole_dwelling": feed.whole_dwelling}  # fmt: skip
    steps: list[dict[str, object]] = [
        {"op": "add", "path": "/stations/-", "value": station},
        {"op": "add", "path": f"/runs/{feed_at}/to_station", "value": own},
        {"op": "add", "path": "/runs/-", "value": run},
    ]
    if service and entry.bonding.neutral not in (None, "none"):
        steps.append({"op": "add", "path": f"/stations/{at}/bonding/neutral", "value": "none"})
    moved = ", and move the bond to it" if service else ""
    away = told.length.said(OUTDOOR_TO_PANEL_M)
    return Fix(f"Set a disconnect outdoors {away} ahead of {entry.name}{moved}", tuple(steps))


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
        if section and (room != "bathroom" or place.is_dwelling or service):
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
    """A run called something else than what it is, which was taken as what it is."""
    for index, run in enumerate(view.entered.runs):
        used = view.job.runs[index].use
        if run.use == used:
            continue
        name = view.network.stations[run.to_station].name
        if used == "service":
            yield Finding(
                "service-called-feeder",
                "violation",
                "Article 100, 230.2",
                f"{name}: what feeds it is called a {_called(run.use)}; it is service conductors",
                "Everything from the utility to the service disconnect is: no equipment ground goes with it, its "
                "neutral is bonded at its end, and the main there guards it. It was taken as that.",
                run=run.id,
                station=run.to_station,
                fixes=(fields_fix(index, Change("Call it a service", {"use": "service"})),),
            )
            continue
        yield Finding(
            "branch-to-panel",
            "violation",
            "Article 100, 215.1",
            f"{name}: fed by a feeder, not by a branch circuit",
            "A branch circuit ends at its outlets; what feeds a panelboard's breakers is a feeder, with a feeder's "
            "rules for its disconnect, its electrodes and its size. It was taken as one.",
            run=run.id,
            station=run.to_station,
            fixes=(fields_fix(index, Change("Call it a feeder", {"use": "feeder"})),),
        )


def _called(use: str) -> str:
    return "branch circuit" if use == "branch" else use
