"""What is wrong with who feeds whom in a job, in words and where: ends, second supplies, loops."""

from collections.abc import Iterable, Mapping

from northspan.core.book.systems import SYSTEMS
from northspan.core.figures.problem import Problem
from northspan.core.job.job import Job, Station
from northspan.core.job.run import Run
from northspan.core.network.topology import SOURCES, are_a_pair, is_standby


def supply_problems(job: Job, stations: Mapping[str, Station]) -> Iterable[Problem]:
    """Runs that end nowhere or at a source, stations fed twice, runs that form a loop."""
    fed: dict[str, int] = {}
    standby: dict[str, int] = {}
    paired: set[str] = set()
    for i, run in enumerate(job.runs):
        for end in ("from_station", "to_station"):
            if getattr(run, end) not in stations:
                yield Problem(f"/runs/{i}/{end}", f"there is no equipment {getattr(run, end)!r} in this job")
        to = stations.get(run.to_station)
        if to is not None and to.kind == "utility":
            yield Problem(f"/runs/{i}/to_station", "the utility feeds; nothing feeds it")
        if to is not None and to.kind in SOURCES:
            yield Problem(f"/runs/{i}/to_station", "a generator or inverter feeds; nothing feeds it")
        start = stations.get(run.from_station)
        if start is not None and to is start:
            words = f"it starts and ends at {start.name}: choose other equipment at one of its ends"
            yield Problem(f"/runs/{i}/to_station", words)
        elif start is not None and to is not None and to.id not in paired and _is_other_leg(job, stations, run, i):
            paired.add(to.id)
        elif start is not None and to is not None and is_standby(start, to):
            if run.to_station in standby:
                words = f"{to.name} has its standby source already, /runs/{standby[run.to_station]}: take one out"
                words += _legs_unsaid(start)
                yield Problem(f"/runs/{i}/to_station", words)
            standby[run.to_station] = i
        elif run.to_station in fed:
            name = to.name if to is not None else run.to_station
            words = f"{name} is already fed by /runs/{fed[run.to_station]}, {job.runs[fed[run.to_station]].id!r}: "
            source = start is not None and start.kind in SOURCES
            words += (
                "a second source comes in through a transfer switch or an interlock kit, so put one between them"
                if source
                else "it has one supply, so remove one of the two"
            )
            words += _legs_unsaid(start) if start is not None else ""
            yield Problem(f"/runs/{i}/to_station", words)
        else:
            fed[run.to_station] = i
    yield from _loops(job)


def _is_other_leg(job: Job, stations: Mapping[str, Station], run: Run, at: int) -> bool:
    """Whether a run brings the other leg to a station that a run before it brings one leg to, from a source each."""
    start, end = stations[run.from_station], stations[run.to_station]
    before = (stations.get(r.from_station) for r in job.runs[:at] if r.to_station == end.id)
    return any(
        other is not None and are_a_pair(start, other) and is_standby(start, end) == is_standby(other, end)
        for other in before
    )


def _legs_unsaid(start: Station) -> str:
    """What to do where two sources of one leg each were meant."""
    own = start.generator
    if own is None or SYSTEMS[own.system].ungrounded != 1:
        return ""
    return ", or, of two 120 V sources for the two legs, say on each which leg it stands for"


def _loops(job: Job) -> Iterable[Problem]:
    kinds = {s.id: s.kind for s in job.stations}
    normal = [(i, run) for i, run in enumerate(job.runs) if kinds.get(run.from_station) not in SOURCES]
    feeding = {run.to_station: i for i, run in reversed(normal)}
    clear: set[str] = set()
    for station in feeding:
        walked: list[str] = []
        at = station
        while at in feeding and at not in clear:
            if at in walked:
                loop = [*walked[walked.index(at) :], at]
                words = f"runs form a loop, so nothing feeds them: {' ← '.join(loop)}; turn or take out one"
                yield Problem(f"/runs/{feeding[at]}", words)
                break
            walked.append(at)
            at = job.runs[feeding[at]].from_station
        clear.update(walked)
