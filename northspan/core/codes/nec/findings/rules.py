"""What the US code book finds wrong."""

from __future__ import annotations

from collections.abc import Sequence
from typing import TYPE_CHECKING

from northspan.core.codes.nec.findings.run_finders import RUN_FINDERS
from northspan.core.codes.nec.findings.wire import taps
from northspan.core.document.finding import Finding
from northspan.core.property.whole.book import WholeBook
from northspan.core.property.whole.solution import Condition
from northspan.core.run.sized import RunFinding, Sizing

if TYPE_CHECKING:
    from northspan.core.network.sized_run import SizedRun
    from northspan.core.property.whole.view import JobView


class NecFindings:
    """What the US code book finds wrong, of one run and of the job."""

    def run_findings(self, sizing: Sizing) -> Sequence[RunFinding]:
        """What is wrong or worth knowing of one run by itself."""
        return [f for find in RUN_FINDERS for f in find(sizing)]

    def job_findings(self, book: WholeBook, view: JobView) -> Sequence[Finding]:
        """What is wrong or worth knowing of the job as a whole."""
        # One run by itself is sized without them, and without all that grounding takes.
        from northspan.core.codes.nec.findings.job_finders import JOB_FINDERS

        return [f for find in JOB_FINDERS for f in find(book, view)]

    def conditions(self, view: JobView, each: SizedRun) -> Sequence[Condition]:
        """240.21(B) and (C)."""
        return taps.conditions(view, each)
