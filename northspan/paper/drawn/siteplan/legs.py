"""The legs of every trench as a table: what they lie under, how deep, how far."""

from collections.abc import Iterator

from northspan.core.book.library import code_book
from northspan.core.figures.working import number
from northspan.core.job.job import Job
from northspan.core.property.whole.solution import Solution
from northspan.paper.drawn.siteplan.plan import depth
from northspan.paper.labels import cited, figure
from northspan.paper.sheets.told.named import names_of
from northspan.paper.tables.section import Section

HEAD = ("Run", "Leg", "Long", "Under", "Lies", "Asked", "Section")


def trench_sections(job: Job, solution: Solution) -> Iterator[Section]:
    """One table of all the trenches of a job; none where nothing is buried."""
    names, sign, words = names_of(job), job.told.length.sign, code_book(job.code_book).vocabulary
    rows = []
    for pull in solution.pulls:
        for at, leg in enumerate(pull.legs, 1):
            nodes = pull.nodes[leg.first : leg.first + 2]
            long = nodes[-1].along - nodes[0].along
            told = f"{number(round(long))} {sign}" if pull.measured else "not measured"
            under = words.said("cover_locations", leg.under)
            rows.append(
                (names.runs[pull.run], str(at), told, under, depth(job, leg), figure(leg.asked), cited(leg.asked))
            )
    if rows:
        yield Section("Trenches", HEAD, tuple(rows))
