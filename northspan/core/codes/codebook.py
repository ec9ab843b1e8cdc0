"""What every code book must answer, in four parts: sizing, loads, earthing, findings; and one case by itself.

Earthing belongs to ``ground``, which asks it. What not every book has is a further part that may be None.
"""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from typing import TYPE_CHECKING, Protocol

if TYPE_CHECKING:
    from northspan.core.codes.case import Cases
    from northspan.core.codes.vocabulary import Vocabulary
    from northspan.core.ground.earthing import Earthing
    from northspan.core.inspection.item import InspectionRules
    from northspan.core.job.house_rules import HouseRules
    from northspan.core.job.job import Appliance, Converter, Place
    from northspan.core.loads.circuit import Circuit
    from northspan.core.loads.place_load import LoadMethod
    from northspan.core.panel.rules import PanelRules
    from northspan.core.property.sized_run import SizedRun
    from northspan.core.property.view import JobView
    from northspan.core.pull.rules import PullRules
    from northspan.core.readings.rules import ReadingRules
    from northspan.core.run.question import Least, RunQuestion, RunUse
    from northspan.core.run.rung import Rung
    from northspan.core.run.sized import Companions, RunFinding, Sizing
    from northspan.core.sizes.scale import Scale
    from northspan.core.solution import Condition, Finding
    from northspan.core.tables import Table
    from northspan.core.working import NamedFigure


class SizingRules(Protocol):
    """How one run is sized. Asked in this order; amperes are totals over all parallel sets."""

    def least(self, use: RunUse, dwelling: bool, plate_a: float) -> Least | None:
        """Smallest current a run is made for: a service, one that carries a ``dwelling``, what leaves a source of
        ``plate_a`` (A) that has no device of its own; None if none is set.
        """

    def tap_least(
        self, kind: str | None, length_m: float, ahead_a: float, gear_a: float | None, secondary: bool, within: bool
    ) -> Least | None:
        """Least ampacity of a tap (by its kind) or of a transformer's secondary (by its length, m) behind a device of
        ``ahead_a`` (A, at its own voltage), where it ends in gear rated ``gear_a`` (A) without a device; ``within``
        says that it stays in the enclosure in which it is tapped. None if none.
        """

    def unmarked_terminal_c(self, rules: HouseRules, breaker_a: float | None) -> int:
        """Temperature (C) of terminals without a marking, on a device of a rating (A)."""

    def design_amps(self, q: RunQuestion) -> float:
        """Design current (A): the load with what continuous loads add."""

    def is_nipple(self, length_m: float) -> bool:
        """Whether a raceway of a length (m) is so short that its wires do not heat one another."""

    def standard_rating(self, amps: float) -> float | None:
        """Smallest standard rating of an overcurrent device not below ``amps`` (A); None if there is none."""

    def breaker(self, q: RunQuestion, design_a: float) -> float | None:
        """Rating of the overcurrent device (A): the locked one, else the smallest that fits; None if none."""

    def rungs(self, q: RunQuestion, design_a: float, breaker_a: float | None) -> tuple[Rung, ...]:
        """Every size of the question's metal judged, small to large."""

    def companions(
        self,
        q: RunQuestion,
        breaker_a: float | None,
        size: str,
        required: str | None,
        rungs: Sequence[Rung],
    ) -> Companions:
        """Neutral, equipment ground and raceway for a size."""

    def most_amps(self, q: RunQuestion, rung: Rung, breaker_a: float | None) -> float:
        """Largest load (A) the size may carry, the drop left out."""

    def takes(self, room_a: float, device_a: float, volts: float) -> tuple[NamedFigure, ...]:
        """What ``room_a`` (A at ``volts``) means in the trade's terms: the largest charger and heat pump that it takes,
        and the largest source that may stand in for the supply where a device of ``device_a`` (A) may guard the wire.
        """

    def explain(self, sizing: Sizing) -> tuple[NamedFigure, ...]:
        """Every figure of the run with its working, in the order of work."""


class LoadRules(Protocol):
    """How loads are counted."""

    def load_methods(
        self, place: Place, system: str, rules: HouseRules
    ) -> tuple[tuple[LoadMethod, ...], str | None, str]:
        """A place's load by every method, the id of the one in force (None: facts are missing), and why."""

    def converter(self, converter: Converter, input_a: float, output_a: float) -> Circuit:
        """What a phase converter that takes ``input_a`` (A) and feeds ``output_a`` (A in each line) asks of its run."""

    def circuit(self, appliances: Sequence[Appliance], line_volts: float) -> Circuit:
        """One branch circuit that serves these appliances: its load and what they ask of it."""


class FindingRules(Protocol):
    """What is wrong or worth knowing."""

    def run_findings(self, sizing: Sizing) -> Sequence[RunFinding]:
        """Of one run by itself."""

    def job_findings(self, book: WholeBook, view: JobView) -> Sequence[Finding]:
        """Of the job as a whole; ``book`` is what a mended job is tried under."""

    def conditions(self, view: JobView, each: SizedRun) -> Sequence[Condition]:
        """What a run must meet as a tap; none of any other."""


@dataclass(frozen=True, eq=False)
class CodeBook:
    """One family and edition of rules. ``cases`` are the questions it answers case by case, by the verb of the command
    line; ``whole`` answers whole properties (None: not yet).
    """

    id: str
    title: str
    edition: str
    notes: tuple[str, ...]
    scale: Scale
    tables: Mapping[str, Table]
    vocabulary: Vocabulary
    cases: Mapping[str, Cases]
    whole: WholeBook | None = None


@dataclass(frozen=True, eq=False)
class WholeBook:
    """A code book that answers whole properties: its four parts, its edition and scale of sizes, and the
    sections that steps of the whole are cited by; ``panels`` judges panels with their covers off, ``pulls`` what is
    buried and pulled, ``inspection`` says what is looked at, ``readings`` what they are held against (None: not yet).
    """

    edition: str
    scale: Scale
    sizing: SizingRules
    loads: LoadRules
    earthing: Earthing
    findings: FindingRules
    cites: Mapping[str, str]
    panels: PanelRules | None = None
    pulls: PullRules | None = None
    inspection: InspectionRules | None = None
    readings: ReadingRules | None = None
