"""Protective devices: how soon they must open, and the loop that lets them (chapter 41)."""

from functools import lru_cache

from northspan.core.codes.bs7671.data import BREAKERS, BREAKERS_45, FUSES_04, FUSES_5, TIMES
from northspan.core.figures.tables import Table

SOCKETS_TO_A, FIXED_TO_A = 63.0, 32.0
TOUCH_V = 50.0
COLD_SHARE = 0.8
_BREAKERS = ("B", "C", "D")


def is_breaker(device: str) -> bool:
    """Whether a device is a circuit-breaker.

    >>> is_breaker("C"), is_breaker("BS88-3")
    (True, False)
    """
    return device in _BREAKERS


def disconnection_s(circuit: str, in_a: float, earthing: str) -> float:
    """Longest time (s) to disconnect a circuit on a device of ``in_a`` (A). 411.3.2.2 to 411.3.2.4, 41.1.

    >>> disconnection_s("socket", 32.0, "TN-S"), disconnection_s("fixed", 40.0, "TN-S")
    (0.4, 5.0)
    >>> disconnection_s("lighting", 6.0, "TT")
    0.2
    """
    most = {"socket": SOCKETS_TO_A, "fixed": FIXED_TO_A, "lighting": FIXED_TO_A}.get(circuit)
    column = "final" if most is not None and in_a <= most + 1e-9 else "other"
    return TIMES.number("TT" if earthing == "TT" else "TN", column) or 0.0


def limit_cell(device: str, in_a: float, time_s: float) -> tuple[Table, str, str] | None:
    """Table, row and column of the printed loop limit of a device for a time (s); None where none is printed.

    >>> limit_cell("D", 32.0, 5.0)[1:], limit_cell("BS88-2", 80.0, 0.4)
    (('32', 'D_5'), None)
    """
    long = time_s >= 1.0
    row = f"{in_a:g}"
    if is_breaker(device):
        table, column = (BREAKERS_45 if row == "45" else BREAKERS), f"{device}_{'5' if long else '0.4'}"
    else:
        table, column = (FUSES_5 if long else FUSES_04), device
    if row not in table.rows or table.value(row, column) is None:
        return None
    return table, row, column


@lru_cache(maxsize=1024)
def printed_zs(device: str, in_a: float, time_s: float) -> float | None:
    """Printed largest loop (ohm) for a time (s, 0.4 or 5); None where none is printed. 41.2 to 41.4.

    >>> printed_zs("B", 32.0, 0.4), printed_zs("BS3036", 30.0, 5.0), printed_zs("C", 45.0, 0.4)
    (1.37, 2.51, 0.48)
    """
    found = limit_cell(device, in_a, time_s)
    return None if found is None else found[0].number(found[1], found[2])


def largest_zs(device: str, in_a: float, time_s: float, earthing: str) -> float | None:
    """Largest loop (ohm) with which the device opens in time (s). In TT breakers go by the shorter column and fuses
    have none. 411.4, 411.5.4.

    >>> largest_zs("D", 20.0, 5.0, "TN-S"), largest_zs("D", 20.0, 1.0, "TT"), largest_zs("BS88-2", 20.0, 0.2, "TT")
    (1.09, 0.55, None)
    """
    if earthing == "TT":
        return printed_zs(device, in_a, 0.4) if is_breaker(device) else None
    return printed_zs(device, in_a, time_s)


def residual_zs(rcd_ma: float | None) -> float | None:
    """Largest loop (ohm) with a residual device of ``rcd_ma`` (mA): 50 V / IdN. 411.4.204, 411.5.3.

    >>> residual_zs(100.0), residual_zs(None)
    (500.0, None)
    """
    return None if rcd_ma is None else 1000.0 * TOUCH_V / rcd_ma
