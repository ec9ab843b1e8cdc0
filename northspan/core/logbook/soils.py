"""What the shop's own readings say of soils: a band of resistivity for each kind, with how many stand behind it.

A reading of electrodes over what was computed for their soil, times that soil's resistivity, is the resistivity that
they stood in: resistance goes in proportion to it in one layer. Bands are taken as log-normal, as the shipped ones are.
"""

import math
from collections import defaultdict
from collections.abc import Iterable
from dataclasses import dataclass

from northspan.core.physics.data import SOILS

# From the tenth to the ninetieth of a hundred: so many standard deviations either way.
TENTH = 1.2816
# Fewer readings than this make no band.
LEAST_READINGS = 3


@dataclass(frozen=True, slots=True)
class EarthReading:
    """A reading of a place's electrodes: the soil's kind, ohms measured, ohms computed in a soil of ``rho`` (ohm·m),
    the month (1 to 12).
    """

    soil: str
    measured: float
    computed: float
    rho: float
    month: int


@dataclass(frozen=True, slots=True)
class SoilBand:
    """A kind of soil: its words, the shipped band (ohm·m), the one learnt (None: too few), how many readings."""

    soil: str
    words: str
    shipped: tuple[float, float]
    learnt: tuple[float, float] | None
    middle: float | None
    readings: int


def soil_bands(readings: Iterable[EarthReading]) -> tuple[SoilBand, ...]:
    """A band for every kind of soil that was measured.

    >>> alike = [EarthReading("clay", 20.0, 10.0, 40.0, 5)] * 3
    >>> (band,) = soil_bands(alike)
    >>> band.middle, band.learnt, band.readings
    (80.0, (80.0, 80.0), 3)
    """
    found: dict[str, list[float]] = defaultdict(list)
    for each in readings:
        found[each.soil].append(math.log(each.rho * each.measured / each.computed))
    return tuple(_band(soil, logs) for soil, logs in sorted(found.items()))


def _band(soil: str, logs: list[float]) -> SoilBand:
    row = soil if soil in SOILS.rows else "unknown"
    shipped = (SOILS.number(row, "low") or 0.0, SOILS.number(row, "high") or 0.0)
    many, words = len(logs), SOILS.word(row, "words")
    if many < LEAST_READINGS:
        return SoilBand(soil, words, shipped, None, None, many)
    mean = sum(logs) / many
    spread = math.sqrt(sum((log - mean) ** 2 for log in logs) / (many - 1))
    low, middle, high = (round(math.exp(mean + k * TENTH * spread), 3) for k in (-1.0, 0.0, 1.0))
    return SoilBand(soil, words, shipped, (low, high), middle, many)
