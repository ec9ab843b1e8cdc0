"""A sheet's edge and its title block, the same on every sheet of a packet."""

from dataclasses import dataclass

from northspan.core.book.library import code_book
from northspan.core.job.planned.packet import Paper
from northspan.paper.drawing.shapes import Path, Shape, Words, fitted, width
from northspan.paper.labels import CAUTION
from northspan.paper.packet.catalogue import Kind
from northspan.paper.sheets.told.matter import Matter

PAPERS: dict[Paper, tuple[float, float]] = {"letter": (279.4, 215.9), "a4": (297.0, 210.0)}
MARGIN, TITLE, LEFT, ASIDE = 9.0, 18.5, 5.0, 3.0
SIZE = 2.6


@dataclass(frozen=True, slots=True)
class Place:
    """Where a page stands: its number among those of its sheet and among those of the packet, of so many each."""

    page: int
    pages: int
    at: int
    of: int


def paper(name: Paper, upright: bool) -> tuple[float, float]:
    """The width and height (mm) of a sheet."""
    wide, high = PAPERS[name]
    return (high, wide) if upright else (wide, high)


def room(size: tuple[float, float]) -> tuple[float, float]:
    """What a sheet of a size leaves for what stands on it (mm)."""
    return size[0] - 2.0 * MARGIN - LEFT - ASIDE, size[1] - 2.0 * MARGIN - TITLE - 2.0 * ASIDE


def frame(matter: Matter, kind: Kind, place: Place, size: tuple[float, float], note: str = "") -> list[Shape]:
    """The edge and the title block of a page; ``note`` is what its words leave to be said."""
    right, foot = size[0] - MARGIN, size[1] - MARGIN
    head = foot - TITLE
    edge = Path(((MARGIN, MARGIN), (right, MARGIN), (right, foot), (MARGIN, foot)), "frame", "line", closed=True)
    job = matter.job
    under = f"{code_book(job.code_book).edition} · house rules: {job.house_rules.name}"
    half = (right - MARGIN) / 2.0
    number = kind.number if place.pages == 1 else f"{kind.number}.{place.page}"
    dated = "not issued" if matter.made_on is None else matter.made_on.isoformat()
    told = f"rev {matter.revision} · {dated} · sheet {place.at} of {place.of}"
    changed = f"bar: changed since {matter.issued[-1].letter}" if matter.issued and matter.before else ""
    key = " · ".join(words for words in (kind.key, changed, note) if words)
    big = width(number, "strong", 6.4)
    return [
        edge,
        Path(((MARGIN, head), (right, head)), "frame", "line"),
        Words(MARGIN + ASIDE, head + 6, fitted(job.name, "strong", 4.4, half - 6), 4.4, "strong"),
        Words(MARGIN + ASIDE, head + 10.4, fitted(under, "words", SIZE, half - 6), SIZE),
        Words(MARGIN + ASIDE, head + 13.9, fitted(key, "words", 2.3, 2.0 * half - 6), 2.3),
        Words(right - ASIDE, head + 6.6, number, 6.4, "strong", "end"),
        Words(right - ASIDE - big - 4, head + 6, fitted(kind.title, "strong", 4.4, half - 10 - big), 4.4,
              "strong", "end"),
        Words(right - ASIDE, head + 10.4, fitted(told, "figures", SIZE, half - 6), SIZE, "figures", "end"),
        Words(MARGIN + ASIDE, head + 17.2, fitted(CAUTION, "words", 2.3, 2.0 * half - 6), 2.3, ink="quiet"),
    ]  # fmt: skip
