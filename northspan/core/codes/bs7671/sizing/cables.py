"""Cables: tabulated rating, drop to the ampere and metre, resistance of line and protective conductor."""

from dataclasses import dataclass
from functools import lru_cache

from northspan.core.codes.bs7671.data import OPERATING, RESISTANCE, TABLES, TWIN, TWIN_CPC, size_name
from northspan.core.figures.tables import Table

ONE_FIGURE_TO_MM2 = 16.0


@dataclass(frozen=True, slots=True)
class Drop:
    """mV to the ampere and metre: resistive, reactive, together."""

    r: float
    x: float
    z: float


def rating_table(cable: str, rated_c: int) -> Table:
    """The table a cable's rating is read from; a 90 C cable on 70 C terminals reads that of 70 C.

    >>> rating_table("swa90", 70).name, rating_table("swa90", 90).name
    ('4D4A', '4E4A')
    """
    if cable == "te":
        return TWIN
    return TABLES["4D1A" if cable == "singles" else "4E4A" if rated_c == 90 else "4D4A"]


def rating_column(cable: str, method: str, loaded: str) -> str:
    """The column of that table."""
    return method if cable == "te" else f"{method}_{loaded}"


@lru_cache(maxsize=2048)
def tabulated(cable: str, rated_c: int, method: str, loaded: str, mm2: float) -> float:
    """Tabulated rating It (A) of a size (mm²).

    >>> tabulated("te", 70, "100", "1ph", 2.5), tabulated("swa90", 70, "D", "1ph", 10.0)
    (21.0, 60.0)
    """
    return rating_table(cable, rated_c).number(size_name(mm2), rating_column(cable, method, loaded)) or 0.0


@lru_cache(maxsize=1024)
def drop_figures(cable: str, loaded: str, mm2: float) -> Drop:
    """The drop of a size (mm²) by its cable's own table, whatever the terminals take.

    >>> drop_figures("te", "1ph", 6.0), drop_figures("singles", "3ph", 25.0)
    (Drop(r=7.3, x=0.0, z=7.3), Drop(r=1.5, x=0.29, z=1.55))
    """
    size = size_name(mm2)
    if cable == "te":
        z = TWIN.number(size, "mv") or 0.0
        return Drop(z, 0.0, z)
    table, column = drop_table(cable), f"AB_{loaded}" if cable == "singles" else loaded
    return Drop(*(table.number(size, f"{column}_{part}") or 0.0 for part in "rxz"))


def drop_table(cable: str) -> Table:
    """The table a cable's drop is read from.

    >>> drop_table("singles").name
    '4D1B'
    """
    return TABLES[{"te": "4D5", "singles": "4D1B", "swa70": "4D4B", "swa90": "4E4B"}[cable]]


@lru_cache(maxsize=256)
def resistance(mm2: float) -> float:
    """Resistance (ohm/m) of a plain copper conductor at 20 C.

    >>> resistance(2.5)
    0.00741
    """
    return (RESISTANCE.number(size_name(mm2), "copper") or 0.0) / 1000.0


def hot_factor(cable: str, part: str = "cable") -> float:
    """Factor from 20 C to the operating temperature, of a conductor (``cable``) or of the armour.

    >>> hot_factor("te"), hot_factor("swa90"), hot_factor("swa70", "armour")
    (1.2, 1.28, 1.18)
    """
    return OPERATING.number(f"{part}-{90 if cable == 'swa90' else 70}", "factor") or 0.0


def integral_cpc(mm2: float) -> float:
    """The protective conductor (mm²) inside flat twin and earth of a line size (mm²). BS 6004.

    >>> integral_cpc(2.5), integral_cpc(16.0)
    (1.5, 6.0)
    """
    return float(TWIN_CPC.word(size_name(mm2), "cpc"))


def armour_table(cable: str) -> Table:
    """Armour of a cable: BS 5467 for 90 C, BS 6346 for 70 C."""
    return TABLES["armour-90" if cable == "swa90" else "armour-70"]


def cores(phases: int, protective: str) -> int:
    """Cores of an armoured cable: two for one phase, a third as protective conductor beside the armour, four else.

    >>> cores(1, "armour"), cores(1, "both"), cores(3, "armour")
    (2, 3, 4)
    """
    if phases == 3:
        return 4
    return 3 if protective == "both" else 2


@lru_cache(maxsize=512)
def armour(cable: str, mm2: float, many: int) -> tuple[float, float]:
    """Armour of a cable of so many cores: area (mm²) and resistance (ohm/m at 20 C).

    >>> armour("swa90", 10.0, 2)
    (26.0, 0.006)
    """
    table, size = armour_table(cable), size_name(mm2)
    return table.number(size, f"area_{many}") or 0.0, (table.number(size, f"mohm_m_{many}") or 0.0) / 1000.0
