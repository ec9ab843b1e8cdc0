"""What changed since the packet that was issued last: facts kept of an issue, bars beside what is not among them."""

from collections.abc import Iterable, Iterator, Mapping
from dataclasses import dataclass

from northspan.paper.drawing.shapes import Mark, Path, Placed, Shape
from northspan.paper.sheets.told.matter import Facts

Told = Mapping[str, list[str]]
LETTERS = "ABCDEFGHIJKLMNOPQRSTUVWXYZ"
# These speak of the packet itself, or of the day: no change of the job.
NOT_HELD = ("Revisions / ", "Sheets / ")


@dataclass(frozen=True, slots=True)
class Change:
    """One thing that a sheet says otherwise than the last issue did; ``was`` or ``now`` is empty where it was not there
    or is no more.
    """

    sheet: str
    of: str
    was: str
    now: str


def revision(issued: int) -> str:
    """The letter of the packet after so many.

    >>> revision(0), revision(25), revision(26)
    ('A', 'Z', 'AA')
    """
    return (LETTERS[issued // 26 - 1] if issued >= 26 else "") + LETTERS[issued % 26]


def facts(pages: Iterable[Iterable[Placed]]) -> dict[str, list[str]]:
    """What a sheet says, by what it speaks of."""
    found: dict[str, list[str]] = {}
    for page in pages:
        for each in page:
            if isinstance(each, Mark) and not each.key.startswith(NOT_HELD):
                lines = found.setdefault(each.key, [])
                if each.words not in lines:
                    lines.append(each.words)
    return found


def barred(page: Iterable[Placed], before: Told | None) -> list[Shape]:
    """A page without its marks, a bar beside what the last issue did not say (None: nothing was issued, or not this
    sheet).
    """
    found: list[Shape] = []
    for each in page:
        if not isinstance(each, Mark):
            found.append(each)
        elif before is not None and not each.key.startswith(NOT_HELD) and each.words not in before.get(each.key, ()):
            found.append(Path(((each.x, each.top), (each.x, each.bottom)), "changes", "heavy", ink="caution"))
    return found


def changes(before: Facts, now: Facts) -> Iterator[Change]:
    """What the sheets of both say otherwise, in the order of the sheets."""
    for sheet, told in now.items():
        if sheet not in before:
            continue
        was = before[sheet]
        for key in dict.fromkeys((*told, *was)):
            gone = [words for words in was.get(key, ()) if words not in told.get(key, ())]
            new = [words for words in told.get(key, ()) if words not in was.get(key, ())]
            for at in range(max(len(gone), len(new))):
                yield Change(sheet, key, gone[at] if at < len(gone) else "", new[at] if at < len(new) else "")
