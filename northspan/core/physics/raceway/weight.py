"""What a wire weighs, from its metal and what is round it."""

from northspan.core.physics.data import DENSITIES

GRAVITY = 9.80665
# Strands run round the wire and are this much longer than it.
LAY = 1.02


def wire_weight(metal: str, metal_m2: float, round_it: str, round_it_m2: float) -> float:
    """Weight (N/m) of a wire: the areas (m²) of its metal and of what is round it, each by its density.

    Source: weight is density, area and gravity; strands are 2 % longer than the wire. Areas 0 or more.
    4/0 copper without insulation, listed by wire makers at 653 lb per 1000 ft:

    >>> round(wire_weight("cu", 107.2e-6, "pvc", 0.0) / 14.5939 * 1000)
    653
    """
    each = ((metal, metal_m2 * LAY), (round_it, round_it_m2))
    return GRAVITY * sum((DENSITIES.number(material, "kg_m3") or 0.0) * area for material, area in each)
