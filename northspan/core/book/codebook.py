"""A code book as it is registered: its tables, its words, and the cases it answers.

What a room of the core asks of a book stands in that room (``rules.py``; ``earthing.py`` in ``ground``).
"""

from collections.abc import Mapping
from dataclasses import dataclass

from northspan.core.book.case import Cases
from northspan.core.book.vocabulary import Vocabulary
from northspan.core.figures.sizes.scale import Scale
from northspan.core.figures.tables import Table


@dataclass(frozen=True, eq=False)
class CodeBook:
    """One family and edition of rules. ``cases`` are the questions it answers case by case, by the verb of the command
    line; ``whole`` answers whole properties (a ``WholeBook``; None: not yet).
    """

    id: str
    title: str
    edition: str
    notes: tuple[str, ...]
    scale: Scale
    tables: Mapping[str, Table]
    vocabulary: Vocabulary
    cases: Mapping[str, Cases]
    whole: object | None = None
