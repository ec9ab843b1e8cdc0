"""The wire of a job cut from the shop's spools, and the labels for spools and leads."""

from flask import Response
from flask_openapi3 import Tag
from pydantic import BaseModel, ConfigDict

from northspan.core.document.file import sound
from northspan.core.document.left import as_left
from northspan.core.plans.cuts.of_job import JobCuts
from northspan.server.answers.files import sent_file
from northspan.server.answers.models import JobPath, LabelQuery, SentJob
from northspan.server.answers.replies import refusals, reply, sends
from northspan.server.answers.resource import Resource
from northspan.server.buying.stock import cut
from northspan.server.started.wiring import job_store

cuts = Resource("cuts", __name__, url_prefix="/api/cuts", abp_tags=[Tag(name="Cuts")], abp_responses=refusals(404, 422))


class CutsReply(BaseModel):
    """The cut plan of a job."""

    model_config = ConfigDict(frozen=True)

    cuts: JobCuts


@cuts.post("", responses={200: CutsReply})
def cut_job(body: SentJob) -> Response:
    """Cut the wire of a job at least cost from the shop's list of spools, by the foot where none serves."""
    return reply(CutsReply(cuts=cut(as_left(sound(body.root)).job)))


@cuts.get("/<job_id>/labels.pdf", responses={200: sends("application/pdf")})
def labels(path: JobPath, query: LabelQuery) -> Response:
    """Labels for the spools and leads of a stored job as PDF."""
    from northspan.paper.labelled.wire import wire_labels_pdf

    job = as_left(job_store().get(path.job_id).sound()).job
    body = wire_labels_pdf(job, cut(job), query.sheet)
    return sent_file(body, f"{job.name} wire labels", "pdf", "application/pdf")
