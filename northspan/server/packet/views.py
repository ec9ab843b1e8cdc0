"""The packet of a job: looked at sheet by sheet, taken as files, issued."""

from collections.abc import Iterator, Sequence
from datetime import UTC, datetime

from flask import Response
from flask_openapi3 import Tag

from northspan.core.document.file import JobFileError, sound
from northspan.core.figures.problem import Problem
from northspan.core.job.planned.packet import SheetName
from northspan.server.answers.files import sent_file
from northspan.server.answers.models import JobPath
from northspan.server.answers.replies import refusals, refuse, reply, sends
from northspan.server.answers.resource import Resource
from northspan.server.packet.making import making
from northspan.server.packet.matter import matter_of
from northspan.server.packet.models import (
    LetterPath,
    MakeRequest,
    MakingNews,
    PacketReply,
    PacketRequest,
    PageQuery,
    SheetPath,
)
from northspan.server.started.wiring import issue_store, job_store
from northspan.store.issue_store import NoSuchIssue

# The libraries that set pages are loaded by whoever first wants them.
packet = Resource(
    "packet", __name__, url_prefix="/api/packet", abp_tags=[Tag(name="Packet")], abp_responses=refusals(404, 422)
)


@packet.post("", responses={200: PacketReply})
def look_at(body: PacketRequest) -> Response:
    """The packet of a job as it stands, with the pages of one sheet."""
    from northspan.paper.tables.pages import SheetTooLong
    from northspan.server.packet.looked import looked_at

    try:
        return reply(looked_at(matter_of(sound(body.job), body.job_id), body.show))
    except SheetTooLong as trouble:
        return refuse(422, str(trouble))


@packet.get("/<job_id>/<sheet>.pdf", responses={200: sends("application/pdf")})
def sheet_pdf(path: SheetPath) -> Response:
    """One sheet of a stored job as PDF."""
    return _file(path, PageQuery(), "pdf", "application/pdf")


@packet.get("/<job_id>/<sheet>.csv", responses={200: sends("text/csv")})
def sheet_csv(path: SheetPath) -> Response:
    """The tables of a sheet as CSV."""
    return _file(path, PageQuery(), "csv", "text/csv")


@packet.get("/<job_id>/<sheet>.svg", responses={200: sends("image/svg+xml")})
def sheet_svg(path: SheetPath, query: PageQuery) -> Response:
    """A drawing of a sheet as SVG."""
    return _file(path, query, "svg", "image/svg+xml")


@packet.get("/<job_id>/<sheet>.dxf", responses={200: sends("image/vnd.dxf")})
def sheet_dxf(path: SheetPath, query: PageQuery) -> Response:
    """A drawing of a sheet as DXF."""
    return _file(path, query, "dxf", "image/vnd.dxf")


@packet.post("/<job_id>/made", responses={200: MakingNews})
def make(path: JobPath, body: MakeRequest) -> Response:
    """The packet of a stored job in one archive; one JSON object a line: how far it has come, then what was made."""
    stored = job_store().get(path.job_id)
    matter = matter_of(stored.sound(), stored.id, datetime.now(UTC).date() if body.issue else None)
    return Response(_lines(making(matter, stored, body.issue, issue_store())), mimetype="application/x-ndjson")


@packet.get("/<job_id>/issued/<letter>.zip", responses={200: sends("application/zip")})
def issued_zip(path: LetterPath) -> Response:
    """A packet byte for byte as it went out."""
    stored = job_store().get(path.job_id)
    try:
        body = issue_store().archive(stored.id, path.letter)
    except NoSuchIssue:
        return refuse(404, f"No packet {path.letter} of this job went out")
    return sent_file(body, f"{stored.name} packet {path.letter}", "zip", "application/zip")


def _lines(news: Iterator[MakingNews]) -> Iterator[str]:
    for each in news:
        yield each.model_dump_json() + "\n"


def _file(path: SheetPath, query: PageQuery, ending: str, kind: str) -> Response:
    """One of the files of a sheet, of drawings that of one page."""
    from northspan.paper.packet.bound import bind, lay_out
    from northspan.paper.packet.files import sheet_files
    from northspan.paper.tables.pages import SheetTooLong

    stored = job_store().get(path.job_id)
    matter = matter_of(stored.sound(), stored.id, stored.changed_at.date(), wanted=(path.sheet,))
    try:
        sheets = list(bind(matter, list(lay_out(matter))))
    except SheetTooLong as trouble:
        return refuse(422, str(trouble))
    files = dict(sheet_files(matter, sheets[0])) if sheets else {}
    name = f"{path.sheet}-{query.page}.{ending}" if ending in ("svg", "dxf") else f"{path.sheet}.{ending}"
    if name not in files:
        raise JobFileError([_nothing(path.sheet, ending, query.page, list(files))])
    page = f" {query.page}" if ending in ("svg", "dxf") else ""
    return sent_file(files[name], f"{stored.name} {path.sheet}{page}", ending, kind)


def _nothing(sheet: SheetName, ending: str, page: int, files: Sequence[str]) -> Problem:
    same = sum(name.endswith(f".{ending}") for name in files)
    words = f"there are {same} of them" if same else f"the {sheet} sheet of this job has no {ending.upper()}"
    return Problem("/page" if page > 1 else "/sheet", words)
