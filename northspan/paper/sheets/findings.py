"""The findings that are open, with what the electrician says to each."""

from northspan.core.job.job import Job
from northspan.core.property.whole.solution import Solution
from northspan.paper.drawing.shapes import Ink
from northspan.paper.sheets.told.named import names_of
from northspan.paper.tables.section import Section

LEVEL_INKS: dict[str, Ink] = {"danger": "danger", "violation": "danger", "house": "caution"}


def findings_section(job: Job, solution: Solution) -> Section:
    """Every finding with its level, place and section; as many rows as there are findings, or one that says so."""
    names = names_of(job)
    rows = [(f.level, names.where(f), f"{f.title}. {f.words}", f.section) for f in solution.findings]
    inks = tuple(LEVEL_INKS.get(f.level, "ink") for f in solution.findings)
    return Section("Findings", ("Level", "Where", "What", "Section"), tuple(rows) or (("none", "", "", ""),), inks)


def answered_section(job: Job, solution: Solution) -> Section:
    """The findings again, each with the electrician's answer."""
    bare = findings_section(job, solution)
    said = {answer.finding: answer.words for answer in job.packet.answers}
    answers = [said.get(found.key, "") or "no answer yet" for found in solution.findings] or [""]
    rows = tuple((*row, answer) for row, answer in zip(bare.rows, answers, strict=True))
    return Section("Open, and what we say to it", (*bare.head, "Our answer"), rows, bare.inks)
