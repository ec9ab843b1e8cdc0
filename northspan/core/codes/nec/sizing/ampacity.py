"""Ampacity: base columns, termination limit, ambient correction, bundling adjustment (Articles 110 and 310)."""

import math
from dataclasses import dataclass
from functools import lru_cache

from northspan.core.book.kinds import Metal
from northspan.core.codes.nec.data import AMBIENT, AMPACITY, AWG, BUNDLING, IMPEDANCE, INSULATIONS, PROPERTIES
from northspan.core.codes.nec.sizing.terms import terms_of
from northspan.core.figures.units import FOOT_M
from northspan.core.figures.working import Cell
from northspan.core.physics.raceway.steel import is_steel
from northspan.core.run.question import RunQuestion

ROOFTOP_ADDER_C = 33.0
# As the book tells the same in °F; what is reckoned with is the one above.
ROOFTOP_ADDER_F = 60.0
BASE_AMBIENT_C = 30.0
KFT_M = 1000.0 * FOOT_M
_SER_SMALL_LARGEST = "10"
_AMBIENT_ROWS = tuple((float(row), row) for row in AMBIENT.rows)


@dataclass(frozen=True, slots=True)
class Conductor:
    """What the tables say of one size of one metal and insulation: A at 30 C, R + jX (ohm/m) at 75 C."""

    size: str
    circular_mils: float
    base_a: float
    terminal_a: float
    terminal_column: int
    ohm_m: complex


def derate_column(insulation: str) -> int:
    """Temperature column (C) that correction and adjustment start from. 110.14(C), 334.80.

    >>> derate_column("NM"), derate_column("THWN")
    (90, 75)
    """
    return int(INSULATIONS.number(insulation, "derate_from_c") or 0)


def terminal_column(insulation: str, terminal_c: int, size: str, in_insulation: bool) -> int:
    """Temperature column (C) the terminations allow: the lesser of theirs and the insulation's own.
    110.14(C)(1), 334.80, 340.80; SER of small size in thermal insulation at 60 C, 338.10(B)(4).

    >>> terminal_column("XHHW-2", 75, "4", False), terminal_column("SER", 75, "10", True)
    (75, 60)
    """
    own = int(INSULATIONS.number(insulation, "rated_c") or 0)
    if insulation == "SER" and in_insulation and AWG.rank(size) <= AWG.rank(_SER_SMALL_LARGEST):
        own = 60
    return min(terminal_c, own)


def impedance_columns(metal: Metal, raceway: str) -> tuple[str, str]:
    """Columns of the impedance table for a metal in a raceway: resistance, reactance. A cable or a direct
    burial reads the PVC columns.

    >>> impedance_columns("al", "EMT"), impedance_columns("cu", "none")
    (('r_al_steel', 'xl_steel'), ('r_cu_pvc', 'xl_pvc_al'))
    """
    steel = is_steel(raceway)
    return f"r_{metal}_{'steel' if steel else 'pvc'}", "xl_steel" if steel else "xl_pvc_al"


@lru_cache(maxsize=4096)
def impedance(metal: Metal, size: str, raceway: str) -> complex:
    """R + jX (ohm/m) of one conductor at 75 C. Chapter 9 Table 9, which is in ohm per 1000 ft; between its rows, and
    beyond its ends, R with the inverse of the area and X with its logarithm.

    >>> impedance("al", "3/0", "PVC40") * KFT_M, impedance("cu", "2000", "PVC40").real * KFT_M < 0.019
    ((0.13+0.042j), True)
    """
    r_column, x_column = impedance_columns(metal, raceway)
    rows = [s for s in IMPEDANCE.rows if IMPEDANCE.number(s, r_column) is not None]
    if size in rows:
        return complex(IMPEDANCE.number(size, r_column) or 0.0, IMPEDANCE.number(size, x_column) or 0.0) / KFT_M
    above = next((i for i, s in enumerate(rows) if AWG.rank(s) > AWG.rank(size)), len(rows) - 1)
    low, high = rows[max(above - 1, 0)], rows[max(above, 1)]
    mils, low_mils, high_mils = (PROPERTIES.number(s, "cmil") or 0.0 for s in (size, low, high))
    by_area = (1.0 / mils - 1.0 / low_mils) / (1.0 / high_mils - 1.0 / low_mils)
    by_log = math.log(mils / low_mils) / math.log(high_mils / low_mils)
    (r_low, r_high), (x_low, x_high) = (
        (IMPEDANCE.number(low, column) or 0.0, IMPEDANCE.number(high, column) or 0.0) for column in (r_column, x_column)
    )
    # Past the last row skin effect holds R up; it never falls below what direct current finds.
    return complex(r_low + by_area * (r_high - r_low), x_low + by_log * (x_high - x_low)) / KFT_M


