"""Voltage drop of a line, exactly from sending to receiving end. Belongs to no code book.

Notes
-----
A load is a constant current at a lagging power factor, measured against the voltage at the load; the source holds its
magnitude. With the drop's in-phase part a = I (R cos φ + X sin φ) and its quadrature part b = I (X cos φ - R sin φ),
|Vs| = |Vr + I (cos φ - j sin φ) Z| reads Vs² = (Vr + a)² + b².

References
----------
IEEE Std 141-1993, Recommended Practice for Electric Power Distribution for Industrial Plants (Red Book), 3.11, the
exact formula: e = Es + IR cos φ + IX sin φ - √(Es² - (IX cos φ - IR sin φ)²).
"""

import cmath
import math

from northspan.core.physics.line import Line


def drop_parts(amps: float, pf: float, loop: complex) -> tuple[float, float]:
    """In-phase and quadrature parts of the drop of a current in a loop.

    Parameters
    ----------
    amps : float
        Load current (A), 0 or more.
    pf : float
        Power factor of the load, above 0 to 1, lagging.
    loop : complex
        Impedance R + jX of the whole loop, out and back (ohm), R and X 0 or more.

    Returns
    -------
    tuple of float
        a = I (R cos φ + X sin φ) and b = I (X cos φ - R sin φ), both in V.

    Examples
    --------
    >>> drop_parts(10.0, 1.0, 0.5 + 0.1j)
    (5.0, 1.0)
    """
    sin = math.sqrt(max(0.0, 1.0 - pf * pf))
    return amps * (loop.real * pf + loop.imag * sin), amps * (loop.imag * pf - loop.real * sin)


def receiving_volts(source_v: float, amps: float, pf: float, loop: complex) -> float:
    """Voltage left at the load behind a loop: Vr = √(Vs² - b²) - a.

    Parameters
    ----------
    source_v : float
        Voltage that the source holds (V), above 0.
    amps : float
        Load current (A), 0 or more.
    pf : float
        Power factor of the load, above 0 to 1, lagging.
    loop : complex
        Impedance R + jX of the whole loop (ohm).

    Returns
    -------
    float
        Voltage at the load (V). Zero or less says that the line cannot carry this current at all; the value then only
        ranks how far off it is, so that a ladder stays in order.

    Examples
    --------
    >>> round(receiving_volts(240.0, 88.0, 1.0, 0.0806 + 0.02604j), 3)
    232.896
    """
    a, b = drop_parts(amps, pf, loop)
    return math.sqrt(max(0.0, source_v * source_v - b * b)) - a


def _growth_to_limit(source_v: float, drop_pct: float, a: float, b: float) -> float:
    """Factor on (a, b) at which the drop reaches ``drop_pct`` of the source: positive root of
    (a² + b²) k² + 2 Vr a k + Vr² - Vs² = 0. Infinite where a line without impedance never reaches it.
    """
    vr = source_v * (1.0 - drop_pct / 100.0)
    square = a * a + b * b
    if square == 0.0:
        return math.inf
    half = vr * a
    return (-half + math.sqrt(half * half - square * (vr * vr - source_v * source_v))) / square


def longest_m(source_v: float, amps: float, pf: float, line: Line, drop_pct: float) -> float:
    """One-way length at which a line, whatever its own length, drops so many percent.

    Parameters
    ----------
    source_v : float
        Voltage that the source holds (V), above 0.
    amps : float
        Load current (A), above 0.
    pf : float
        Power factor of the load, above 0 to 1, lagging.
    line : Line
        Its impedance to the metre, sets and ways are used, its length is not.
    drop_pct : float
        Drop in percent of the source, above 0 to 100.

    Returns
    -------
    float
        Length one way (m): what is 1 m long drops (a, b), and k of it lies where (Vr + k a)² + (k b)² = Vs².

    Examples
    --------
    >>> round(longest_m(240.0, 10.0, 1.0, Line(0.001 + 0j, 50.0), 5.0), 6)
    600.0
    """
    a, b = drop_parts(amps, pf, Line(line.ohm_m, 1.0, line.sets, line.ways).loop)
    return _growth_to_limit(source_v, drop_pct, a, b)


