"""Demand factors of Article 220: lighting, dryers, cooking appliances."""

import math
from collections.abc import Sequence
from dataclasses import replace

from northspan.core.codes.nec.data import DRYER_DEMAND, LIGHTING_DEMAND, RANGE_DEMAND
from northspan.core.figures.working import Step, number

DRYER_SMALLEST_VA = 5000.0
_A_BELOW_KW, _B_TO_KW, _C_TO_KW, _LARGEST_KW, _APPLIES_ABOVE_KW = 3.5, 8.75, 12.0, 27.0, 1.75


def lighting(va: float) -> tuple[float, tuple[Step, ...]]:
    """Demand (VA) of dwelling lighting, small-appliance and laundry load together. 220.45.

    >>> lighting(9000.0)[0]
    5100.0
    """
    total, below, steps = 0.0, 0.0, []
    for row in LIGHTING_DEMAND.rows:
        upper = math.inf if row == "more" else float(row)
        part = min(va, upper) - below
        if part <= 0.0:
            break
        factor = LIGHTING_DEMAND.number(row, "factor") or 0.0
        steps.append(LIGHTING_DEMAND.read(row, "factor", f"Share of {number(part)} VA"))
        total += part * factor
        below = upper
    return total, (*steps, Step("Together", total, "VA", "220.45"))


def dryers(ratings_va: Sequence[float]) -> tuple[float, tuple[Step, ...]]:
    """Demand (VA) of household dryers: nameplates, none counted below 5000 VA, by their number. 220.54.

    >>> dryers([4500.0])[0], dryers([5500.0] * 5)[0]
    (5000.0, 23375.0)
    """
    counted = [max(DRYER_SMALLEST_VA, va) for va in ratings_va]
    row = str(len(counted)) if len(counted) < 43 else "43 and more"
    factor = DRYER_DEMAND.number(row, "factor") or 0.0
    total = sum(counted) * factor
    return total, (
        Step("Nameplates, none below 5000 VA", sum(counted), "VA", "220.54"),
        DRYER_DEMAND.read(row, "factor", f"{len(counted)} dryer" + ("s" if len(counted) > 1 else "")),
        Step(f"{number(sum(counted))} VA × {number(factor)}", total, "VA", "220.54"),
    )


def ranges(ratings_va: Sequence[float]) -> tuple[float, tuple[Step, ...]]:
    """Demand (VA) of household cooking appliances. 220.55, columns A, B and C with notes 1 to 3.

    Column C for all of them, raised by note 1 or 2 above 12 kW; where all are 8.75 kW or less, columns A and B by
    note 3 are tried as well and the smaller is taken, as the note allows. An appliance of 1.75 kW or less counts
    whole, and so does one above 27 kW, which the table does not reach.

    >>> ranges([12000.0])[0], ranges([14000.0])[0], ranges([4000.0, 5100.0])[0]
    (8000.0, 8800.0, 5915.0)
    """
    kw = [va / 1000.0 for va in ratings_va]
    inside = [k for k in kw if _APPLIES_ABOVE_KW < k <= _LARGEST_KW]
    whole = 1000.0 * sum(k for k in kw if k not in inside)
    steps: list[Step] = []
    demand = 0.0
    if inside:
        demand, steps = _column_c(inside)
        if max(inside) <= _B_TO_KW:
            by_share, share_steps = _columns_a_b(inside)
            if by_share < demand:
                demand, steps = by_share, share_steps
    if whole:
        steps.append(Step("Outside the table, counted whole", whole, "VA", "220.55"))
    return demand + whole, (*steps, Step("Together", demand + whole, "VA", "220.55"))


def _row(count: int) -> str:
    return next(row for row in RANGE_DEMAND.rows if row == "more" or count <= int(row))


def _column_c(kw: list[float]) -> tuple[float, list[Step]]:
    row = _row(len(kw))
    base = (RANGE_DEMAND.number(row, "c_base") or 0.0) + len(kw) * (RANGE_DEMAND.number(row, "c_each") or 0.0)
    average = sum(max(k, _C_TO_KW) for k in kw) / len(kw)
    over = math.floor(max(0.0, average - _C_TO_KW) + 0.5)
    demand = 1000.0 * base * (1.0 + 0.05 * over)
    many = f"{len(kw)} appliance" + ("s" if len(kw) > 1 else "")
    first = RANGE_DEMAND.read(row, "c_base", f"Column C, {many}")
    steps = [first]
    each = RANGE_DEMAND.number(row, "c_each") or 0.0
    if each:
        words = f"Column C, {many}: {number(float(first.value or 0.0))} kW and {number(each)} kW for each"
        steps = [replace(first, what=words, value=base)]
    if over:
        together = f"{len(kw)} ranges, none below {number(_C_TO_KW)} kW: {number(average * len(kw))} kW together"
        steps.append(Step(together, average, "kW", "220.55 note 2"))
        what = f"Average {number(average)} kW, 5 % for each of {over} kW above 12"
        steps.append(Step(what, demand, "VA", "220.55 notes 1 and 2"))
    return demand, steps


def _columns_a_b(kw: list[float]) -> tuple[float, list[Step]]:
    total, steps = 0.0, []
    for column, chosen in (("a", [k for k in kw if k < _A_BELOW_KW]), ("b", [k for k in kw if k >= _A_BELOW_KW])):
        if not chosen:
            continue
        row = _row(len(chosen))
        share = RANGE_DEMAND.number(row, column) or 0.0
        total += 1000.0 * sum(chosen) * share
        steps.append(RANGE_DEMAND.read(row, column, f"Column {column.upper()} on {number(sum(chosen))} kW"))
    return total, [*steps, Step("By note 3, smaller than column C", total, "VA", "220.55 note 3")]
