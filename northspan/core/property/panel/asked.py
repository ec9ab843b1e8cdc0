"""What is asked of one panel: the panel, what hangs on it, what feeds it, and by which rules; nothing else of its job.

Two of the same value have the same answer, so that a panel that an edit leaves as it was is not judged again.
"""

from collections.abc import Mapping
from dataclasses import dataclass, field

from northspan.core.book.systems import SYSTEMS, System
from northspan.core.figures.units import Units
from northspan.core.figures.working import Step
from northspan.core.job.house_rules import HouseRules
from northspan.core.job.job import Job, Place, Station
from northspan.core.job.panel import Panel
from northspan.core.network.sized_run import SizedRun
from northspan.core.network.topology import Network
from northspan.core.run.question import RunQuestion

# What a panel that nothing feeds yet is taken to have.


@dataclass(frozen=True)
class RunHere:
    """A run that leaves or feeds a panel: its id, the name of its other end, and how it is sized, which follows from
    its question and is told with the steps of its load.
    """

    id: str
    name: str
    question: RunQuestion
    load_steps: tuple[Step, ...]
    sized: SizedRun = field(compare=False)


@dataclass(frozen=True)
class PanelAsked:
    """A panel with its station (in SI), that one's index in the job, what hangs at its place, the house rules, the
    units that its answers are told in, what it is fed with (by name), the runs that leave it, the run that feeds it.
    """

    index: int
    station: Station
    panel: Panel
    place: Place
    rules: HouseRules
    told: Units
    supply_name: str
    leaving: tuple[RunHere, ...]
    feed: RunHere | None

    @property
    def supply(self) -> System:
        """What it is fed with."""
        return SYSTEMS[self.supply_name]


def panels_asked(assumed: str, job: Job, net: Network, sized: Mapping[str, SizedRun]) -> list[PanelAsked]:
    """Every panel of a job (in SI) whose circuits were entered; ``assumed`` is the system of one that nothing feeds."""
    return [
        panel_asked(assumed, job, net, sized, i, s.panel) for i, s in enumerate(job.stations) if s.panel is not None
    ]


def panel_asked(
    assumed: str, job: Job, net: Network, sized: Mapping[str, SizedRun], index: int, panel: Panel
) -> PanelAsked:
    """The panel of one station of a job (in SI); on the ``assumed`` system where nothing feeds it."""
    station = job.stations[index]
    place = next(p for p in job.places if p.id == station.place)
    leaving = tuple(_here(net, sized, r.id, r.to_station) for r in net.leaving.get(station.id, ()))
    fed = net.fed_by.get(station.id)
    feed = None if fed is None else _here(net, sized, fed.id, fed.from_station)
    supply = net.delivers.get(station.id) or assumed
    return PanelAsked(index, station, panel, place, job.house_rules, job.told, supply, leaving, feed)


def _here(net: Network, sized: Mapping[str, SizedRun], run: str, end: str) -> RunHere:
    sizing = sized[run].sizing
    return RunHere(run, net.stations[end].name, sizing.question, sizing.load_steps, sized[run])
