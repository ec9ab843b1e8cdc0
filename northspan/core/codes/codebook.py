"""What every code book must answer."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from typing import TYPE_CHECKING, Any, Protocol

from northspan.core.codes.tables import Table
from northspan.core.question import RunQuestion
from northspan.core.solution import Finding, Ladder, Level, RunFigures, Rung
from northspan.core.working import Step

if TYPE_CHECKING:
    from northspan.core.view import JobView


@dataclass(frozen=True, slots=True)
class Companions:
    """What goes with the ungrounded conductors, per set: sizes as placed (a lock counts) and as needed."""

    neutral: str | None
    neutral_needed: str | None
    equipment_ground: str | None
    equipment_ground_needed: str | None
    raceway: str | None
    raceway_needed: str | None
    fill_pct: float | None


@dataclass(frozen=True, slots=True)
class Sizing:
    """One run sized, before its working is written: amperes in A, ``rung`` the chosen or locked size.

    ``leg_drop_pct`` is the drop of the worse leg to the neutral, None where no leg differs from the whole.
    """

    question: RunQuestion
    load_steps: tuple[Step, ...]
    design_a: float
    breaker_a: float | None
    ladder: Ladder
    rung: Rung | None
    companions: Companions | None
    leg_drop_pct: float | None
    max_amps: float | None
    max_length_ft: float | None


@dataclass(frozen=True, slots=True)
class Change:
    """A way to mend a run: a short label and new values for the run's fields, by their names in the job."""

    label: str
    fields: Mapping[str, Any]


@dataclass(frozen=True, slots=True)
class RunFinding:
    """A finding on one run, with the changes that may mend it; whether one does is tried before it is offered."""

    rule: str
    level: Level
    section: str
    title: str
    words: str
    candidates: tuple[Change, ...] = ()


class CodeBook(Protocol):
    """One family and edition of rules.

    The core asks these things of a run in this order; each code book answers from its own tables.
    """

    id: str
    title: str
    edition: str
    notes: tuple[str, ...]

    @property
    def tables(self) -> Mapping[str, Table]:
        """The book's tables by name."""

    def design_amps(self, q: RunQuestion) -> float:
        """Design current (A): the load with what continuous loads add."""

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

    def explain(self, sizing: Sizing) -> RunFigures:
        """Every figure of the run with its working."""

    def run_findings(self, sizing: Sizing) -> Sequence[RunFinding]:
        """What is wrong or worth knowing of one run by itself."""

    def job_findings(self, view: JobView) -> Sequence[Finding]:
        """What is wrong or worth knowing of the job as a whole."""
