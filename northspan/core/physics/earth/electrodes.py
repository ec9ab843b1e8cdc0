"""Resistance to earth of rods, plates, strips, rings and concrete-encased electrodes. Belongs to no code book.

All lengths in m, resistivity in ohm·m, resistance in ohm.

References
----------
Dwight, H. B., Calculation of Resistances to Ground, AIEE Transactions 55 (1936), for rods, plates, strips and rings.
Sunde, E. D., Earth Conduction Effects in Transmission Systems (1949), for what rods do to each other.
Fagan, E. J. and Lee, R. H., The Use of Concrete-Enclosed Reinforcing Rods as Grounding Electrodes, IEEE Transactions on
Industry and General Applications IGA-6 (1970), for concrete.
"""

import math
from collections.abc import Sequence

import numpy as np

from northspan.core.physics.earth.soil import Line, Soil, apparent, transfer_ohms

CONCRETE_OHM_M = 50.0


def rods_ohms(soil: Soil, length: float, radius: float, at: Sequence[tuple[float, float]], top: float = 0.0) -> float:
    """Resistance of equal upright rods that are joined, in one or two layers of soil.

    Parameters
    ----------
    soil : Soil
        One or two layers of soil.
    length : float
        Length of each rod (m), above 0.
    radius : float
        Radius of each (m), above 0 and below a tenth of the length.
    at : Sequence[tuple[float, float]]
        Where each stands: m east, m north.
    top : float
        Depth of their tops (m), 0 or more.

    Returns
    -------
    float
        Resistance of all together (ohm).

    Notes
    -----
    All stand at one potential. Each rod is one line of even current in each layer that it reaches, and the whole is
    1 / Σ(Z⁻¹) over all of them. In even soil one rod comes out by Dwight's formula 1, ρ/(2πL) (ln(4L/a) − 1),
    and raises
    another by Sunde's integral, ρ/(2πL) (arsinh(2L/s) + s/2L − √(1 + (s/2L)²)).

    Examples
    --------
    >>> one = rods_ohms(Soil(100.0), 3.0, 0.008, [(0.0, 0.0)])
    >>> two = rods_ohms(Soil(100.0), 3.0, 0.008, [(0.0, 0.0), (3.0, 0.0)])
    >>> round(one, 2), round(two, 2), round((33.50 + 4.38) / 2, 2)
    (33.5, 18.94, 18.94)
    """
    lines = _in_layers(soil, Line(top, top + length))
    every = [(x, y, line) for x, y in at for line in lines]
    made: dict[tuple[float, Line, Line], float] = {}
    z = np.empty((len(every), len(every)))
    for i, (x, y, source) in enumerate(every):
        for j, (u, v, field) in enumerate(every):
            # Two that stand in one another would be one: they are kept a little apart.
            apart = radius if (x, y) == (u, v) else max(math.hypot(x - u, y - v), 1.5 * radius)
            key = (round(apart, 9), source, field)
            if key not in made:
                made[key] = transfer_ohms(soil, source, field, apart)
            z[i, j] = made[key]
    return float(1.0 / np.linalg.solve(z, np.ones(len(every))).sum())


def _in_layers(soil: Soil, rod: Line) -> list[Line]:
    h = soil.depth_m
    if h is None or rod.bottom <= h or rod.top >= h:
        return [rod]
    return [Line(rod.top, h), Line(h, rod.bottom)]


def strip_ohms(resistivity: float, length: float, radius: float, depth: float) -> float:
    """Resistance of a straight wire in the earth.

    Parameters
    ----------
    resistivity : float
        Resistivity of even soil (ohm·m), above 0.
    length : float
        Length (m), above 0.
    radius : float
        Radius of the wire (m), above 0.
    depth : float
        Depth (m), above 0.

    Returns
    -------
    float
        Resistance (ohm).

    Notes
    -----
    Its own field and its image's, s = 2 × depth above it: ρ/(2πL) (f(L/a) + f(L/s)), f(u) = arsinh u − √(1 +
    1/u²) + 1/u.
    This is the integral that Dwight's formula 5 writes as a series for shallow wires, here whole, so that it
    holds at any
    depth.

    Examples
    --------
    >>> round(strip_ohms(100.0, 20.0, 0.004, 0.75), 2)
    8.41
    """

    def field(apart: float) -> float:
        u = length / apart
        return math.asinh(u) - math.hypot(1.0, 1.0 / u) + 1.0 / u

    return resistivity / (2.0 * math.pi * length) * (field(radius) + field(2.0 * depth))


