"""Which run feeds which station: the job's network from the source outward."""

from collections import deque
from collections.abc import Callable, Collection, Iterator, Mapping
from dataclasses import dataclass
from typing import Literal

from northspan.core.book.kinds import RunUse
from northspan.core.book.systems import SYSTEMS, can_feed
from northspan.core.job.job import Job, Station, UtilitySource
from northspan.core.job.run import Cable, Run

SOURCES = ("generator", "inverter")
# What a phase converter takes, and what it makes of it.
SINGLE_PHASE, THREE_PHASE = "240-2w", "240-3ph"
# What two sources of one 120 V leg each make together.
PAIRED = "120/240-3w"


def is_standby(start: Station, end: Station) -> bool:
    """Whether a run between two stations is a transfer switch's second supply."""
    return start.kind in SOURCES and end.kind == "transfer-switch"


def disconnects(station: Station) -> bool | None:
    """Whether a station switches off what lies beyond it; None where that is not on record. A meter is no
    disconnect.
    """
    if station.kind in ("service-disconnect", "disconnect"):
        return True
    if station.kind == "joint":
        return False
    if station.kind in ("utility", "meter", "transformer", "converter", *SOURCES):
        return bool(station.gear.has_main)
    return station.gear.has_main


def leg_of(station: Station) -> Literal["A", "B"] | None:
    """The leg that a source of one 120 V leg stands for; None of any other station."""
    own = station.generator
    return None if own is None or SYSTEMS[own.system].ungrounded != 1 else own.leg


def are_a_pair(one: Station, other: Station) -> bool:
    """Whether two sources stand for the two legs of what both of them feed."""
    return {leg_of(one), leg_of(other)} == {"A", "B"}


def source_system(station: Station) -> str | None:
    """What a station that nothing feeds delivers by itself."""
    return station.generator.system if station.generator is not None else station.supply


@dataclass(frozen=True)
class Network:
    """A job's stations and runs by who feeds whom. Every station is fed by one run at most, its standby apart.

    ``order`` holds the runs from the source outward, so that a run stands after the run that feeds it. ``system``
    is what each station gets; None where nothing feeds it, or a run asks for a voltage its source does not have;
    ``delivers`` what runs may take from it, which a transformer makes another. ``standby`` holds the second supply of
    transfer switches, which ``order`` leaves out: the property is solved on its normal supply. ``second_leg`` holds,
    by station, the run of the other of two sources of one leg each, which ``order`` leaves out too: ``fed_by`` or
    ``standby`` holds that of leg A.
    """

    stations: dict[str, Station]
    fed_by: dict[str, Run]
    leaving: dict[str, list[Run]]
    order: list[Run]
    system: dict[str, str | None]
    delivers: dict[str, str | None]
    standby: dict[str, Run]
    second_leg: dict[str, Run]

    @property
    def beside(self) -> tuple[Run, ...]:
        """Every run that ``order`` leaves out: second supplies, and those of the other leg."""
        return (*self.standby.values(), *self.second_leg.values())

    @property
    def outward(self) -> tuple[Run, ...]:
        """Every run, each after the run that feeds it."""
        return (*self.beside, *self.order)

    def legs(self, run: Run) -> str:
        """The lines that a run brings to its end, by their letters."""
        return leg_of(self.stations[run.from_station]) or SYSTEMS[run.system].letters

    def partner(self, source: str) -> str | None:
        """The source that stands for the other leg beside this one."""
        for station, second in self.second_leg.items():
            first = self.standby.get(station) or self.fed_by[station]
            if source in (first.from_station, second.from_station):
                return second.from_station if source == first.from_station else first.from_station
        return None

    def upstream(self, station: str) -> Iterator[Run]:
        """The runs between a station and its source, nearest first."""
        while station in self.fed_by:
            run = self.fed_by[station]
            yield run
            station = run.from_station

    def beyond(self, station: str) -> Iterator[str]:
        """A station and every station fed from it."""
        queue = deque([station])
        while queue:
            at = queue.popleft()
            yield at
            queue.extend(run.to_station for run in self.leaving.get(at, ()))

    def has_equipment_wire(self, run: Run) -> bool:
        """Whether an equipment grounding conductor of wire goes with a run: with service conductors only where the
        supply brings an earth.
        """
        if run.cable.no_egc:
            return False
        return run.use != "service" or self.supply_of(run.from_station).brings_earth

    def supply_of(self, station: str) -> UtilitySource:
        """What is on record of the utility behind a station; nothing where none stands there."""
        for run in self.upstream(station):
            station = run.from_station
        return self.stations[station].source or UtilitySource()

    def counts_beyond(self, wanted: Collection[str]) -> Mapping[str, int]:
        """By station how many of ``wanted`` lie at it and beyond it."""
        counts = {station: int(station in wanted) for station in self.stations}
        for run in reversed(self.order):
            counts[run.from_station] += counts[run.to_station]
        return counts


