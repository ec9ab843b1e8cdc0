"""A run sized, before its working is written, and what was found wrong with it."""

from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from typing import Any

from northspan.core.job.job import Run
from northspan.core.property.guards import Guard
from northspan.core.run.question import Metal, RunQuestion
from northspan.core.sizes.awg import circular_mils
from northspan.core.solution import Ladder, Level, Rung
from northspan.core.working import Step


@dataclass(frozen=True, slots=True)
class Companions:
    """What goes with the ungrounded conductors, per set: sizes as placed (a lock counts) and as needed."""

    neutral: str | None
    neutral_needed: str | None
    equipment_ground: str | None
    equipment_ground_needed: str | None
    raceway: str | None
    raceway_needed: str | None
    fill_pct: float | None


@dataclass(frozen=True, slots=True)
class Sizing:
    """One run sized, before its working is written: amperes in A, ``rung`` the chosen or locked size.

    ``leg_drop_pct`` is the drop of the worse leg to the neutral, None where no leg differs from the whole.
    """

    question: RunQuestion
    load_steps: tuple[Step, ...]
    design_a: float
    breaker_a: float | None
    ladder: Ladder
    rung: Rung | None
    companions: Companions | None
    leg_drop_pct: float | None
    max_amps: float | None
    max_length_ft: float | None


@dataclass(frozen=True, slots=True)
class SizedRun:
    """One run of the job with its place in the file, its sizing (without rungs where it has no load yet) and what
    guards it.

    ``entered_over`` is the sum of the loads beyond (A) where the run's own load is locked, else None;
    ``limit_pct`` the drop limit in force (%), binding or not, ``unbalance_a`` what its loads leave on the neutral (A;
    None: not known), whatever the neutral is sized by.
    """

    index: int
    run: Run
    sizing: Sizing
    guard: Guard
    entered_over: float | None
    limit_pct: float
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


def area_of(hots: Sequence[Hots]) -> float:
    """Area (circular mils) of one hot of every set together."""
    return sum(circular_mils(h.size) * h.sets for h in hots)


@dataclass(frozen=True, slots=True)
class Change:
    """A way to mend a run: a short label and new values for the run's fields, by their names in the job."""

    label: str
    fields: Mapping[str, Any]


@dataclass(frozen=True, slots=True)
class RunFinding:
    """A finding on one run, with the changes that may mend it; whether one does is tried before it is offered."""

    rule: str
    level: Level
    section: str
    title: str
    words: str
    candidates: tuple[Change, ...] = ()
