"""Tension through straights and bends, and what presses a cable in a bend. Belongs to no code book.

Notes
-----
Every formula holds in any one unit of force and any one of length: a tension in lb goes with a weight in lb/ft and
lengths in ft, one in N with N/m and m.

References
----------
Rifenburg, R. C., Pipe-Line Design for Pipe-Type Feeders, AIEE Transactions 72 (1953), part III: the pulling equations
for straights and level bends, as cable makers print them.
"""

import math
import sys

MOST = sys.float_info.max


def straight_rate(weight: float, friction: float, slope_rad: float) -> float:
    """What every unit of length of a straight adds to the tension: W (sin a + f cos a).

    Parameters
    ----------
    weight : float
        Weight of the cables, force per length, 0 or more.
    friction : float
        Coefficient of friction times the weight correction, 0 or more.
    slope_rad : float
        Slope of the pull (rad), -π/2 to π/2, rising positive.

    Returns
    -------
    float
        Force per length; below zero where the cable would run down by itself.

    Examples
    --------
    >>> straight_rate(2.0, 0.5, 0.0), round(straight_rate(2.0, 0.5, math.pi / 2), 9)
    (1.0, 2.0)
    """
    return weight * (math.sin(slope_rad) + friction * math.cos(slope_rad))


def after_straight(tension: float, weight: float, friction: float, length: float, slope_rad: float) -> float:
    """Tension at the end of a straight: T + L W (sin a + f cos a), not below 0: a cable cannot push.

    Parameters
    ----------
    tension : float
        Tension where it begins (force), 0 or more.
    weight, friction, slope_rad : float
        As of ``straight_rate``.
    length : float
        Its length, 0 or more.

    Returns
    -------
    float
        Tension at its end (force).

    Examples
    --------
    >>> round(after_straight(0.0, 0.9, 0.4 * 1.218637, 100.0, 0.0), 4)
    43.8709
    >>> after_straight(10.0, 1.0, 0.2, 100.0, -math.pi / 2)
    0.0
    """
    return _held(max(0.0, tension + length * straight_rate(weight, friction, slope_rad)))


def after_bend(tension: float, friction: float, angle_rad: float) -> float:
    """Tension out of a bend, the cable's own weight in it left out: T e^(f angle).

    Parameters
    ----------
    tension : float
        Tension into it (force), 0 or more.
    friction : float
        Coefficient of friction times the weight correction, 0 or more.
    angle_rad : float
        Angle of the bend (rad), 0 or more.

    Returns
    -------
    float
        Tension out of it (force).

    Examples
    --------
    >>> round(after_bend(43.8709, 0.4 * 1.218637, math.pi / 2), 2)
    94.34
    """
    return _held(tension * _exp(friction * angle_rad))


def after_bend_with_weight(tension: float, weight: float, friction: float, angle_rad: float, radius: float) -> float:
    """Tension out of a level bend with the cable's own weight: T cosh(fa) + √(T² + (W R)²) sinh(fa).

    Parameters
    ----------
    tension, friction, angle_rad : float
        As of ``after_bend``.
    weight : float
        Weight of the cables, force per length, 0 or more.
    radius : float
        Radius of the bend, 0 or more.

    Returns
    -------
    float
        Tension out of it (force). Without weight it is the plain equation.

    Examples
    --------
    >>> after_bend_with_weight(100.0, 0.0, 0.5, 1.0, 2.0) - after_bend(100.0, 0.5, 1.0) < 1e-9
    True
    """
    up, down = _exp(friction * angle_rad), math.exp(-friction * angle_rad)
    return _held(tension * (up + down) / 2.0 + math.hypot(tension, weight * radius) * (up - down) / 2.0)


def sidewall(share: float, tension_out: float, inner_radius: float) -> float:
    """Pressure on the worst cable in a bend: k T / R.

    Parameters
    ----------
    share : float
        Part of T/R that presses the worst cable, above 0, by how the cables lie.
    tension_out : float
        Tension out of the bend (force), 0 or more.
    inner_radius : float
        Radius of the raceway's inner wall, which presses, above 0.

    Returns
    -------
    float
        Force per length.

    Examples
    --------
    >>> round(sidewall(0.551970, 94.3437, 1.914708), 2)
    27.2
    """
    return _held(share * tension_out / inner_radius)


def _held(value: float) -> float:
    """A value held to the largest finite number: wires that all but fill a pipe pull beyond any."""
    return min(MOST, value)


def _exp(power: float) -> float:
    """e^x, held to the largest finite number."""
    return math.exp(power) if power < 709.0 else MOST
