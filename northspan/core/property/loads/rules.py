"""What counting loads asks of a code book."""

from collections.abc import Sequence
from typing import Protocol

from northspan.core.job.house_rules import HouseRules
from northspan.core.job.job import Appliance, Converter, Place
from northspan.core.property.loads.circuit import Circuit
from northspan.core.property.loads.place_load import LoadMethod
from northspan.core.run.rules import SizingBook


class LoadRules(Protocol):
    """How loads are counted."""

    assumed_system: str
    """The wiring system that is taken where nothing feeds a place or a panel yet."""

    def load_methods(
        self, place: Place, system: str, rules: HouseRules
    ) -> tuple[tuple[LoadMethod, ...], str | None, str]:
        """A place's load by every method, the id of the one in force (None: facts are missing), and why."""

    def converter(self, converter: Converter, input_a: float, output_a: float) -> Circuit:
        """What a phase converter that takes ``input_a`` (A) and feeds ``output_a`` (A in each line) asks of its run."""

    def is_continuous(self, appliance: Appliance) -> bool:
        """Whether an appliance counts as a continuous load: as entered, or by its kind."""

    def circuit(self, appliances: Sequence[Appliance], line_volts: float) -> Circuit:
        """One branch circuit that serves these appliances: its load and what they ask of it."""


class LoadBook(SizingBook, Protocol):
    """As much of a code book as loads and the runs that carry them need."""

    @property
    def loads(self) -> LoadRules:
        """How loads are counted."""
