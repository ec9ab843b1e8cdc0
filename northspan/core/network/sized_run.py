"""A run of a property as sized, with what guards it, and its ungrounded conductors for themselves."""

from collections.abc import Sequence
from dataclasses import dataclass

from northspan.core.book.kinds import Metal
from northspan.core.figures.sizes.scale import Scale
from northspan.core.job.run import Run
from northspan.core.network.guards import Guard
from northspan.core.run.sized import Sizing


@dataclass(frozen=True, slots=True)
class SizedRun:
    """One run of the job with its place in the file, its sizing (without rungs where it has no load yet) and what
    guards it.

    ``dwellings`` is how many have a part of theirs beyond it, ``carries_dwelling`` that it carries one whole and no
    other; ``entered_over`` is the sum of the loads beyond (A) where the run's own load is locked, else None;
    ``limit_pct`` the drop limit in force (%), binding or not, ``unbalance_a`` what its loads leave on the neutral (A;
    None: not known), whatever the neutral is sized by.
    """

    index: int
    run: Run
    sizing: Sizing
    guard: Guard
    entered_over: float | None
    limit_pct: float
    dwellings: int
    carries_dwelling: bool
    unbalance_a: float | None


@dataclass(frozen=True, slots=True)
class Hots:
    """The ungrounded conductors of a run: metal, size, and how many parallel sets of them."""

    metal: Metal
    size: str
    sets: int


def hots_of(each: SizedRun) -> Hots | None:
    """A sized run's ungrounded conductors; None while it has no size."""
    rung, q = each.sizing.rung, each.sizing.question
    return None if rung is None else Hots(q.metal, rung.size, q.sets)


def area_of(scale: Scale, hots: Sequence[Hots]) -> float:
    """Area (mm²) of one hot of every set together, by the scale their sizes stand on."""
    return sum(scale.area_mm2(h.size) * h.sets for h in hots)
