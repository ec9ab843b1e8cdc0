"""The property as wired, as a network of impedances: every conductor, bond, electrode, pipe and source.

Wire is taken warm, as the tables give it, so that a fault comes out weak and its trip late.
"""

from collections.abc import Iterable, Mapping

from northspan.core.book.systems import SYSTEMS, can_feed
from northspan.core.job.job import Job, UtilitySource
from northspan.core.job.run import Run
from northspan.core.network.sized_run import SizedRun
from northspan.core.network.topology import Network, leg_of
from northspan.core.physics.earth.supply import SupplyLoop
from northspan.core.physics.line import Line
from northspan.core.physics.network.nodal import EARTH, Branch, Coupling, ImpedanceNetwork
from northspan.core.physics.raceway.steel import raceway_ohms
from northspan.core.property.ground.earthing import Earthing
from northspan.core.property.ground.electrodes.places import landing_station
from northspan.core.property.ground.found import Joins, Wired
from northspan.core.property.ground.joins import closed_bonds
from northspan.core.property.ground.modes import Mode, has_neutral, neutral_open
from northspan.core.property.ground.network.nodes import STAR, node
from northspan.core.property.ground.network.running import Running, load_branches
from northspan.core.property.ground.network.sources import source_branches, windings

# A screw, a strap, a bar on its can: small beside any wire, and never nothing.
BOND_OHM = 0.0005
UTILITY_EARTH_OHM = 5.0


def wired(
    rules: Earthing,
    job: Job,
    net: Network,
    mode: Mode,
    joined: Joins,
    sized: Mapping[str, SizedRun],
    place_ohms: Mapping[str, float],
    running: Running,
) -> Wired:
    """Build one mode's network. ``place_ohms`` are each place's electrodes (ohm), where it has any."""
    branches: list[Branch] = []
    couplings: list[Coupling] = []
    reached = set(mode.sources)
    supplies = supply_loops(rules, job)
    for source in mode.sources:
        branches += source_branches(net.stations[source], net, running.steady, supplies.get(source))
    for run in net.outward:
        each = sized[run.id]
        branches += _run(rules, net, mode, run, each, reached)
        station = net.stations[run.to_station]
        if station.transformer is not None and run.to_station in reached:
            couplings += windings(net, station, run)
    for station in job.stations:
        if station.kind != "utility" and station.bonding.ground_bar != "floating":
            bar, can = node(net, station.id, "bar"), node(net, station.id, "can")
            branches.append(Branch(f"bar {station.id}", bar, can, complex(BOND_OHM)))
    for at, joins_to in closed_bonds(job, net, mode, joined).items():
        owner, _, secondary = joins_to.partition("/")
        neutral = node(net, owner, "N", leaving=bool(secondary))
        branches.append(Branch(f"bond {at}", neutral, node(net, at, "can"), complex(BOND_OHM)))
    branches += _electrodes(job, net, place_ohms, supplies)
    branches += load_branches(net, mode, sized, reached, running)
    network = ImpedanceNetwork(tuple(branches), tuple(couplings), _nodes(net))
    return Wired(net, mode, network, frozenset(reached), rules.words, rules.clearing_s)


def _nodes(net: Network) -> Iterable[str]:
    """Every node of every station, also of a can that nothing is joined to: it is not the earth."""
    for station in net.stations:
        lines = {x for name in (net.system[station], net.delivers[station]) if name for x in SYSTEMS[name].letters}
        for letter in ("A", "B", *sorted(lines - {"A", "B"}), "N", "bar", "can"):
            yield node(net, station, letter)
            yield node(net, station, letter, True)


def _run(rules: Earthing, net: Network, mode: Mode, run: Run, each: SizedRun, reached: set[str]) -> list[Branch]:
    rung, also = each.sizing.rung, each.sizing.companions
    if rung is None or also is None:
        return []
    start, end, name = run.from_station, run.to_station, run.id
    length_m = run.cable.length
    found: list[Branch] = []
    hot = _at_least(Line(rung.ohm_m, length_m, run.cable.sets).one_way)
    if mode.brings(net, run) and start in reached and _brought(net, run):
        reached.add(end)
        lone = leg_of(net.stations[start]) is not None
        for leg in net.legs(run):
            leaves = node(net, start, "A" if lone else leg, True)
            found.append(Branch(f"{leg} {name}", leaves, node(net, end, leg), hot))
    if has_neutral(run) and not neutral_open(net, mode, run):
        own = rules.conductor_ohms(run.cable.metal, also.neutral or rung.size, run.cable.raceway)
        ohms = _at_least(Line(own, length_m, run.cable.sets).one_way)
        found.append(Branch(f"N {name}", node(net, start, "N", True), node(net, end, "N"), ohms))
    if net.has_equipment_wire(run) and also.equipment_ground is not None:
        metal = run.cable.egc_metal or run.cable.metal
        own = rules.conductor_ohms(metal, also.equipment_ground, run.cable.raceway)
        ohms = _at_least(Line(own, length_m, run.cable.sets).one_way)
        found.append(Branch(f"G {name}", node(net, start, "bar"), node(net, end, "bar"), ohms))
    if also.raceway is not None:
        steel = raceway_ohms(run.cable.raceway, also.raceway, length_m)
        if steel is not None:
            found.append(Branch(f"raceway {name}", node(net, start, "can"), node(net, end, "can"), _at_least(steel)))
    return found


def _brought(net: Network, run: Run) -> bool:
    """Whether the voltage a run asks for is there at its start."""
    source = net.delivers[run.from_station]
    return source is not None and can_feed(source, run.system)


def _at_least(ohms: complex) -> complex:
    """No conductor is shorter than a lug: keeps a run of no length from having no resistance at all."""
    return ohms if abs(ohms) > 1e-6 else complex(1e-6)


def supply_loops(rules: Earthing, job: Job) -> Mapping[str, SupplyLoop]:
    """What the earthing of each supply puts behind its origin, by station; without those where that is not asked."""
    told = {s.id: rules.supplied(s.source or UtilitySource(), s.supply) for s in job.stations if s.supply is not None}
    return {at: found.loop for at, found in told.items() if found is not None}


def _electrodes(
    job: Job, net: Network, place_ohms: Mapping[str, float], supplies: Mapping[str, SupplyLoop]
) -> list[Branch]:
    found = []
    for station in job.stations:
        if (supplied := supplies.get(station.id)) is not None:
            found.append(Branch(f"earth {station.id}", node(net, station.id, STAR), EARTH, complex(supplied.earth)))
        elif station.kind == "utility" and station.supply is not None and SYSTEMS[station.supply].grounded:
            own = (station.source.earth_ohm if station.source else None) or UTILITY_EARTH_OHM
            found.append(Branch(f"earth {station.id}", node(net, station.id, "N"), EARTH, complex(own)))
    for place in job.places:
        at, ohms = landing_station(job, place.id), place_ohms.get(place.id)
        if at is not None and ohms is not None:
            lands = "N" if place.grounding.conductor.lands == "neutral-bar" else "can"
            found.append(Branch(f"earth {place.id}", node(net, at.id, lands), EARTH, complex(ohms)))
    for path in job.metal_paths:
        start, end = landing_station(job, path.from_place), landing_station(job, path.to_place)
        if start is not None and end is not None and start is not end:
            cans = node(net, start.id, "can"), node(net, end.id, "can")
            found.append(Branch(f"path {path.id}", *cans, complex(path.ohm)))
    return found
