"""The answer to wire that is cut: kind by kind the cheapest stock, what is cut from what, what cannot be had."""

from collections import Counter, defaultdict
from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from typing import Any

from northspan.core.book.case import CaseAnswer, CaseFinding
from northspan.core.figures.working import Figure, NamedFigure, Step, number
from northspan.core.plans.cuts.case import UNITS_A_FOOT, CutCase, Stock, units_of
from northspan.core.plans.cuts.few import TooMany, few_pieces
from northspan.core.plans.cuts.programme import Cut, Spool, many_pieces

Kind = tuple[str, str, str]
HALF_A_CENT = 0.005


@dataclass(frozen=True, slots=True)
class Bought:
    """One spool, or one length cut to order: its number in the list of stock, its length (ft), the runs cut from it."""

    stock: int
    length_ft: float
    pieces: tuple[str, ...]
    cost: float


@dataclass(frozen=True, slots=True)
class KindCut:
    """One kind of wire cut: how many pieces, their wire (ft), what is bought, its cost (None: it cannot be had), and
    the least that no cutting is below.
    """

    kind: Kind
    pieces: int
    wire_ft: float
    bought: tuple[Bought, ...]
    cost: float | None
    least: float | None

    @property
    def proved(self) -> bool:
        """Whether no cutting is cheaper, or none is possible."""
        return self.cost is None or self.least is None or self.cost <= self.least + HALF_A_CENT


def cuts(case: CutCase) -> CaseAnswer:
    """Answer wire that is cut; it passes where every piece can be had."""
    kinds = cut_kinds(case)
    missing = [k.kind for k in kinds if k.cost is None]
    cost = None if missing else sum((k.cost or 0.0 for k in kinds), 0.0)
    values: dict[str, Any] = {
        "feasible": not missing,
        "cost": cost,
        "bought": [
            {"stock": b.stock, "length_ft": b.length_ft, "pieces": list(b.pieces)} for k in kinds for b in k.bought
        ],
        "kinds": [{**_named(k.kind), "pieces": k.pieces, "wire_ft": k.wire_ft, "cost": k.cost} for k in kinds],
        "missing": [_named(kind) for kind in missing],
        "proved": all(k.proved for k in kinds),
    }
    steps = tuple(
        Step(f"{' '.join(w for w in k.kind if w)}, {number(k.wire_ft)} ft in {k.pieces}", k.cost, "$", "cutting stock")
        for k in kinds
    )
    figures = (NamedFigure("cost", "Wire to buy", Figure(cost, "$", steps)),)
    headline = f"{number(cost)} for {len(kinds)} kinds of wire" if cost is not None else "Some wire cannot be had"
    words = "No spool that can be had is long enough, or there are too few, and it is not sold by the foot."
    findings = tuple(
        CaseFinding(
            "wire-not-had", "violation", "unbroken", f"No {' '.join(filter(None, kind))} for every piece", words
        )
        for kind in missing
    )
    return CaseAnswer(not missing, headline, values, figures, findings)


def cut_kinds(case: CutCase) -> tuple[KindCut, ...]:
    """Every kind of wire that has pieces, cut at least cost; sorted by type, size and colour."""
    pieces: dict[Kind, dict[int, list[str]]] = defaultdict(lambda: defaultdict(list))
    for run in case.runs:
        for wire in run.conductors:
            if wire.count:
                pieces[wire.kind][case.piece_units(run)] += [run.id] * wire.count
    stock = [(at, s) for at, s in enumerate(case.stock, 1)]
    return tuple(_cut(kind, pieces[kind], [(at, s) for at, s in stock if s.kind == kind]) for kind in sorted(pieces))


def _cut(kind: Kind, pieces: Mapping[int, list[str]], stock: Sequence[tuple[int, Stock]]) -> KindCut:
    lengths = sorted(pieces, reverse=True)
    counts = [len(pieces[length]) for length in lengths]
    many = sum(counts)
    spools = [
        Spool(at, units_of(s.length_ft), s.price or 0.0, many if s.available is None else min(many, s.available))
        for at, s in stock
        if s.length_ft is not None and s.available != 0 and units_of(s.length_ft) >= lengths[-1]
    ]
    by_foot = [(s.price_per_ft, at) for at, s in stock if s.price_per_ft is not None]
    price, foot_stock = min(by_foot, default=(None, 0))
    per_unit = None if price is None else price / UNITS_A_FOOT
    try:
        found = few_pieces(lengths, counts, spools, per_unit)
    except TooMany:
        found = many_pieces(lengths, counts, spools, per_unit)
    wire = sum(length * count for length, count in zip(lengths, counts, strict=True)) / UNITS_A_FOOT
    if found is None:
        return KindCut(kind, many, wire, (), None, None)
    bought = _handed_out(found, lengths, pieces, foot_stock, price or 0.0)
    return KindCut(kind, many, wire, bought, sum((b.cost for b in bought), 0.0), found.least)


def _handed_out(
    found: Cut, lengths: Sequence[int], pieces: Mapping[int, list[str]], foot_stock: int, price: float
) -> tuple[Bought, ...]:
    """Runs given to the spools; a way of cutting may have room for more pieces than there are."""
    left = {length: list(pieces[length]) for length in lengths}
    by_foot: Counter[int] = Counter(dict(zip(lengths, found.by_the_foot, strict=True)))
    bought = []
    for length in lengths:
        for run in [left[length].pop() for _ in range(min(by_foot[length], len(left[length])))]:
            feet = length / UNITS_A_FOOT
            bought.append(Bought(foot_stock, feet, (run,), feet * price))
    spools = []
    for spool, way in found.spools:
        own = [left[n].pop() for n, many in zip(lengths, way, strict=True) for _ in range(min(many, len(left[n])))]
        if own:
            spools.append(Bought(spool.stock, spool.length / UNITS_A_FOOT, tuple(own), spool.price))
    return (*spools, *bought)


def _named(kind: Kind) -> dict[str, str]:
    return dict(zip(("type", "size", "colour"), kind, strict=True))
