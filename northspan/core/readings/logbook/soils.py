"""What the shop's own readings say of soils: a band of resistivity for each kind, with how many stand behind it.

A reading of electrodes over what was computed for their soil, times that soil's resistivity, is the resistivity that
they stood in: resistance goes in proportion to it in one layer. Bands are taken as log-normal, as the shipped ones are.
"""

import math
from collections.abc import Iterable
from dataclasses import dataclass

from northspan.core.physics.data import SOILS

# From the tenth to the ninetieth of a hundred: so many standard deviations either way.
TENTH = 1.2816
# Fewer readings than this make no band.
LEAST_READINGS = 3


@dataclass(frozen=True, slots=True)
class EarthReading:
    """A reading of a place's electrodes: the soil's kind, ohms measured and computed, the month (1 to 12)."""

    soil: str
    measured: float
    computed: float
    month: int


@dataclass(frozen=True, slots=True)
class SoilSum:
    """All readings of one kind of soil: how many, the sum of the logarithms of the resistivity (ohm·m) that each tells,
    and of their squares.
    """

    soil: str
    readings: int
    logs: float
    squares: float


@dataclass(frozen=True, slots=True)
class SoilBand:
    """A kind of soil: its words, the shipped band (ohm·m), the one learnt (None: too few), how many readings."""

    soil: str
    words: str
    shipped: tuple[float, float]
    learnt: tuple[float, float] | None
    middle: float | None
    readings: int


def soil_bands(sums: Iterable[SoilSum]) -> tuple[SoilBand, ...]:
    """A band for every kind of soil that was measured.

    >>> log = math.log(80.0)
    >>> (band,) = soil_bands([SoilSum("clay", 3, 3 * log, 3 * log**2)])
    >>> band.middle, band.learnt, band.readings
    (80.0, (80.0, 80.0), 3)
    """
    return tuple(_band(each) for each in sorted(sums, key=lambda each: each.soil))


def _band(sums: SoilSum) -> SoilBand:
    row = sums.soil if sums.soil in SOILS.rows else "unknown"
    shipped = (SOILS.number(row, "low") or 0.0, SOILS.number(row, "high") or 0.0)
    many, words = sums.readings, SOILS.word(row, "words")
    if many < LEAST_READINGS:
        return SoilBand(sums.soil, words, shipped, None, None, many)
    mean = sums.logs / many
    spread = math.sqrt(max(0.0, sums.squares - many * mean**2) / (many - 1))
    low, middle, high = (round(math.exp(mean + k * TENTH * spread), 3) for k in (-1.0, 0.0, 1.0))
    return SoilBand(sums.soil, words, shipped, (low, high), middle, many)
