"""The property as wired, as a network of impedances: every conductor, bond, electrode, pipe and source.

Nodes of a station: A and B its hots, N its neutral, bar its ground bar, can its enclosure; a transformer has A, B and N
of its secondary besides. Wire is taken warm, as the tables give it, so that a fault comes out weak and its trip late.
"""

import cmath
import math
from collections.abc import Iterable, Mapping
from dataclasses import dataclass

from northspan.core.codes.codebook import CodeBook
from northspan.core.ground.found import Joins, Wired
from northspan.core.ground.joins import closed_bonds, has_equipment_wire
from northspan.core.ground.modes import Mode, has_neutral, neutral_open
from northspan.core.ground.places import landing_station
from northspan.core.job import Generator, Job, Run, Station, UtilitySource
from northspan.core.physics.nodal import EARTH, Branch, Coupling, ImpedanceNetwork
from northspan.core.physics.steel_raceway import raceway_ohms
from northspan.core.physics.transformer import series_ohms
from northspan.core.sized import SizedRun
from northspan.core.systems import SYSTEMS, SystemName, can_feed
from northspan.core.topology import Network

# A screw, a strap, a bar on its can: small beside any wire, and never nothing.
BOND_OHM = 0.0005
UTILITY_EARTH_OHM = 5.0
UTILITY_KVA, UTILITY_PCT, UTILITY_X_OVER_R = 25.0, 2.0, 1.5
GENERATOR_X_OVER_R = 6.0
REGULATED_SHARE = 0.001
SECOND_LEG: dict[SystemName, float] = {"120/208-3w": -120.0}
LEG_SHARE = 0.5


@dataclass(frozen=True, slots=True)
class Running:
    """What runs: every load as the job has it, times ``share``, and ``extra_a`` (A) more on leg A of a station.

    ``steady`` says that nothing is at fault, so that a standby source holds its voltage by its regulator.
    """

    share: float = 1.0
    extra_a: float = 0.0
    extra_at: str | None = None
    steady: bool = False


def at_fault(mode: Mode, share: float = 1.0) -> Running:
    """What runs while a fault lasts: every load on the utility; none on a standby source, whose voltage collapses, as
    short-circuit reckoning has it.
    """
    return Running(share if mode.kind == "utility" else 0.0)


def node(net: Network, station: str, letter: str, leaving: bool = False) -> str:
    """The name of a station's node; what leaves a transformer starts at its secondary."""
    second = leaving and net.stations[station].transformer is not None and letter in "ABN"
    return f"{station}:{letter}{'2' if second else ''}"


