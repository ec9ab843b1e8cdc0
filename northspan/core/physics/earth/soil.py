"""Soil in one or two layers: how a current that enters it raises its potential. Belongs to no code book.

Notes
-----
A layer of resistivity rho1 and depth h lies on rho2 without end. The potential of a point source is summed from its
images in the surface and in the boundary, with k = (rho2 - rho1)/(rho2 + rho1); lines of even current are integrated in
closed form.

References
----------
Tagg, G. F., Earth Resistances (1964), chapters 2 and 6; Sunde, E. D., Earth Conduction Effects in Transmission Systems
(1949).
"""

import math
from dataclasses import dataclass
from typing import Any

import numpy as np
from numpy.typing import NDArray

_NEGLIGIBLE = 1e-10
_MOST_IMAGES = 4000

Floats = NDArray[Any]


@dataclass(frozen=True, slots=True)
class Soil:
    """Resistivity (ohm·m) of the upper layer, its depth (m; None: one layer), and of what lies below (ohm·m)."""

    upper: float
    depth_m: float | None = None
    lower: float | None = None

    @property
    def reflection(self) -> float:
        """k, from -1 (below conducts perfectly) through 0 (one layer) to 1 (below insulates).

        >>> Soil(100.0, 2.0, 300.0).reflection
        0.5
        """
        if self.depth_m is None or self.lower is None:
            return 0.0
        return (self.lower - self.upper) / (self.lower + self.upper)


def images(k: float) -> Floats:
    """The powers k, k², k³ ... that still count.

    Parameters
    ----------
    k : float
        Share of a current that the boundary mirrors, from -1 to 1, both left out.

    Returns
    -------
    Floats
        The powers, in their order.

    Examples
    --------
    >>> images(0.5)[:3].tolist()
    [0.5, 0.25, 0.125]
    """
    if k == 0.0:
        return np.zeros(0)
    many = 1 if abs(k) < _NEGLIGIBLE else math.ceil(math.log(_NEGLIGIBLE) / math.log(min(abs(k), 0.9999)))
    return np.asarray(k ** np.arange(1, min(max(many, 1), _MOST_IMAGES) + 1), dtype=float)


def apparent(soil: Soil, spacing_m: float) -> float:
    """Resistivity that four pins find on two layers.

    Parameters
    ----------
    soil : Soil
        Resistivities (ohm·m) and depth (m).
    spacing_m : float
        Distance from pin to pin (m), above 0.

    Returns
    -------
    float
        Apparent resistivity (ohm·m).

    Notes
    -----
    rho = rho1 (1 + 4 Σ kⁿ (1/√(1 + (2nh/a)²) - 1/√(4 + (2nh/a)²))), Wenner's spacing on two layers; Tagg, chapter 6.

    Examples
    --------
    >>> round(apparent(Soil(100.0, 2.0, 300.0), 0.01), 2), round(apparent(Soil(100.0, 2.0, 300.0), 1000.0), 0)
    (100.0, 300.0)
    """
    return float(apparents(soil, np.asarray([spacing_m]))[0])


def apparents(soil: Soil, spacings_m: Floats) -> Floats:
    """What pins in a row find, at many spacings at once.

    Parameters
    ----------
    soil : Soil
        One or two layers of soil.
    spacings_m : Floats
        Distances between neighbours (m), above 0.

    Returns
    -------
    Floats
        Apparent resistivity at each (ohm·m).

    Notes
    -----
    As ``apparent``, by its images.

    Examples
    --------
    >>> [round(float(rho), 1) for rho in apparents(Soil(100.0, 2.0, 300.0), np.asarray([0.01, 1000.0]))]
    [100.0, 300.0]
    """
    if soil.depth_m is None:
        return np.full(len(spacings_m), soil.upper)
    powers = images(soil.reflection)
    n = np.arange(1, len(powers) + 1)
    far = (2.0 * soil.depth_m * n / np.asarray(spacings_m)[:, None]) ** 2
    return np.asarray(soil.upper * (1.0 + 4.0 * ((1.0 / np.sqrt(1.0 + far) - 1.0 / np.sqrt(4.0 + far)) @ powers)))


