"""One wire in a raceway by the tables: its diameter, its area, its strength. Chapter 9, Tables 5, 5A and 8."""

from functools import cache

from northspan.core.book.kinds import Metal
from northspan.core.codes.nec.data import AREAS, COMPACT_AREAS, INSULATIONS, PROPERTIES, RACEWAYS
from northspan.core.codes.nec.sizing.raceways import bare_area, conductor_area

# What soft wire takes without stretching, lb for each circular mil; makers' usual figures, no section.
LB_PER_MIL = {"cu": 0.008, "al": 0.006}
BARE = "bare"


@cache
def measured(insulation: str, metal: Metal, size: str) -> tuple[float, float] | None:
    """Diameter (in) and area (in²) of one wire as the tables give them; None where they do not list the size.

    >>> measured("XHHW-2", "al", "4/0"), measured("bare", "cu", "6"), measured("THHN", "cu", "1250")
    ((0.59, 0.2733), (0.184, 0.027), None)
    """
    if insulation == BARE:
        area, cell = bare_area(metal, size)
        column = "bare_diam" if cell.table == COMPACT_AREAS.name else "diam_in"
    else:
        found = conductor_area(insulation, metal, size)
        if found is None:
            return None
        area, cell = found
        column = cell.column.replace("_area", "_diam")
    table = {t.name: t for t in (AREAS, COMPACT_AREAS, PROPERTIES)}[cell.table]
    diameter = table.number(size, column)
    return None if diameter is None else (diameter, area)


def strength_lb(metal: Metal, size: str) -> float:
    """The pull (lb) that one conductor takes: 0.008 lb a circular mil for copper, 0.006 for aluminium.

    >>> round(strength_lb("al", "4/0"), 1)
    1269.6
    """
    return LB_PER_MIL[metal] * (PROPERTIES.number(size, "cmil") or 0.0)


def inside(raceway: str, trade: str) -> tuple[float, float] | None:
    """Inside diameter (in) and area (in²) of a raceway; None where that kind is not made in that trade size.

    >>> inside("PVC40", "2"), inside("EMT", "6")
    ((2.047, 3.291), None)
    """
    if trade not in RACEWAYS.rows or f"{raceway}_diam" not in RACEWAYS.columns:
        return None
    diameter, area = RACEWAYS.number(trade, f"{raceway}_diam"), RACEWAYS.number(trade, f"{raceway}_area")
    return None if diameter is None or area is None else (diameter, area)


def insulations() -> tuple[str, ...]:
    """The insulations whose single wires the tables measure."""
    return tuple(i for i in INSULATIONS.rows if INSULATIONS.word(i, "areas") != "none")
