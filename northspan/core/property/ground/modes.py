"""The ways a property runs: on its normal supply, and on each standby source."""

from dataclasses import dataclass

from northspan.core.book.systems import SYSTEMS
from northspan.core.job.job import Job, Station
from northspan.core.job.run import Run
from northspan.core.network.topology import PAIRED, SOURCES, Network
from northspan.core.property.ground.answer import ModeKind


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
        """The run that feeds a station in this mode; of two for a leg each that of leg A, where its source runs."""
        run = net.standby.get(station) if station in self.switched else net.fed_by.get(station)
        other = net.second_leg.get(station)
        if other is None or run is None or run.from_station in self.sources:
            return run
        return other if other.from_station in self.sources else run

    def system(self, net: Network, station: str) -> str | None:
        """The system that reaches a station in this mode; two feeds of a leg each make another than either brings."""
        feed = self.feed(net, station)
        if feed is None or (station in net.second_leg and (station in self.switched) == (station in net.standby)):
            return None if feed is None else PAIRED
        return feed.system

    def brings(self, net: Network, run: Run) -> bool:
        """Whether a run feeds the station at its end in this mode, by itself or beside another for the other leg."""
        other = net.second_leg.get(run.to_station)
        return self.feed(net, run.to_station) is run or (other is run and run.from_station in self.sources)


def modes(job: Job, net: Network, supplier: str = "utility") -> tuple[Mode, ...]:
    """The normal supply first, named by who the ``supplier`` is, then every standby source by itself; two for a leg
    each together, then each alone.
    """
    roots = [s for s in job.stations if s.id not in net.fed_by and _normal_source(net, s)]
    live = {at for root in roots for at in net.beyond(root.id)}
    live = {at for at in live if net.system[at] is not None}
    found = [
        Mode(
            "utility",
            _name(net, roots, supplier),
            _kind(roots),
            tuple(r.id for r in roots),
            frozenset(),
            frozenset(live),
        )
    ]
    for station in job.stations:
        switches = frozenset(to for to in net.standby if station.id in _sources_of(net, to))
        if not switches:
            continue
        both = next((_sources_of(net, to) for to in switches if to in net.second_leg), ())
        if both and station.id == both[0]:
            found.append(_standby(net, both, switches, min(switches)))
        found.append(_standby(net, (station.id,), switches, station.id))
    found += [_alone(net, found[0], one) for run in net.second_leg.values() if run.to_station not in net.standby
              for one in (net.fed_by[run.to_station].from_station, run.from_station)]  # fmt: skip
    return tuple(found)


def _sources_of(net: Network, switch: str) -> tuple[str, ...]:
    """The sources behind a transfer switch: one, or two for a leg each, leg A's first."""
    runs = (net.standby[switch], net.second_leg.get(switch))
    return tuple(run.from_station for run in runs if run is not None)


def _standby(net: Network, sources: tuple[str, ...], switches: frozenset[str], name: str) -> Mode:
    stations = [net.stations[at] for at in sources]
    reached = {at for switch in switches for at in net.beyond(switch)} | set(sources)
    kind: ModeKind = "inverter" if stations[0].kind == "inverter" else "generator"
    said = " and ".join(s.name for s in stations)
    return Mode(name, said, kind, sources, switches, frozenset(reached))


def _alone(net: Network, normal: Mode, source: str) -> Mode:
    """The normal supply with one of two sources off."""
    pair = {at for run in net.second_leg.values() for at in (run.from_station, net.fed_by[run.to_station].from_station)}
    others = tuple(at for at in normal.sources if at == source or at not in pair)
    name = f"{net.stations[source].name} alone"
    return Mode(source, name, normal.kind, others, frozenset(), normal.live - (pair - {source}))


def _normal_source(net: Network, station: Station) -> bool:
    """Whether a station that nothing feeds delivers in the normal mode: not one that only waits behind a switch."""
    if station.kind in SOURCES:
        return station.id in net.leaving
    return net.system[station.id] is not None


def _name(net: Network, roots: list[Station], supplier: str) -> str:
    if not roots or roots[0].kind == "utility":
        return supplier.capitalize()
    other = net.partner(roots[0].id)
    return roots[0].name if other is None else f"{roots[0].name} and {net.stations[other].name}"


def _kind(roots: list[Station]) -> ModeKind:
    kind = roots[0].kind if roots else "utility"
    return "inverter" if kind == "inverter" else "generator" if kind == "generator" else "utility"


def neutral_open(net: Network, mode: Mode, run: Run) -> bool:
    """Whether a transfer switch at the run's far end keeps its neutral open in this mode."""
    switch = net.stations[run.to_station].transfer
    if switch is None or not switch.switches_neutral:
        return False
    # One of two sources that is switched off keeps its neutral where the switch stands on both.
    normal = net.fed_by.get(run.to_station) is run
    return normal == (run.to_station in mode.switched)


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
