"""Where a neutral may do the ground's work beyond the service: a feeder that stands to another building, 250.32(B)(1)
Exception No. 1, and the circuit of a range or dryer that stands, 250.140(B).
"""

from collections import deque
from collections.abc import Mapping

from northspan.core.book.systems import SYSTEMS
from northspan.core.codes.nec.data import AWG, INSULATIONS
from northspan.core.job.job import Job, Place
from northspan.core.job.run import Run
from northspan.core.network.topology import Network
from northspan.core.physics.raceway.steel import is_steel
from northspan.core.property.ground.modes import is_service_equipment

COOKING_AND_DRYING = ("range", "dryer")
LEAST_NEUTRAL = {"cu": "10", "al": "8"}


def against_neutral_as_ground(job: Job, net: Network, run: Run) -> tuple[str, ...]:
    """What speaks against a run's neutral doing the ground's work; empty where it may.

    It may for a building that stands already, fed with no equipment ground, with no continuous metal path bonded at
    both ends and no ground-fault protection ahead; and for the circuit of a range or dryer that stands. That the
    neutral is large enough for its load, the run's own findings judge.
    """
    start, end = net.stations[run.from_station], net.stations[run.to_station]
    place = next(p for p in job.places if p.id == end.place)
    if start.place == end.place:
        return _against_appliance(net, place, run)
    against = []
    if place.kind == "mobile-home":
        against.append("a mobile home has four wires whenever it was put up, 550.33(A)")
    if not place.stays:
        against.append(f"{place.name} is not an installation that stands already")
    if is_steel(run.cable.raceway):
        against.append("its steel raceway joins the two")
    joining = metal_between(job, net, run)
    if joining:
        against.append(f"{' and '.join(joining)} {'joins' if len(joining) == 1 else 'join'} the two")
    if run.ground_fault_protected:
        against.append("ground-fault protection stands ahead of it")
    if not SYSTEMS[run.system].grounded:
        against.append("it brings no neutral")
    return tuple(against)


def metal_between(job: Job, net: Network, run: Run) -> tuple[str, ...]:
    """The shortest way by metal between the two places of a run, other than by the run itself: pipes, shields, and the
    equipment grounds and steel raceways of other circuits, also through other places. Empty where there is none.
    """
    links: dict[str, list[tuple[str, str]]] = {}
    pairs = [(p.from_place, p.to_place, p.name) for p in job.metal_paths]
    for other in job.runs:
        a, b = net.stations[other.from_station], net.stations[other.to_station]
        if other.id == run.id or a.place == b.place:
            continue
        if other.use != "service" and not other.cable.no_egc:
            pairs.append((a.place, b.place, f"the equipment ground to {b.name}"))
        elif is_steel(other.cable.raceway):
            pairs.append((a.place, b.place, f"the steel raceway to {b.name}"))
    for one, two, name in pairs:
        links.setdefault(one, []).append((two, name))
        links.setdefault(two, []).append((one, name))
    return _way(links, net.stations[run.from_station].place, net.stations[run.to_station].place)


def _way(links: Mapping[str, list[tuple[str, str]]], start: str, end: str) -> tuple[str, ...]:
    came: dict[str, tuple[str, ...]] = {start: ()}
    queue = deque([start])
    while queue:
        at = queue.popleft()
        for to, name in links.get(at, ()):
            if to not in came:
                came[to] = (*came[at], name)
                queue.append(to)
    return came.get(end, ())


def _against_appliance(net: Network, place: Place, run: Run) -> tuple[str, ...]:
    """What speaks against a range's or dryer's frame on its neutral, 250.140(B); both ends stand in one building."""
    here = [a for a in place.appliances if a.station == run.to_station]
    if run.use != "branch" or not here or any(a.kind not in COOKING_AND_DRYING for a in here):
        return ("both ends stand in one building",)
    against = []
    if not (place.stays and all(a.stays for a in here)):
        against.append("its circuit is not one that stands already")
    if not SYSTEMS[run.system].grounded:
        against.append("it brings no neutral")
    neutral = run.locks.neutral_size or run.locks.size
    if neutral is not None and AWG.rank(neutral) < AWG.rank(LEAST_NEUTRAL[run.cable.metal]):
        against.append(f"its neutral is smaller than {LEAST_NEUTRAL[run.cable.metal]}")
    if INSULATIONS.word(run.cable.insulation, "bare_neutral") == "yes" and not is_service_equipment(
        net, run.from_station
    ):
        against.append("its bare neutral does not start at the service equipment")
    return tuple(against)
