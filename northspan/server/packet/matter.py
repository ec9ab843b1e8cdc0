"""What a packet is made from, gathered: the job solved, its materials priced, what was issued and looked at before."""

from datetime import date

from northspan.core.document.left import as_left
from northspan.core.job.job import Job
from northspan.core.job.planned.packet import SheetName
from northspan.paper.packet.catalogue import ticked
from northspan.paper.packet.changes import revision
from northspan.paper.sheets.told.matter import Issue, Matter
from northspan.server.buying.stock import materials
from northspan.server.day.takes import durations
from northspan.server.readings.taken import taken_of
from northspan.server.started.wiring import issue_store, look_store, plans, solutions


def matter_of(
    job: Job, job_id: str | None, made_on: date | None = None, wanted: tuple[SheetName, ...] | None = None
) -> Matter:
    """The matter of a job, stored under an id or not yet; ``wanted`` None: the sheets that are ticked in it. Raises
    JobFileError as ``materials`` does.
    """
    solved, left = solutions().of(job), as_left(job).job
    issued = issue_store().issues(job_id) if job_id is not None else []
    return Matter(
        left,
        solved.solution,
        materials(job),
        ticked(job.packet) if wanted is None else wanted,
        revision(len(issued)),
        made_on,
        look_store().looked(job_id) if job_id is not None else None,
        tuple(Issue(each.letter, each.issued_on) for each in issued),
        issued[-1].facts if issued else None,
        plans().get(job, durations()),
        taken_of(solved, job_id),
    )
