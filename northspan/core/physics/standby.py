"""What a standby source can give where it stands. Belongs to no code book.

The share lost to fuel and altitude is the maker's to say; a common figure for engines is 3.5 % for every 1000 ft.
"""


def capacity_kw(kw: float, fuel_pct: float, altitude_ft: float, loss_pct_per_kft: float) -> float:
    """Capacity (kW) left of ``kw`` on its fuel at its altitude.

    >>> round(capacity_kw(20.0, 90.0, 4000.0, 3.5), 3)
    15.48
    """
    return kw * fuel_pct / 100.0 * max(0.0, 1.0 - loss_pct_per_kft / 100.0 * altitude_ft / 1000.0)
