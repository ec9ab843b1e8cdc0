"""What lies in a raceway, and how: fill, jam ratio, configuration. Lengths in any one unit, areas in its square."""

from collections.abc import Sequence
from dataclasses import dataclass

from northspan.core.physics.raceway.lie import (
    Configuration,
    ConfigurationName,
    configuration,
    configuration_name,
)
from northspan.core.property.pull.limits import within

BENT = 1.05
JAMS_FROM, JAMS_TO = 2.8, 3.2


@dataclass(frozen=True, slots=True)
class Packed:
    """Wires in a raceway, diameters thickest first: percent filled, jam ratio straight and in a bend (None: fewer than
    three), how they lie (None: they do not go in).
    """

    inside: float
    diameters: tuple[float, ...]
    fill_pct: float
    name: ConfigurationName
    lies: Configuration | None
    jam_ratio: float | None
    jam_ratio_bend: float | None

    @property
    def mean(self) -> float:
        """The arithmetic mean of all diameters."""
        return sum(self.diameters) / len(self.diameters)

    def may_jam(self, bends: bool, grounds: int = 0) -> bool:
        """Whether three wires may wedge side by side in a bend: ratio 2.8 to 3.2 there; nothing turns them over where
        there is none. ``grounds`` are thin ones beside the three, which keep nothing apart.

        >>> wires = packed(2.047, 3.291, [(0.7, 0.385)] * 3)
        >>> wires.may_jam(bends=True), wires.may_jam(bends=False)
        (True, False)
        """
        ratio = self.jam_ratio_bend
        if not bends or ratio is None or len(self.diameters) - grounds != 3:
            return False
        return within(JAMS_FROM, ratio) and within(ratio, JAMS_TO)


def packed(
    inside: float, area: float, wires: Sequence[tuple[float, float]], lay: ConfigurationName | None = None
) -> Packed:
    """Wires, each by diameter and area, in a raceway of that diameter and area.

    >>> round(packed(2.047, 3.291, [(0.59, 0.2733)] * 3).fill_pct, 3)
    24.913
    """
    many = len(wires)
    diameters = sorted((diameter for diameter, _ in wires), reverse=True)
    mean = sum(diameters) / many
    name = lay if lay is not None and many == 3 else configuration_name(many, inside, mean)
    ratio = 3.0 * inside / sum(diameters[:3]) if many >= 3 else None
    return Packed(
        inside,
        tuple(diameters),
        100.0 * sum(each for _, each in wires) / area,
        name,
        configuration(name, inside, mean),
        ratio,
        None if ratio is None else BENT * ratio,
    )