@lru_cache(maxsize=4096)
def conductors(
    metal: Metal, insulation: str, raceway: str, terminal_c: int, in_insulation: bool
) -> tuple[Conductor, ...]:
    """Every size a run may be tried in, from thin to thick: those with an impedance row, an ampacity and a
    make in that insulation are all judged, so a cable's larger sizes are listed too and fail as not made.
    """
    base = derate_column(insulation)
    r_column, x_column = impedance_columns(metal, raceway)
    found = []
    for size in IMPEDANCE.rows:
        r_kft = IMPEDANCE.number(size, r_column)
        base_a = AMPACITY.number(size, f"{metal}_{base}")
        column = terminal_column(insulation, terminal_c, size, in_insulation)
        terminal_a = AMPACITY.number(size, f"{metal}_{column}")
        x_kft = IMPEDANCE.number(size, x_column)
        mils = PROPERTIES.number(size, "cmil")
        if r_kft is None or base_a is None or terminal_a is None or x_kft is None or mils is None:
            continue
        found.append(Conductor(size, mils, base_a, terminal_a, column, complex(r_kft, x_kft) / KFT_M))
    return tuple(found)


def of_question(q: RunQuestion) -> tuple[Conductor, ...]:
    """The sizes to try for a run's ungrounded conductors."""
    return conductors(q.metal, q.insulation, q.raceway, q.terminal_c, terms_of(q).in_insulation)


@lru_cache(maxsize=4096)
def is_made(insulation: str, size: str) -> bool:
    """Whether a cable is made in that size. 334.104, 340.104.

    >>> is_made("NM", "2"), is_made("NM", "1")
    (True, False)
    """
    return AWG.rank(size) <= AWG.rank(INSULATIONS.word(insulation, "largest"))


def ambient_of(q: RunQuestion) -> float:
    """Ambient (C) the conductors feel, with the rooftop adder where it applies. 310.15(B)(2)."""
    adds = terms_of(q).rooftop and INSULATIONS.word(q.insulation, "rooftop_adder") == "yes"
    return q.ambient_c + (ROOFTOP_ADDER_C if adds else 0.0)


@lru_cache(maxsize=4096)
def ambient_factor(column: int, ambient_c: float) -> tuple[float, Cell | None]:
    """Correction factor for an ambient (C) in a temperature column, and its cell. 310.15(B)(1).

    Between two bands the warmer band holds; above the table nothing may be carried (0, no cell).

    >>> ambient_factor(90, 38.0)[0], ambient_factor(90, 40.1)[0], ambient_factor(60, 56.0)[0]
    (0.91, 0.87, 0.0)
    """
    for upper, row in _AMBIENT_ROWS:
        if ambient_c <= upper + 1e-9:
            cell = Cell(AMBIENT.name, row, f"t{column}")
            return AMBIENT.number(row, f"t{column}") or 0.0, cell
    return 0.0, None


@lru_cache(maxsize=4096)
def bundling_factor(loaded: int, nipple: bool) -> tuple[float, Cell | None]:
    """Adjustment for ``loaded`` current-carrying conductors in one raceway, and its cell. 310.15(C)(1).

    Three or fewer, and any number in a nipple, are not adjusted (1, no cell).

    >>> bundling_factor(3, False)[0], bundling_factor(4, False)[0], bundling_factor(9, True)[0]
    (1.0, 0.8, 1.0)
    """
    if loaded <= 3 or nipple:
        return 1.0, None
    for row in BUNDLING.rows:
        if row == "more" or loaded <= int(row):
            return BUNDLING.number(row, "factor") or 0.0, Cell(BUNDLING.name, row, "factor")
    raise AssertionError("the last row of the bundling table has no upper end")
