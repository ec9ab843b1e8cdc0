"""The protective conductor of a circuit: by calculation, by table 54.7, either being enough (543.1)."""

import math
from dataclasses import dataclass

from northspan.core.codes.bs7671.data import (
    IN_CABLE,
    PROTECTIVE,
    SHEATH,
    U0_LEAST,
    standard_up,
)  # fmt: skip
from northspan.core.codes.bs7671.sizing.devices import is_breaker, printed_zs

BREAKER_S = 0.1
_INSULATION = {"te": "70", "singles": "70", "swa70": "70", "swa90": "90_thermosetting"}


@dataclass(frozen=True, slots=True)
class Protective:
    """A protective conductor (mm²) beside what is asked of it: by calculation (mm², and the next standard size) and by
    table 54.7 (mm²); ``by`` names the way that is met, None where neither is.
    """

    mm2: float
    adiabatic_mm2: float
    adiabatic_size_mm2: float | None
    table_mm2: float
    by: str | None


def k_of(cable: str, armour: bool) -> float:
    """k (A·s^½/mm²) of a conductor in the cable, or of its armour. 54.3, 54.4.

    >>> k_of("te", False), k_of("swa90", False), k_of("swa70", True), k_of("swa90", True)
    (115.0, 143.0, 51.0, 46.0)
    """
    row = _INSULATION[cable]
    return (SHEATH.number(row, "steel") if armour else IN_CABLE.number(row, "copper")) or 0.0


def energy(
    device: str, in_a: float, zs_ohm: float, fault_a: float, time_s: float, overcurrent: bool,
    clearing_s: float | None, let_through_a2s: float | None,
) -> float:  # fmt: skip
    """Energy (A²s) that the protective conductor bears: as given; by a clearing time; by the disconnection time where
    it is not the overcurrent device that opens; a breaker's 0.1 s; a fuse's printed point. 543.1.3.

    >>> energy("B", 32.0, 1.0, 230.0, 0.4, True, None, None)
    5290.0
    >>> round(energy("BS88-2", 32.0, 0.9, 255.6, 0.4, True, None, None), 1)
    19484.6
    """
    if let_through_a2s is not None:
        return let_through_a2s
    if clearing_s is not None:
        return fault_a * fault_a * clearing_s
    if not overcurrent:
        return fault_a * fault_a * time_s
    if is_breaker(device):
        return fault_a * fault_a * BREAKER_S
    short = printed_zs(device, in_a, 0.4)
    if short is not None and zs_ohm <= short * (1.0 + 1e-9):
        return (U0_LEAST / short) ** 2 * 0.4
    long = printed_zs(device, in_a, 5.0)
    return math.inf if long is None else (U0_LEAST / long) ** 2 * 5.0


def by_table(line_mm2: float) -> float:
    """Protective conductor (mm², before it is rounded up) for a line conductor (mm²) of the same metal. 54.7.

    >>> by_table(10.0), by_table(25.0), by_table(95.0)
    (10.0, 16.0, 47.5)
    """
    row = next(r for r in PROTECTIVE.rows if r == "more" or float(r) >= line_mm2 - 1e-9)
    least, share = PROTECTIVE.number(row, "least"), PROTECTIVE.number(row, "share")
    return least if least is not None else line_mm2 * (share or 0.0)


def table_size(cable: str, line_mm2: float, armour: bool) -> float:
    """Protective conductor (mm²) by table: the next standard size, or for armour k1/k2 times the table's figure.
    543.1.4.

    >>> table_size("singles", 95.0, False), round(table_size("swa90", 25.0, True), 2)
    (50.0, 49.74)
    """
    plain = by_table(line_mm2)
    if armour:
        return plain * k_of(cable, False) / k_of(cable, True)
    return standard_up(plain) or plain


def judged(cable: str, line_mm2: float, mm2: float, energy_a2s: float, armour: bool) -> Protective:
    """A protective conductor (mm²) held against both ways. 543.1.

    >>> judged("te", 2.5, 1.5, 20000.0, False).by, judged("te", 2.5, 1.5, 40000.0, False).by
    ('calculation', None)
    """
    adiabatic = math.sqrt(energy_a2s) / k_of(cable, armour)
    table = table_size(cable, line_mm2, armour)
    by = None
    if mm2 >= adiabatic * (1.0 - 1e-9):
        by = "calculation"
    elif mm2 >= table * (1.0 - 1e-9):
        by = "table"
    return Protective(mm2, adiabatic, None if armour else standard_up(adiabatic), table, by)