def most_amps(source_v: float, pf: float, loop: complex, drop_pct: float) -> float:
    """Current at which a loop drops so many percent of the source.

    Parameters
    ----------
    source_v : float
        Voltage that the source holds (V), above 0.
    pf : float
        Power factor of the load, above 0 to 1, lagging.
    loop : complex
        Impedance R + jX of the whole loop (ohm).
    drop_pct : float
        Drop in percent of the source, above 0 to 100.

    Returns
    -------
    float
        Current (A), by the same root as ``longest_m``, with (a, b) those of one ampere.

    Examples
    --------
    >>> most_amps(240.0, 1.0, 0.5 + 0j, 5.0)
    24.0
    """
    a, b = drop_parts(1.0, pf, loop)
    return _growth_to_limit(source_v, drop_pct, a, b)


def three_wire_leg_drops(
    leg_v: float, amps: float, neutral_amps: float, pf: float, z: complex, z_neutral: complex
) -> tuple[float, float]:
    """Drops from each leg to the neutral of a 120/240 V three-wire line: the loaded leg, then the other.

    Parameters
    ----------
    leg_v : float
        Voltage from a leg to the neutral at the source (V), above 0.
    amps : float
        Current of the first, heavier leg (A), 0 or more.
    neutral_amps : float
        What it carries more than the other (A), which comes back in the neutral; 0 to ``amps``.
    pf : float
        Power factor of both, above 0 to 1, lagging.
    z, z_neutral : complex
        Impedance R + jX (ohm) of one leg and of the neutral, one way.

    Returns
    -------
    tuple of float
        Drops (V). A negative one is a leg that rises above its source.

    Notes
    -----
    Kirchhoff's voltage law round each half: Va = E - Ia Z - In Zn, Vb = E - Ib Z + In Zn.

    Examples
    --------
    >>> three_wire_leg_drops(120.0, 10.0, 10.0, 1.0, 0.1 + 0j, 0.1 + 0j)
    (2.0, -1.0)
    """
    phase = complex(pf, -math.sqrt(max(0.0, 1.0 - pf * pf)))
    first = (amps * z + neutral_amps * z_neutral) * phase
    other = ((amps - neutral_amps) * z - neutral_amps * z_neutral) * phase
    return _magnitude_drop(leg_v, first), _magnitude_drop(leg_v, other)


def two_phase_leg_drops(leg_v: float, amps: float, pf: float, z: complex, z_neutral: complex) -> tuple[float, float]:
    """Drops from each leg to the neutral of a 120/208 V two-phase-and-neutral line loaded alike.

    Parameters
    ----------
    leg_v : float
        Voltage from a leg to the neutral at the source (V), above 0.
    amps : float
        Current of each leg (A), 0 or more.
    pf : float
        Power factor of both, above 0 to 1, lagging.
    z, z_neutral : complex
        Impedance R + jX (ohm) of one leg and of the neutral, one way.

    Returns
    -------
    tuple of float
        Drops (V).

    Notes
    -----
    The phases stand 120 degrees apart, so the neutral carries as much as a phase: In = Ia + Ib, whose angle lies 60
    degrees from each.

    Examples
    --------
    >>> [round(v, 6) for v in two_phase_leg_drops(120.0, 10.0, 1.0, 0.1 + 0j, 0.1 + 0j)]
    [1.503125, 1.503125]
    """
    phase = complex(pf, -math.sqrt(max(0.0, 1.0 - pf * pf)))
    lag = cmath.rect(1.0, -math.pi / 3.0)
    first = amps * (z + z_neutral * lag) * phase
    other = amps * (z + z_neutral * lag.conjugate()) * phase
    return _magnitude_drop(leg_v, first), _magnitude_drop(leg_v, other)


def _magnitude_drop(source_v: float, drop: complex) -> float:
    """|Vs| - |Vr| (V) where ``drop`` is the phasor lost, measured against the receiving voltage."""
    return source_v - (math.sqrt(max(0.0, source_v * source_v - drop.imag**2)) - drop.real)
