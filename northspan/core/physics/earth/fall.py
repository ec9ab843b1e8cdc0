"""Fall of potential: an electrode's resistance from readings along the line to a far current probe.

Belongs to no code book. With a hemisphere in even soil and the current probe at D, the probe at x = pD reads
R - (ρ/2πD)(1/p + 1 - 1/(1 - p)): R itself at p = 0.618. Source: Tagg, Earth Resistances (1964); IEEE Std 81.
"""

from collections.abc import Sequence
from dataclasses import dataclass
from typing import Literal

import numpy as np
from numpy.typing import NDArray

from northspan.core.physics.earth.soil import Line, Soil, transfer_ohms

TRUE_AT = 0.618
NEAR, FAR, LEAST_POINTS = 0.1, 0.9, 5
# Within this share of what it reads at 61.8 % a curve counts as level; so much of the way must be.
LEVEL, LEVEL_WANTED = 0.025, 0.25
# Less of it will do where the slope method, which finds the electrode's own middle, comes this near (share): by curves
# worked out for one to four rods in even and layered soil, measured from the last of them, that is within 5 %.
LEVEL_LEAST, SLOPE_AGREES = 0.15, 0.05
SCATTER_MOST = 0.08
# The needle of a probe in the ground (m): how deep, and how thick it is for what it reads of a field.
PROBE_M = 0.1
Floats = NDArray[np.float64]
FallTrouble = Literal["", "few", "no-middle", "scatter", "no-plateau"]


@dataclass(frozen=True, slots=True)
class FallCurve:
    """A curve judged: ohms at 61.8 % of the way (None where it is not to be judged), by the slope method (None where
    the slope is outside it), where it is level (shares of the way), how far readings scatter about the curve (share),
    the curve's own ohms at 25 places from ``NEAR`` to ``FAR``, why it is not to be judged.
    """

    ohms: float | None
    slope_ohms: float | None
    slope_at: float | None
    level: tuple[float, float] | None
    scatter: float
    curve: tuple[tuple[float, float], ...]
    trouble: FallTrouble


def judge_fall(shares: Sequence[float], ohms: Sequence[float]) -> FallCurve:
    """Judge the readings of a fall of potential.

    Parameters
    ----------
    shares : Sequence[float]
        Where the potential probe stood, as shares of the way to the current probe, above 0, below 1.
    ohms : Sequence[float]
        What was read there (ohm), above 0.

    Returns
    -------
    FallCurve
        The curve, what it reads at 0.618 of the way, and what is wrong with it.

    Notes
    -----
    A curve a + b/p + c/(1 - p) is laid through them by least squares: near and far field each with a weight of its own,
    so that noise is evened out.

    Examples
    --------
    >>> p = [0.2, 0.3, 0.4, 0.5, 0.6, 0.7, 0.8]
    >>> found = judge_fall(p, [20.0 - 0.2 * (1 / x + 1 - 1 / (1 - x)) for x in p])
    >>> round(found.ohms, 2), round(found.slope_ohms, 2), found.trouble
    (20.0, 20.0, '')
    """
    p, r = np.asarray(shares, dtype=np.float64), np.asarray(ohms, dtype=np.float64)
    within = (p >= NEAR) & (p <= FAR)
    p, r = p[within], r[within]
    if len(set(p.tolist())) < LEAST_POINTS:
        return FallCurve(None, None, None, None, 0.0, (), "few")
    weights = np.asarray(np.linalg.lstsq(_basis(p) / r[:, None], np.ones(len(p)), rcond=None)[0], dtype=np.float64)
    off = (_basis(p) @ weights) / r - 1.0
    scatter = float(np.sqrt(np.sum(off**2) / max(1, len(p) - 3)))
    grid = np.linspace(NEAR, FAR, 25)
    curve = tuple(zip(grid.tolist(), (_basis(grid) @ weights).tolist(), strict=True))
    slope_at = _slope_place(*(float(_at(weights, share)) for share in (0.2, 0.4, 0.6)))
    slope = None if slope_at is None else _at(weights, slope_at)
    middle = _at(weights, TRUE_AT)
    level = _level(weights, middle)
    trouble: FallTrouble = ""
    if not np.any((p >= 0.5) & (p <= 0.75)):
        trouble = "no-middle"
    elif scatter > SCATTER_MOST:
        trouble = "scatter"
    elif not _flat(level, middle, slope):
        trouble = "no-plateau"
    return FallCurve(None if trouble else middle, slope, slope_at, level, scatter, curve, trouble)


