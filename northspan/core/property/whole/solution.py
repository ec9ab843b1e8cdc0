"""What the solver says: runs, stations and findings, every figure with its working."""

from dataclasses import dataclass
from typing import Annotated, Literal

from pydantic import PlainSerializer

from northspan.core.book.kinds import Metal
from northspan.core.document.finding import Finding
from northspan.core.figures.working import Figure, NamedFigure, by_key, figure_of
from northspan.core.property.ground.answer import GroundAnswer
from northspan.core.property.loads.place_load import PlaceLoad
from northspan.core.property.panel.answer import PanelAnswer
from northspan.core.property.pull.answer import PullAnswer
from northspan.core.property.runs.routes import RouteAnswer
from northspan.core.run.rung import Ladder

StepName = Literal["walk", "loads", "span", "ground", "panels", "pull", "day", "test", "packet", "what-if", "rules"]


@dataclass(frozen=True, slots=True)
class Device:
    """What guards a run: in words, its rating on record (A), and the JSON pointer under which that is entered (None: a
    sum of several); ``ahead`` that it stands further toward the source and guards other runs too.
    """

    words: str
    rating_a: float | None
    pointer: str | None
    ahead: bool = False


@dataclass(frozen=True, slots=True)
class Condition:
    """Something that a rule asks for, in words: whether it is met (None: not on record), and by which section."""

    words: str
    met: bool | None
    cite: str


@dataclass(frozen=True, slots=True)
class RunAnswer:
    """One run as solved. ``ladders`` holds the run's own metal first; ``passes`` speaks of the chosen size;
    ``conditions`` are those that it must meet as a tap.
    """

    id: str
    from_station: str
    to_station: str
    fed: bool
    metal: Metal
    sets: int
    passes: bool
    stopped_by: str | None
    device: Device
    conductors: str
    drop_limit_pct: float | None
    figures: Annotated[tuple[NamedFigure, ...], PlainSerializer(by_key)]
    ladders: tuple[Ladder, ...]
    conditions: tuple[Condition, ...]

    def figure(self, key: str) -> Figure:
        """One of its figures; without value or working where it is not asked of this run."""
        return figure_of(self.figures, key)


@dataclass(frozen=True, slots=True)
class StationAnswer:
    """One station as solved: wire from the source (in the job's length), voltage at the design load, the largest bolted
    fault current there, the rated current of its transformer.
    """

    id: str
    fed: bool
    distance: float
    volts: Figure
    drop_pct: Figure
    fault_a: Figure
    rated_a: Figure


@dataclass(frozen=True, slots=True)
class NextStep:
    """The one line of a step; ``done`` says that nothing there is open."""

    step: StepName
    words: str
    done: bool


@dataclass(frozen=True, slots=True)
class Solution:
    """The whole answer to a job."""

    code_book: str
    edition: str
    loads: tuple[PlaceLoad, ...]
    runs: tuple[RunAnswer, ...]
    stations: tuple[StationAnswer, ...]
    routes: tuple[RouteAnswer, ...]
    ground: GroundAnswer
    panels: tuple[PanelAnswer, ...]
    pulls: tuple[PullAnswer, ...]
    findings: tuple[Finding, ...]
    next_steps: tuple[NextStep, ...]
