"""What a panel with its cover off asks of a code book: the protocol that a book answers it by."""

from collections.abc import Sequence
from dataclasses import dataclass
from typing import Protocol

from northspan.core.book.systems import System
from northspan.core.figures.working import Figure
from northspan.core.job.house_rules import HouseRules
from northspan.core.job.job import Place
from northspan.core.job.panel import PanelCircuit
from northspan.core.job.run import Run
from northspan.core.property.loads.rules import LoadBook
from northspan.core.property.panel.answer import Owed
from northspan.core.property.panel.circuits import SizedCircuit


@dataclass(frozen=True, slots=True)
class Splice:
    """The room (in³) that splices need in one box, and the smallest box that has it (None: none of the table has); what
    is in it: so many wires of a size, and two equipment grounds of each size named.
    """

    needed: Figure
    box: str | None
    wires: tuple[tuple[str, int], ...] = ()
    grounds: tuple[str, ...] = ()


class PanelRules(Protocol):
    """What a book asks of the circuits of a panel."""

    def owed(self, each: SizedCircuit, place: Place, rules: HouseRules, lengthened_m: float | None) -> tuple[Owed, ...]:
        """The guards that a circuit owes; ``lengthened_m`` (m) is what a move of its panel adds to it (None: nothing
        moves).
        """

    def proposed(
        self,
        place: Place,
        supply: System,
        leaving: Sequence[tuple[Run, str, float | None]],
        there: Sequence[PanelCircuit],
    ) -> tuple[PanelCircuit, ...]:
        """The circuits that a place owes at its panel besides those that are ``there``, without spaces; ``leaving`` are
        the runs that leave the panel, each with the name of its end and its breaker (A).
        """

    def splice(self, circuits: Sequence[SizedCircuit]) -> Splice:
        """A box in which the cable of each of these circuits is spliced to one that goes on."""


class PanelBook(LoadBook, Protocol):
    """As much of a code book as panels need; one without ``panels`` judges none."""

    @property
    def panels(self) -> PanelRules | None:
        """How panels with their covers off are judged."""
