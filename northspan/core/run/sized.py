"""One run sized, before its working is written, and what was found wrong with it."""

from collections.abc import Mapping
from dataclasses import dataclass
from typing import Any

from northspan.core.figures.working import Level, Step
from northspan.core.run.question import RunQuestion
from northspan.core.run.rung import Ladder, Rung


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
    max_length_m: float | None


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
