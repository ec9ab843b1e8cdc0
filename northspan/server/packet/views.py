"""The sheets of a job's packet: drawn for the screen, and as files."""

from typing import Literal

from flask import Response
from flask_openapi3 import Tag
from pydantic import BaseModel, ConfigDict, Field

from northspan.core.document.file import JobFileError, sound
from northspan.core.document.problem import Problem
from northspan.core.job.job import Job
from northspan.paper.drawing.shapes import Drawing
from northspan.server.buying.stock import materials
from northspan.server.files import sent_file
from northspan.server.models import JobPath
from northspan.server.packet.models import DrawnSheet, drawn
from northspan.server.replies import refusals, refuse, reply, sends
from northspan.server.resource import Resource
from northspan.server.wiring import job_store, solutions

packet = Resource(
    "packet", __name__, url_prefix="/api/packet", abp_tags=[Tag(name="Packet")], abp_responses=refusals(404, 422)
)
Paper = Literal["letter", "a4"]


class SheetsRequest(BaseModel):
    """A job as it stands on the desk, and the paper that it is drawn for."""

    model_config = ConfigDict(extra="forbid")

    job: Job
    paper: Paper = "letter"


class SheetsReply(BaseModel):
    """The sheets of a one-line as they are drawn."""

    model_config = ConfigDict(frozen=True)

    sheets: list[DrawnSheet]


class PaperQuery(BaseModel):
    """The paper, and of SVG and DXF which sheet, counted from 1."""

    paper: Paper = "letter"
    sheet: int = Field(1, ge=1, le=1000)


@packet.post("/one-line", responses={200: SheetsReply})
def one_line_drawn(body: SheetsRequest) -> Response:
    """The one-line of a job, laid out from it."""
    from northspan.paper.oneline.sheets import one_line

    job = sound(body.job)
    sheets = one_line(job, solutions().of(job).solution, None, body.paper)
    return reply(SheetsReply(sheets=[drawn(sheet) for sheet in sheets]))


@packet.get("/<job_id>/one-line.pdf", responses={200: sends("application/pdf")})
def one_line_pdf(path: JobPath, query: PaperQuery) -> Response:
    """All sheets of a stored job's one-line as PDF."""
    from northspan.paper.drawing.pdf import pdf

    job, sheets = _sheets(path, query)
    return sent_file(pdf(f"{job.name}: one-line", sheets), f"{job.name} one-line", "pdf", "application/pdf")


@packet.get("/<job_id>/one-line.svg", responses={200: sends("image/svg+xml")})
def one_line_svg(path: JobPath, query: PaperQuery) -> Response:
    """One sheet of a stored job's one-line as SVG."""
    from northspan.paper.drawing.svg import svg

    job, sheets = _sheets(path, query)
    body = svg(_of(sheets, query.sheet)).encode()
    return sent_file(body, f"{job.name} one-line {query.sheet}", "svg", "image/svg+xml")


@packet.get("/<job_id>/one-line.dxf", responses={200: sends("image/vnd.dxf")})
def one_line_dxf(path: JobPath, query: PaperQuery) -> Response:
    """One sheet of a stored job's one-line as DXF."""
    from northspan.paper.drawing.dxf import dxf

    job, sheets = _sheets(path, query)
    body = dxf(_of(sheets, query.sheet))
    return sent_file(body, f"{job.name} one-line {query.sheet}", "dxf", "image/vnd.dxf")


@packet.get("/<job_id>/packet.zip", responses={200: sends("application/zip"), **refusals(422)})
def packet_zip(path: JobPath, query: PaperQuery) -> Response:
    """Every sheet of a stored job in each of its formats, with its job file."""
    from northspan.paper.packet import archive, packet_files
    from northspan.paper.set_pdf import SheetTooLong

    stored = job_store().get(path.job_id)
    job = stored.sound()
    solution = solutions().of(job).solution
    try:
        sheets = list(packet_files(job, solution, materials(job), stored.changed_at.date(), query.paper))
    except SheetTooLong as trouble:
        return refuse(422, str(trouble))
    body = archive([("job.json", job.model_dump_json(indent=1).encode()), *sheets])
    return sent_file(body, f"{job.name} packet", "zip", "application/zip")


def _sheets(path: JobPath, query: PaperQuery) -> tuple[Job, tuple[Drawing, ...]]:
    from northspan.paper.oneline.sheets import one_line

    stored = job_store().get(path.job_id)
    job = stored.sound()
    return job, one_line(job, solutions().of(job).solution, stored.changed_at.date(), query.paper)


def _of(sheets: tuple[Drawing, ...], number: int) -> Drawing:
    if number > len(sheets):
        raise JobFileError([Problem("/sheet", f"there are {len(sheets)} of them")])
    return sheets[number - 1]
