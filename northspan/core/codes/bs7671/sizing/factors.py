"""Factors on a tabulated rating: temperature, grouping, insulation, soil, depth, device (appendix 4, chapter 52)."""

from dataclasses import dataclass
from functools import lru_cache

from northspan.core.codes.bs7671.data import (
    AIR,
    DEPTH,
    GROUND,
    GROUPED,
    GROUPED_DIRECT,
    GROUPED_DUCT,
    INSULATION,
    SOIL,
    next_up,
)
from northspan.core.codes.bs7671.sizing.case import CheckCase
from northspan.core.figures.working import Cell

IN_GROUND = 0.9
REWIRABLE = 0.725
WHOLLY_IN_INSULATION = 0.5
INSULATION_TO_MM2 = 10.0


@dataclass(frozen=True, slots=True)
class Factors:
    """What does not turn on the size: ``ca`` temperature, ``cg`` grouping, ``cs`` soil, ``cd`` depth, ``cc`` device;
    with the cells that were read.
    """

    ca: float
    cg: float
    cs: float
    cd: float
    cc: float
    cells: tuple[tuple[str, Cell], ...]


def factors(case: CheckCase) -> Factors:
    """The factors of a case that hold for every size."""
    cells: list[tuple[str, Cell]] = []
    table, degrees = (GROUND, case.ground_c) if case.in_ground else (AIR, case.ambient_c)
    row = next_up(table, degrees)
    ca = 0.0 if row is None else table.number(row, f"t{case.rated_c}") or 0.0
    if row is not None:
        cells.append(("ca", Cell(table.name, row, f"t{case.rated_c}")))
    cg, cell = grouping(case)
    if cell is not None:
        cells.append(("cg", cell))
    cs = cd = 1.0
    if case.in_ground:
        soil, depth = next_up(SOIL, case.soil_kmw) or "3", next_up(DEPTH, case.depth_m) or "3"
        cs, cd = SOIL.number(soil, case.buried) or 0.0, DEPTH.number(depth, case.buried) or 0.0
        cells += [("cs", Cell(SOIL.name, soil, case.buried)), ("cd", Cell(DEPTH.name, depth, case.buried))]
    return Factors(ca, cg, cs, cd, device_factor(case.in_ground, case.device), tuple(cells))


def grouping(case: CheckCase) -> tuple[float, Cell | None]:
    """Grouping factor and its cell; a number that is not printed takes the next larger, single layers above 9 that
    for 9. 4C1 to 4C3.

    >>> case = CheckCase(ib_a=6, length_m=12, cable="te", circuit="fixed", earthing="TN-S", grouped=3)
    >>> grouping(case)[0]
    0.7
    """
    if case.in_ground:
        if case.grouped == 1:
            return 1.0, None
        table, column = (GROUPED_DIRECT if case.buried == "direct" else GROUPED_DUCT), case.spacing
    else:
        table, column = GROUPED, case.grouping
    row = next((r for r in table.rows if int(r) >= case.grouped and table.number(r, column) is not None), None)
    if row is None:
        row = next(r for r in reversed(list(table.rows)) if table.number(r, column) is not None)
    return table.number(row, column) or 0.0, Cell(table.name, row, column)


@lru_cache(maxsize=1024)
def insulation_factor(length_mm: float, mm2: float) -> float:
    """Factor for so much (mm, from 0) of a cable of ``mm2`` in thermal insulation: the next longer row, half beyond
    400 mm and for any length above 10 mm². 52.2, 523.9.

    >>> insulation_factor(0.0, 16.0), insulation_factor(60.0, 2.5), insulation_factor(900.0, 2.5)
    (1.0, 0.78, 0.5)
    >>> insulation_factor(10.0, 16.0)
    0.5
    """
    if length_mm <= 0.0:
        return 1.0
    row = next_up(INSULATION, length_mm)
    if row is None or mm2 > INSULATION_TO_MM2:
        return WHOLLY_IN_INSULATION
    return INSULATION.number(row, "factor") or 0.0


def device_factor(in_ground: bool, device: str) -> float:
    """Factor Cc on the corrected rating that the device is held to. 433.1.202, 433.1.203.

    >>> device_factor(True, "B"), device_factor(False, "BS3036"), device_factor(True, "BS3036")
    (0.9, 0.725, 0.6525)
    """
    return (IN_GROUND if in_ground else 1.0) * (REWIRABLE if device == "BS3036" else 1.0)
