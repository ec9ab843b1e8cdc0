"""The days of a job, planned while somebody waits: what has been found so far is told as it is found."""

import logging
import threading
from collections.abc import Iterator
from queue import Empty, SimpleQueue

from flask import Response
from flask_openapi3 import Tag

from northspan.core.day.change import change_steps
from northspan.core.day.customer import customer_note
from northspan.core.day.days import Days, days
from northspan.core.day.task import Duration, Durations
from northspan.core.document.file import sound
from northspan.core.job.job import Job
from northspan.core.solution import Solution
from northspan.server.day.models import DayNews, DayRequest
from northspan.server.replies import refusals
from northspan.server.resource import Resource
from northspan.server.wiring import shop_list, solutions
from northspan.shop.lists import DurationItem

day = Resource("day", __name__, url_prefix="/api/day", abp_tags=[Tag(name="Day")], abp_responses=refusals(422))
log = logging.getLogger(__name__)


@day.post("", responses={200: DayNews})
def plan_days(body: DayRequest) -> Response:
    """Plan the days of a job; one JSON object a line: each better plan's dark minutes, then the days. Who hangs up ends
    the search.
    """
    job = sound(body.job)
    solution = solutions().of(job).solution
    return Response(_lines(job, solution, durations(), body.seconds), mimetype="application/x-ndjson")


def durations() -> Durations:
    """How long work takes in the shop, by its kind."""
    return {
        i.name: Duration(i.minutes, i.per, i.crew, i.why) for i in shop_list("durations") if isinstance(i, DurationItem)
    }


def _lines(job: Job, solution: Solution, takes: Durations, seconds: float) -> Iterator[str]:
    found: SimpleQueue[DayNews | Exception] = SimpleQueue()
    hung_up = threading.Event()

    def seek() -> None:
        try:
            heard = lambda dark, least: found.put(DayNews(dark_minutes=dark, least_dark=least))  # noqa: E731
            made: Days = days(job, solution, takes, seconds, heard, hung_up.is_set)
            steps = list(change_steps(job, solution, made))
            found.put(DayNews(days=made, note=customer_note(job, made), steps=steps))
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
        hung_up.set()
