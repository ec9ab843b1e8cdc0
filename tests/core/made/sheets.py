"""Sheets of a job's packet as the tests look at them."""

from datetime import date

from northspan.commands.packet import _materials
from northspan.core.solve.solve import solve
from northspan.paper.drawing.shapes import Words
from northspan.paper.packet.bound import bind, facts_of, lay_out
from northspan.paper.packet.catalogue import NAMES
from northspan.paper.sheets.told.matter import Issue, Matter

DAY = date(2026, 11, 26)


def matter(job, wanted=NAMES, before=None, **more):
    issued = () if before is None else (Issue("A", DAY),)
    return Matter(job, solve(job), _materials(job), wanted, made_on=DAY, before=before, issued=issued, **more)


def sheets(job, wanted=NAMES, before=None, **more):
    """The sheets of a job, by name."""
    made = matter(job, wanted, before, **more)
    return {sheet.kind.name: sheet for sheet in bind(made, list(lay_out(made)))}


def facts(job, wanted=NAMES):
    return facts_of(list(lay_out(matter(job, wanted))))


def words(sheet):
    return [s for page in sheet.pages for s in page.shapes if isinstance(s, Words)]


def bars(sheet):
    return [s for page in sheet.pages for s in page.shapes if s.layer == "changes"]
