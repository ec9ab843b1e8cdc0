"""Fewest moves to a difference that is not above a limit: a programme in whole numbers, solved by HiGHS."""

from collections.abc import Mapping, Sequence
from dataclasses import dataclass

import numpy as np

from northspan.core.property.panel.balancing.model import Choice
from northspan.core.property.panel.layout import A, B, BusBars

SECONDS = 60.0
OUT_OF_TIME = 1
Groups = Sequence[Sequence[Choice]]


class OutOfTime(Exception):
    """Neither a layout was found in the time there was, nor that there is none."""


@dataclass(frozen=True, slots=True)
class Taken:
    """The choice taken of every group, the pairs of spaces (their upper ones) that are free for whoever needs one, and
    whether it is proved that nothing better there is.
    """

    choices: tuple[Choice, ...]
    pairs: tuple[int, ...]
    proved: bool

    @property
    def difference(self) -> int:
        """A - B (quarters of a VA)."""
        return sum(c.difference for c in self.choices)


class _Rows:
    """The programme as it is written: columns with their costs, rows with their least and most."""

    def __init__(self) -> None:
        self.costs: list[float] = []
        self.rows: list[tuple[Mapping[int, float], float, float]] = []

    def column(self, cost: float) -> int:
        self.costs.append(cost)
        return len(self.costs) - 1

    def row(self, terms: Mapping[int, float], least: float, most: float) -> None:
        self.rows.append((terms, least, most))


def fewest_moves(
    panel: BusBars, groups: Groups, most: int | None, unit: int = 1, seconds: float = SECONDS
) -> Taken | None:
    """The choices with the fewest moves whose difference is ``most`` (quarters of a VA, None: any) at most; None where
    there is no such layout. Every difference is a multiple of ``unit`` apart from any other. Raises OutOfTime after so
    many ``seconds`` (s) without either.
    """
    from scipy.optimize import Bounds, LinearConstraint, milp
    from scipy.sparse import csr_matrix

    made = _Rows()
    taken = [[made.column(c.moves) for c in group] for group in groups]
    pairs = {s: made.column(0.0) for s in panel.spaces if panel.takes_pair(s)}
    whole = {s: made.column(0.0) for s in panel.twins if panel.usable(s)}
    for columns in taken:
        made.row(dict.fromkeys(columns, 1.0), 1.0, 1.0)
    each = [pair for columns, group in zip(taken, groups, strict=True) for pair in zip(columns, group, strict=True)]
    wanting = {column: -1.0 for column, c in each if c.pair}
    made.row(wanting | dict.fromkeys(pairs.values(), 1.0), 0.0, 0.0)
    halves = _halves(panel, each, pairs)
    for space, terms in halves.items():
        made.row(terms | ({whole[space]: 2.0} if space in whole else {}), 0.0, 2.0)
    for leg in (A, B):
        _leg(made, panel, leg, each, halves, whole)
    if most is not None:
        made.row({column: c.difference / unit for column, c in each}, -most / unit, most / unit)
    cells = [(i, column, value) for i, (terms, _, _) in enumerate(made.rows) for column, value in terms.items()]
    matrix = csr_matrix(
        ([v for _, _, v in cells], ([i for i, _, _ in cells], [c for _, c, _ in cells])),
        shape=(len(made.rows), len(made.costs)),
    )
    limits = LinearConstraint(matrix, [r[1] for r in made.rows], [r[2] for r in made.rows])
    count = len(made.costs)
    found = milp(
        np.asarray(made.costs), constraints=limits, integrality=np.ones(count), bounds=Bounds(0, 1),
        options={"time_limit": max(seconds, 0.0)},
    )  # fmt: skip
    if found.x is None:
        if found.status == OUT_OF_TIME:
            raise OutOfTime
        return None
    on = found.x > 0.5
    chosen = tuple(choice for column, choice in each if on[column])
    return Taken(chosen, tuple(s for s, column in pairs.items() if on[column]), found.status == 0)


def _halves(
    panel: BusBars, each: Sequence[tuple[int, Choice]], pairs: Mapping[int, int]
) -> dict[int, dict[int, float]]:
    """What takes halves of every usable space: two for a whole one."""
    halves: dict[int, dict[int, float]] = {s: {} for s in panel.spaces if panel.usable(s)}
    for column, choice in each:
        for space, many in choice.halves.items():
            halves[space][column] = float(many)
    for space, column in pairs.items():
        for here in (space, space + 2):
            halves[here][column] = 2.0
    return halves


def _leg(
    made: _Rows,
    panel: BusBars,
    leg: str,
    each: Sequence[tuple[int, Choice]],
    halves: Mapping[int, Mapping[int, float]],
    whole: Mapping[int, int],
) -> None:
    """Those that move to a leg find room there: the full-size ones in whole spaces, all of them in what is left."""
    here = [s for s in halves if panel.leg(s) == leg]
    all_terms: dict[int, float] = {}
    full_terms: dict[int, float] = {}
    room_all = room_full = 0.0
    for column, choice in each:
        if choice.mover is not None and choice.leg == leg:
            all_terms[column] = all_terms.get(column, 0.0) + 1.0
            if choice.mover.full_size:
                full_terms[column] = full_terms.get(column, 0.0) + 1.0
    for space in here:
        share = 1.0 if space in whole else 0.5
        room_all += 2.0 if space in whole else 1.0
        for column, many in halves[space].items():
            all_terms[column] = all_terms.get(column, 0.0) + share * many
            if space not in whole:
                full_terms[column] = full_terms.get(column, 0.0) + 0.5 * many
        if space in whole:
            all_terms[whole[space]] = 1.0
            full_terms[whole[space]] = -1.0
        else:
            room_full += 1.0
    made.row(all_terms, -np.inf, room_all)
    made.row(full_terms, -np.inf, room_full)
