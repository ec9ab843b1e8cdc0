"""The wiring systems of dwelling work: what voltage, which conductors, how many of them count as loaded."""

import cmath
import math
from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from types import MappingProxyType

from northspan.core.figures.tables import load_tables


@dataclass(frozen=True, slots=True)
class SystemLine:
    """One ungrounded conductor: the letter it goes by, its volts to the neutral, or to where a neutral would be, and
    the angle of that voltage (degrees).
    """

    letter: str
    volts: float
    angle_deg: float

    @property
    def phasor(self) -> complex:
        """Its voltage (V) as a complex number."""
        return cmath.rect(self.volts, math.radians(self.angle_deg))


@dataclass(frozen=True, slots=True)
class System:
    """One wiring system; every system has an equipment grounding conductor besides.

    ``volts`` is the nominal voltage of the loaded loop, ``to_neutral`` from one ungrounded conductor to the
    neutral (None where there is none), ``lines`` its ungrounded conductors, ``grounded`` the number of neutrals,
    ``loaded`` the current-carrying count before anything else shares the raceway, ``feeds`` the systems that can be
    taken from it without a transformer.
    """

    name: str
    volts: float
    to_neutral: float | None
    phases: int
    lines: tuple[SystemLine, ...]
    grounded: int
    loaded: int
    feeds: tuple[str, ...]

    @property
    def ungrounded(self) -> int:
        """The number of its lines."""
        return len(self.lines)

    @property
    def letters(self) -> str:
        """The letters of its lines, in order.

        >>> SYSTEMS["120/240-3w"].letters, SYSTEMS["400-3ph"].letters
        ('AB', 'ABC')
        """
        return "".join(line.letter for line in self.lines)

    @property
    def neutral_is_return(self) -> bool:
        """Whether the neutral is the only way back, so that it carries the whole load."""
        return self.ungrounded == 1

    @property
    def va_per_amp(self) -> float:
        """VA of one ampere in every line: the volts between lines, times the root of three where there are three.

        >>> SYSTEMS["240-2w"].va_per_amp, round(SYSTEMS["240-3ph"].va_per_amp, 1)
        (240.0, 415.7)
        """
        return self.volts * (math.sqrt(3.0) if self.phases == 3 else 1.0)

    @property
    def ways(self) -> float:
        """How many times one conductor's impedance stands in the drop from line to line: out and back, or the root of
        three where three lines carry it.
        """
        return math.sqrt(3.0) if self.phases == 3 else 2.0

    @property
    def centre_tapped(self) -> bool:
        """Whether its neutral is the middle of one winding."""
        return self.ungrounded == 2 and self.to_neutral is not None and 2.0 * self.to_neutral == self.volts

    @property
    def of_a_wye(self) -> bool:
        """Whether it is two phases and the neutral of a wye."""
        return self.ungrounded == 2 and self.to_neutral is not None and 2.0 * self.to_neutral > self.volts


def _system(name: str) -> System:
    def count(column: str) -> int:
        return int(_TABLE.number(name, column) or 0)

    volts, to_neutral = _TABLE.number(name, "volts") or 0.0, _TABLE.number(name, "to_neutral")
    angles = [float(angle) for angle in _TABLE.word(name, "angles").split()]
    lines = _lines(volts, to_neutral, angles)
    feeds = tuple(_TABLE.word(name, "feeds").split())
    return System(name, volts, to_neutral, count("phases"), lines, count("grounded"), count("loaded"), feeds)


def _lines(volts: float, to_neutral: float | None, angles: Sequence[float]) -> tuple[SystemLine, ...]:
    """The lines of a system by their angles (degrees): without a neutral they stand as far from its place as ``volts``
    (V) between two of them asks.
    """
    if to_neutral is None:
        to_neutral = volts / abs(1.0 - cmath.rect(1.0, math.radians(angles[1] - angles[0])))
    return tuple(SystemLine("ABC"[at], to_neutral, angle) for at, angle in enumerate(angles))


_TABLE = load_tables("northspan.core.book")["systems"]
SYSTEMS: Mapping[str, System] = MappingProxyType({name: _system(name) for name in _TABLE.rows})


def can_feed(source: str, wanted: str) -> bool:
    """Whether a system can be taken from another without a transformer between.

    >>> can_feed("120/240-3w", "120-2w"), can_feed("120/208-3w", "240-2w")
    (True, False)
    """
    return wanted in SYSTEMS[source].feeds
