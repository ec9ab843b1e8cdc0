"""Bonds: where neutral and enclosures are joined, where they belong, and whether metal leads back to the source."""

from collections.abc import Iterable, Mapping

from northspan.core.book.systems import SYSTEMS
from northspan.core.figures.working import Figure
from northspan.core.job.job import Job, Station
from northspan.core.network.sized_run import Hots, SizedRun, hots_of
from northspan.core.network.topology import SOURCES, Network
from northspan.core.property.ground.answer import RunWires, StationBond
from northspan.core.property.ground.earthing import Earthing
from northspan.core.property.ground.found import Bonds, Island, Joins
from northspan.core.property.ground.joins import closed_bonds, equipment_path, neutral_node
from northspan.core.property.ground.modes import Mode, has_neutral, is_line_side, is_service_equipment, neutral_open


def bonds(job: Job, net: Network, mode: Mode, joined: Joins) -> Bonds:
    """Where bonds are and belong in one mode, and which enclosures lead back to their source."""
    groups = _Groups()
    nodes = _neutral_nodes(job, net, mode, groups)
    closed = {at: node for at, node in closed_bonds(job, net, mode, joined).items() if node in nodes}
    islands = tuple(_islands(net, mode, nodes, groups, closed))
    belongs: set[str] = set()
    extra: set[str] = set()
    missing = []
    for island in islands:
        if island.earthed:
            extra |= set(island.bonds)
            continue
        places = set(island.services) if island.services else _derived_places(job, net, island)
        if not places or not island.live:
            continue
        stations = {node.split("/")[0] for node in island.nodes}
        besides = {s for s in stations if is_line_side(net, s) and net.stations[s].kind != "utility"}
        besides |= joined.kept & stations
        rightly = [s for s in island.bonds if s in places]
        if not rightly:
            missing.append(island)
        if not island.services:
            # One bond for a derived source: at the source, or at the first disconnect; never both.
            places = {next((s for s in island.derived if s in rightly), rightly[0] if rightly else island.derived[0])}
        belongs |= places | besides
        extra |= set(island.bonds) - places - besides
    live = {s for s in mode.live if net.stations[s].kind != "utility"}
    return Bonds(
        mode,
        islands,
        frozenset(belongs),
        frozenset(closed),
        frozenset(extra),
        tuple(missing),
        frozenset(_way_back(job, net, mode, closed, live)),
    )


class _Groups:
    """Nodes joined into groups."""

    def __init__(self) -> None:
        self._to: dict[str, str] = {}

    def root(self, node: str) -> str:
        top = node
        while top in self._to:
            top = self._to[top]
        # Whoever was met on the way is joined to the top, so that the next asks once.
        while node != top:
            self._to[node], node = top, self._to[node]
        return top

    def join(self, a: str, b: str) -> None:
        a, b = self.root(a), self.root(b)
        if a != b:
            self._to[a] = b


def _neutral_nodes(job: Job, net: Network, mode: Mode, groups: _Groups) -> list[str]:
    nodes: dict[str, None] = {}
    for run in net.outward:
        if not has_neutral(run):
            continue
        a, b = neutral_node(net, run.from_station, True), neutral_node(net, run.to_station, False)
        if neutral_open(net, mode, run):
            nodes[a] = None
            continue
        nodes[a] = nodes[b] = None
        groups.join(a, b)
    for station in job.stations:
        if station.transformer is not None and SYSTEMS[station.transformer.secondary].grounded:
            nodes[f"{station.id}/secondary"] = None
    return list(nodes)


def _islands(
    net: Network, mode: Mode, nodes: list[str], groups: _Groups, closed: Mapping[str, str]
) -> Iterable[Island]:
    gathered: dict[str, list[str]] = {}
    for node in nodes:
        gathered.setdefault(groups.root(node), []).append(node)
    for group in gathered.values():
        members = frozenset(group)
        utilities = [own for n in group if (own := net.stations[n.split("/")[0]]).kind == "utility"]
        earthed = any(own.source is not None and own.source.earthing is not None for own in utilities)
        services = tuple(n for n in group if is_service_equipment(net, n)) if utilities else ()
        derived = tuple(
            n.split("/")[0]
            for n in group
            if (n.endswith("/secondary") and n.split("/")[0] in mode.live)
            or (net.stations[n.split("/")[0]].kind in SOURCES and (n in mode.sources or net.partner(n) in mode.sources))
        )
        here = tuple(at for at, node in closed.items() if node in members)
        live = bool(derived) or bool(members & set(mode.sources))
        yield Island(members, services, derived, here, live, earthed)


