"""A solved job as the finders of findings see it: the job, its network, and every run as sized."""

from collections.abc import Mapping
from dataclasses import dataclass
from typing import TYPE_CHECKING

from northspan.core.figures.working import Figure, NamedFigure
from northspan.core.job.job import Job
from northspan.core.network.sized_run import SizedRun
from northspan.core.network.topology import Network
from northspan.core.property.loads.place_load import PlaceLoad
from northspan.core.property.runs.routes import RouteAnswer

if TYPE_CHECKING:
    # A run is judged without grounding, which takes long to load.
    from northspan.core.property.ground.found import Ground
    from northspan.core.property.panel.solved import SolvedPanel
    from northspan.core.property.pull.solved import SolvedPull


@dataclass(frozen=True, slots=True)
class JobView:
    """The job between solving and judging: as it was entered, and with every run called what it is.

    ``drop_pct`` holds each fed station's drop from the source (%), ``faults`` the bolted fault current there (A),
    ``loads`` what each place takes, ``routes`` what the plan measures, ``ground`` electrodes, bonds and networks,
    ``panels`` those with their covers off, by station, ``pulls`` the runs in the ground or in a pipe, by run.
    """

    entered: Job
    job: Job
    network: Network
    runs: Mapping[str, SizedRun]
    drop_pct: Mapping[str, float]
    faults: Mapping[str, Figure]
    loads: tuple[PlaceLoad, ...]
    routes: tuple[RouteAnswer, ...]
    figures: Mapping[str, tuple[NamedFigure, ...]]
    ground: "Ground"
    panels: Mapping[str, "SolvedPanel"]
    pulls: Mapping[str, "SolvedPull"]
