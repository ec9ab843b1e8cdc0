"""The supply of another building, 250.32(B): when a feeder that stands may keep its neutral as the ground."""

from northspan.core.job import Job, Run
from northspan.core.question import STEEL_RACEWAYS
from northspan.core.systems import SYSTEMS
from northspan.core.topology import Network


def against_neutral_as_ground(job: Job, net: Network, run: Run) -> tuple[str, ...]:
    """What speaks against a run's neutral doing the ground's work; empty where it may. 250.32(B)(1) Exception No. 1.

    It may for a building that stands already, fed with no equipment ground, with no continuous metal path bonded at
    both ends and no ground-fault protection ahead. That the neutral is large enough, the run's own findings judge.
    """
    start, end = net.stations[run.from_station], net.stations[run.to_station]
    place = next(p for p in job.places if p.id == end.place)
    against = []
    if start.place == end.place:
        against.append("both ends stand in one building")
    if not place.existing:
        against.append(f"{place.name} is not an installation that stands already")
    if run.raceway in STEEL_RACEWAYS:
        against.append("its steel raceway joins the two")
    joining = [p.name for p in job.metal_paths if {p.from_place, p.to_place} == {start.place, end.place}]
    against += [f"{name} joins the two" for name in joining]
    if run.ground_fault_protected:
        against.append("ground-fault protection stands ahead of it")
    if not SYSTEMS[run.system].grounded:
        against.append("it brings no neutral")
    return tuple(against)
