"""What happened on a job, one line each."""

from collections.abc import Iterable, Sequence
from dataclasses import dataclass
from typing import Literal

EventKind = Literal["planned", "changed", "measured", "corrected", "found", "handed-over"]
# What parts of a job are called; a part that is not here goes by its own name.
PARTS = {
    "stations": "stations", "runs": "runs", "places": "places", "house_rules": "house rules", "variants": "variants",
    "packet": "the packet", "day": "the days", "name": "its name", "note": "its note", "metal_paths": "metal paths",
    "interlocks": "interlocks",
}  # fmt: skip


@dataclass(frozen=True, slots=True)
class Event:
    """Something that happened: when (as ISO says it), what kind of thing, in words, by whom (empty: not said)."""

    at: str
    kind: EventKind
    words: str
    by: str = ""


@dataclass(frozen=True, slots=True)
class Revision:
    """A state of the job: when it was made, and the places that were changed (none: it was created)."""

    at: str
    paths: tuple[str, ...]


def changes(revisions: Iterable[Revision], quiet_min: int = 15) -> tuple[Event, ...]:
    """Edits as events: those within so many minutes of the one before are one.

    >>> told = changes([Revision("2026-11-02T10:00", ()), Revision("2026-11-02T10:30", ("/runs/0/cable/length",)),
    ...                 Revision("2026-11-02T10:40", ("/runs/1/use", "/name"))])
    >>> [(e.kind, e.words) for e in told]
    [('planned', 'The job was begun'), ('changed', '2 edits of runs, its name')]
    """
    found: list[Event] = []
    together: list[Revision] = []
    for each in revisions:
        if not each.paths:
            found += _told(together)
            together = []
            found.append(Event(each.at, "planned", "The job was begun"))
            continue
        if together and _minutes(each.at) - _minutes(together[-1].at) > quiet_min:
            found += _told(together)
            together = []
        together.append(each)
    return (*found, *_told(together))


def _told(together: Sequence[Revision]) -> list[Event]:
    if not together:
        return []
    parts = dict.fromkeys(path.split("/")[1] for each in together for path in each.paths)
    named = ", ".join(PARTS.get(part, part.replace("_", " ")) for part in parts)
    many = "One edit" if len(together) == 1 else f"{len(together)} edits"
    return [Event(together[-1].at, "changed", f"{many} of {named}")]


def _minutes(at: str) -> int:
    """Minutes from some beginning; months count 31 days, which only ever makes pauses longer."""
    day, clock = at[:10], at[11:16]
    year, month, date = (int(part) for part in day.split("-"))
    hour, minute = (int(part) for part in clock.split(":"))
    return (((year * 12 + month) * 31 + date) * 24 + hour) * 60 + minute
