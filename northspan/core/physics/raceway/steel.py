"""The impedance of a steel raceway as a path for fault current. Belongs to no code book.

R = k ρ l / A with the wall's area; at 60 Hz the steel carries near its inner skin, here as k = 1.5 and a reactance of
half the resistance. Steel varies and saturates: the figure is an estimate, on the high side for the currents of a
fault.
"""

import math

from northspan.core.figures.units import INCH_M
from northspan.core.physics.data import STEEL_RACEWAYS

STEEL_OHM_M = 1.9e-7
SKIN = 1.5
REACTANCE_SHARE = 0.5


def is_steel(kind: str) -> bool:
    """Whether a raceway is of steel.

    >>> is_steel("EMT"), is_steel("PVC40")
    (True, False)
    """
    return f"{kind}_wall" in STEEL_RACEWAYS.columns


def raceway_ohms(kind: str, trade: str, length_m: float) -> complex | None:
    """Impedance of a length of steel raceway: R = k ρ l / A with the area A of its wall, X half of it.

    Parameters
    ----------
    kind : str
        ``EMT``, ``IMC`` or ``RMC``.
    trade : str
        Trade size.
    length_m : float
        Length (m), 0 or more.

    Returns
    -------
    complex or None
        R + jX (ohm); None where it is not steel or not made so.

    Notes
    -----
    ρ = 1.9e-7 ohm·m, k = 1.5: at 60 Hz steel carries near its inner skin.

    Examples
    --------
    >>> z = raceway_ohms("EMT", "1", 30.48)
    >>> round(z.real, 4), round(z.imag, 4)
    (0.068, 0.034)
    """
    if not is_steel(kind) or trade not in STEEL_RACEWAYS.rows:
        return None
    outside, wall = STEEL_RACEWAYS.number(trade, f"{kind}_outside"), STEEL_RACEWAYS.number(trade, f"{kind}_wall")
    if outside is None or wall is None:
        return None
    area = math.pi * (outside - wall) * wall * INCH_M * INCH_M
    r = SKIN * STEEL_OHM_M * length_m / area
    return complex(r, REACTANCE_SHARE * r)
