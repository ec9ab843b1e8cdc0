"""Overcurrent devices: usual ratings, Table 13, small conductors (Section 14)."""

from bisect import bisect_left

from northspan.core.codes.cec.data import DEVICES, RATINGS, SMALL
from northspan.core.figures.working import Cell

SLACK = 1e-9
TABLE_13_TO_A = 600.0
_RATINGS = tuple(float(row) for row in RATINGS.rows)
_ROWS = tuple(float(row) for row in DEVICES.rows)
_ROW_NAMES = tuple(DEVICES.rows)


def standard_rating(amps: float) -> float | None:
    """Smallest usual rating (A) not below ``amps`` (A); None above the largest, 6000 A.

    >>> standard_rating(45.5), standard_rating(110.0), standard_rating(6001.0)
    (50.0, 110.0, None)
    """
    at = bisect_left(_RATINGS, amps - SLACK)
    return _RATINGS[at] if at < len(_RATINGS) else None


def table_13_row(allowed_a: float) -> Cell | None:
    """The row of Table 13 for conductors of ``allowed_a`` (A): the first not below; None above 600 A, where the table
    ends. 14-104(1).

    >>> table_13_row(45.5).row, table_13_row(260.0).row, table_13_row(601.0)
    ('50', '275', None)
    """
    if allowed_a > TABLE_13_TO_A + SLACK:
        return None
    return Cell(DEVICES.name, _ROW_NAMES[bisect_left(_ROWS, allowed_a - SLACK)], "device_a")


def largest_device(allowed_a: float) -> float:
    """Largest device (A) on conductors of ``allowed_a`` (A): by Table 13 up to 600 A, their ampacity above. 14-104(1).

    >>> largest_device(64.0), largest_device(260.0), largest_device(650.0), largest_device(0.0)
    (70.0, 300.0, 650.0, 0.0)
    """
    if allowed_a <= 0.0:
        return 0.0
    cell = table_13_row(allowed_a)
    return allowed_a if cell is None else DEVICES.number(cell.row, cell.column) or 0.0


def largest_usual(most_a: float) -> float:
    """Greatest usual rating (A) not above ``most_a`` (A); 0 where none is.

    >>> largest_usual(70.0), largest_usual(650.0), largest_usual(14.0)
    (70.0, 600.0, 0.0)
    """
    return max((r for r in _RATINGS if r <= most_a + SLACK), default=0.0)


def small_conductor_limit(metal: str, size: str) -> float | None:
    """Greatest device (A) on a small conductor whatever its ampacity; None for one that is not small. 14-104(2).

    >>> small_conductor_limit("cu", "12"), small_conductor_limit("al", "10"), small_conductor_limit("cu", "8")
    (20.0, 25.0, None)
    """
    return SMALL.number(size, metal) if size in SMALL.rows else None
