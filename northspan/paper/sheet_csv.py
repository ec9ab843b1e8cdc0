"""The calculation sheet as CSV."""

import csv
import io

from northspan.core.job.job import Job
from northspan.core.solution import Solution
from northspan.paper.labels import CAUTION
from northspan.paper.sheet import sections
from northspan.text.delimited import inert


def sheet_csv(job: Job, solution: Solution) -> str:
    """Every section one under the other, each under its title and column heads."""
    out = io.StringIO()
    writer = csv.writer(out)
    writer.writerow(["North Span calculation sheet", inert(job.name)])
    writer.writerow([CAUTION])
    for section in sections(job, solution):
        writer.writerow([])
        writer.writerow([inert(section.title)])
        writer.writerow(section.head)
        writer.writerows([inert(cell) for cell in row] for row in section.rows)
    return out.getvalue()
