"""A code book that answers whole properties, and what it finds wrong with them."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from typing import Protocol

from northspan.core.book.library import code_book
from northspan.core.document.finding import Finding
from northspan.core.figures.sizes.scale import Scale
from northspan.core.network.sized_run import SizedRun
from northspan.core.property.ground.earthing import Earthing
from northspan.core.property.loads.rules import LoadRules
from northspan.core.property.panel.rules import PanelRules
from northspan.core.property.pull.rules import PullRules
from northspan.core.property.whole.inspection import InspectionRules
from northspan.core.property.whole.readings import ReadingRules
from northspan.core.property.whole.solution import Condition
from northspan.core.property.whole.view import JobView
from northspan.core.run.rules import SizingRules
from northspan.core.run.sized import RunFinding, Sizing


class FindingRules(Protocol):
    """What is wrong or worth knowing."""

    def run_findings(self, sizing: Sizing) -> Sequence[RunFinding]:
        """Of one run by itself."""

    def job_findings(self, book: WholeBook, view: JobView) -> Sequence[Finding]:
        """Of the job as a whole; ``book`` is what a mended job is tried under."""

    def conditions(self, view: JobView, each: SizedRun) -> Sequence[Condition]:
        """What a run must meet as a tap; none of any other."""


@dataclass(frozen=True, eq=False)
class WholeBook:
    """A code book that answers whole properties: its four parts, its edition and scale of sizes, and the
    sections that steps of the whole are cited by; ``panels`` judges panels with their covers off, ``pulls`` what is
    buried and pulled, ``inspection`` says what is looked at, ``readings`` what they are held against (None: not yet).
    """

    edition: str
    scale: Scale
    sizing: SizingRules
    loads: LoadRules
    earthing: Earthing
    findings: FindingRules
    cites: Mapping[str, str]
    panels: PanelRules | None = None
    pulls: PullRules | None = None
    inspection: InspectionRules | None = None
    readings: ReadingRules | None = None


def whole_book(book_id: str) -> WholeBook:
    """The part of a code book that answers whole properties. Raises KeyError for one that is not built, or answers
    cases only.
    """
    whole = code_book(book_id).whole
    if not isinstance(whole, WholeBook):
        raise KeyError(book_id)
    return whole
