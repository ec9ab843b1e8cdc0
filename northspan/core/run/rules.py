"""What sizing one run asks of a code book."""

from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from typing import Protocol

from northspan.core.book.kinds import Metal, RunUse
from northspan.core.figures.sizes.scale import Scale
from northspan.core.figures.working import NamedFigure
from northspan.core.job.house_rules import HouseRules
from northspan.core.job.run import Run
from northspan.core.run.question import Least, RunQuestion
from northspan.core.run.rung import Rung
from northspan.core.run.sized import Companions, Sizing


@dataclass(frozen=True, slots=True)
class RunFacts:
    """What is known of a run by where it stands: ``one_dwelling`` that it carries one dwelling whole, and no other."""

    one_dwelling: bool


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

    def made_with(self, insulation: str, metal: Metal) -> bool:
        """Whether a wire or cable is sold with conductors of a metal."""

    def asked(self, q: RunQuestion, rules: HouseRules, run: Run, facts: RunFacts) -> RunQuestion:
        """The question that a run (in SI) asks, with the book's own terms, and the neutral's load (A) as it counts
        it: ``q`` has that in full.
        """

    def eased(self, q: RunQuestion) -> RunQuestion | None:
        """What is asked instead where no size passes, as a house rule gives way; None where none does."""

    def with_size(self, q: RunQuestion, size: str | None) -> RunQuestion:
        """The question with its size locked, or with None unlocked."""

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


class SizingBook(Protocol):
    """As much of a code book as sizing a run needs: its rules, its scale of sizes, its sections by what is cited."""

    def __hash__(self) -> int:
        """Answers are kept by the book that gave them."""

    @property
    def sizing(self) -> SizingRules:
        """How one run is sized."""

    @property
    def scale(self) -> Scale:
        """The wire sizes, small to large."""

    @property
    def cites(self) -> Mapping[str, str]:
        """The section or formula behind a step that no part of the book owns."""
