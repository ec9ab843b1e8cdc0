"""Least ratings of service and building disconnects (225.39, 230.79)."""

ONE_CIRCUIT_A = 15.0
TWO_CIRCUITS_A = 30.0
DWELLING_A = 100.0
OTHER_A = 60.0


def disconnect_a(dwelling: bool, circuits: int | None) -> float:
    """Least rating (A) of the disconnect of a building with so many two-wire branch circuits (None: not on record, so
    any number). 225.39, 230.79.

    >>> disconnect_a(True, 20), disconnect_a(False, 1), disconnect_a(False, 2), disconnect_a(False, 6)
    (100.0, 15.0, 30.0, 60.0)
    """
    if dwelling:
        return DWELLING_A
    if circuits is None:
        return OTHER_A
    if circuits <= 1:
        return ONE_CIRCUIT_A
    return TWO_CIRCUITS_A if circuits == 2 else OTHER_A