def wired(
    book: CodeBook,
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
    for source in mode.sources:
        branches += _source(net.stations[source], net, running.steady)
    for run in (*net.standby.values(), *net.order):
        each = sized[run.id]
        branches += _run(book, net, mode, run, each, reached)
        station = net.stations[run.to_station]
        if station.transformer is not None and run.to_station in reached:
            couplings += _transformer(net, station, run)
    for station in job.stations:
        if station.kind != "utility" and station.bonding.ground_bar != "floating":
            bar, can = node(net, station.id, "bar"), node(net, station.id, "can")
            branches.append(Branch(f"bar {station.id}", bar, can, complex(BOND_OHM)))
    for at, joins_to in closed_bonds(job, net, mode, joined).items():
        owner, _, secondary = joins_to.partition("/")
        neutral = node(net, owner, "N", leaving=bool(secondary))
        branches.append(Branch(f"bond {at}", neutral, node(net, at, "can"), complex(BOND_OHM)))
    branches += _electrodes(job, net, place_ohms)
    branches += _loads(net, mode, sized, reached, running)
    network = ImpedanceNetwork(tuple(branches), tuple(couplings), _nodes(net))
    return Wired(net, mode, network, frozenset(reached))


def _nodes(net: Network) -> Iterable[str]:
    """Every node of every station, also of a can that nothing is joined to: it is not the earth."""
    for station in net.stations:
        for letter in ("A", "B", "N", "bar", "can"):
            yield node(net, station, letter)
            yield node(net, station, letter, True)


def _source(station: Station, net: Network, steady: bool) -> list[Branch]:
    system = net.delivers[station.id]
    if system is None:
        return []
    if station.generator is not None:
        half = _machine_ohms(station, station.generator, steady)
    else:
        half = utility_ohms(station.source or UtilitySource(), system)
    a, b = node(net, station.id, "A", True), node(net, station.id, "B", True)
    n = node(net, station.id, "N", True)
    wiring = SYSTEMS[system]
    if wiring.to_neutral is None:
        return [Branch(f"source {station.id}", b, a, 2.0 * half, complex(wiring.volts))]
    found = [Branch(f"source {station.id} A", n, a, half, complex(wiring.to_neutral))]
    if wiring.ungrounded == 2:
        turn = cmath.rect(wiring.to_neutral, math.radians(SECOND_LEG.get(system, 180.0)))
        found.append(Branch(f"source {station.id} B", n, b, half, turn))
    return found


def utility_ohms(source: UtilitySource, system: SystemName) -> complex:
    """One leg of the utility's transformer (ohm): half of what stands line to line, as resistance and reactance.

    >>> z = utility_ohms(UtilitySource(kva=25.0, impedance_pct=2.0), "120/240-3w")
    >>> round(abs(z), 5)
    0.02304
    """
    wiring = SYSTEMS[system]
    if source.fault_a is not None:
        whole = wiring.volts / source.fault_a
        r = whole / math.hypot(1.0, UTILITY_X_OVER_R)
        z = complex(r, UTILITY_X_OVER_R * r)
    else:
        kva, pct = source.kva or UTILITY_KVA, source.impedance_pct or UTILITY_PCT
        z = series_ohms(kva, wiring.volts, pct, UTILITY_X_OVER_R)
    return z if wiring.ungrounded == 1 else z / 2.0


def _machine_ohms(station: Station, own: Generator, steady: bool) -> complex:
    """One leg of a standby source (ohm): an engine's reactance in a fault, what holds an inverter to its surge, or
    next to nothing while a regulator holds the voltage.
    """
    wiring = SYSTEMS[own.system]
    rated = wiring.volts**2 / (1000.0 * own.kw * own.units)
    whole = complex(rated / own.surge_times, 0.0)
    if steady:
        whole = complex(REGULATED_SHARE * rated)
    elif station.kind == "generator":
        z = own.reactance_pct / 100.0 * rated
        r = z / math.hypot(1.0, GENERATOR_X_OVER_R)
        whole = complex(r, GENERATOR_X_OVER_R * r)
    return whole if wiring.ungrounded == 1 else whole / 2.0


def _run(book: CodeBook, net: Network, mode: Mode, run: Run, each: SizedRun, reached: set[str]) -> list[Branch]:
    rung, also = each.sizing.rung, each.sizing.companions
    if rung is None or also is None:
        return []
    start, end, name = run.from_station, run.to_station, run.id
    kft = run.length_ft / 1000.0
    found: list[Branch] = []
    hot = _at_least(complex(rung.r_kft, rung.x_kft) * kft / run.sets)
    if mode.feed(net, end) is run and start in reached and _brought(net, run):
        reached.add(end)
        hots = "AB"[: SYSTEMS[run.system].ungrounded]
        found += [Branch(f"{leg} {name}", node(net, start, leg, True), node(net, end, leg), hot) for leg in hots]
    if has_neutral(run) and not neutral_open(net, mode, run):
        kept = book.conductor_ohms(run.metal, also.neutral or rung.size, run.raceway)
        ohms = hot if kept is None else _at_least(kept * kft / run.sets)
        found.append(Branch(f"N {name}", node(net, start, "N", True), node(net, end, "N"), ohms))
    if has_equipment_wire(run) and also.equipment_ground is not None:
        metal = run.egc_metal or run.metal
        own = book.conductor_ohms(metal, also.equipment_ground, run.raceway)
        if own is not None:
            ohms = _at_least(own * kft / run.sets)
            found.append(Branch(f"G {name}", node(net, start, "bar"), node(net, end, "bar"), ohms))
    if also.raceway is not None:
        steel = raceway_ohms(run.raceway, also.raceway, run.length_ft)
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


def _transformer(net: Network, station: Station, feed: Run) -> list[Coupling]:
    own = station.transformer
    assert own is not None
    primary, secondary = SYSTEMS[feed.system], SYSTEMS[own.secondary]
    whole = series_ohms(own.kva, secondary.volts, own.impedance_pct, own.x_over_r)
    low = "N" if primary.ungrounded == 1 else "B"
    ends = (node(net, station.id, "A"), node(net, station.id, low))
    a, b, n = (node(net, station.id, letter, True) for letter in "ABN")
    if secondary.to_neutral is None:
        return [Coupling(f"windings {station.id}", ends, (a, b), primary.volts / secondary.volts, whole)]
    if secondary.ungrounded == 1:
        return [Coupling(f"windings {station.id}", ends, (a, n), primary.volts / secondary.volts, whole)]
    ratio = primary.volts / secondary.to_neutral
    return [
        Coupling(f"windings {station.id} A", ends, (a, n), ratio, whole / 2.0),
        Coupling(f"windings {station.id} B", ends, (n, b), ratio, whole / 2.0),
    ]


def _electrodes(job: Job, net: Network, place_ohms: Mapping[str, float]) -> list[Branch]:
    found = []
    for station in job.stations:
        if station.kind == "utility" and station.supply is not None and SYSTEMS[station.supply].grounded:
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


def _loads(
    net: Network, mode: Mode, sized: Mapping[str, SizedRun], reached: set[str], running: Running
) -> list[Branch]:
    found: list[Branch] = []
    for at in sorted(reached):
        feed = mode.feed(net, at)
        if feed is None:
            continue
        if net.stations[at].transformer is not None:
            found += _at_secondary(net, net.stations[at], running)
            continue
        q = sized[feed.id].sizing.question
        beyond = [sized[r.id].sizing.question for r in net.leaving.get(at, ())]
        amps = running.share * max(0.0, _normal_amps(net, sized, at) - sum(b.amps for b in beyond))
        unbalance = running.share * max(0.0, _unbalance(net, sized, at))
        found += _load(net, at, feed.system, amps, min(unbalance, amps), q.pf)
        if running.extra_at == at and running.extra_a > 0.0:
            found += _one_leg(net, at, feed.system, "extra", running.extra_a, 1.0)
    return found


def _at_secondary(net: Network, station: Station, running: Running) -> list[Branch]:
    """What is connected to a transformer itself stands at its secondary."""
    if station.load is None or station.transformer is None:
        return []
    amps, unbalance = running.share * station.load.amps, running.share * (station.load.neutral_amps or 0.0)
    return _load(net, station.id, station.transformer.secondary, amps, unbalance, station.load.power_factor)


def _normal_amps(net: Network, sized: Mapping[str, SizedRun], station: str) -> float:
    """Design load (A) at a station by its normal feed: a standby run is sized for its source."""
    feed = net.fed_by.get(station)
    return 0.0 if feed is None else sized[feed.id].sizing.question.amps


def _unbalance(net: Network, sized: Mapping[str, SizedRun], station: str) -> float:
    """What a station's own load leaves on the neutral (A), without the stations beyond; nothing where not on record."""
    feed = net.fed_by.get(station)
    own = 0.0 if feed is None else sized[feed.id].unbalance_a or 0.0
    return own - sum(sized[run.id].unbalance_a or 0.0 for run in net.leaving.get(station, ()))


def _load(net: Network, at: str, system: SystemName, amps: float, unbalance: float, pf: float) -> list[Branch]:
    """A station's own load. Of what is balanced, half is taken line to line and half from each leg to neutral."""
    wiring = SYSTEMS[system]
    if wiring.to_neutral is not None and wiring.ungrounded == 1:
        return _one_leg(net, at, system, "load", amps, pf)
    a, b, n = (node(net, at, letter, True) for letter in "ABN")
    balanced = amps - unbalance
    between = balanced if wiring.to_neutral is None else balanced * (1.0 - LEG_SHARE)
    found = []
    if between > 0.0:
        found.append(Branch(f"load {at}", a, b, _ohms(wiring.volts, between, pf)))
    if wiring.to_neutral is not None:
        to_leg = balanced * LEG_SHARE
        for leg, end in (("A", a), ("B", b)):
            if to_leg > 0.0:
                found.append(Branch(f"load {leg} {at}", end, n, _ohms(wiring.to_neutral, to_leg, pf)))
        found += _one_leg(net, at, system, "unbalance", unbalance, pf)
    return found


def _one_leg(net: Network, at: str, system: SystemName, name: str, amps: float, pf: float) -> list[Branch]:
    volts = SYSTEMS[system].to_neutral
    if volts is None or amps <= 0.0:
        return []
    ends = node(net, at, "A", True), node(net, at, "N", True)
    return [Branch(f"{name} {at}", *ends, _ohms(volts, amps, pf))]


def _ohms(volts: float, amps: float, pf: float) -> complex:
    return cmath.rect(volts / amps, math.acos(pf))
