"""How much a pipe grows and shrinks with the weather. Belongs to no code book."""

# Rigid PVC, in/in for each °F: 3.38e-5, the figure that conduit makers and 352.44 use.
PVC_PER_F = 3.38e-5


def pvc_change(length: float, swing_f: float) -> float:
    """Change of length of rigid PVC with the weather.

    Parameters
    ----------
    length : float
        Length, in any unit, 0 or more.
    swing_f : float
        From the coldest to the warmest (°F), 0 or more.

    Returns
    -------
    float
        Change of length, in that unit.

    Notes
    -----
    L α dT. 100 ft over 100 °F change by 4.06 in.

    Examples
    --------
    >>> round(12.0 * pvc_change(100.0, 100.0), 2)
    4.06
    """
    return length * PVC_PER_F * swing_f
