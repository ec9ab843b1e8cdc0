"""What every code book must answer."""

from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from typing import Protocol

from northspan.core.codes.tables import Table
from northspan.core.question import RunQuestion
from northspan.core.solution import Ladder, Rung, RunFigures
from northspan.core.working import Step


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
    """One run sized, before its working is written: amperes in A, ``rung`` the chosen or locked size."""

    question: RunQuestion
    load_steps: tuple[Step, ...]
    design_a: float
    breaker_a: float | None
    ladder: Ladder
    rung: Rung | None
    companions: Companions | None
    max_amps: float | None
    max_length_ft: float | None


class CodeBook(Protocol):
    """One family and edition of rules.

    The core asks these things of a run in this order; each code book answers from its own tables.
    """

    id: str
    title: str
    edition: str

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
