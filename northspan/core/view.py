"""A solved job as the finders of findings see it: the job, its network, and every run as sized."""

from collections.abc import Mapping
from dataclasses import dataclass

from northspan.core.job import Job, Run
from northspan.core.place_load import PlaceLoad
from northspan.core.sized import Sizing
from northspan.core.solution import RouteAnswer, RunFigures
from northspan.core.topology import Network
from northspan.core.working import Figure


@dataclass(frozen=True, slots=True)
class SizedRun:
    """One run of the job with its place in the file and its sizing (without rungs where it has no load yet).

    ``entered_over`` is the sum of the loads beyond (A) where the run's own load is locked, else None;
    ``limit_pct`` the drop limit in force (%), binding or not.
    """

    index: int
    run: Run
    sizing: Sizing
    entered_over: float | None
    limit_pct: float
    carries_dwelling: bool


@dataclass(frozen=True, slots=True)
class JobView:
    """The job between solving and judging. ``drop_pct`` holds each fed station's drop from the source (%),
    ``faults`` the bolted fault current there (A), ``loads`` what each place takes,
    ``routes`` what the plan measures.
    """

    job: Job
    network: Network
    runs: Mapping[str, SizedRun]
    drop_pct: Mapping[str, float]
    faults: Mapping[str, Figure]
    loads: tuple[PlaceLoad, ...]
    routes: tuple[RouteAnswer, ...]
    figures: Mapping[str, RunFigures]
