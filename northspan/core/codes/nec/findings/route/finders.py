"""What the US code book finds wrong with what is buried and pulled, in order."""

from collections.abc import Iterable
from functools import lru_cache

from northspan.core.codes.nec.findings.route import buried, pipe, pulled
from northspan.core.document.finding import Finding
from northspan.core.figures.units import Units
from northspan.core.job.house_rules import HouseRules
from northspan.core.property.pull.solved import SolvedPull
from northspan.core.property.whole.book import WholeBook
from northspan.core.property.whole.view import JobView

FINDERS = (buried.find, pulled.find, pipe.find)
REMEMBERED = 1024


def find(book: WholeBook, view: JobView) -> Iterable[Finding]:
    """What is wrong with the way of every run."""
    for solved in view.pulls.values():
        yield from _of(book, view.job.house_rules, solved, view.job.told)


@lru_cache(maxsize=REMEMBERED)
def _of(book: WholeBook, house: HouseRules, solved: SolvedPull, told: Units) -> tuple[Finding, ...]:
    return tuple(f for find in FINDERS for f in find(book, house, solved, told))
