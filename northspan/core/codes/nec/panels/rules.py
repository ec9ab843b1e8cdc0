"""What the US code book asks of the circuits of a panel."""

from collections.abc import Sequence

from northspan.core.book.systems import System
from northspan.core.codes.nec.panels import guards, proposed, splices
from northspan.core.job.house_rules import HouseRules
from northspan.core.job.job import Place
from northspan.core.job.panel import PanelCircuit
from northspan.core.property.panel.answer import Owed
from northspan.core.property.panel.circuits import SizedCircuit
from northspan.core.property.panel.rules import Splice


class NecPanels:
    """Guards, circuits that are owed, boxes of splices."""

    def owed(self, each: SizedCircuit, place: Place, rules: HouseRules, lengthened_m: float | None) -> tuple[Owed, ...]:
        """The guards that a circuit owes."""
        return guards.owed(each, place, rules, lengthened_m)

    def proposed(
        self, place: Place, supply: System, leaving: proposed.Leaving, there: Sequence[PanelCircuit]
    ) -> tuple[PanelCircuit, ...]:
        """The circuits that a place owes at its panel besides those that are there."""
        return proposed.proposed(place, supply, leaving, there)

    def splice(self, circuits: Sequence[SizedCircuit]) -> Splice:
        """A box in which the cable of each of these circuits is spliced to one that goes on."""
        return splices.splice(circuits)
