"""Workings on demand: how one figure of a solved job came out, and which table cells a job read."""

from typing import Any

from flask import Response, abort
from flask_openapi3 import Tag

from northspan.core.figures.working import Figure, NamedFigure
from northspan.core.solve.opened.cells import cells_read
from northspan.server.answers.models import CellsReply, FigurePlace, RunPath, RunReply, SolutionPath, WorkingReply
from northspan.server.answers.replies import refusals, reply
from northspan.server.answers.resource import Resource
from northspan.server.solving.solutions import Solved
from northspan.server.started.wiring import solutions

workings = Resource(
    "workings", __name__, url_prefix="/api/solutions", abp_tags=[Tag(name="Workings")], abp_responses=refusals(404)
)


@workings.get("/<key>/working", responses={200: WorkingReply})
def get_working(path: SolutionPath, query: FigurePlace) -> Response:
    """One figure of a solved job with its working; ``at`` is its JSON pointer in the solution."""
    found: Any = _solved(path.key).solution
    try:
        for name in query.at.split("/")[1:]:
            found = _within(found, name.replace("~1", "/").replace("~0", "~"))
    except (LookupError, ValueError, AttributeError):
        abort(404, "There is no such figure")
    if not isinstance(found, Figure):
        abort(404, "There is no such figure")
    return reply(WorkingReply(figure=found))


@workings.get("/<key>/runs/<run>", responses={200: RunReply})
def get_run(path: RunPath) -> Response:
    """One run of a solved job with its ladders and every working."""
    found = next((run for run in _solved(path.key).solution.runs if run.id == path.run), None)
    if found is None:
        abort(404, "There is no such run")
    return reply(RunReply(run=found))


@workings.get("/<key>/cells", responses={200: CellsReply})
def get_cells(path: SolutionPath) -> Response:
    """Where a solved job read each table, and for what."""
    solved = _solved(path.key)
    return reply(CellsReply(tables=cells_read(solved.job, solved.solution)))


def _solved(key: str) -> Solved:
    found = solutions().get(key)
    if found is None:
        abort(404, "That was solved too long ago: solve it again")
    return found


def _within(value: Any, name: str) -> Any:
    """A part of an answer by its name in JSON: of a list by its index, of named figures by their key."""
    if isinstance(value, tuple):
        if value and isinstance(value[0], NamedFigure):
            return {each.key: each.figure for each in value}[name]
        return value[int(name)]
    if name.startswith("_") or name not in getattr(value, "__dataclass_fields__", ()):
        raise LookupError(name)
    return getattr(value, name)
