"""The units that a job is told in, and the one place where a length, an area or a torque changes its unit.

What is typed is kept as typed; the physics and the rules reckon in SI. 1 ft = 0.3048 m and 1 in = 0.0254 m exactly: the
international yard and pound agreement of 1959; 1 lb = 4.4482216152605 N at standard gravity.
"""

from dataclasses import dataclass
from typing import Literal

from northspan.core.figures.working import number

FOOT_M = 0.3048
INCH_M = 0.0254
SQUARE_FOOT_M2 = FOOT_M * FOOT_M
POUND_N = 4.4482216152605
POUND_INCH_NM = POUND_N * INCH_M
POUND_FOOT_NM = POUND_N / FOOT_M
UnitsName = Literal["us", "metric"]
Quantity = Literal["length", "small", "area", "torque", "force", "line_force"]
# As many places as are typed; what arithmetic leaves behind them is dust.
PLACES = 6


@dataclass(frozen=True, slots=True)
class Unit:
    """One unit: its sign, its plural in words, and how much of the SI unit (m, m², N·m, N, N/m) one of it is.

    >>> US.length.si(10.0), US.length.of(3.048), US.length.said(94.488)
    (3.048, 10.0, '310 ft')
    """

    sign: str
    words: str
    is_si: float

    def si(self, told: float) -> float:
        """What is told in this unit, in SI."""
        return told * self.is_si

    def of(self, si: float) -> float:
        """A quantity in SI as it is told in this unit."""
        return round(si / self.is_si, PLACES)

    def number(self, si: float) -> str:
        """A quantity in SI as the number that is told."""
        return number(self.of(si))

    def said(self, si: float) -> str:
        """A quantity in SI as it is told, with its unit."""
        return f"{self.number(si)} {self.sign}"


@dataclass(frozen=True, slots=True)
class Thermometer:
    """How temperatures are told: the sign, how many degrees a kelvin is, and what stands at 0 °C.

    >>> US.temperature.said(30.0), METRIC.temperature.said(30.0)
    ('86 °F', '30 °C')
    """

    sign: str
    is_kelvin: float
    at_freezing: float

    def said(self, c: float) -> str:
        """A temperature in °C as it is told."""
        return f"{number(round(c * self.is_kelvin + self.at_freezing, PLACES))} {self.sign}"


@dataclass(frozen=True, slots=True)
class Units:
    """One way of telling: ``length`` along a wire or a plan, ``small`` things (depths, diameters, heights), areas,
    the torque of a terminal, forces, forces along a length (a wire's weight, the pressure in a bend), temperatures.
    """

    id: UnitsName
    length: Unit
    small: Unit
    area: Unit
    torque: Unit
    force: Unit
    line_force: Unit
    temperature: Thermometer

    def unit(self, quantity: Quantity) -> Unit:
        """The unit that a kind of quantity is told in.

        >>> METRIC.unit("small").sign
        'mm'
        """
        found: Unit = getattr(self, quantity)
        return found


US = Units(
    "us",
    Unit("ft", "feet", FOOT_M),
    Unit("in", "inches", INCH_M),
    Unit("ft²", "square feet", SQUARE_FOOT_M2),
    Unit("lb·in", "pound-inches", POUND_INCH_NM),
    Unit("lb", "pounds", POUND_N),
    Unit("lb/ft", "pounds per foot", POUND_FOOT_NM),
    Thermometer("°F", 1.8, 32.0),
)
METRIC = Units(
    "metric",
    Unit("m", "metres", 1.0),
    Unit("mm", "millimetres", 0.001),
    Unit("m²", "square metres", 1.0),
    Unit("N·m", "newton metres", 1.0),
    Unit("N", "newtons", 1.0),
    Unit("N/m", "newtons per metre", 1.0),
    Thermometer("°C", 1.0, 0.0),
)


def units(name: UnitsName) -> Units:
    """Units by name."""
    return METRIC if name == "metric" else US
