"""Panels with their covers off: balanced, filled with what they owe, their schedules, directories and labels."""

import time
from dataclasses import replace

from flask import Response, abort
from flask_openapi3 import Tag

from northspan.core.document.file import JobFileError, sound
from northspan.core.figures.problem import Problem
from northspan.core.job.job import Job
from northspan.core.property.panel.balancing.of_panel import panel_balance
from northspan.core.property.panel.balancing.programme import OutOfTime
from northspan.core.property.panel.proposing import proposal
from northspan.core.property.panel.solve_panels import solve_panels
from northspan.core.property.panel.solved import SolvedPanel
from northspan.paper.panels.schedule import BrokenSchedule, read_schedule, write_schedule
from northspan.server.answers.files import sent_file
from northspan.server.answers.models import LabelQuery
from northspan.server.answers.replies import refusals, refuse, reply, sends
from northspan.server.answers.resource import Resource
from northspan.server.panels.models import (
    BalanceReply,
    BalanceRequest,
    BoughtRequest,
    FixReply,
    PanelPath,
    PanelRequest,
    ProposalReply,
    ScheduleReply,
    ScheduleRequest,
)
from northspan.server.solving.solutions import Solved
from northspan.server.started.wiring import job_store, shop_list, solutions
from northspan.shop.lists import PanelItem
from northspan.shop.panels import bought

panels = Resource(
    "panels", __name__, url_prefix="/api", abp_tags=[Tag(name="Panels")], abp_responses=refusals(404, 422)
)


@panels.post("/panels/balance", responses={200: BalanceReply})
def balance(body: BalanceRequest) -> Response:
    """Balance a panel: the fewest moves to the least difference, the best so far where the proof takes longer."""
    asked = _solved(body.job)
    solved = _panel(asked, body.station)
    until = time.monotonic() + body.seconds
    try:
        found = panel_balance(solved, lambda: until - time.monotonic())
    except OutOfTime:
        found = None
    if found is not None and found.fix is not None:
        found = replace(found, fix=asked.ready.left.fix(found.fix))
    return reply(BalanceReply(balance=found))


@panels.post("/panels/propose", responses={200: ProposalReply})
def propose(body: PanelRequest) -> Response:
    """The circuits that a panel owes from what Loads has of its place, laid out in it."""
    found = _solved(body.job)
    made = proposal(found.ready.book, _panel(found, body.station))
    return reply(ProposalReply(proposal=replace(made, fix=found.ready.left.fix(made.fix)) if made.fix else made))


@panels.post("/panels/bought", responses={200: FixReply})
def buy(body: BoughtRequest) -> Response:
    """The change that puts a panel of the shop's list at a station."""
    job = sound(body.job)
    station = next((s for s in job.stations if s.id == body.station), None)
    item = next((i for i in shop_list("panels") if isinstance(i, PanelItem) and i.name == body.item), None)
    if station is None or item is None:
        missing = f"there is no equipment {body.station!r}" if station is None else f"no panel {body.item!r} is listed"
        raise JobFileError([Problem("/station" if station is None else "/item", missing)])
    return reply(FixReply(fix=bought(job, station, item)))


@panels.post("/panels/schedule", responses={200: ScheduleReply})
def schedule(body: ScheduleRequest) -> Response:
    """Read a schedule: what it would change. It is taken whole or not at all."""
    job = sound(body.job)
    station = next((s for s in job.stations if s.id == body.station), None)
    if station is None or station.panel is None:
        raise JobFileError([Problem("/station", f"there is no panel {body.station!r} in this job")])
    try:
        read = read_schedule(job, station, station.panel, body.text)
    except BrokenSchedule as broken:
        return refuse(422, "No row of that schedule was taken", broken.problems)
    return reply(ScheduleReply(replaced=read.replaced, added=read.added, fix=read.fix))


@panels.get("/jobs/<job_id>/panels/<station>/schedule.csv", responses={200: sends("text/csv")})
def schedule_csv(path: PanelPath) -> Response:
    """A panel's schedule as CSV."""
    solved = _stored(path)[1]
    return sent_file(write_schedule(solved).encode("utf-8-sig"), f"{solved.station.name} schedule", "csv", "text/csv")


@panels.get("/jobs/<job_id>/panels/<station>/directory.pdf", responses={200: sends("application/pdf")})
def directory(path: PanelPath) -> Response:
    """A panel's directory as PDF."""
    from northspan.paper.panels.directory_pdf import directory_pdf

    found, solved = _stored(path)
    stored = job_store().get(path.job_id)
    body = directory_pdf(found.job.name, solved, stored.changed_at.date())
    return sent_file(body, f"{solved.station.name} directory", "pdf", "application/pdf")


@panels.get("/jobs/<job_id>/panels/<station>/labels.pdf", responses={200: sends("application/pdf")})
def labels(path: PanelPath, query: LabelQuery) -> Response:
    """A panel's labels as PDF."""
    from northspan.paper.panels.labels_pdf import labels_pdf

    found, solved = _stored(path)
    stored = job_store().get(path.job_id)
    fault = next(s.fault_a.value for s in found.solution.stations if s.id == path.station)
    known = fault if isinstance(fault, float) else None
    body = labels_pdf(solved, known, query.sheet, stored.changed_at.date())
    return sent_file(body, f"{solved.station.name} labels", "pdf", "application/pdf")


def _solved(job: Job) -> Solved:
    return solutions().of(sound(job))


def _stored(path: PanelPath) -> tuple[Solved, SolvedPanel]:
    found = solutions().of(job_store().get(path.job_id).sound())
    solved = _opened(found, path.station)
    if solved is None:
        abort(404, "There is no such panel in this job")
    return found, solved


def _panel(found: Solved, station: str) -> SolvedPanel:
    solved = _opened(found, station)
    if solved is None:
        raise JobFileError([Problem("/station", f"there is no panel {station!r} in this job")])
    return solved


def _opened(found: Solved, station: str) -> SolvedPanel | None:
    ready = found.ready
    return solve_panels(ready.book, ready.job, ready.net, ready.sized).get(station)
