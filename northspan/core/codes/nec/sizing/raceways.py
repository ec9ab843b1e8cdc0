"""Raceway size by fill (Chapter 9, Tables 1, 4, 5 and 5A)."""

from collections.abc import Sequence
from dataclasses import dataclass
from functools import cache

from northspan.core.book.kinds import Metal
from northspan.core.codes.nec.data import AREAS, COMPACT_AREAS, FILL, INSULATIONS, PROPERTIES, RACEWAYS
from northspan.core.codes.nec.sizing.terms import FillRounding
from northspan.core.figures.working import Cell

# Trade size 3/8 is for short tails only: 348.20(A), 356.20(A).
TRADES = tuple(trade for trade in RACEWAYS.rows if trade != "3/8")
NOTE_7 = 0.8


@dataclass(frozen=True, slots=True)
class Pulled:
    """So many conductors of one size in a raceway: what they are, how many, area of one (in²), its cell."""

    what: str
    count: int
    area_in2: float
    cell: Cell


@dataclass(frozen=True, slots=True)
class Fit:
    """How conductors fit a raceway: total area (in²), share allowed, trade size and fill (percent).

    ``trade`` None: no size of this raceway holds them.
    """

    pulled: tuple[Pulled, ...]
    area_in2: float
    share: float
    share_row: str
    trade: str | None
    fill_pct: float | None


@cache
def conductor_area(insulation: str, metal: Metal, size: str) -> tuple[float, Cell] | None:
    """Area (in²) of one insulated conductor and its cell; aluminium from the compact table where it lists the
    size. None for a cable, which is measured, and for a size the tables leave out.

    >>> conductor_area("XHHW-2", "al", "3/0")[0], conductor_area("XHHW-2", "al", "3")[0]
    (0.229, 0.0962)
    """
    compact = INSULATIONS.value(insulation, "compact")
    if metal == "al" and compact is not None and size in COMPACT_AREAS.rows:
        area = COMPACT_AREAS.number(size, f"{compact}_area")
        if area is not None:
            return area, Cell(COMPACT_AREAS.name, size, f"{compact}_area")
    group = INSULATIONS.word(insulation, "areas")
    if group == "none" or size not in AREAS.rows:
        return None
    area = AREAS.number(size, f"{group}_area")
    return None if area is None else (area, Cell(AREAS.name, size, f"{group}_area"))


@cache
def bare_area(metal: Metal, size: str) -> tuple[float, Cell]:
    """Area (in²) of one bare conductor and its cell; compact aluminium where it is listed.

    >>> bare_area("cu", "6")[0], bare_area("al", "6")[0]
    (0.027, 0.0224)
    """
    if metal == "al" and size in COMPACT_AREAS.rows:
        area = COMPACT_AREAS.number(size, "bare_area")
        if area is not None:
            return area, Cell(COMPACT_AREAS.name, size, "bare_area")
    return PROPERTIES.number(size, "area_in2") or 0.0, Cell(PROPERTIES.name, size, "area_in2")


@cache
def raceway_area(raceway: str, trade: str) -> float | None:
    """Inside area (in²) of a raceway; None where that kind is not made or not listed in that trade size.

    >>> raceway_area("PVC40", "1"), raceway_area("EMT", "1")
    (0.832, 0.864)
    """
    return RACEWAYS.number(trade, f"{raceway}_area")


def next_trade(raceway: str, trade: str) -> str:
    """The trade size above, or the same where that kind is not made larger.

    >>> next_trade("EMT", "3/4"), next_trade("EMT", "4")
    ('1', '4')
    """
    above = TRADES[TRADES.index(trade) + 1 :]
    return next((t for t in above if raceway_area(raceway, t) is not None), trade)


def fill_share(count: int, nipple: bool) -> tuple[float, str]:
    """Share of the area that ``count`` conductors may take, and the table's row. Chapter 9 Table 1, note 4.

    >>> fill_share(2, False), fill_share(4, False), fill_share(4, True)
    ((0.31, '2'), (0.4, 'over 2'), (0.6, 'nipple'))
    """
    row = "nipple" if nipple else {1: "1", 2: "2"}.get(count, "over 2")
    return FILL.number(row, "share") or 0.0, row


def fit(
    raceway: str, pulled: Sequence[Pulled], nipple: bool, lock: str | None, rounding: FillRounding = "strict"
) -> Fit:
    """Smallest trade size that holds the conductors, or the locked one with its fill, whatever it is."""
    total = sum(p.count * p.area_in2 for p in pulled)
    share, row = fill_share(sum(p.count for p in pulled), nipple)
    for trade in TRADES if lock is None else (lock,):
        area = raceway_area(raceway, trade)
        if area is not None and (lock is not None or holds(pulled, total, share * area, rounding)):
            return Fit(tuple(pulled), total, share, row, trade, 100.0 * total / area)
    return Fit(tuple(pulled), total, share, row, None, None)


def holds(pulled: Sequence[Pulled], total: float, room: float, rounding: FillRounding) -> bool:
    """Whether wires of ``total`` (in²) fit a ``room`` (in²). By note 7, wires all of one size fit where their number
    comes within two tenths of a whole one. Chapter 9 Table 1, note 7.
    """
    if total <= room + 1e-9:
        return True
    areas = {p.area_in2 for p in pulled}
    if rounding == "strict" or len(areas) != 1:
        return False
    fraction = room / areas.pop()
    many = int(fraction) + (1 if fraction - int(fraction) >= NOTE_7 - 1e-9 else 0)
    return sum(p.count for p in pulled) <= many
