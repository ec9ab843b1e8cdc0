"""What would explain readings, as it is told."""

from dataclasses import dataclass
from typing import Literal

from northspan.core.property.whole.measured import Conditions
from northspan.core.property.whole.readings import Kind

# What is known: too little, that it points to one thing, to things that read alike, to none of the list, that nothing
# of it is wrong.
Standing = Literal["unread", "points", "alike", "unlisted", "sound"]


@dataclass(frozen=True, slots=True)
class ThingAnswer:
    """One thing that may be wrong: its kind, and where it is (ids)."""

    kind: Kind
    at: tuple[str, ...]


@dataclass(frozen=True, slots=True)
class SuspectAnswer:
    """A suspect, one thing or two at once: its key, what it is and does, the section, its chance (0 to 1), what it
    would have read at each reading in their order, its own words for what no reading tells it from, the things it is,
    and whether nothing is wrong if it is that. ``supposes`` says what ran by it where that is not what was said,
    ``danger`` what is live by it; ``misfit`` is how far off the readings are by it (sum of squared deviations, of
    ``degrees`` readings), ``behind`` how much less likely than the first (logarithm).
    """

    key: str
    title: str
    does: str
    section: str
    chance: float
    would_read: tuple[float, ...]
    alike: tuple[str, ...]
    things: tuple[ThingAnswer, ...]
    harmless: bool
    supposes: tuple[str, ...] = ()
    danger: str = ""
    misfit: float = 0.0
    degrees: int = 0
    behind: float = 0.0


@dataclass(frozen=True, slots=True)
class NextAnswer:
    """What to read next, in words, the two suspects that it tells apart, and what is to run (None: as it is)."""

    what: str
    at: str
    part: str
    words: str
    tells: tuple[str, str]
    ran: Conditions | None = None


@dataclass(frozen=True, slots=True)
class Explanation:
    """The numbers of the readings that were explained, every suspect with the likeliest first, what to read next; the
    numbers of those that no one thing explains. What is known by it (``standing``) under its ``heading``, with what
    that rests on (``rests``); what may be live, to be treated so before anything else; how many readings more would
    decide (None: more than a round has, or none would).
    """

    readings: tuple[int, ...]
    suspects: tuple[SuspectAnswer, ...]
    next: NextAnswer | None
    left: tuple[int, ...]
    standing: Standing
    heading: str
    rests: str
    dangers: tuple[str, ...]
    deciding: int | None
