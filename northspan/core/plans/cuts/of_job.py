"""The wire of a whole job cut: every run's conductors with what is kept at their ends, from the cheapest spools."""

from collections import defaultdict
from collections.abc import Mapping, Sequence
from dataclasses import dataclass

from northspan.core.figures.units import US, Units
from northspan.core.figures.working import Figure, Step
from northspan.core.plans.cuts.answer import Bought, Kind, cut_kinds
from northspan.core.plans.cuts.case import Conductor, CutCase, CutRun, Stock
from northspan.core.plans.cuts.pieces import SHEATH, Piece, job_pieces, part_of, sold_as
from northspan.core.property.whole.prepared import Prepared


@dataclass(frozen=True, slots=True)
class SpoolStock:
    """A spool that the shop has or can buy: its name, kind (type, size, colour), length (ft), price ($), how many
    there are at no price (None: none, as many as are wanted are bought).
    """

    name: str
    kind: Kind
    length_ft: float
    price: float
    van: int | None


@dataclass(frozen=True, slots=True)
class CutPiece:
    """A piece on a spool: its run (None: a panel's circuit), where it starts and ends in words, its length in the job's
    units.
    """

    run: str | None
    start: str
    end: str
    letter: str
    length: float
    marked: str | None


@dataclass(frozen=True, slots=True)
class SpoolAnswer:
    """A spool, or wire cut to order (``ordered``), with its pieces and what is left; ``part`` is its kind's name in a
    list of materials. Lengths in the job's units.
    """

    name: str
    part: str
    colour: str
    ordered: bool
    in_van: bool
    length: float
    left: float
    price: float
    pieces: tuple[CutPiece, ...]


@dataclass(frozen=True, slots=True)
class JobCuts:
    """The cut plan of a job: spools, their cost with its working, kinds that cannot be had, runs whose wire is not cut
    here because it is there or has no size; ``proved``: no cutting is cheaper.
    """

    spools: tuple[SpoolAnswer, ...]
    cost: Figure
    missing: tuple[str, ...]
    left_out: tuple[str, ...]
    proved: bool


def job_cuts(ready: Prepared, spools: Sequence[SpoolStock], per_foot: Mapping[str, float]) -> JobCuts:
    """Cut the wire of a job. ``per_foot`` are prices ($) by the names of a price list. Raises TimeoutError."""
    told, pieces = ready.entered.told, job_pieces(ready)
    kinds = sorted({piece.kind for piece in pieces})
    stock = [(s.name, s) for s in spools if s.kind in kinds]
    entries = [
        Stock.model_validate(
            {**_named(s.kind), "length_ft": s.length_ft, "price": 0.0 if s.van else s.price, "available": s.van}
        )
        for _, s in stock
    ]
    sold = [(kind, per_foot[name]) for kind in kinds if (name := sold_as(kind)) in per_foot]
    entries += [Stock.model_validate({**_named(kind), "price_per_ft": price}) for kind, price in sold]
    cut = cut_kinds(_case(pieces, entries))
    waiting: dict[tuple[str, Kind], list[Piece]] = defaultdict(list)
    for piece in pieces:
        waiting[piece.id, piece.kind].append(piece)
    answers, steps, cost = [], [], 0.0
    for kind in cut:
        for bought in kind.bought:
            own = [waiting[run, kind.kind].pop(0) for run in bought.pieces]
            name = f"{_said(kind.kind)}, cut to order"
            if bought.stock <= len(stock):
                name = _titled(stock[bought.stock - 1][0], kind.kind[2])
            in_van = bought.stock <= len(stock) and stock[bought.stock - 1][1].van is not None
            answers.append(_spool(name, kind.kind, bought, own, bought.stock > len(stock), in_van, told))
            steps.append(Step(name, bought.cost, "$", "in the van" if in_van else "spools, prices"))
            cost += bought.cost
    missing = tuple(_said(k.kind) for k in cut if k.cost is None)
    left_out = tuple(run.id for run in ready.job.runs if not any(p.run == run.id for p in pieces))
    total = Figure(None if missing else cost, "$", tuple(steps))
    return JobCuts(tuple(answers), total, missing, left_out, all(k.proved for k in cut))


def _case(pieces: Sequence[Piece], stock: Sequence[Stock]) -> CutCase:
    runs: dict[tuple[str, float], list[Conductor]] = defaultdict(list)
    for piece in pieces:
        runs[piece.id, piece.length_ft].append(Conductor.model_validate(_named(piece.kind)))
    made = tuple(CutRun(id=run, length_ft=length, conductors=tuple(wires)) for (run, length), wires in runs.items())
    return CutCase(runs=made, stock=tuple(stock))


def _named(kind: Kind) -> dict[str, str]:
    return dict(zip(("type", "size", "colour"), kind, strict=True))


def _titled(name: str, colour: str) -> str:
    return name if colour in ("", SHEATH) or colour in name else f"{name}, {colour}"


def _said(kind: Kind) -> str:
    return f"{kind[1]} {kind[0]}" + ("" if kind[2] == SHEATH else f" {kind[2]}")


def _spool(
    name: str, kind: Kind, bought: Bought, own: Sequence[Piece], ordered: bool, in_van: bool, told: Units
) -> SpoolAnswer:
    used = sum(piece.length_ft for piece in own)
    length = told.length.of(US.length.si(bought.length_ft))
    return SpoolAnswer(
        name,
        part_of(kind),
        kind[2],
        ordered,
        in_van,
        length,
        told.length.of(US.length.si(max(0.0, bought.length_ft - used))),
        bought.cost,
        tuple(
            CutPiece(p.run, p.start, p.end, p.letter, told.length.of(US.length.si(p.length_ft)), p.marked) for p in own
        ),
    )
