"""Jobs that are not stored: solved as sent, and any rung of a ladder explained."""

from flask import Response
from flask_openapi3 import Tag

from northspan.core.document.file import JobFileError, sound
from northspan.core.figures.problem import Problem
from northspan.core.figures.working import by_key
from northspan.core.plans.whatif.least.lines import least_lines
from northspan.core.plans.whatif.what_if import what_if
from northspan.core.solve.opened.fault import FaultQuestion, fault_answer
from northspan.core.solve.opened.rung import rung_figures
from northspan.server.answers.models import (
    FaultReply,
    FaultRequest,
    LeastCostAnswer,
    LeastCostRequest,
    PosedJob,
    SentJob,
    SolveAnswer,
    WhatIfAnswer,
    WorkingAnswer,
    WorkingRequest,
)
from northspan.server.answers.replies import refusals, reply, whole
from northspan.server.answers.resource import Resource
from northspan.server.started.wiring import shop_list, solutions
from northspan.shop.lists import PriceItem

MOST_COMPARED = 1000
MOST_CHOSEN = 100
solving = Resource(
    "solving", __name__, url_prefix="/api/solve", abp_tags=[Tag(name="Solving")], abp_responses=refusals(422)
)


@solving.post("", responses={200: SolveAnswer})
def solve_job(body: SentJob) -> Response:
    """Solve a job without saving it."""
    solved = solutions().of(sound(body.root))
    return whole(PosedJob(job=solved.whole, key=solved.key), "solution", solved.written)


@solving.post("/what-if", responses={200: WhatIfAnswer})
def variants(body: SentJob) -> Response:
    """A job's variants side by side, priced by the shop's list."""
    job = sound(body.root)
    if len(job.runs) * (len(job.variants) + 1) > MOST_COMPARED:
        words = (
            f"{len(job.runs)} runs with {len(job.variants)} variants; up to {MOST_COMPARED:,} runs in all are compared"
        )
        raise JobFileError([Problem("/variants", words)])
    return reply(WhatIfAnswer(what_if=what_if(job, _prices())))


@solving.post("/least-cost", responses={200: LeastCostAnswer})
def least(body: LeastCostRequest) -> Response:
    """Metal and size of every free run that keep every rule and cost least, by the shop's price list."""
    job = sound(body.job)
    if len(job.runs) > MOST_CHOSEN:
        words = f"{len(job.runs)} runs; up to {MOST_CHOSEN} are chosen together"
        raise JobFileError([Problem("/job/runs", words)])
    unknown = next((run for run in body.lines if run not in {r.id for r in job.runs}), None)
    if unknown is not None:
        raise JobFileError([Problem("/lines", f"there is no run {unknown!r} in this job")])
    return reply(LeastCostAnswer(least=least_lines(job, _prices(), body.years, dict.fromkeys(body.lines))))


@solving.post("/working", responses={200: WorkingAnswer})
def working(body: WorkingRequest) -> Response:
    """The figures of one rung of a run's ladder, with their working."""
    job = sound(body.job)
    if body.run not in {r.id for r in job.runs}:
        raise JobFileError([Problem("/run", f"there is no run {body.run!r} in this job")])
    return reply(
        WorkingAnswer(figures=by_key(rung_figures(solutions().of(job).ready, body.run, body.metal, body.size)))
    )


@solving.post("/fault", responses={200: FaultReply})
def fault(body: FaultRequest) -> Response:
    """Drop a fault on the job in one of its modes, or see it run; with the plain answers for that station."""
    job = sound(body.job)
    asked = FaultQuestion(**{name: getattr(body, name) for name in FaultQuestion.__dataclass_fields__})
    try:
        return reply(FaultReply(answer=fault_answer(solutions().of(job).ready, asked)))
    except KeyError as missing:
        raise JobFileError([Problem("", f"there is no mode or equipment {missing.args[0]!r} in this job")]) from missing


def _prices() -> dict[str, float]:
    """Prices ($ per foot or piece) by the shop's list."""
    return {item.name: item.price for item in shop_list("prices") if isinstance(item, PriceItem)}
