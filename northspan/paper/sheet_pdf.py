"""The calculation sheet as PDF."""

from datetime import date

from northspan.core.job.job import Job
from northspan.core.solution import Solution
from northspan.paper.set_pdf import set_pdf
from northspan.paper.sheet import sections


def sheet_pdf(job: Job, solution: Solution, made_on: date) -> bytes:
    """The sheet on landscape letter paper. Raises SheetTooLong."""
    return set_pdf(job, "Calculation sheet", tuple(sections(job, solution)), made_on)
