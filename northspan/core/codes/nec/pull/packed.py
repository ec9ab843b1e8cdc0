"""What lies in a raceway, and how: fill, jam ratio, configuration. Chapter 9 Table 1."""

from collections.abc import Sequence
from dataclasses import dataclass

from northspan.core.physics.pulling.lie import (
    Configuration,
    ConfigurationName,
    configuration,
    configuration_name,
)

FILL_LIMITS = {1: 53.0, 2: 31.0}
MANY_FILL_LIMIT = 40.0
BENT = 1.05
JAMS_FROM, JAMS_TO = 2.8, 3.2
NEAR = 1e-9


@dataclass(frozen=True, slots=True)
class Packed:
    """Wires in a raceway, diameters (in) thickest first: percent filled and allowed, jam ratio straight and in a bend
    (None: fewer than three), how they lie (None: they do not go in).
    """

    inside_in: float
    diameters_in: tuple[float, ...]
    fill_pct: float
    fill_limit_pct: float
    name: ConfigurationName
    lies: Configuration | None
    jam_ratio: float | None
    jam_ratio_bend: float | None

    @property
    def mean_in(self) -> float:
        """The arithmetic mean of all diameters."""
        return sum(self.diameters_in) / len(self.diameters_in)

    def may_jam(self, bends: bool) -> bool:
        """Whether three wires may wedge side by side: ratio 2.8 to 3.2, in the bend where there is one.

        >>> packed(2.047, 3.291, [(0.66, 0.34)] * 3).may_jam(bends=False)
        True
        """
        ratio = self.jam_ratio_bend if bends else self.jam_ratio
        if ratio is None or len(self.diameters_in) != 3:
            return False
        return JAMS_FROM - NEAR * JAMS_FROM <= ratio <= JAMS_TO + NEAR * JAMS_TO


def packed(
    inside_in: float, area_in2: float, wires: Sequence[tuple[float, float]], lay: ConfigurationName | None = None
) -> Packed:
    """Wires, each by diameter (in) and area (in²), in a raceway of that diameter and area.

    >>> round(packed(2.047, 3.291, [(0.59, 0.2733)] * 3).fill_pct, 3)
    24.913
    """
    many = len(wires)
    diameters = sorted((diameter for diameter, _ in wires), reverse=True)
    mean = sum(diameters) / many
    name = lay if lay is not None and many == 3 else configuration_name(many, inside_in, mean)
    ratio = 3.0 * inside_in / sum(diameters[:3]) if many >= 3 else None
    return Packed(
        inside_in,
        tuple(diameters),
        100.0 * sum(area for _, area in wires) / area_in2,
        FILL_LIMITS.get(many, MANY_FILL_LIMIT),
        name,
        configuration(name, inside_in, mean),
        ratio,
        None if ratio is None else BENT * ratio,
    )
