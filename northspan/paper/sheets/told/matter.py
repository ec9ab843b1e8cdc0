"""What a packet is made from."""

from collections.abc import Mapping
from dataclasses import dataclass
from datetime import date
from functools import cached_property

from northspan.core.book.library import words_of
from northspan.core.job.job import Job
from northspan.core.job.planned.packet import SheetName
from northspan.core.plans.day.days import Days
from northspan.core.plans.inspection import inspection_list
from northspan.core.plans.materials.priced import MaterialList
from northspan.core.property.whole.inspection import InspectionItem, Looked
from northspan.core.property.whole.solution import Solution
from northspan.core.readings.round import Round

# By sheet, what each piece of it said: by what it speaks of, every line in its order.
Facts = Mapping[str, Mapping[str, list[str]]]


@dataclass(frozen=True, slots=True)
class Issue:
    """A packet that went out: its letter and its day."""

    letter: str
    on: date


@dataclass(frozen=True, eq=False)
class Matter:
    """A job with its solution, its priced materials and what was looked at; the sheets that are wanted; the revision's
    letter and day (None: not dated yet); what was issued before, and what the last issue said; the days of the
    work (None: not planned); the readings that were taken (None: none).
    """

    job: Job
    solution: Solution
    listed: MaterialList
    wanted: tuple[SheetName, ...]
    revision: str = "A"
    made_on: date | None = None
    looked: Mapping[str, Looked] | None = None
    issued: tuple[Issue, ...] = ()
    before: Facts | None = None
    days: Days | None = None
    taken: Round | None = None

    @property
    def terms(self) -> Mapping[str, str]:
        """The terms of the job's code book."""
        return words_of(self.job.code_book)

    @cached_property
    def items(self) -> tuple[InspectionItem, ...]:
        """The inspection list."""
        return inspection_list(self.job, self.solution)