def wenner_resistivity(spacing: float, ohm: float, depth: float = 0.0) -> float:
    """Apparent resistivity of four pins in line, evenly spaced.

    Parameters
    ----------
    spacing : float
        Distance from pin to pin (m), above 0.
    ohm : float
        What the tester reads (ohm), above 0.
    depth : float
        How deep the pins are driven (m), 0 or more.

    Returns
    -------
    float
        4πaR ÷ (1 + 2a/√(a² + 4b²) − a/√(a² + b²)) (ohm·m); 2πaR for pins that are short beside their spacing.

    References
    ----------
    Wenner, F., A Method of Measuring Earth Resistivity, Bulletin of the Bureau of Standards 12 (1915); IEEE Std 81.

    Examples
    --------
    >>> round(wenner_resistivity(3.0, 5.0), 2), round(wenner_resistivity(1.0, 10.0, 0.5), 2)
    (94.25, 82.69)
    """
    if depth == 0.0:
        return 2.0 * math.pi * spacing * ohm
    far = 2.0 * spacing / math.hypot(spacing, 2.0 * depth) - spacing / math.hypot(spacing, depth)
    return 4.0 * math.pi * spacing * ohm / (1.0 + far)


@dataclass(frozen=True, slots=True)
class Line:
    """An upright line in the earth, from ``top`` to ``bottom`` (m below the surface), within one layer of the soil."""

    top: float
    bottom: float

    @property
    def length(self) -> float:
        """Its length (m)."""
        return self.bottom - self.top


def transfer_ohms(soil: Soil, source: Line, field: Line, apart_m: float) -> float:
    """Mean potential of a line for one ampere that leaves another.

    Parameters
    ----------
    soil : Soil
        One or two layers of soil.
    source : Line
        The line that the current leaves evenly: its top and bottom (m).
    field : Line
        The line whose potential is asked for.
    apart_m : float
        How far beside it the field stands (m), above 0.

    Returns
    -------
    float
        Mean potential (V) for 1 A (ohm).

    Notes
    -----
    With ``apart_m`` the rod's radius and the same line twice it is the line's own resistance. By the method of images,
    Tagg, chapter 2.

    Examples
    --------
    >>> rod = Line(0.0, 3.0)
    >>> round(transfer_ohms(Soil(100.0), rod, rod, 0.008), 1)
    33.5
    """
    total, k = 0.0, soil.reflection
    h = soil.depth_m or 0.0
    source_below = soil.depth_m is not None and source.top >= h - 1e-12
    field_below = soil.depth_m is not None and field.top >= h - 1e-12
    powers = images(k)
    shifts = 2.0 * h * np.arange(1, len(powers) + 1)

    def direct(shift: Floats | float = 0.0) -> Floats:
        return _even(source.top, source.bottom, field.top + shift, field.bottom + shift, apart_m)

    def mirrored(shift: Floats | float = 0.0) -> Floats:
        return _even(-source.bottom, -source.top, field.top + shift, field.bottom + shift, apart_m)

    if not source_below and not field_below:
        total = float(direct() + mirrored())
        if len(powers):
            total += float(np.sum(powers * (direct(shifts) + mirrored(shifts) + direct(-shifts) + mirrored(-shifts))))
        rho = soil.upper
    elif source_below and field_below:
        total = float(direct()) - k * float(mirrored(-2.0 * h))
        total += (1.0 - k * k) * (float(mirrored()) + float(np.sum(powers * mirrored(shifts))))
        rho = float(soil.lower or 0.0)
    elif field_below:
        total = float(direct() + mirrored()) + float(np.sum(powers * (direct(shifts) + mirrored(shifts))))
        rho = soil.upper * (1.0 + k)
    else:
        return transfer_ohms(soil, field, source, apart_m)
    return rho * total / (4.0 * math.pi * source.length * field.length)


def _even(a: float, b: float, c: Floats | float, d: Floats | float, r: float) -> Floats:
    """∫∫ 1/√(r² + (z - w)²) dz dw over z in [a, b], w in [c, d] (m)."""
    return _twice(d - a, r) - _twice(c - a, r) - _twice(d - b, r) + _twice(c - b, r)


def _twice(u: Floats | float, r: float) -> Floats:
    return np.asarray(u * np.arcsinh(u / r) - np.sqrt(u * u + r * r), dtype=float)
