"""What would explain readings, as it is told."""

from dataclasses import dataclass

from northspan.core.readings.network.suspects import Kind


@dataclass(frozen=True, slots=True)
class ThingAnswer:
    """One thing that may be wrong: its kind, and where it is (ids)."""

    kind: Kind
    at: tuple[str, ...]


@dataclass(frozen=True, slots=True)
class SuspectAnswer:
    """A suspect, one thing or two at once: its key, what it is and does, the section, its chance (0 to 1), what it
    would have read at each reading in their order, its own words for what no reading tells it from, the things it is,
    and whether nothing is wrong if it is that.
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


@dataclass(frozen=True, slots=True)
class NextAnswer:
    """What to read next, in words, and the two suspects that it tells apart."""

    what: str
    at: str
    part: str
    words: str
    tells: tuple[str, str]


@dataclass(frozen=True, slots=True)
class Explanation:
    """The numbers of the readings that were explained, every suspect with the likeliest first, what to read next; the
    numbers of those that no one thing explains.
    """

    readings: tuple[int, ...]
    suspects: tuple[SuspectAnswer, ...]
    next: NextAnswer | None
    left: tuple[int, ...] = ()
