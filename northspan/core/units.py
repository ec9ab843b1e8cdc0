"""The units that a job is told in, and the one place where a length, a depth or an area changes its unit.

What is typed is kept as typed; the physics and the rules reckon in metres. 1 ft = 0.3048 m and 1 in = 0.0254 m exactly:
the international yard and pound agreement of 1959.
"""

from dataclasses import dataclass
from typing import Literal

from northspan.core.working import number

FOOT_M = 0.3048
INCH_M = 0.0254
UnitsName = Literal["us", "metric"]


@dataclass(frozen=True, slots=True)
class Units:
    """One way of telling lengths: along a wire or a plan, of small things (depths, diameters), and areas.

    The ``_m`` fields say how many metres (square metres) one of each is.
    """

    id: UnitsName
    length_unit: str
    length_m: float
    small_unit: str
    small_m: float
    area_unit: str
    area_m2: float

    def metres(self, length: float) -> float:
        """A length as told, in metres.

        >>> US.metres(10.0), METRIC.metres(10.0)
        (3.048, 10.0)
        """
        return length * self.length_m

    def length(self, metres: float) -> float:
        """Metres as a length is told.

        >>> round(US.length(3.048), 9), METRIC.length(3.048)
        (10.0, 3.048)
        """
        return metres / self.length_m

    def said(self, metres: float) -> str:
        """A length in words.

        >>> US.said(94.488), METRIC.said(94.488)
        ('310 ft', '94.49 m')
        """
        return f"{number(self.length(metres))} {self.length_unit}"


US = Units("us", "ft", FOOT_M, "in", INCH_M, "ft²", FOOT_M * FOOT_M)
METRIC = Units("metric", "m", 1.0, "mm", 0.001, "m²", 1.0)


def units(name: UnitsName) -> Units:
    """Units by name."""
    return METRIC if name == "metric" else US