def ring_ohms(resistivity: float, length: float, radius: float, depth: float) -> float:
    """Resistance of a closed ring of wire in the earth.

    Parameters
    ----------
    resistivity : float
        Resistivity of even soil (ohm·m), above 0.
    length : float
        Length of the wire, all round (m), above 0.
    radius : float
        Radius of the wire (m), above 0.
    depth : float
        Depth (m), above 0.

    Returns
    -------
    float
        Resistance (ohm).

    Notes
    -----
    With its image s = 2 × depth above, and D = length/π: ρ/(2π²) (K(m)/√(D² + a²) + K(n)/√(D² + s²)), m = D²/(D² + a²),
    n = D²/(D² + s²), K the complete elliptic integral. Dwight's formula 14, ρ/(2π²D) (ln(8D/d) + ln(4D/s)), is
    its limit
    for a thin wire near the surface.

    Examples
    --------
    >>> round(ring_ohms(100.0, 40.0, 0.004, 0.75), 2)
    5.16
    """
    across = length / math.pi

    # Only a strip needs it, and to import it takes longer than most jobs do whole.
    from scipy.special import ellipk

    def field(apart: float) -> float:
        whole = across * across + apart * apart
        return float(ellipk(across * across / whole)) / math.sqrt(whole)

    return resistivity / (2.0 * math.pi**2) * (field(radius) + field(2.0 * depth))


def plate_ohms(resistivity: float, area: float, depth: float) -> float:
    """Resistance of a plate on edge in the earth, taken as a disc.

    Parameters
    ----------
    resistivity : float
        Resistivity of even soil (ohm·m), above 0.
    area : float
        Area of one side (m²), above 0.
    depth : float
        Depth of its middle (m), above 0.

    Returns
    -------
    float
        Resistance (ohm).

    Notes
    -----
    Dwight, formula 20: ρ/(8a) + ρ/(4πs) (1 + 7a²/24s²), s/2 the depth of its middle. Nearer the surface than the series
    holds, the image counts no more than the plate itself.

    Examples
    --------
    >>> round(plate_ohms(100.0, 0.0929, 0.9), 1)
    77.1
    """
    a = math.sqrt(area / math.pi)
    s = 2.0 * depth
    own = resistivity / (8.0 * a)
    return own + min(own, resistivity / (4.0 * math.pi * s) * (1.0 + 7.0 * a * a / (24.0 * s * s)))


def encased_ohms(resistivity: float, length: float, radius: float, cover: float, depth: float) -> float:
    """Resistance of a bar that lies in concrete in the earth.

    Parameters
    ----------
    resistivity : float
        Resistivity of even soil (ohm·m), above 0.
    length : float
        Length (m), above 0.
    radius : float
        Radius of the bar (m), above 0.
    cover : float
        Concrete round the bar (m), above 0.
    depth : float
        Depth (m), above 0.

    Returns
    -------
    float
        Resistance (ohm).

    Notes
    -----
    Fagan and Lee's two parts, the rod's formula replaced by the strip's as it lies flat: the shell of concrete,
    ρc/(2πL) ln(b/a), then a strip as thick as the concrete. Moist concrete is taken as 50 ohm·m.

    Examples
    --------
    >>> round(encased_ohms(100.0, 6.1, 0.00635, 0.0508, 0.6), 1)
    18.2
    """
    outside = radius + cover
    shell = CONCRETE_OHM_M / (2.0 * math.pi * length) * math.log(outside / radius)
    return shell + strip_ohms(resistivity, length, outside, depth)


