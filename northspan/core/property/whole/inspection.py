"""An item of the inspection list, and what was found where it was looked at."""

from collections.abc import Iterator
from dataclasses import dataclass
from typing import TYPE_CHECKING, Literal, Protocol

if TYPE_CHECKING:
    from northspan.core.job.job import Job
    from northspan.core.property.whole.solution import Solution

Stage = Literal["trench", "rough-in", "final"]
LookState = Literal["done", "correction", "let-go"]
STAGES: dict[Stage, str] = {
    "trench": "before the trench is closed",
    "rough-in": "before the walls are closed",
    "final": "before it is used",
}


@dataclass(frozen=True, slots=True)
class InspectionItem:
    """Something to look at: by which rule, when, where (in words), what it should be, the section behind it.

    ``key`` tells it from every other of its job, and stays its own while the job changes.
    """

    key: str
    rule: str
    stage: Stage
    where: str
    look_for: str
    section: str


@dataclass(frozen=True, slots=True)
class Looked:
    """What was found last where an item was looked at: by whom, on which day, and the number of the photo (None: no
    photo).
    """

    state: LookState
    words: str
    by: str
    on: str
    photo: int | None


class InspectionRules(Protocol):
    """What a code book has inspectors look at."""

    def items(self, job: "Job", solution: "Solution") -> Iterator[InspectionItem]:
        """Everything that a job as it is solved has to be looked at for."""
