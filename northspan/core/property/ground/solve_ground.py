"""Grounding of a job solved: places, modes with their bonds, and a fault at every station."""

from collections.abc import Iterable, Mapping

from northspan.core.figures.working import number
from northspan.core.job.job import Job, UtilitySource
from northspan.core.network.sized_run import SizedRun
from northspan.core.network.topology import Network
from northspan.core.physics.network.nodal import LEAK_OHM
from northspan.core.property.ground.answer import ModeAnswer, PlaceGround
from northspan.core.property.ground.bonds import bond_answers, bonds, run_wires
from northspan.core.property.ground.earthing import Earthing
from northspan.core.property.ground.electrodes.places import place_grounds, place_ohms
from northspan.core.property.ground.found import Ground
from northspan.core.property.ground.joins import joins
from northspan.core.property.ground.modes import modes
from northspan.core.property.ground.network.fault import station_faults
from northspan.core.property.ground.network.running import at_fault
from northspan.core.property.ground.network.sources import (
    GENERATOR_X_OVER_R,
    UTILITY_KVA,
    UTILITY_PCT,
    UTILITY_X_OVER_R,
)
from northspan.core.property.ground.network.wired import BOND_OHM, UTILITY_EARTH_OHM, wired


def solve_ground(rules: Earthing, job: Job, net: Network, sized: Mapping[str, SizedRun]) -> Ground:
    """Solve a job's grounding, every run being sized."""
    places = place_grounds(rules, job, net, sized)
    ohms = place_ohms(places)
    joined = joins(rules, job, net)
    found = []
    for mode in modes(job, net, rules.words["supplier"]):
        here = bonds(job, net, mode, joined)
        there = wired(rules, job, net, mode, joined, sized, ohms, at_fault(mode))
        answer = ModeAnswer(
            mode.id,
            mode.name,
            mode.kind,
            mode.sources,
            bond_answers(rules, job, net, sized, here, joined),
            run_wires(job, net, mode),
            station_faults(there, sized),
        )
        found.append((mode, here, there, answer))
    return Ground(places, joined, tuple(found), tuple(_assumed(rules, job, places)))


def _assumed(rules: Earthing, job: Job, places: Iterable[PlaceGround]) -> Iterable[str]:
    words = rules.words
    for station in job.stations:
        if station.kind != "utility":
            continue
        supplied = rules.supplied(station.source or UtilitySource(), station.supply) if station.supply else None
        if supplied is not None:
            yield from (f"{station.name}: {each}" for each in supplied.assumed)
            continue
        source = station.source
        if source is None or (source.fault_a is None and (source.kva is None or source.impedance_pct is None)):
            yield f"{station.name}: taken as {number(UTILITY_KVA)} kVA at {number(UTILITY_PCT)} %"
        if source is None or source.earth_ohm is None:
            yield f"{station.name}: its own ground taken as {number(UTILITY_EARTH_OHM)} ohm"
    planned = [p.place for p in places if p.planned]
    names = {p.id: p.name for p in job.places}
    if planned:
        yield f"Electrodes as planned, none on record: {', '.join(names[p] for p in planned)}"
    yield "Every load runs as entered; electrodes stand at the middle of their band"
    if any(s.converter is not None for s in job.stations):
        yield "The line that a phase converter makes is left out: faults are of the two that pass through it"
    if any(s.generator is not None for s in job.stations):
        yield "A standby source holds its voltage while all is well; its faults leave the loads out"
    supply, main, supplier = words["supply"], words["main"], words["supplier"]
    yield f"A fault at the {supply} is taken beyond its {main}; ahead of it only the {supplier}'s fuse opens"
    yield "Wire warm, as the tables give it; faults bolted; feet on soil far from the electrodes"
    joints = f"Every bond and every {words['bar']} on its {words['enclosure']}"
    yield f"{joints}: {number(1000.0 * BOND_OHM)} thousandth of an ohm"
    leak = number(LEAK_OHM / 1e6)
    yield f"Insulation leaks through {leak} megohm at every joint, so that what floats has volts to show"
    yield "Where a place's own power factor is not on record: what is left of its feed's mean"
    ratios = f"{number(UTILITY_X_OVER_R)} for the {supplier}, {number(GENERATOR_X_OVER_R)} for an engine set"
    yield f"X over R where it is not on record: {ratios}"
