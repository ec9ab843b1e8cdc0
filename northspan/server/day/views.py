"""The days of a job, planned while somebody waits: what has been found so far is told as it is found."""

import logging
import threading
from collections.abc import Iterator
from datetime import date
from queue import Empty, SimpleQueue

from flask import Response
from flask_openapi3 import Tag

from northspan.core.document.file import JobFileError, sound
from northspan.core.figures.problem import Problem
from northspan.core.job.job import Job
from northspan.core.plans.day.change import change_steps
from northspan.core.plans.day.customer import customer_note
from northspan.core.plans.day.days import Days, days, least_dark
from northspan.core.plans.day.task import Durations
from northspan.core.property.whole.solution import Solution
from northspan.paper.day.workdays import workday
from northspan.server.answers.files import sent_file
from northspan.server.answers.models import JobPath
from northspan.server.answers.replies import refusals, reply, sends
from northspan.server.answers.resource import Resource
from northspan.server.day.kept import Plans
from northspan.server.day.models import DayNews, DayRequest, MovedCost, MovedRequest, Stopped, StopRequest
from northspan.server.day.takes import durations
from northspan.server.started.wiring import job_store, plans, solutions

day = Resource("day", __name__, url_prefix="/api/day", abp_tags=[Tag(name="Day")], abp_responses=refusals(404, 422))
log = logging.getLogger(__name__)
# So long (s) a plan is sought while a task is held: what it costs is to be seen before it is let go.
WHILE_HELD_S = 0.5


@day.post("", responses={200: DayNews})
def plan_days(body: DayRequest) -> Response:
    """Plan the days of a job; one JSON object a line: each better plan's dark minutes, then the days. Who hangs up ends
    the search.
    """
    job = sound(body.job)
    solution = solutions().of(job).solution
    lines = _lines(job, solution, durations(), body, plans())
    return Response(lines, mimetype="application/x-ndjson")


@day.post("/stop", responses={200: Stopped})
def stop(body: StopRequest) -> Response:
    """Have a search end with the best so far, which its caller is then told."""
    return reply(Stopped(stopped=plans().stop(body.search)))


@day.post("/cost", responses={200: MovedCost})
def cost(body: MovedRequest) -> Response:
    """How long it would be dark with a task where it is held just now: the best that is found while a hand waits."""
    job = sound(body.job)
    found = least_dark(job, solutions().of(job).solution, durations(), WHILE_HELD_S)
    dark, least = (None, 0) if found is None else (found.dark_minutes, found.least_dark)
    return reply(MovedCost(dark_minutes=dark, least_dark=least))


@day.get("/<job_id>/days.csv", responses={200: sends("text/csv")})
def days_csv(path: JobPath) -> Response:
    """The days of a stored job as CSV, as they were planned last."""
    from northspan.paper.day.rows import day_sections
    from northspan.paper.tables.as_csv import as_csv

    job, made = _planned(path)
    text = as_csv("Days", job.name, day_sections(job, made, customer_note(job, made)))
    return sent_file(text.encode("utf-8-sig"), f"{job.name} days", "csv", "text/csv")


@day.get("/<job_id>/days.ics", responses={200: sends("text/calendar")})
def days_ics(path: JobPath) -> Response:
    """The days of a stored job as a calendar, as they were planned last."""
    from northspan.paper.day.calendar import day_calendar

    job, made = _planned(path)
    try:
        first = date.fromisoformat(job.day.first or "")
    except ValueError:
        raise JobFileError([Problem("/day/first", "say on which date the first day is")]) from None
    return sent_file(day_calendar(job, made, first), f"{job.name} days", "ics", "text/calendar")


def _dates(job: Job) -> list[date]:
    """The dates of its days of work; none where the first is not said, or is no date."""
    try:
        first = date.fromisoformat(job.day.first or "")
    except ValueError:
        return []
    return [workday(first, day) for day in range(1, job.day.days + 1)]


def _planned(path: JobPath) -> tuple[Job, Days]:
    """A stored job and its days; planned now, where they were not looked at."""
    job = job_store().get(path.job_id).sound()
    takes = durations()
    made = plans().get(job, takes)
    if made is None:
        made = days(job, solutions().of(job).solution, takes, 5.0)
        plans().keep(job, takes, made)
    if not made.tasks:
        raise JobFileError([Problem("/day", made.trouble)])
    return job, made


def _lines(job: Job, solution: Solution, takes: Durations, asked: DayRequest, kept: Plans) -> Iterator[str]:
    with kept.searching(asked.search) as ended:
        yield from _news(job, solution, takes, asked.seconds, kept, ended)


def _news(
    job: Job, solution: Solution, takes: Durations, seconds: float, kept: Plans, ended: threading.Event
) -> Iterator[str]:
    found: SimpleQueue[DayNews | Exception] = SimpleQueue()

    def seek() -> None:
        try:
            heard = lambda dark, least: found.put(DayNews(dark_minutes=dark, least_dark=least))  # noqa: E731
            made: Days = days(job, solution, takes, seconds, heard, ended.is_set)
            kept.keep(job, takes, made)
            steps = list(change_steps(job, solution, made))
            found.put(DayNews(days=made, note=customer_note(job, made), steps=steps, dates=_dates(job)))
        except Exception as trouble:
            found.put(trouble)

    threading.Thread(target=seek, daemon=True).start()
    try:
        while True:
            try:
                news = found.get(timeout=1.0)
            except Empty:
                # A line that says nothing shows whether anybody still listens.
                yield "\n"
                continue
            if isinstance(news, Exception):
                log.error("unforeseen fault while days were planned", exc_info=news)
                return
            yield news.model_dump_json() + "\n"
            if news.days is not None:
                return
    finally:
        ended.set()
