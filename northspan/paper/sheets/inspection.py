"""The inspection list as it is carried through the house: what to look for, and what was found."""

from collections.abc import Iterable, Iterator, Mapping

from northspan.core.property.whole.inspection import STAGES, InspectionItem, Looked
from northspan.paper.drawing.shapes import Ink
from northspan.paper.tables.pages import TICKED, TO_TICK
from northspan.paper.tables.section import Row, Section

HEAD = ("", "Where", "Look for", "Section", "Found", "By, on")
SIGNS = {"done": TICKED, "correction": "!", "let-go": "–"}
FOUND = {"done": "as it should be", "correction": "to be corrected", "let-go": "let go"}


def inspection_sections(items: Iterable[InspectionItem], looked: Mapping[str, Looked]) -> Iterator[Section]:
    """A table for each stage of the work that the job has something for."""
    every = list(items)
    for stage, title in STAGES.items():
        here = [item for item in every if item.stage == stage]
        if here:
            inks: tuple[Ink, ...] = tuple("danger" if _state(item, looked) == "correction" else "ink" for item in here)
            rows = tuple(_row(item, looked.get(item.key)) for item in here)
            yield Section(f"Inspection: {title}", HEAD, rows, inks, by_hand=True)


def _state(item: InspectionItem, looked: Mapping[str, Looked]) -> str:
    found = looked.get(item.key)
    return "" if found is None else found.state


def _row(item: InspectionItem, found: Looked | None) -> Row:
    if found is None:
        return (TO_TICK, item.where, item.look_for, item.section, "", "")
    words = ": ".join(each for each in (FOUND[found.state], found.words) if each)
    photo = f"; photo {found.photo}" if found.photo is not None else ""
    return (SIGNS[found.state], item.where, item.look_for, item.section, words + photo, f"{found.by}, {found.on}")
