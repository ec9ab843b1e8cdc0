"""Ampacity: columns, correction for ambient and number, and a dwelling's service by Table 39 (Section 4)."""

from functools import lru_cache

from northspan.core.codes.cec.data import ALUMINIUM, AMBIENT, AWG, BUNDLING, COPPER, DWELLING, IMPEDANCE, INSULATIONS
from northspan.core.figures.tables import Table
from northspan.core.figures.working import Cell

BASE_AMBIENT_C = 30.0
DWELLING_TERMINALS_C = 75
_STEEL = ("EMT", "RMC")


def table(metal: str) -> Table:
    """The ampacity table of a metal: up to three conductors in a raceway or cable. 4-004(1)(b), (2)(b)."""
    return COPPER if metal == "cu" else ALUMINIUM


@lru_cache(maxsize=1024)
def ampacity(metal: str, size: str, column_c: int) -> float:
    """Ampacity (A) at 30 C ambient of one set in a temperature column (60, 75 or 90 C). Tables 2 and 4.

    >>> ampacity("cu", "500", 75), ampacity("al", "12", 90)
    (380.0, 25.0)
    """
    return table(metal).number(size, f"t{column_c}") or 0.0


def insulation_c(insulation: str) -> int:
    """Temperature (C) an insulation is made for.

    >>> insulation_c("NMD90"), insulation_c("NMWU")
    (90, 60)
    """
    return int(INSULATIONS.number(insulation, "rated_c") or 0)


def ambient_factor(column_c: int, ambient_c: float) -> tuple[float, Cell | None]:
    """Correction for an ambient (C) in a temperature column, and its cell: 1 up to 30 C, 0 where the table permits
    nothing. Table 5A.

    >>> ambient_factor(75, 30.5)[0], ambient_factor(90, 30.0)[0], ambient_factor(60, 60.0)[0], ambient_factor(90, 81.0)
    (0.94, 1.0, 0.0, (0.0, None))
    """
    if ambient_c <= BASE_AMBIENT_C + 1e-9:
        return 1.0, None
    for row in AMBIENT.rows:
        if ambient_c <= float(row) + 1e-9:
            return AMBIENT.number(row, f"t{column_c}") or 0.0, Cell(AMBIENT.name, row, f"t{column_c}")
    return 0.0, None


def bundling_factor(loaded: int) -> tuple[float, Cell]:
    """Correction for so many current-carrying conductors (from 1) together, and its cell. Table 5C.

    >>> [bundling_factor(n)[0] for n in (3, 4, 24, 43)]
    [1.0, 0.8, 0.7, 0.5]
    """
    row = next(r for r in BUNDLING.rows if r == "more" or loaded <= int(r))
    return BUNDLING.number(row, "factor") or 0.0, Cell(BUNDLING.name, row, "factor")


def dwelling_rating(metal: str, size: str) -> float | None:
    """Greatest service or feeder (A) of one dwelling on that size by Table 39; None below its first row. Between two
    rows the lower one holds.

    >>> dwelling_rating("cu", "1/0"), dwelling_rating("al", "4"), dwelling_rating("cu", "8")
    (125.0, 60.0, None)
    """
    ratings = [r for r in DWELLING.rows if AWG.rank(DWELLING.word(r, metal)) <= AWG.rank(size)]
    return float(ratings[-1]) if ratings else None


def impedance_columns(metal: str, raceway: str) -> tuple[str, str]:
    """Columns of the impedance table: resistance and reactance. No raceway reads the PVC columns.

    >>> impedance_columns("cu", "none"), impedance_columns("al", "RMC")
    (('r_cu_pvc', 'x_pvc'), ('r_al_steel', 'x_steel'))
    """
    round_it = "steel" if raceway in _STEEL else "pvc"
    return f"r_{metal}_{round_it}", f"x_{round_it}"


@lru_cache(maxsize=1024)
def impedance(metal: str, size: str, raceway: str) -> complex:
    """R + jX (ohm/m) of one conductor at 75 C.

    >>> impedance("cu", "1/0", "PVC") * 1000
    (0.3937+0.1444j)
    """
    r, x = impedance_columns(metal, raceway)
    return complex(IMPEDANCE.number(size, r) or 0.0, IMPEDANCE.number(size, x) or 0.0) / 1000.0


@lru_cache(maxsize=256)
def is_made(insulation: str, size: str) -> bool:
    """Whether a cable is made in that size.

    >>> is_made("NMD90", "2"), is_made("NMD90", "1"), is_made("TECK90", "750")
    (True, False, True)
    """
    return AWG.rank(size) <= AWG.rank(INSULATIONS.word(insulation, "largest"))