def _flat(level: tuple[float, float] | None, middle: float, slope: float | None) -> bool:
    """Whether what is read at 61.8 % can be relied on."""
    if level is None:
        return False
    agrees = slope is not None and abs(slope / middle - 1.0) <= SLOPE_AGREES
    return level[1] - level[0] >= (LEVEL_LEAST if agrees else LEVEL_WANTED)


def _basis(p: Floats) -> Floats:
    return np.stack([np.ones_like(p), 1.0 / p, 1.0 / (1.0 - p)], axis=1)


def _at(weights: Floats, share: float) -> float:
    return float((_basis(np.asarray([share])) @ weights)[0])


def _level(weights: Floats, middle: float) -> tuple[float, float] | None:
    """Where about 61.8 % of the way the curve stays near what it is there."""
    if middle <= 0.0:
        return None
    grid = np.linspace(NEAR, FAR, 401)
    near = np.abs(_basis(grid) @ weights / middle - 1.0) <= LEVEL
    at = int(np.searchsorted(grid, TRUE_AT))
    first = last = at
    while first > 0 and near[first - 1]:
        first -= 1
    while last < len(grid) - 1 and near[last + 1]:
        last += 1
    return float(grid[first]), float(grid[last])


def _slope_place(r1: float, r2: float, r3: float) -> float | None:
    """Where the slope method reads the true resistance, as a share of the way: Tagg's, from readings at 20, 40, 60 %.

    The electrode's electrical middle lies ``x`` of the way behind where it is measured from: (R3 - R2)/(R2 - R1) says
    how far, 0.618(1 + x) - x where to read. None where no middle gives that slope.
    """
    if r2 == r1:
        return None
    middles = np.linspace(-0.1, 0.6, 1401)
    one, two, three = (1.0 / (1.0 - p) - 1.0 / (p + middles) for p in (0.2, 0.4, 0.6))
    slopes = (three - two) / (two - one)
    mu = (r3 - r2) / (r2 - r1)
    if not slopes.min() <= mu <= slopes.max():
        return None
    order = np.argsort(slopes)
    x = float(np.interp(mu, slopes[order], middles[order]))
    return TRUE_AT * (1.0 + x) - x


def fall_readings(soil: Soil, rod: Line, radius_m: float, far_m: float, shares: Sequence[float]) -> list[float]:
    """What an earth tester reads of an upright rod.

    Parameters
    ----------
    soil : Soil
        One or two layers of soil.
    rod : Line
        The rod: its top and bottom (m).
    radius_m : float
        Its radius (m), above 0.
    far_m : float
        How far away the current probe stands (m), above 0.
    shares : Sequence[float]
        Where the potential probe stands, as shares of that, above 0, below 1.

    Returns
    -------
    list[float]
        What is read at each (ohm).

    Notes
    -----
    R - g(D) - g(x) + g(D - x), g being the volts that one ampere brings so far off.

    Examples
    --------
    >>> read = fall_readings(Soil(100.0), Line(0.0, 2.4), 0.008, 60.0, [0.618])
    >>> round(read[0], 1), round(transfer_ohms(Soil(100.0), Line(0.0, 2.4), Line(0.0, 2.4), 0.008), 1)
    (40.4, 40.4)
    """
    own = transfer_ohms(soil, rod, rod, radius_m)
    probe = Line(0.0, min(PROBE_M, soil.depth_m or PROBE_M))
    found = []
    for share in shares:
        near = transfer_ohms(soil, rod, probe, far_m * share)
        back = transfer_ohms(soil, probe, probe, far_m * (1.0 - share))
        found.append(own - transfer_ohms(soil, rod, probe, far_m) - near + back)
    return found
