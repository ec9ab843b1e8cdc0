"""What the solver says: runs, stations and findings, every figure with its working."""

from collections.abc import Mapping
from dataclasses import dataclass
from typing import Any, Literal

from northspan.core.ground.answer import GroundAnswer
from northspan.core.loads.place_load import PlaceLoad
from northspan.core.run.question import Metal
from northspan.core.working import Figure

Stop = Literal["parallel", "made", "termination", "ampacity", "breaker", "small-conductor", "dwelling-rule", "drop"]
StepName = Literal["walk", "loads", "span", "ground", "what-if", "rules"]
Level = Literal["danger", "violation", "house", "advice", "note"]


@dataclass(frozen=True, slots=True)
class Rung:
    """One size tried. Amperes are totals over all parallel sets; drops at the load, V and percent of nominal.

    ``carries`` says that it passes everything but the drop, ``stopped_by`` names the first check that fails and
    ``stopped_words`` says it shortly. ``raceway`` is the trade size it would need, where that was asked.
    """

    size: str
    base_ampacity_a: float
    derated_ampacity_a: float
    termination_limit_a: float
    allowed_ampacity_a: float
    largest_breaker_a: float
    drop_v: float
    drop_pct: float
    r_ohm_m: float
    x_ohm_m: float
    carries: bool
    passes: bool
    stopped_by: Stop | None
    stopped_words: str
    raceway: str | None = None

    @property
    def ohm_m(self) -> complex:
        """R + jX (ohm/m) of one conductor."""
        return complex(self.r_ohm_m, self.x_ohm_m)

    def in_raceway(self, trade: str | None) -> "Rung":
        """The same size in a raceway of a trade size."""
        return Rung(
            self.size, self.base_ampacity_a, self.derated_ampacity_a, self.termination_limit_a,
            self.allowed_ampacity_a, self.largest_breaker_a, self.drop_v, self.drop_pct, self.r_ohm_m, self.x_ohm_m,
            self.carries, self.passes, self.stopped_by, self.stopped_words, trade,
        )  # fmt: skip


@dataclass(frozen=True, slots=True)
class Ladder:
    """The sizes of one metal, small to large, up to two above the chosen one.

    ``required`` is the smallest that carries the load with the drop left out, ``smallest`` the smallest that
    passes everything; None where none does.
    """

    metal: Metal
    rungs: tuple[Rung, ...]
    required: str | None
    smallest: str | None


@dataclass(frozen=True, slots=True)
class RunFigures:
    """Every figure of one run; a Figure whose value is None has no answer, None is not asked of this run."""

    load: Figure
    design: Figure
    breaker: Figure
    size: Figure
    base_ampacity: Figure
    ambient_factor: Figure
    bundling_factor: Figure
    derated_ampacity: Figure
    termination_limit: Figure
    allowed_ampacity: Figure
    drop_v: Figure
    drop_pct: Figure
    leg_drop_pct: Figure | None
    constant_k_drop_pct: Figure
    loss_w: Figure
    loss_kwh_year: Figure | None
    neutral: Figure | None
    equipment_ground: Figure | None
    raceway: Figure
    fill_pct: Figure
    max_amps: Figure
    max_length_ft: Figure


@dataclass(frozen=True, slots=True)
class Device:
    """What guards a run: in words, its rating on record (A), and the JSON pointer under which that is entered (None: a
    sum of several).
    """

    words: str
    rating_a: float | None
    pointer: str | None


@dataclass(frozen=True, slots=True)
class RunAnswer:
    """One run as solved. ``ladders`` holds the run's own metal first; ``passes`` speaks of the chosen size."""

    id: str
    from_station: str
    to_station: str
    fed: bool
    metal: Metal
    sets: int
    passes: bool
    stopped_by: Stop | None
    device: Device
    conductors: str
    drop_limit_pct: float | None
    figures: RunFigures
    ladders: tuple[Ladder, ...]


@dataclass(frozen=True, slots=True)
class StationAnswer:
    """One station as solved: feet of wire from the source, voltage at the design load, the largest
    bolted fault current there.
    """

    id: str
    fed: bool
    distance_ft: float
    volts: Figure
    drop_pct: Figure
    fault_a: Figure


@dataclass(frozen=True, slots=True)
class RouteAnswer:
    """A run's route as measured: legs (ft), the bend between each two (degrees), the length, the worst stretch."""

    run: str
    legs_ft: tuple[float, ...]
    bends_deg: tuple[float, ...]
    length_ft: Figure
    worst_bends_deg: Figure


@dataclass(frozen=True, slots=True)
class Fix:
    """A way to mend a finding: a short label and an RFC 6902 JSON Patch on the job."""

    label: str
    patch: tuple[Mapping[str, Any], ...]


@dataclass(frozen=True, slots=True)
class Finding:
    """What is wrong or worth knowing: rule, level, place, one plain sentence, fixes where they are known."""

    rule: str
    level: Level
    section: str
    title: str
    words: str
    run: str | None = None
    station: str | None = None
    place: str | None = None
    fixes: tuple[Fix, ...] = ()


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
    findings: tuple[Finding, ...]
    next_steps: tuple[NextStep, ...]
