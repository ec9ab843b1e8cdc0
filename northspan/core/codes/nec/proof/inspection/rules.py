"""What the US code book has inspectors look at."""

from collections.abc import Iterator

from northspan.core.codes.nec.proof.inspection.earthed import bonds, electrodes
from northspan.core.codes.nec.proof.inspection.gear import equipment
from northspan.core.codes.nec.proof.inspection.routes import along_runs
from northspan.core.job.job import Job
from northspan.core.property.whole.inspection import InspectionItem
from northspan.core.property.whole.solution import Solution


class NecInspection:
    """The items of a job, from what it contains."""

    def items(self, job: Job, solution: Solution) -> Iterator[InspectionItem]:
        """Runs first, then what they end in, then the earth under it."""
        yield from along_runs(job, solution)
        yield from electrodes(job, solution)
        yield from equipment(job, solution)
        yield from bonds(job, solution)
