"""The load calculation: every place by every method, with its lines and the section behind each."""

from collections.abc import Iterator

from northspan.core.book.library import words_of
from northspan.core.figures.working import Figure
from northspan.core.job.job import Job
from northspan.core.property.loads.place_load import PlaceLoad
from northspan.core.property.whole.solution import Solution
from northspan.paper.labels import cited, figure, written
from northspan.paper.sheets.told.named import run_title
from northspan.paper.tables.section import Row, Section


def load_sections(job: Job, solution: Solution) -> Iterator[Section]:
    """Every place's load, then the load that each run is made for, with its working."""
    for load in solution.loads:
        yield load_section(job, load)
    for run, answer in zip(job.runs, solution.runs, strict=True):
        own = [(f.label, f.figure) for f in answer.figures if f.key in ("load", "design")]
        rows = [row for label, found in own for row in _working(label, found)]
        yield Section(f"Made for: {run_title(job, run)}", ("Figure", "Line", "Result", "Section"), tuple(rows))


def load_section(job: Job, load: PlaceLoad) -> Section:
    """A place's load by every method, with its lines."""
    place, words = next(p.name for p in job.places if p.id == load.place), words_of(job.code_book)
    rows: list[Row] = [("", "", "", load.why)]
    for method in load.methods:
        word = "in force" if method.id == load.governs else "may be used" if method.may_be_used else "may not be used"
        rows.append((f"{method.name}, {method.section}", word, "", method.why))
        rows += [("", line.name, figure(line.va), cited(line.va)) for line in method.lines]
        rows.append(("", "Together", figure(method.total_va), ""))
        neutral = "" if method.neutral_amps.value is None else f"{words['grounded']} {figure(method.neutral_amps)}"
        rows.append(("", words["heavier"], figure(method.amps), neutral))
    return Section(f"Loads: {place}", ("Method", "Line", "Result", "Section or reason"), tuple(rows))


def _working(label: str, found: Figure) -> Iterator[Row]:
    for at, step in enumerate(found.steps):
        yield ("" if at else label, step.what, written(step.value, step.unit), step.cite)
