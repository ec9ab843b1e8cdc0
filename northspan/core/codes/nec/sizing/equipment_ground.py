"""Equipment grounding conductors (250.122)."""

from dataclasses import dataclass

from northspan.core.book.kinds import Metal, RunUse
from northspan.core.codes.nec.data import AMPACITY, AWG, EQUIPMENT_GROUND, PROPERTIES, SERVICE_NEUTRAL

_CLOSE_ENOUGH = 0.005
_ROWS = tuple((float(row), row) for row in EQUIPMENT_GROUND.rows)
_MILS = {size: PROPERTIES.number(size, "cmil") or 0.0 for size in PROPERTIES.rows}


@dataclass(frozen=True, slots=True)
class EquipmentGround:
    """An equipment grounding conductor and how it came: the table's row and size, the circular mils asked for
    after the proportional increase (equal to the table's where there is none), the final size.
    """

    size: str
    table_row: str
    table_size: str
    asked_mils: float
    ratio: float


def table_size(breaker_a: float, metal: Metal) -> tuple[str, str] | None:
    """Table row and size for a device of ``breaker_a`` (A); None above the table. 250.122(A).

    >>> table_size(90.0, "al"), table_size(25.0, "cu")
    (('100', '6'), ('60', '10'))
    """
    for upper, row in _ROWS:
        if breaker_a <= upper + 1e-9:
            return row, EQUIPMENT_GROUND.word(row, metal)
    return None


def equipment_ground(breaker_a: float, metal: Metal, size: str, required: str | None) -> EquipmentGround | None:
    """The conductor for ungrounded conductors of ``size`` where ``required`` would carry the load; None above
    the table. 250.122(A), 250.122(B).

    The increase goes with circular mils and takes a size within half a percent of what is asked. Never larger
    than the ungrounded conductor, but never smaller than the smallest size its metal is made in.

    >>> equipment_ground(100.0, "cu", "1", "3").size
    '6'
    """
    found = table_size(breaker_a, metal)
    if found is None:
        return None
    row, base = found
    ratio = 1.0
    if required is not None and AWG.rank(size) > AWG.rank(required):
        ratio = _MILS[size] / _MILS[required]
    asked = _MILS[base] * ratio
    chosen = base if ratio == 1.0 else smallest_of_mils(asked, metal)
    capped = chosen if chosen is not None and AWG.rank(chosen) <= AWG.rank(size) else size
    if AMPACITY.value(capped, f"{metal}_60") is None:
        capped = next(s for s in AMPACITY.rows if AMPACITY.value(s, f"{metal}_60") is not None)
    return EquipmentGround(capped, row, base, asked, ratio)


def supply_jumper(metal: Metal, size: str, made_of: Metal) -> EquipmentGround:
    """The supply-side bonding jumper that goes with hots of ``size``: Table 250.102(C)(1).

    >>> supply_jumper("cu", "2/0", "cu").size
    '4'
    """
    row = service_row(metal, _MILS[size])
    chosen = SERVICE_NEUTRAL.word(row, f"jumper_{made_of}") if row else _service_neutral(made_of, _MILS[size])
    return EquipmentGround(chosen, row or "", chosen, _MILS[chosen], 1.0)


def smallest_of_mils(circular_mils: float, metal: Metal) -> str | None:
    """Smallest size made in ``metal`` within half a percent of ``circular_mils`` or above; None past the table.

    >>> smallest_of_mils(26000.0, "cu"), smallest_of_mils(27000.0, "cu")
    ('6', '4')
    """
    enough = circular_mils * (1.0 - _CLOSE_ENOUGH)
    made = (size for size in AMPACITY.rows if AMPACITY.value(size, f"{metal}_60") is not None)
    return next((size for size in made if _MILS[size] >= enough), None)


def neutral_floor(use: RunUse, breaker_a: float, metal: Metal, size: str, sets: int = 1) -> str:
    """Smallest size a neutral may have, capped at the ungrounded conductor.

    A feeder's by the equipment ground table, 215.2(B); a service's by the area of the ungrounded conductors of
    all sets together, each set then at least this size, 250.24(D), 250.102(C)(1).

    >>> neutral_floor("feeder", 100.0, "al", "2"), neutral_floor("service", 200.0, "al", "4/0")
    ('6', '2')
    """
    if use == "service":
        return AWG.smaller(_service_neutral(metal, _MILS[size] * sets), size)
    found = table_size(breaker_a, metal)
    return size if found is None else AWG.smaller(found[1], size)


def service_row(metal: Metal, circular_mils: float) -> str | None:
    """Row of Table 250.102(C)(1) for an area of ungrounded conductors; None beyond the table.

    >>> service_row("cu", 167_800.0), service_row("cu", 2_000_000.0)
    ('3', None)
    """
    for row in SERVICE_NEUTRAL.rows:
        upper = SERVICE_NEUTRAL.value(row, f"{metal}_up_to")
        if isinstance(upper, str) and circular_mils <= bound(upper) + 1e-9:
            return row
    return None


def _service_neutral(metal: Metal, circular_mils: float) -> str:
    row = service_row(metal, circular_mils)
    if row is not None:
        return SERVICE_NEUTRAL.word(row, f"jumper_{metal}")
    return smallest_of_mils(circular_mils / 8.0, metal) or next(reversed(_MILS))


def bound(size: str) -> float:
    """Circular mils of a size that bounds a row, some of which (1100 kcmil) are not made.

    >>> bound("4/0"), bound("1100")
    (211600.0, 1100000.0)
    """
    return _MILS[size] if size in _MILS else 1000.0 * float(size)
