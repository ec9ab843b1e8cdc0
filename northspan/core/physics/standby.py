"""What a standby source can give where it stands. Belongs to no code book.

The share lost to fuel and altitude is the maker's to say; a common figure for engines is 3.5 % for every 1000 ft.
"""


def capacity_kw(kw: float, fuel_pct: float, altitude_m: float, loss_pct_per_km: float) -> float:
    """Capacity that is left of a rating on its fuel at its altitude.

    Parameters
    ----------
    kw : float
        Rating (kW), 0 or more.
    fuel_pct : float
        What it gives on its fuel, percent of its rating, 0 to 100.
    altitude_m : float
        Altitude (m), 0 to 5000.
    loss_pct_per_km : float
        What it loses for every 1000 m (percent), 0 or more.

    Returns
    -------
    float
        Capacity (kW), never below 0.

    Examples
    --------
    >>> round(capacity_kw(20.0, 90.0, 1219.2, 3.5 / 0.3048), 3)
    15.48
    """
    return kw * fuel_pct / 100.0 * max(0.0, 1.0 - loss_pct_per_km / 100.0 * altitude_m / 1000.0)
