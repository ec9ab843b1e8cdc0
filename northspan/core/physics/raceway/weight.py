"""What a wire weighs, from its metal and what is round it."""

from northspan.core.physics.data import DENSITIES

GRAVITY = 9.80665
# Strands run round the wire and are this much longer than it.
LAY = 1.02


def wire_weight(metal: str, metal_m2: float, round_it: str, round_it_m2: float) -> float:
    """Weight of a wire, from its metal and what is round it.

    Parameters
    ----------
    metal : str
        What it is of, by its name in the table of densities.
    metal_m2 : float
        Area of its metal (m²), 0 or more.
    round_it : str
        What is round it, by its name there.
    round_it_m2 : float
        Area of that (m²), 0 or more.

    Returns
    -------
    float
        Weight (N/m).

    Notes
    -----
    Density, area and gravity; strands are 2 % longer than the wire. 4/0 copper without insulation is listed by wire
    makers at 653 lb per 1000 ft.

    Examples
    --------
    >>> round(wire_weight("cu", 107.2e-6, "pvc", 0.0) / 14.5939 * 1000)
    653
    """
    each = ((metal, metal_m2 * LAY), (round_it, round_it_m2))
    return GRAVITY * sum((DENSITIES.number(material, "kg_m3") or 0.0) * area for material, area in each)