def _derived_places(job: Job, net: Network, island: Island) -> set[str]:
    """Where the bond of a derived source may be: at the source, or at the first station beyond it."""
    found: set[str] = set()
    for source in island.derived:
        found.add(source)
        for run in job.runs:
            if run.from_station == source and neutral_node(net, run.to_station, False) in island.nodes:
                found.add(run.to_station)
    return found


def _way_back(job: Job, net: Network, mode: Mode, closed: Mapping[str, str], live: set[str]) -> Iterable[str]:
    """Stations whose enclosure is joined, by metal and never by earth alone, to the neutral of what feeds it; where
    that has no neutral, to the enclosure it comes from.
    """
    groups = _Groups()
    for run in job.runs:
        a, b = run.from_station, run.to_station
        if equipment_path(net, run) in ("wire", "raceway", "wire-and-raceway"):
            groups.join(f"{a}:bar", f"{b}:bar")
        if has_neutral(run) and not neutral_open(net, mode, run):
            groups.join(neutral_node(net, a, True), neutral_node(net, b, False))
    for station in job.stations:
        if station.bonding.ground_bar != "floating":
            groups.join(f"{station.id}:bar", f"{station.id}:can")
        if station.source is not None and station.source.brings_earth:
            groups.join(f"{station.id}:can", neutral_node(net, station.id, True))
    for at, node in closed.items():
        groups.join(f"{at}:can", node)
    sources: dict[str, str] = {}
    for at in live:
        source = _source_of(net, mode, at, sources)
        neutral = neutral_node(net, source, True)
        node = neutral if _grounded_source(net, source) else f"{source}:can"
        if groups.root(f"{at}:can") == groups.root(node):
            yield at


def _source_of(net: Network, mode: Mode, station: str, known: dict[str, str]) -> str:
    """The station whose winding or machine a station lives on: the nearest transformer above it, else the source.

    ``known`` keeps what was found, for every station on the way lives on the same.
    """
    way = [station]
    while way[-1] not in known:
        feed = mode.feed(net, way[-1])
        if feed is None:
            known[way[-1]] = way[-1]
        elif net.stations[feed.from_station].transformer is not None:
            known[way[-1]] = feed.from_station
        else:
            way.append(feed.from_station)
    source = known[way[-1]]
    known.update(dict.fromkeys(way, source))
    return source


def _grounded_source(net: Network, source: str) -> bool:
    system = net.delivers.get(source)
    return system is not None and SYSTEMS[system].grounded > 0


def bond_answers(
    rules: Earthing, job: Job, net: Network, sized: Mapping[str, SizedRun], found: Bonds, joined: Joins
) -> tuple[StationBond, ...]:
    """What is shown of every station in one mode."""
    answers = []
    with_neutral = {n for island in found.islands for n in island.nodes}
    for station in job.stations:
        node = neutral_node(net, station.id, True)
        belongs = station.id in found.belongs
        hots = _source_hots(net, sized, station) if belongs else None
        answers.append(
            StationBond(
                station.id,
                station.id in found.mode.live,
                node in with_neutral or station.id in with_neutral,
                joined.bond.get(station.id, "none"),
                station.bonding.neutral is None,
                belongs,
                station.id in found.closed,
                station.id in found.extra,
                station.bonding.ground_bar or "bonded",
                station.id in found.way_back or station.kind == "utility",
                rules.bonding_jumper(hots, station.transformer.kva if station.transformer else None)
                if hots is not None
                else None,
                _to_electrodes(rules, job, station, hots) if hots is not None else None,
            )
        )
    return tuple(answers)


def _source_hots(net: Network, sized: Mapping[str, SizedRun], station: Station) -> Hots | None:
    """The hots that a bond at a station is sized by: those that feed a service, those that leave a derived source."""
    runs = [net.fed_by[station.id]] if station.id in net.fed_by and station.transformer is None else []
    if not runs:
        runs = [r for r in net.outward if r.from_station == station.id]
    return next((hots for run in runs if (hots := hots_of(sized[run.id])) is not None), None)


def _to_electrodes(rules: Earthing, job: Job, station: Station, hots: Hots) -> Figure | None:
    """The conductor from a derived source's bond to the electrodes of its place."""
    if station.transformer is None and station.kind not in SOURCES:
        return None
    grounding = next(p.grounding for p in job.places if p.id == station.place)
    return rules.electrode_conductor([hots], grounding.conductor.metal, grounding.electrodes)


def run_wires(job: Job, net: Network, mode: Mode) -> tuple[RunWires, ...]:
    """What every run carries in one mode."""
    found = []
    for run in job.runs:
        live = mode.brings(net, run) and run.to_station in mode.live
        neutral = has_neutral(run)
        hots = SYSTEMS[run.system].ungrounded
        open_now = neutral and neutral_open(net, mode, run)
        found.append(RunWires(run.id, live, hots, neutral, open_now, equipment_path(net, run)))
    return tuple(found)
