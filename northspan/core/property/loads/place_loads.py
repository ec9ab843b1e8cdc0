"""The load of each place by its code book's methods, and the station where it lands."""

from collections.abc import Mapping

from northspan.core.job.job import Job, Place, Station
from northspan.core.network.landings import landings
from northspan.core.network.topology import Network
from northspan.core.property.loads.place_load import PlaceLoad
from northspan.core.property.loads.rules import LoadBook


def place_loads(book: LoadBook, job: Job, net: Network) -> tuple[PlaceLoad, ...]:
    """The load of every place that has something to add up, in the order of the job.

    A place that nothing feeds yet is taken at what the book assumes.
    """
    where = landings(job, net)
    return tuple(
        _place_load(book, job, net, place, where)
        for place in job.places
        if place.appliances or place.floor_area is not None or place.record is not None
    )


def _place_load(book: LoadBook, job: Job, net: Network, place: Place, where: Mapping[str, Station]) -> PlaceLoad:
    landing = where.get(place.id)
    system = net.system.get(landing.id) if landing else None
    within = _within(job, net, place, where)
    whole = place.model_copy(update={"appliances": sum((p.appliances for p in within), place.appliances)})
    methods, governs, why = book.loads.load_methods(whole, system or book.loads.assumed_system, job.house_rules)
    if within:
        why += f" Counted with it by house rule: {', '.join(p.name for p in within)}."
    drives = governs is not None and landing is not None and landing.load is None
    if landing is None:
        why += " Nothing here takes it yet: add a panelboard or a disconnect."
    elif landing.load is not None:
        why += f" The load entered by hand at {landing.name} locks the run."
    includes = tuple(p.id for p in within)
    return PlaceLoad(place.id, includes, methods, governs, why, landing.id if landing else None, drives)


def _within(job: Job, net: Network, place: Place, where: Mapping[str, Station]) -> list[Place]:
    """The detached buildings that are fed from a dwelling and counted among its loads by house rule."""
    landing = where.get(place.id)
    if job.house_rules.outbuildings != "within" or not place.is_dwelling or landing is None:
        return []
    beyond = set(net.beyond(landing.id))
    return [
        other
        for other in job.places
        if not other.is_dwelling
        and other.appliances
        and other.id in where
        and where[other.id].id in beyond
        and where[other.id].load is None
    ]
