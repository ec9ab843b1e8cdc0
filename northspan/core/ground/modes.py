"""The ways a property runs: on its normal supply, and on each standby source."""

from dataclasses import dataclass

from northspan.core.ground.answer import ModeKind
from northspan.core.job.job import Job, Station
from northspan.core.job.run import Run
from northspan.core.property.topology import SOURCES, Network
from northspan.core.run.systems import SYSTEMS


@dataclass(frozen=True)
class Mode:
    """One way the property runs. ``sources`` are the stations that deliver, ``switched`` the transfer switches that
    stand on their second supply, ``live`` every station that has voltage.
    """

    id: str
    name: str
    kind: ModeKind
    sources: tuple[str, ...]
    switched: frozenset[str]
    live: frozenset[str]

    def feed(self, net: Network, station: str) -> Run | None:
        """The run that feeds a station in this mode."""
        return net.standby.get(station) if station in self.switched else net.fed_by.get(station)


def modes(job: Job, net: Network) -> tuple[Mode, ...]:
    """The normal supply first, then every standby source by itself."""
    roots = [s for s in job.stations if s.id not in net.fed_by and _normal_source(net, s)]
    live = {at for root in roots for at in net.beyond(root.id)}
    live = {at for at in live if net.system[at] is not None}
    found = [Mode("utility", _name(roots), _kind(roots), tuple(r.id for r in roots), frozenset(), frozenset(live))]
    for station in job.stations:
        switches = frozenset(to for to, run in net.standby.items() if run.from_station == station.id)
        if switches:
            reached = {at for switch in switches for at in net.beyond(switch)} | {station.id}
            kind: ModeKind = "inverter" if station.kind == "inverter" else "generator"
            found.append(Mode(station.id, station.name, kind, (station.id,), switches, frozenset(reached)))
    return tuple(found)


def _normal_source(net: Network, station: Station) -> bool:
    """Whether a station that nothing feeds delivers in the normal mode: not one that only waits behind a switch."""
    if station.kind in SOURCES:
        return station.id in net.leaving
    return net.system[station.id] is not None


def _name(roots: list[Station]) -> str:
    return "Utility" if not roots or roots[0].kind == "utility" else roots[0].name


def _kind(roots: list[Station]) -> ModeKind:
    kind = roots[0].kind if roots else "utility"
    return "inverter" if kind == "inverter" else "generator" if kind == "generator" else "utility"


def neutral_open(net: Network, mode: Mode, run: Run) -> bool:
    """Whether a transfer switch at the run's far end keeps its neutral open in this mode."""
    switch = net.stations[run.to_station].transfer
    if switch is None or not switch.switches_neutral:
        return False
    return mode.feed(net, run.to_station) is not run


def has_neutral(run: Run) -> bool:
    """Whether a run brings a grounded conductor."""
    return SYSTEMS[run.system].grounded > 0


def is_service_equipment(net: Network, station: str) -> bool:
    """Whether service conductors end at a station: never at a meter, and what leaves a meter without a disconnect is
    still service conductors, whatever it is called.
    """
    feed = net.fed_by.get(station)
    if feed is None or is_passive(net, station):
        return False
    if feed.use == "service":
        return all(run.use != "service" for run in net.leaving.get(station, ()))
    return is_passive(net, feed.from_station) and is_line_side(net, feed.from_station)


def is_line_side(net: Network, station: str) -> bool:
    """Whether a station stands ahead of the service disconnect: utility, meter, what service conductors leave."""
    feed = net.fed_by.get(station)
    if feed is None:
        return net.stations[station].kind == "utility"
    if is_passive(net, station):
        return feed.use == "service" or is_line_side(net, feed.from_station)
    return feed.use == "service" and not is_service_equipment(net, station)


def is_passive(net: Network, station: str) -> bool:
    """Whether a station is a meter with no disconnect of its own."""
    own = net.stations[station]
    return own.kind == "meter" and not own.gear.has_main
