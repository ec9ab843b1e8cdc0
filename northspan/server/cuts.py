"""The wire of a job cut from the shop's spools, and the labels for spools and leads."""

from flask import Response
from flask_openapi3 import Tag
from pydantic import BaseModel, ConfigDict

from northspan.core.cuts.of_job import JobCuts, SpoolStock, job_cuts
from northspan.core.document.file import JobFileError, sound
from northspan.core.document.problem import Problem
from northspan.core.job.job import Job
from northspan.server.files import sent_file
from northspan.server.models import JobPath
from northspan.server.panels.models import LabelQuery
from northspan.server.replies import refusals, reply, sends
from northspan.server.resource import Resource
from northspan.server.wiring import job_store, shop_list, solutions
from northspan.shop.lists import PriceItem, SpoolItem

cuts = Resource("cuts", __name__, url_prefix="/api/cuts", abp_tags=[Tag(name="Cuts")], abp_responses=refusals(404, 422))


class CutsReply(BaseModel):
    """The cut plan of a job."""

    model_config = ConfigDict(frozen=True)

    cuts: JobCuts


@cuts.post("", responses={200: CutsReply})
def cut_job(body: Job) -> Response:
    """Cut the wire of a job at least cost from the shop's list of spools, by the foot where none serves."""
    return reply(CutsReply(cuts=_cut(sound(body))))


@cuts.get("/<job_id>/labels.pdf", responses={200: sends("application/pdf")})
def labels(path: JobPath, query: LabelQuery) -> Response:
    """Labels for the spools and leads of a stored job as PDF."""
    from northspan.paper.labelled.wire import wire_labels_pdf

    job = job_store().get(path.job_id).sound()
    body = wire_labels_pdf(job, _cut(job), query.sheet)
    return sent_file(body, f"{job.name} wire labels", "pdf", "application/pdf")


def _cut(job: Job) -> JobCuts:
    ready = solutions().of(job).ready
    prices = {i.name: i.price for i in shop_list("prices") if isinstance(i, PriceItem)}
    try:
        return job_cuts(ready.book, ready.job, ready.sized, _spools(), prices, job.told)
    except TimeoutError as slow:
        raise JobFileError([Problem("", str(slow))]) from slow


def _spools() -> list[SpoolStock]:
    """The shop's spools, each once for every colour that it comes in."""
    return [
        SpoolStock(i.name, (f"{i.metal} {i.insulation}", i.size, colour.strip()), i.length_ft, i.price, i.van)
        for i in shop_list("spools")
        if isinstance(i, SpoolItem)
        for colour in i.colours.split(";")
    ]
