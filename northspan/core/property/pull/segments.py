"""A route as wire is pulled through it: straights and bends, in any one unit of length."""

from collections.abc import Sequence
from dataclasses import dataclass, replace


@dataclass(frozen=True, slots=True)
class Straight:
    """A straight: its length, and its slope (rad), rising positive in the order of the route."""

    length: float
    slope_rad: float = 0.0

    @property
    def degrees(self) -> float:
        """It turns nothing."""
        return 0.0


@dataclass(frozen=True, slots=True)
class Bend:
    """A bend: its angle (rad and degrees), its radius to the centre line and to the inner wall."""

    degrees: float
    angle_rad: float
    radius: float
    inner_radius: float

    @property
    def length(self) -> float:
        """Its length on the centre line."""
        return self.radius * self.angle_rad


Segment = Straight | Bend


def backward(segments: Sequence[Segment]) -> tuple[Segment, ...]:
    """The route from its other end: reversed, what rose falls.

    >>> backward([Straight(10.0, 0.1), Straight(5.0)])
    (Straight(length=5.0, slope_rad=-0.0), Straight(length=10.0, slope_rad=-0.1))
    """
    return tuple(replace(s, slope_rad=-s.slope_rad) if isinstance(s, Straight) else s for s in reversed(segments))