def as_used(job: Job) -> Job:
    """The job with every run called what it is: a branch circuit that feeds a panelboard is a feeder, and what leaves
    the utility or its meter is a service as far as the first station that can hold a disconnect.
    """
    stations = {s.id: s for s in job.stations}
    line_side = _line_side(job, stations)

    def use(run: Run) -> RunUse:
        if run.from_station in line_side and stations[run.to_station].kind != "transformer":
            return "service"
        return "feeder" if run.use == "branch" and stations[run.to_station].kind == "panelboard" else run.use

    if all(run.use == use(run) for run in job.runs):
        return job
    runs = tuple(r if r.use == use(r) else r.model_copy(update={"use": use(r)}) for r in job.runs)
    return job.model_copy(update={"runs": runs})


def as_made(job: Job, brings_ground: Callable[[Run], bool]) -> Job:
    """The job with its cables as they are made: one that has no equipment ground in it brings none."""
    if all(r.cable.no_egc or brings_ground(r) for r in job.runs):
        return job
    runs = tuple(
        r if r.cable.no_egc or brings_ground(r) else r.model_copy(update={"cable": _groundless(r)}) for r in job.runs
    )
    return job.model_copy(update={"runs": runs})


def _groundless(run: Run) -> Cable:
    return run.cable.model_copy(update={"no_egc": True})


def _line_side(job: Job, stations: Mapping[str, Station]) -> set[str]:
    """The utility where it brings no main along, and its meters and joints with nothing between that switches off."""
    found: set[str] = set()
    waiting = deque(s.id for s in job.stations if s.kind == "utility" and not s.gear.has_main)
    while waiting:
        found.add(at := waiting.popleft())
        beyond = (stations[r.to_station] for r in job.runs if r.from_station == at)
        waiting += (s.id for s in beyond if s.kind in ("meter", "joint") and not s.gear.has_main and s.id not in found)
    return found


def network(job: Job) -> Network:
    """Order a job's runs from the source outward.

    The job has passed ``document.file.problems``: no station is missing, none is fed twice, no runs form a loop.
    """
    stations = {s.id: s for s in job.stations}
    standby: dict[str, Run] = {}
    fed_by: dict[str, Run] = {}
    second_leg: dict[str, Run] = {}
    for run in job.runs:
        start, end = stations[run.from_station], stations[run.to_station]
        fed = standby if is_standby(start, end) else fed_by
        first = fed.get(end.id)
        if first is None or not are_a_pair(start, stations[first.from_station]):
            fed[end.id] = run
        elif leg_of(start) == "A":
            fed[end.id], second_leg[end.id] = run, first
        else:
            second_leg[end.id] = run
    beside = (*standby.values(), *second_leg.values())
    normal = [run for run in job.runs if all(run is not other for other in beside)]
    leaving: dict[str, list[Run]] = {}
    for run in normal:
        leaving.setdefault(run.from_station, []).append(run)
    for run in second_leg.values():
        if run.to_station not in standby:
            leaving.setdefault(run.from_station, []).append(run)
    order: list[Run] = []
    queue = deque(s.id for s in job.stations if s.id not in fed_by)
    system: dict[str, str | None] = {}
    delivers: dict[str, str | None] = {}
    while queue:
        at = queue.popleft()
        run_in = fed_by.get(at)
        if run_in is None:
            system[at] = source_system(stations[at])
        else:
            source = delivers[run_in.from_station]
            system[at] = run_in.system if source is not None and can_feed(source, run_in.system) else None
            if at in second_leg and at not in standby:
                system[at] = PAIRED
        transformer = stations[at].transformer
        delivers[at] = transformer.secondary if transformer and system[at] is not None else system[at]
        if stations[at].converter is not None:
            delivers[at] = THREE_PHASE if system[at] == SINGLE_PHASE else None
        for run in leaving.get(at, ()):
            if second_leg.get(run.to_station) is run:
                continue
            order.append(run)
            queue.append(run.to_station)
    return Network(stations, fed_by, leaving, order, system, delivers, standby, second_leg)
