"""Where a place's supply enters it, as the finders of disconnects and ratings see it; what fixes a station's gear."""

from dataclasses import replace

from northspan.core.document.finding import Finding, Fix
from northspan.core.figures.units import FOOT_M
from northspan.core.figures.working import Level
from northspan.core.job.job import Place, Station
from northspan.core.property.ground.modes import is_line_side
from northspan.core.property.whole.fixes import station_fix
from northspan.core.property.whole.view import JobView

BUILDINGS = ("dwelling", "mobile-home", "detached-building")
SIGHT_M = 50.0 * FOOT_M


def place_of(view: JobView, station: Station) -> Place:
    """The place a station stands at."""
    return next(p for p in view.job.places if p.id == station.place)


def entries(view: JobView, place: Place) -> list[Station]:
    """The stations of a place that are fed from another place, or end its service."""
    found = []
    for station in view.job.stations:
        feed = view.network.fed_by.get(station.id)
        joint = station.kind == "joint"
        if station.place != place.id or feed is None or joint or is_line_side(view.network, station.id):
            continue
        ahead = view.network.stations[feed.from_station]
        while ahead.kind == "joint" and ahead.id in view.network.fed_by:
            ahead = view.network.stations[view.network.fed_by[ahead.id].from_station]
        if ahead.place != place.id or is_line_side(view.network, ahead.id):
            found.append(station)
    return found


def from_service(view: JobView, station: Station) -> bool:
    """Whether what feeds a station is service conductors."""
    return is_line_side(view.network, view.network.fed_by[station.id].from_station)


def gear_fix(view: JobView, station: Station, label: str, name: str, value: object) -> Fix:
    """A change to a station's gear."""
    return station_fix(view.job, station, label, f"gear/{name}", value)


def finding(
    rule: str, level: Level, section: str, title: str, station: Station, words: str, fixes: tuple[Fix, ...] = ()
) -> Finding:
    """A finding on a station."""
    return Finding(rule, level, section, title, words, station=station.id, fixes=fixes)


def on_gear(
    rule: str, level: Level, section: str, title: str, station: Station, words: str, fixes: tuple[Fix, ...] = ()
) -> Finding:
    """A finding on a station's gear; of a panel whose cover is off it is seen there."""
    found = finding(rule, level, section, title, station, words, fixes)
    return found if station.panel is None else replace(found, panel=station.id)
