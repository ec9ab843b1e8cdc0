"""Bonds: where neutral and enclosures are joined, where they belong, and whether metal leads back to the source."""

from collections.abc import Iterable, Mapping
from dataclasses import dataclass

from northspan.core.ground.modes import Mode, has_neutral, is_line_side, is_service_equipment, neutral_open
from northspan.core.ground_answer import EquipmentPath, RunWires, StationBond
from northspan.core.grounding import NeutralBond
from northspan.core.job import Job, Run, Station
from northspan.core.systems import SYSTEMS
from northspan.core.topology import SOURCES, Network

STEEL = ("EMT", "RMC", "IMC")


@dataclass(frozen=True, slots=True)
class Island:
    """Neutrals joined by wire in one mode: their nodes, the services and derived sources among them, bonds now closed."""

    nodes: frozenset[str]
    services: tuple[str, ...]
    derived: tuple[str, ...]
    bonds: tuple[str, ...]
    live: bool


@dataclass(frozen=True)
class Bonds:
    """The bonds of one mode. ``belongs`` holds the stations where one belongs, ``extra`` those closed where none does,
    ``missing`` the islands whose source has none, ``way_back`` the stations whose enclosure has one.
    """

    mode: Mode
    islands: tuple[Island, ...]
    belongs: frozenset[str]
    closed: frozenset[str]
    extra: frozenset[str]
    missing: tuple[Island, ...]
    way_back: frozenset[str]


def neutral_node(net: Network, station: str, leaving: bool) -> str:
    """The neutral a run lands on: a transformer has one arriving and another leaving."""
    return f"{station}/secondary" if leaving and net.stations[station].transformer is not None else station


def has_equipment_wire(run: Run) -> bool:
    """Whether an equipment grounding conductor of wire goes with a run; service conductors have none."""
    return run.use != "service" and not run.no_egc


def equipment_path(run: Run) -> EquipmentPath:
    """What of a run leads fault current back from an enclosure."""
    wire, steel = has_equipment_wire(run), run.raceway in STEEL
    if wire and steel:
        return "wire-and-raceway"
    if wire or steel:
        return "wire" if wire else "raceway"
    return "neutral" if run.use == "service" else "none"


def kept_on_neutral(job: Job, net: Network, run: Run) -> tuple[bool, tuple[str, ...]]:
    """Whether a run without an equipment ground may keep its neutral as one, and what speaks against it.

    250.32(B)(1) Exception No. 1: to another building that stands already, with no continuous metal path between the two,
    no ground-fault protection ahead, and a neutral large enough (which the run's own findings judge).
    """
    start, end = net.stations[run.from_station], net.stations[run.to_station]
    places = {p.id: p for p in job.places}
    against = []
    if start.place == end.place:
        against.append("both ends stand in one building")
    if not places[end.place].existing:
        against.append("it is not an installation that stands already")
    if run.raceway in STEEL:
        against.append("its steel raceway joins the two")
    for path in job.metal_paths:
        if {path.from_place, path.to_place} == {start.place, end.place}:
            against.append(f"{path.name} joins the two")
    if run.ground_fault_protected:
        against.append("ground-fault protection stands ahead of it")
    if not has_neutral(run):
        against.append("it brings no neutral")
    return not against, tuple(against)


def planned_bond(job: Job, net: Network, station: Station) -> NeutralBond:
    """What joins neutral and enclosure where nothing is on record: as it belongs."""
    if is_service_equipment(net, station.id) or (is_line_side(net, station.id) and station.kind != "utility"):
        return "screw"
    if station.transformer is not None:
        return "screw" if SYSTEMS[station.transformer.secondary].grounded else "none"
    if station.kind in SOURCES and station.generator is not None and SYSTEMS[station.generator.system].grounded:
        switches = [net.stations[to].transfer for to, run in net.standby.items() if run.from_station == station.id]
        solid = any(s is not None and not s.switches_neutral for s in switches)
        return "none" if solid else "screw"
    feed = net.fed_by.get(station.id)
    if feed is not None and feed.no_egc and kept_on_neutral(job, net, feed)[0]:
        return "screw"
    return "none"


def bond_of(job: Job, net: Network, station: Station) -> NeutralBond:
    """The bond at a station: as it is on record, else as it belongs."""
    return station.bonding.neutral if station.bonding.neutral is not None else planned_bond(job, net, station)


def closed_bonds(job: Job, net: Network, mode: Mode) -> Mapping[str, str]:
    """The stations whose bond is closed in a mode, with the neutral node it joins. A relay's closes with its source."""
    found = {}
    for station in job.stations:
        bond = bond_of(job, net, station)
        if station.kind == "utility" or bond == "none":
            continue
        if bond != "relay" or station.id in mode.sources:
            found[station.id] = neutral_node(net, station.id, True)
    return found


