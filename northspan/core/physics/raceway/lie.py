"""How cables lie in a raceway, and what that makes of their weight and of the pressure between them.

Belongs to no code book. Lengths are in any one unit. Cables are taken as smooth, round and alike in diameter. Source:
the weight corrections of Rifenburg (1953), as cable makers print them; pairs and diamonds by the balance of forces on
smooth cylinders.
"""

import math
from dataclasses import dataclass
from typing import Literal

ConfigurationName = Literal["single", "pair", "triangular", "cradled", "diamond", "complex"]
CRADLED_FROM = 2.5
MANY_WEIGHT = 1.4


@dataclass(frozen=True, slots=True)
class Configuration:
    """How cables lie in a raceway. ``weight_correction`` multiplies friction, ``share`` is the part of T/R that presses
    the worst cable, ``clearance`` (in the unit of the diameters) what is left over them; None: not known.
    """

    name: ConfigurationName
    weight_correction: float
    share: float
    clearance: float | None


def configuration_name(count: int, inside: float, outside: float) -> ConfigurationName:
    """How cables lie in a raceway if nobody says otherwise.

    Parameters
    ----------
    count : int
        How many cables, 1 or more.
    inside : float
        Diameter inside the raceway, above 0, in any one unit.
    outside : float
        Diameter of a cable, above 0, in that unit.

    Returns
    -------
    ConfigurationName
        The name of how they lie.

    Examples
    --------
    >>> [configuration_name(n, 2.0, 0.5) for n in (1, 2, 3, 4, 7)], configuration_name(3, 1.2, 0.5)
    (['single', 'pair', 'cradled', 'diamond', 'complex'], 'triangular')
    """
    if count == 3:
        return "triangular" if inside / outside < CRADLED_FROM else "cradled"
    names: dict[int, ConfigurationName] = {1: "single", 2: "pair", 4: "diamond"}
    return names.get(count, "complex")


def configuration(name: ConfigurationName, inside: float, outside: float) -> Configuration | None:
    """What a way to lie makes of weight and pressure.

    Parameters
    ----------
    name : ConfigurationName
        How the cables lie.
    inside : float
        Diameter inside the raceway, above 0, in any one unit.
    outside : float
        Diameter of a cable, above 0, in that unit.

    Returns
    -------
    Configuration | None
        Weight correction, share and clearance; None where the cables do not go in.

    Notes
    -----
    With D inside, d outside, q = d / (D - d): a pair and a triangle press by 1/sqrt(1 - q²), three in a cradle by
    1 + 4/3 q², four by 1 + 2 q², more by 1.4.

    Examples
    --------
    >>> round(configuration("cradled", 2.047, 0.590).weight_correction, 6), configuration("pair", 1.0, 0.5)
    (1.218637, None)
    """
    if inside <= outside or (name in ("pair", "triangular") and inside <= 2.0 * outside):
        return None
    free = inside - outside
    q = outside / free
    if name == "single":
        return Configuration(name, 1.0, 1.0, free)
    if name in ("pair", "triangular"):
        root = math.sqrt(1.0 - q * q)
        return Configuration(name, 1.0 / root, 0.5 / root, _over(name, inside, outside, root))
    if name == "cradled":
        weight = 1.0 + 4.0 / 3.0 * q * q
        tightest = _over("triangular", inside, outside, math.sqrt(1.0 - q * q)) if q < 1.0 else None
        return Configuration(name, weight, (3.0 * weight - 2.0) / 3.0, tightest)
    if name == "diamond":
        weight = 1.0 + 2.0 * q * q
        return Configuration(name, weight, max(weight - 1.0, 0.5), free - 2.0 * outside**2 / free)
    return Configuration(name, MANY_WEIGHT, (3.0 * MANY_WEIGHT - 2.0) / 3.0, None)


def _over(name: ConfigurationName, inside: float, outside: float, root: float) -> float:
    """What is left over two or three cables that lie against each other: D/2 - x d + (D - d)/2 sqrt(1 - q²)."""
    part = 1.366 if name == "triangular" else 0.5
    return inside / 2.0 - part * outside + (inside - outside) / 2.0 * root
