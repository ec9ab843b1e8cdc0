"""What the US code book finds wrong with a panel with its cover off, in order."""

from collections.abc import Iterable
from functools import lru_cache

from northspan.core.codes.nec.findings.panel import circuits, directory, holes, lugs, moves, spaces
from northspan.core.document.finding import Finding
from northspan.core.property.panel.solved import SolvedPanel
from northspan.core.property.whole.book import WholeBook
from northspan.core.property.whole.view import JobView

FINDERS = (spaces.find, holes.find, lugs.find, circuits.find, directory.find, moves.find)
REMEMBERED = 200


def find(book: WholeBook, view: JobView) -> Iterable[Finding]:
    """What is wrong with every panel of a job."""
    for solved in view.panels.values():
        yield from _of(book, solved)


@lru_cache(maxsize=REMEMBERED)
def _of(book: WholeBook, solved: SolvedPanel) -> tuple[Finding, ...]:
    return tuple(f for find in FINDERS for f in find(book, solved))