def bonds(job: Job, net: Network, mode: Mode) -> Bonds:
    """Where bonds are and belong in one mode, and which enclosures lead back to their source."""
    joined = _Joined()
    nodes = _neutral_nodes(job, net, mode, joined)
    closed = {at: node for at, node in closed_bonds(job, net, mode).items() if node in nodes}
    islands = tuple(_islands(net, mode, nodes, joined, closed))
    belongs: set[str] = set()
    extra: set[str] = set()
    missing = []
    for island in islands:
        places = set(island.services) if island.services else _derived_places(job, net, mode, island)
        kept = {s for s in island.bonds if is_line_side(net, s) or _kept(job, net, s)}
        rightly = [s for s in island.bonds if s in places]
        if not places or not island.live:
            continue
        if island.services:
            belongs |= places
            extra |= set(island.bonds) - places - kept
            if not rightly:
                missing.append(island)
        else:
            # One bond for a derived source: at the source, or at the first disconnect; never both.
            right = next((s for s in island.derived if s in rightly), rightly[0] if rightly else island.derived[0])
            belongs.add(right)
            extra |= set(island.bonds) - {right} - kept
            if not rightly:
                missing.append(island)
        belongs |= kept
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


def _kept(job: Job, net: Network, station: str) -> bool:
    feed = net.fed_by.get(station)
    return feed is not None and feed.no_egc and kept_on_neutral(job, net, feed)[0]


class _Joined:
    """Nodes joined into groups."""

    def __init__(self) -> None:
        self._to: dict[str, str] = {}

    def root(self, node: str) -> str:
        while node in self._to:
            node = self._to[node]
        return node

    def join(self, a: str, b: str) -> None:
        a, b = self.root(a), self.root(b)
        if a != b:
            self._to[a] = b


def _neutral_nodes(job: Job, net: Network, mode: Mode, joined: _Joined) -> list[str]:
    nodes: dict[str, None] = {}
    for run in (*net.order, *net.standby.values()):
        if not has_neutral(run):
            continue
        a, b = neutral_node(net, run.from_station, True), neutral_node(net, run.to_station, False)
        if neutral_open(net, mode, run):
            nodes[a] = None
            continue
        nodes[a] = nodes[b] = None
        joined.join(a, b)
    for station in job.stations:
        if station.transformer is not None and SYSTEMS[station.transformer.secondary].grounded:
            nodes[f"{station.id}/secondary"] = None
    return list(nodes)


def _islands(
    net: Network, mode: Mode, nodes: list[str], joined: _Joined, closed: Mapping[str, str]
) -> Iterable[Island]:
    groups: dict[str, list[str]] = {}
    for node in nodes:
        groups.setdefault(joined.root(node), []).append(node)
    for group in groups.values():
        members = frozenset(group)
        utility = any(net.stations[n.split("/")[0]].kind == "utility" for n in group)
        services = tuple(n for n in group if is_service_equipment(net, n)) if utility else ()
        derived = tuple(
            n.split("/")[0]
            for n in group
            if (n.endswith("/secondary") and n.split("/")[0] in mode.live)
            or (net.stations[n.split("/")[0]].kind in SOURCES and n in mode.sources)
        )
        here = tuple(at for at, node in closed.items() if node in members)
        yield Island(members, services, derived, here, bool(derived) or bool(members & set(mode.sources)))


def _derived_places(job: Job, net: Network, mode: Mode, island: Island) -> set[str]:
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
    joined = _Joined()
    for run in job.runs:
        a, b = run.from_station, run.to_station
        if equipment_path(run) in ("wire", "raceway", "wire-and-raceway"):
            joined.join(f"{a}:bar", f"{b}:bar")
        if has_neutral(run) and not neutral_open(net, mode, run):
            joined.join(neutral_node(net, a, True), neutral_node(net, b, False))
    for station in job.stations:
        if station.bonding.ground_bar != "floating":
            joined.join(f"{station.id}:bar", f"{station.id}:can")
    for at, node in closed.items():
        joined.join(f"{at}:can", node)
    for at in live:
        source = _source_of(net, mode, at)
        neutral = neutral_node(net, source, True)
        node = neutral if _grounded_source(net, source) else f"{source}:can"
        if joined.root(f"{at}:can") == joined.root(node):
            yield at


def _source_of(net: Network, mode: Mode, station: str) -> str:
    """The station whose winding or machine a station lives on: the nearest transformer above it, else the source."""
    at = station
    while (feed := mode.feed(net, at)) is not None:
        at = feed.from_station
        if net.stations[at].transformer is not None:
            return at
    return at


def _grounded_source(net: Network, source: str) -> bool:
    system = net.delivers.get(source)
    return system is not None and SYSTEMS[system].grounded > 0


def bond_answers(job: Job, net: Network, found: Bonds) -> tuple[StationBond, ...]:
    """What is shown of every station in one mode."""
    answers = []
    with_neutral = {n for island in found.islands for n in island.nodes}
    for station in job.stations:
        node = neutral_node(net, station.id, True)
        answers.append(
            StationBond(
                station.id,
                station.id in found.mode.live,
                node in with_neutral or station.id in with_neutral,
                bond_of(job, net, station) if station.kind != "utility" else "none",
                station.bonding.neutral is None,
                station.id in found.belongs,
                station.id in found.closed,
                station.bonding.ground_bar or "bonded",
                station.id in found.way_back or station.kind == "utility",
            )
        )
    return tuple(answers)


def run_wires(job: Job, net: Network, mode: Mode) -> tuple[RunWires, ...]:
    """What every run carries in one mode."""
    found = []
    for run in job.runs:
        live = mode.feed(net, run.to_station) is run and run.to_station in mode.live
        neutral = has_neutral(run)
        hots = SYSTEMS[run.system].ungrounded
        open_now = neutral and neutral_open(net, mode, run)
        found.append(RunWires(run.id, live, hots, neutral, open_now, equipment_path(run)))
    return tuple(found)
