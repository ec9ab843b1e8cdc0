"""Loads by the US code book."""

from collections.abc import Sequence

from northspan.core.codes.nec.data import house
from northspan.core.codes.nec.loads import methods
from northspan.core.codes.nec.loads.equipment import circuits, converters, nameplates
from northspan.core.job.house_rules import HouseRules
from northspan.core.job.job import Appliance, Converter, Place
from northspan.core.property.loads.circuit import Circuit
from northspan.core.property.loads.place_load import LoadMethod


class NecLoads:
    """How the US code book counts loads: Article 220."""

    assumed_system = "120/240-3w"

    def load_methods(
        self, place: Place, system: str, rules: HouseRules
    ) -> tuple[tuple[LoadMethod, ...], str | None, str]:
        """Article 220: the methods that fit the place, the one in force, and why."""
        found = methods.load_methods(place, system, house(rules, "cooling_kept") == "whole")
        return (found, *methods.in_force(place, found, rules))

    def converter(self, converter: Converter, input_a: float, output_a: float) -> Circuit:
        """455.6, 455.7."""
        return converters.circuit(converter, input_a, output_a)

    def is_continuous(self, appliance: Appliance) -> bool:
        """Article 100; a vehicle charger always is, 625.42."""
        return nameplates.is_continuous(appliance)

    def circuit(self, appliances: Sequence[Appliance], line_volts: float) -> Circuit:
        """Nameplates and Articles 422, 424, 430 and 440; household cooking by Table 220.55 note 4."""
        return circuits.circuit(appliances, line_volts)
