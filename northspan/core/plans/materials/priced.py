"""A counted job as a list to buy by: what is in the van, what is bought, what it costs."""

import math
from collections.abc import Mapping
from dataclasses import dataclass

from northspan.core.figures.units import US, Units
from northspan.core.figures.working import Figure, Step, Value, number
from northspan.core.plans.cuts.of_job import JobCuts, SpoolAnswer
from northspan.core.plans.materials.count import Material, SoldBy, gathered
from northspan.core.plans.materials.of_job import GROUPS, Counted


@dataclass(frozen=True, slots=True)
class MaterialLine:
    """One line of the list. Lengths in ``unit``, the job's own, or pieces (``pc``): how much was counted and of what,
    how much of it the van has, how much is bought (in sticks, spools or pieces as it is sold, said in ``bought``), the
    price of one ($; None: not in the price list), what the line costs.
    """

    group: str
    name: str
    unit: str
    quantity: Figure
    comes_with: str
    van: float
    buy: float
    bought: str
    price: float | None
    cost: Figure


@dataclass(frozen=True, slots=True)
class MaterialList:
    """Every line, what all of it costs (no value where a price is missing), the names that have no price, and in words
    what could not be counted, and what is taken out.
    """

    lines: tuple[MaterialLine, ...]
    total: Figure
    without_price: Figure
    unpriced: tuple[str, ...]
    open: tuple[str, ...]
    taken: tuple[str, ...]


def material_list(
    counted: Counted, prices: Mapping[str, float], van: Mapping[str, float], cuts: JobCuts, told: Units
) -> MaterialList:
    """Price a counted job: wire and cable as its cut plan buys them, all else by the piece, the foot or the stick.

    ``prices`` are $ and ``van`` feet or pieces, by name.
    """
    spools: dict[str, list[SpoolAnswer]] = {}
    for spool in cuts.spools:
        spools.setdefault(spool.part, []).append(spool)
    left = dict(van)
    lines = [
        _of_wire(m, spools[m.name], told) if m.group == "wire" and m.name in spools else _line(m, prices, left, told)
        for m in gathered(counted.counts)
    ]
    unpriced = tuple(ln.name for ln in lines if ln.cost.value is None)
    steps = [
        Step(words, sum((_cost(ln) for ln in lines if ln.group == words), 0.0), "$", "the lines of it")
        for words in GROUPS.values()
        if any(ln.group == words for ln in lines)
    ]
    known = sum((_cost(ln) for ln in lines), 0.0)
    together = Figure(known, "$", (*steps, Step("Together, no labour", known, "$", "sum")))
    total = Figure(None, "$", tuple(steps)) if unpriced else together
    return MaterialList(tuple(lines), total, together, unpriced, counted.open, counted.taken)


def _cost(line: MaterialLine) -> float:
    return _number(line.cost.value)


def _of_wire(material: Material, spools: list[SpoolAnswer], told: Units) -> MaterialLine:
    """Wire as the cut plan has it: spools of the van first, then what is bought."""
    sign = told.length.sign
    bought = [s for s in spools if not s.in_van]
    steps = tuple(Step(f"{s.name}, {number(round(s.length, 2))} {sign}", s.price, "$", "the cut plan") for s in bought)
    own = sum((s.price for s in bought), 0.0)
    return MaterialLine(
        GROUPS[material.group],
        material.name,
        sign,
        _told(material.quantity, "ft", told),
        "",
        sum((sum(p.length for p in s.pieces) for s in spools if s.in_van), 0.0),
        sum((s.length for s in bought), 0.0),
        _spools(bought, sign),
        None,
        Figure(own, "$", steps),
    )


def _spools(bought: list[SpoolAnswer], sign: str) -> str:
    """How it is bought, in words: whole spools by their length, the rest cut to order."""
    whole: dict[float, int] = {}
    for spool in bought:
        if not spool.ordered:
            whole[spool.length] = whole.get(spool.length, 0) + 1
    ordered = [s for s in bought if s.ordered]
    words = [f"{many} × {number(round(length, 2))} {sign}" for length, many in sorted(whole.items(), reverse=True)]
    if ordered:
        words.append(f"{len(ordered)} cut to order" if len(ordered) > 1 else "cut to order")
    return ", ".join(words)


def _line(material: Material, prices: Mapping[str, float], van: dict[str, float], told: Units) -> MaterialLine:
    quantity = material.quantity
    asked = _number(quantity.value)
    if material.comes_with:
        return MaterialLine(
            GROUPS[material.group], material.name, "pc", _told(quantity, material.unit, told), material.comes_with,
            0.0, 0.0, "", None, Figure(0.0, "$", (Step(f"It comes with {material.comes_with}", 0.0, "$", "Panels"),)),
        )  # fmt: skip
    there = min(asked, van.get(material.name, 0.0))
    van[material.name] = van.get(material.name, 0.0) - there
    lot = material.stick or (1.0 if material.unit == "each" else 0.0)
    wanted = asked - there
    buy = math.ceil(wanted / lot - 1e-9) * lot if lot else wanted
    price = prices.get(material.priced_as)
    in_told = told.length.of(US.length.si(1.0)) if material.unit == "ft" else 1.0
    unit = told.length.sign if material.unit == "ft" else "pc"
    sticks = f"{number(buy / lot)} × {number(round(lot * in_told, 2))} {unit}" if material.stick > 1.0 and buy else ""
    cost = Figure(None, "$", (Step(f"{material.priced_as}: not in the price list", None, "$", "price list"),))
    each = None
    if price is not None:
        each = price / in_told
        what = f"{number(round(buy * in_told, 4))} {unit} × ${each:.2f}"
        cost = Figure(buy * price, "$", (Step(what, buy * price, "$", "price list"),))
    elif buy == 0.0:
        cost = Figure(0.0, "$", (Step("All of it is in the van", 0.0, "$", "the van"),))
    return MaterialLine(
        GROUPS[material.group], material.name, unit, _told(quantity, material.unit, told), "", there * in_told,
        buy * in_told, sticks, each, cost,
    )  # fmt: skip


def _told(quantity: Figure, unit: SoldBy, told: Units) -> Figure:
    """A count in the job's own unit of length, or in pieces."""
    factor, sign = (told.length.of(US.length.si(1.0)), told.length.sign) if unit == "ft" else (1.0, "pc")
    steps = tuple(Step(s.what, _number(s.value) * factor, sign, s.cite) for s in quantity.steps)
    return Figure(_number(quantity.value) * factor, sign, steps)


def _number(value: Value) -> float:
    return value if isinstance(value, float) else 0.0
