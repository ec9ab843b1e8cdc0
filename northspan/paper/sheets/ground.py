"""The grounding sheet's tables: each place's electrodes, the bonds of every mode."""

from collections.abc import Iterator

from northspan.core.book.library import words_of
from northspan.core.job.job import Job
from northspan.core.property.whole.solution import Solution
from northspan.paper.sheets.ground_rows import PLACE_HEAD, bond_rows, bonds_head, place_rows
from northspan.paper.tables.section import Section


def ground_sections(job: Job, solution: Solution) -> Iterator[Section]:
    """A table for every place that is fed, one for every mode, and what was taken where nothing is on record."""
    words = words_of(job.code_book)
    for ground in solution.ground.places:
        if ground.fed:
            name = next(p.name for p in job.places if p.id == ground.place)
            yield Section(f"{words['step_ground']}: {name}", PLACE_HEAD, tuple(place_rows(job, ground)))
    for mode in solution.ground.modes:
        yield Section(f"Bonds: {mode.name}", bonds_head(words), tuple(bond_rows(job, mode)))
    if solution.ground.modes:
        yield Section("Taken where nothing is on record", ("",), tuple((words,) for words in solution.ground.assumed))
