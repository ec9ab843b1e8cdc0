"""The load of each place by its code book's methods, and the station where it lands."""

from collections.abc import Mapping

from northspan.core.codes.codebook import CodeBook
from northspan.core.job import Job, Place, Station
from northspan.core.place_load import PlaceLoad
from northspan.core.systems import SystemName
from northspan.core.topology import Network

ASSUMED_SYSTEM: SystemName = "120/240-3w"
_TAKES_LOAD = ("panelboard", "service-disconnect", "disconnect")


def place_loads(book: CodeBook, job: Job, net: Network) -> tuple[PlaceLoad, ...]:
    """The load of every place that has something to add up, in the order of the job.

    A place that nothing feeds yet is taken at 120/240 V.
    """
    landings = _landings(job, net)
    return tuple(
        _place_load(book, job, net, place, landings)
        for place in job.places
        if place.appliances or place.floor_area_ft2 is not None or place.record is not None
    )


def _place_load(book: CodeBook, job: Job, net: Network, place: Place, landings: Mapping[str, Station]) -> PlaceLoad:
    landing = landings.get(place.id)
    system = net.system.get(landing.id) if landing else None
    within = _within(job, net, place, landings)
    whole = place.model_copy(update={"appliances": sum((p.appliances for p in within), place.appliances)})
    methods, governs, why = book.load_methods(whole, system or ASSUMED_SYSTEM, job.house_rules)
    if within:
        why += f" Counted with it by house rule: {', '.join(p.name for p in within)}."
    drives = governs is not None and landing is not None and landing.load is None
    if landing is None:
        why += " Nothing here takes it yet: add a panelboard or a disconnect."
    elif landing.load is not None:
        why += f" The load entered by hand at {landing.name} locks the run."
    includes = tuple(p.id for p in within)
    return PlaceLoad(place.id, includes, methods, governs, why, landing.id if landing else None, drives)


def _within(job: Job, net: Network, place: Place, landings: Mapping[str, Station]) -> list[Place]:
    """The detached buildings that are fed from a dwelling and counted among its loads by house rule."""
    landing = landings.get(place.id)
    if job.house_rules.outbuildings != "within" or place.kind != "dwelling" or landing is None:
        return []
    beyond = set(net.beyond(landing.id))
    return [
        other
        for other in job.places
        if other.kind != "dwelling"
        and other.appliances
        and other.id in landings
        and landings[other.id].id in beyond
        and landings[other.id].load is None
    ]


def _landings(job: Job, net: Network) -> Mapping[str, Station]:
    """Each place's main panelboard, the first from the source; a disconnect, or its only equipment, if it has none."""
    feeding = [net.stations[s.id] for s in job.stations if s.id not in net.fed_by]
    in_order = [*feeding, *(net.stations[run.to_station] for run in net.order)]
    found: dict[str, Station] = {}
    for kind in _TAKES_LOAD:
        for station in in_order:
            if station.kind == kind:
                found.setdefault(station.place, station)
    for station in in_order:
        alone = sum(s.place == station.place for s in job.stations) == 1
        if station.kind == "equipment" and alone:
            found[station.place] = station
    return found
