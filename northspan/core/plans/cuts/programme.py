"""The cheapest spools and lengths where pieces are many: a programme in whole numbers, solved by HiGHS.

Every spool that might be bought is one of its own: whether it is bought, how many pieces of each length it gives. Those
that are alike are bought in order, so that no two cuttings differ only by which of them is which.
"""

from collections.abc import Sequence
from dataclasses import dataclass

import numpy as np

SECONDS = 20.0
INFEASIBLE = 2
# What the solver may be over in a constraint, as a share of a spool: taken off where a cutting used it.
SLACK = 2e-6


@dataclass(frozen=True, slots=True)
class Spool:
    """A spool that can be had: its number in the list of stock, its length (whole units), its price, how many."""

    stock: int
    length: int
    price: float
    most: int


@dataclass(frozen=True, slots=True)
class Cut:
    """What was taken of the stock: each spool with its pieces of each length, pieces of each length by the foot; the
    cost, and what no cutting is below.
    """

    spools: tuple[tuple[Spool, tuple[int, ...]], ...]
    by_the_foot: tuple[int, ...]
    cost: float
    least: float


def many_pieces(
    lengths: Sequence[int],
    counts: Sequence[int],
    spools: Sequence[Spool],
    per_unit: float | None,
    seconds: float = SECONDS,
) -> Cut | None:
    """The cheapest cutting of pieces of ``lengths`` (longest first, whole units, all different), ``counts`` of each;
    None where they cannot all be had.

    ``per_unit`` is the price of a unit of length cut to order; None: not sold so. After so many ``seconds`` (s) the
    best so far, with a ``least`` below its cost. Raises TimeoutError where there is none yet.

    >>> spools = [Spool(1, 250, 40.0, 9), Spool(2, 500, 70.0, 9)]
    >>> many_pieces((120, 90, 60), (2, 1, 2), spools, None).cost, many_pieces((120,), (5,), spools[:1], 0.17).cost
    (70.0, 100.4)
    """
    for room in (1.0, 1.0 - SLACK):
        found = _solved(lengths, counts, spools, per_unit, seconds, room)
        if found is None or all(_fits(spool, way, lengths) for spool, way in found.spools):
            return found
    raise TimeoutError("no cutting was found that keeps every spool's length")


def _fits(spool: Spool, way: Sequence[int], lengths: Sequence[int]) -> bool:
    return sum(n * length for n, length in zip(way, lengths, strict=True)) <= spool.length


def _solved(
    lengths: Sequence[int],
    counts: Sequence[int],
    spools: Sequence[Spool],
    per_unit: float | None,
    seconds: float,
    room: float,
) -> Cut | None:
    from scipy.optimize import Bounds, LinearConstraint, milp
    from scipy.sparse import csr_matrix

    long, wanted = np.array(lengths, dtype=float), np.array(counts, dtype=float)
    total = float(long @ wanted)
    # Of two spools alike that are both bought the pieces of one do not fit the other: together they hold more than one.
    each = [s for s in spools for _ in range(min(s.most, int(2.0 * total / s.length) + 1))]
    bins, sizes = len(each), len(lengths)
    foot = bins + bins * sizes
    cost = np.zeros(foot + sizes)
    cost[:bins] = [s.price for s in each]
    most = np.ones(foot + sizes)
    for b, spool in enumerate(each):
        most[bins + b * sizes : bins + (b + 1) * sizes] = np.minimum(wanted, spool.length // long)
    most[foot:] = 0.0 if per_unit is None else wanted
    cost[foot:] = 0.0 if per_unit is None else per_unit * long
    cells: list[tuple[int, int, float]] = []
    for i in range(sizes):
        cells += [(i, bins + b * sizes + i, 1.0) for b in range(bins)] + [(i, foot + i, 1.0)]
    for b, spool in enumerate(each):
        row = sizes + b
        cells += [(row, bins + b * sizes + i, float(long[i] / spool.length)) for i in range(sizes)]
        cells.append((row, b, -room))
    rows = sizes + bins
    for b in range(bins - 1):
        if each[b] is each[b + 1]:
            cells += [(rows, b, -1.0), (rows, b + 1, 1.0)]
            rows += 1
    at, column, value = zip(*cells, strict=True)
    matrix = csr_matrix((value, (at, column)), shape=(rows, foot + sizes))
    lower, upper = np.full(rows, -np.inf), np.zeros(rows)
    lower[:sizes], upper[:sizes] = wanted, np.inf
    found = milp(
        cost,
        constraints=LinearConstraint(matrix, lower, upper),
        bounds=Bounds(np.zeros(foot + sizes), most),
        integrality=np.ones(foot + sizes),
        options={"mip_rel_gap": 0.0, "time_limit": seconds},
    )
    if found.status == INFEASIBLE:
        return None
    if found.x is None:
        raise TimeoutError(f"no cutting was found in {seconds:g} s")
    taken = [round(float(x)) for x in found.x]
    ways = tuple((s, tuple(taken[bins + b * sizes : bins + (b + 1) * sizes])) for b, s in enumerate(each) if taken[b])
    return Cut(ways, tuple(taken[foot:]), float(found.fun), float(found.mip_dual_bound))
