"""The earthing conductor's size before anything raises it, and the standard sizes it comes in."""

import math

from northspan.core.codes.bs7671.data import STANDARD_MM2

SIZES_MM2 = (*STANDARD_MM2, 150.0, 185.0, 240.0)


def size_up(mm2: float) -> float | None:
    """Next standard size (mm²) not below ``mm2`` (mm²), 1 to 240; None above.

    >>> size_up(8.0), size_up(120.5), size_up(241.0)
    (10.0, 150.0, None)
    """
    return next((s for s in SIZES_MM2 if s >= mm2 * (1.0 - 1e-9)), None)


def by_calculation(fault_a: float, time_s: float, k: float) -> float:
    """Area (mm²) that bears a fault (A) for a time (s, up to 5): √(I²t)/k, k in A·s^½/mm². 543.1.3.

    >>> round(by_calculation(1500.0, 0.1, 143.0), 3)
    3.317
    """
    return math.sqrt(fault_a * fault_a * time_s) / k