def filled_rods_ohms(
    soil: Soil, length: float, radius: float, outside: float, fill: float, at: Sequence[tuple[float, float]]
) -> float:
    """Resistance of equal upright rods, each in a hole that is filled.

    Parameters
    ----------
    soil : Soil
        One or two layers of soil.
    length : float
        Length of each rod (m), above 0.
    radius : float
        Radius of each rod (m), above 0.
    outside : float
        Radius of each hole (m), above the rod's.
    fill : float
        Resistivity of what fills it (ohm·m), above 0.
    at : Sequence[tuple[float, float]]
        Where each stands: m east, m north.

    Returns
    -------
    float
        Resistance of all together (ohm).

    Notes
    -----
    Fagan and Lee: the shell of each, ρf/(2πL) ln(b/a), all of them side by side, then rods as thick as their holes.

    Examples
    --------
    >>> round(filled_rods_ohms(Soil(100.0), 3.0, 0.008, 0.058, 50.0, [(0.0, 0.0)]), 2)
    28.29
    """
    shell = fill / (2.0 * math.pi * length) * math.log(outside / radius)
    return shell / len(at) + rods_ohms(soil, length, outside, at)


def encased_rod_ohms(soil: Soil, length: float, radius: float, cover: float) -> float:
    """Resistance of an upright bar in a concrete footing.

    Parameters
    ----------
    soil : Soil
        One or two layers of soil.
    length : float
        Length (m), above 0.
    radius : float
        Radius of the bar (m), above 0.
    cover : float
        Concrete round it (m), above 0.

    Returns
    -------
    float
        Resistance (ohm).

    Notes
    -----
    Moist concrete is taken as 50 ohm·m.

    Examples
    --------
    >>> round(encased_rod_ohms(Soil(100.0), 3.0, 0.008, 0.05), 2)
    28.29
    """
    return filled_rods_ohms(soil, length, radius, radius + cover, CONCRETE_OHM_M, [(0.0, 0.0)])


def seen_resistivity(soil: Soil, extent: float) -> float:
    """Resistivity that stands for two layers where a formula knows one.

    Parameters
    ----------
    soil : Soil
        One or two layers of soil.
    extent : float
        How far apart the pins stand (m), above 0.

    Returns
    -------
    float
        What pins so far apart find (ohm·m).

    Examples
    --------
    >>> seen_resistivity(Soil(80.0), 5.0)
    80.0
    """
    return apparent(soil, extent)


def chance_below(limit: float, low: float, high: float) -> float:
    """Chance that a figure lies below a limit.

    Parameters
    ----------
    limit : float
        The limit, above 0.
    low : float
        What one in ten lies below, above 0, in the limit's unit.
    high : float
        What nine in ten lie below, above ``low``.

    Returns
    -------
    float
        Chance, 0 to 1.

    Notes
    -----
    Log-normal: Φ(ln(limit/m)/σ), m = √(low·high), σ = ln(high/low)/(2 × 1.2816).

    Examples
    --------
    >>> round(chance_below(25.0, 12.5, 50.0), 3), round(chance_below(12.5, 12.5, 50.0), 3)
    (0.5, 0.1)
    """
    if high <= low:
        return 1.0 if low <= limit else 0.0
    middle, spread = math.sqrt(low * high), math.log(high / low) / (2.0 * 1.2815515655446004)
    return 0.5 * (1.0 + math.erf(math.log(limit / middle) / spread / math.sqrt(2.0)))


def parallel_ohms(ohms: Sequence[float]) -> float:
    """Resistance of electrodes so far apart that none feels another.

    Parameters
    ----------
    ohms : Sequence[float]
        Each by itself (ohm), above 0.

    Returns
    -------
    float
        Resistance of all together (ohm).

    Notes
    -----
    1 / Σ 1/R.

    Examples
    --------
    >>> round(parallel_ohms([20.0, 30.0]), 9)
    12.0
    """
    return 1.0 / sum(1.0 / each for each in ohms)
