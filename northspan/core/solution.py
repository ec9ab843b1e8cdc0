"""What the solver says: runs, stations and findings, every figure with its working."""

from collections.abc import Mapping
from dataclasses import dataclass
from typing import Annotated, Any, Literal

from pydantic import PlainSerializer

from northspan.core.ground.answer import GroundAnswer
from northspan.core.loads.place_load import PlaceLoad
from northspan.core.panel.answer import PanelAnswer
from northspan.core.pull.answer import PullAnswer
from northspan.core.run.question import Metal
from northspan.core.run.rung import Ladder
from northspan.core.working import Figure, Level, NamedFigure, by_key, figure_of

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
class RouteAnswer:
    """A run's route as measured: legs (in the job's length), the bend between each two (degrees), the length, the worst
    stretch.
    """

    run: str
    legs: tuple[float, ...]
    bends_deg: tuple[float, ...]
    length: Figure
    worst_bends_deg: Figure


@dataclass(frozen=True, slots=True)
class Fix:
    """A way to mend a finding: a short label and an RFC 6902 JSON Patch on the job."""

    label: str
    patch: tuple[Mapping[str, Any], ...]


@dataclass(frozen=True, slots=True)
class Finding:
    """What is wrong or worth knowing: rule, level, place, one plain sentence, fixes where they are known.

    ``panel`` is the station whose cover is off to see it, ``circuit`` one of its circuits; ``pull`` the run whose route
    is unrolled to see it.
    """

    rule: str
    level: Level
    section: str
    title: str
    words: str
    run: str | None = None
    station: str | None = None
    place: str | None = None
    panel: str | None = None
    circuit: str | None = None
    pull: str | None = None
    fixes: tuple[Fix, ...] = ()

    @property
    def key(self) -> str:
        """What it is told by from one solution to the next: its rule and all that it names."""
        named = (self.rule, self.run, self.station, self.place, self.panel, self.circuit, self.pull)
        return "/".join(each or "" for each in named)


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
