"""The logbook: a job's history as a page, and a search over all jobs."""

from datetime import datetime

from flask import Response
from flask_openapi3 import Tag

from northspan.core.plans.inspection import inspection_list
from northspan.core.property.whole.measured import UNITS
from northspan.core.readings.logbook.events import Event, Revision, changes
from northspan.core.readings.logbook.soils import soil_bands
from northspan.core.readings.told.saying import names, said, valued
from northspan.server.answers.models import JobPath
from northspan.server.answers.replies import refusals, reply
from northspan.server.answers.resource import Resource
from northspan.server.logbook.models import HistoryReply, LogbookQuery, LogbookReply
from northspan.server.logbook.search import corrections, electrodes
from northspan.server.packet.models import drawn
from northspan.server.started.wiring import issue_store, job_store, logbook_store, look_store, reading_store, solutions

logbook = Resource(
    "logbook", __name__, url_prefix="/api/logbook", abp_tags=[Tag(name="Logbook")], abp_responses=refusals(404, 422)
)
LATEST = 2000
TICKED = "change/"
FOUND = {"done": "as it should be", "correction": "to be corrected", "let-go": "let go"}


@logbook.get("/<job_id>", responses={200: HistoryReply})
def history(path: JobPath) -> Response:
    """What happened on a job: planned, changed, measured, corrected, found, handed over."""
    stored = job_store().get(path.job_id)
    revisions = [Revision(_local(made), paths) for made, paths in job_store().revisions(path.job_id)]
    events = [*changes(revisions), *_readings(path.job_id), *_looks(path.job_id)]
    events += [
        Event(f"{issue.issued_on.isoformat()}T23:59", "handed-over", f"Packet issued as {issue.letter}")
        for issue in issue_store().issues(path.job_id)
    ]
    events.sort(key=lambda event: event.at, reverse=True)
    return reply(HistoryReply(name=stored.name, events=events[:LATEST]))


@logbook.post("/search", responses={200: LogbookReply})
def search(body: LogbookQuery) -> Response:
    """What was measured or asked for on all jobs."""
    # The drawing library is loaded by whoever first searches.
    from northspan.paper.readings.plots import computed_against_measured, soil_and_season

    if body.kind == "corrections":
        rows = corrections(body)
        return reply(LogbookReply(rows=rows, many=len(rows), jobs=len({r.job_id for r in rows}), drawn=[], bands=[]))
    found = electrodes(body)
    pictures = [drawn(picture) for picture in (soil_and_season(found.earths), computed_against_measured(found.earths))]
    # What the shop knows of a soil does not hang on what is looked for.
    bands = list(soil_bands(logbook_store().soils()))
    return reply(
        LogbookReply(
            rows=found.rows, many=found.many, jobs=found.jobs, drawn=pictures if found.earths else [], bands=bands
        )
    )


def _local(made: datetime) -> str:
    """A moment as the clock on the wall of this machine has it."""
    return made.astimezone().replace(tzinfo=None).isoformat("T", "minutes")


def _readings(job_id: str) -> list[Event]:
    latest, _ = reading_store().latest(job_id, LATEST)
    if not latest:
        return []
    solved = solutions().of(job_store().get(job_id).sound())
    called, words, torque = names(solved.job), solved.ready.book.earthing.words, solved.job.told.torque.sign
    found = []
    for each in latest:
        value = "a curve" if each.value is None else valued(each.what, each.value, UNITS[each.what] or torque)
        what = f"{said(called, words, each.what, each.at, each.part)}: {value}"
        if each.corrects is None:
            found.append(Event(each.on, "measured", what, each.by))
        else:
            found.append(Event(each.on, "corrected", f"{what}, in place of no. {each.corrects}", each.by))
    return found


def _looks(job_id: str) -> list[Event]:
    job = job_store().get(job_id).sound()
    items = {item.key: item for item in inspection_list(job, solutions().of(job).solution)}
    found = []
    for key, looked in look_store().history(job_id):
        item = items.get(key)
        what = f"{item.where}: {FOUND[looked.state]}" if item is not None else FOUND[looked.state]
        if key.startswith(TICKED):
            what = f"At the moment of change, ticked: {key.removeprefix(TICKED)}"
        more = f" ({looked.words})" if looked.words else ""
        found.append(Event(f"{looked.on}T12:00", "found", f"{what}{more}", looked.by))
    return found
