"""How much a pipe grows and shrinks with the weather. Belongs to no code book."""

# Rigid PVC, in/in for each °F: 3.38e-5, the figure that conduit makers and 352.44 use.
PVC_PER_F = 3.38e-5


def pvc_change(length: float, swing_f: float) -> float:
    """Change of length of rigid PVC, in the unit of ``length``, over a swing of ``swing_f`` (°F): L α dT.

    ``length`` and ``swing_f`` 0 or more. 100 ft over 100 °F, 4.06 in:

    >>> round(12.0 * pvc_change(100.0, 100.0), 2)
    4.06
    """
    return length * PVC_PER_F * swing_f
