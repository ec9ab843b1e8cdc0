"""Where a place's calculated load lands: decided by how its stations hang together, whatever their order in the
file.
"""

from collections.abc import Mapping, Sequence

from northspan.core.job.job import Job, Place, Station
from northspan.core.network.guards import main_a
from northspan.core.network.topology import Network

_TAKES_LOAD = ("panelboard", "service-disconnect", "disconnect", "transfer-switch")
_PASSES_ON = ("service-disconnect", "disconnect", "transfer-switch")


def landings(job: Job, net: Network) -> Mapping[str, Station]:
    """The station where each place's calculated load lands, by place; a place with none is left out.

    From the place's entry, past what only switches, to its main panel: the only one, or else the one whose feed claims
    the whole dwelling, or whose rating is the largest. A panel with a load entered by hand is a subpanel unless its
    feed claims the whole dwelling, and keeps nothing from the rest. Of several entries with nothing to tell them apart
    the station that they share takes it.
    """
    found = {}
    for place in job.places:
        station = _landing(job, net, place)
        if station is not None:
            found[place.id] = station
    return found


def _landing(job: Job, net: Network, place: Place) -> Station | None:
    here = [s for s in job.stations if s.place == place.id]
    taking = {s.id: s for s in here if s.kind in _TAKES_LOAD}
    parents = {at: _parent(net, at, taking) for at in taking}
    roots = sorted((taking[at] for at, above in parents.items() if above is None), key=lambda s: s.id)
    if not roots:
        equipment = [s for s in here if s.kind == "equipment"]
        return equipment[0] if len(here) == 1 and equipment else None
    if len(roots) > 1:
        root = _main(net, roots) or _shared(net, here, roots)
        if root is None:
            # Nothing tells them apart: the one with nothing of its own, then by name, so that the order cannot matter.
            root = min(roots, key=lambda s: (s.load is not None, s.id))
    else:
        root = roots[0]
    return _descend(net, taking, parents, root)


def _parent(net: Network, at: str, taking: Mapping[str, Station]) -> str | None:
    """The nearest station toward the source that takes load in the same place."""
    return next((run.from_station for run in net.upstream(at) if run.from_station in taking), None)


def _descend(
    net: Network, taking: Mapping[str, Station], parents: Mapping[str, str | None], station: Station
) -> Station:
    while station.kind in _PASSES_ON and station.gear.spaces is None:
        below = sorted((s for s in taking.values() if parents[s.id] == station.id), key=lambda s: s.id)
        leads = [s for s in below if s.kind == "panelboard" or _leads_on(taking, parents, s)]
        chosen = leads[0] if len(leads) == 1 else _main(net, leads)
        if chosen is None or (chosen.load is not None and not _claims(net, chosen)) or _is_sub(net, station, chosen):
            break
        station = chosen
    return station


def _leads_on(taking: Mapping[str, Station], parents: Mapping[str, str | None], station: Station) -> bool:
    """Whether a panelboard of the place lies beyond a switch."""
    below = [s for s in taking.values() if parents[s.id] == station.id]
    return any(s.kind == "panelboard" or _leads_on(taking, parents, s) for s in below)


def _is_sub(net: Network, ahead: Station, panel: Station) -> bool:
    """Whether a panel is fed for less than what stands ahead of it is made for."""
    whole, own = main_a(ahead), _size_a(net, panel)
    return not _claims(net, panel) and whole is not None and own is not None and own < whole - 1e-9


def _main(net: Network, stations: Sequence[Station]) -> Station | None:
    """The one that stands out among several: its feed claims the whole dwelling, or it is the largest on record."""
    claiming = [s for s in stations if _claims(net, s)]
    if len(claiming) == 1:
        return claiming[0]
    sizes = [(_size_a(net, s), s) for s in claiming or stations]
    known = sorted((a for a, _ in sizes if a is not None), reverse=True)
    if not known or (len(known) > 1 and known[0] == known[1]):
        return None
    return next(s for a, s in sizes if a == known[0])


def _claims(net: Network, station: Station) -> bool:
    return station.id in net.fed_by and net.fed_by[station.id].whole_dwelling


def _size_a(net: Network, station: Station) -> float | None:
    """What a station is fed for (A): the smaller of its rating and its feed's breaker, as far as they are on record."""
    feed = net.fed_by.get(station.id)
    known = [a for a in (station.gear.rating_a, feed.locks.breaker_a if feed else None) if a is not None]
    return min(known, default=None)


def _shared(net: Network, here: Sequence[Station], roots: Sequence[Station]) -> Station | None:
    """The station of the place, such as a meter, that every entry hangs on."""
    ahead = [[run.from_station for run in net.upstream(root.id)] for root in roots]
    common = next((at for at in ahead[0] if all(at in way for way in ahead[1:])), None)
    return next((s for s in here if s.id == common and s.kind != "utility"), None)
