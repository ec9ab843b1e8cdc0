"""Readings of a job: kept as they come, judged and explained as they are looked at."""

from flask import Response
from flask_openapi3 import Tag

from northspan.core.document.file import JobFileError, sound
from northspan.core.figures.problem import Problem
from northspan.core.figures.units import Units
from northspan.core.job.job import Job
from northspan.core.property.whole.measured import Conditions, Measured
from northspan.core.readings.round import Round
from northspan.core.readings.told.readable import Readable, readable
from northspan.core.readings.told.saying import names as names_of
from northspan.core.readings.told.saying import ran_said, said
from northspan.paper.drawing.shapes import Drawing, Mark, moved
from northspan.paper.readings.curve import fall_curve
from northspan.paper.readings.rows import reading_sections
from northspan.paper.tables.as_csv import as_csv
from northspan.server.answers.files import sent_file
from northspan.server.answers.models import CsvFile, JobPath
from northspan.server.answers.replies import refusals, reply, sends
from northspan.server.answers.resource import Resource
from northspan.server.logbook.filled import with_earth
from northspan.server.packet.models import drawn
from northspan.server.readings.csv_readings import read_csv
from northspan.server.readings.models import (
    FallBody,
    PracticeIn,
    ReadingBody,
    ReadingEntry,
    ReadingKept,
    ReadingsKept,
    ReadingsReply,
    ReadingsRequest,
)
from northspan.server.readings.taken import judged, latest_of
from northspan.server.solving.solutions import Solved
from northspan.server.started.wiring import job_store, reading_store, solutions
from northspan.store.job_store import StoredJob
from northspan.store.look_store import NoSuchPhoto
from northspan.store.reading_store import NoSuchReading
from northspan.text.delimited import decoded, named

EVERY = 1_000_000
# The room of a curve on screen.
CURVE_MM = (150.0, 62.0)
readings = Resource(
    "readings", __name__, url_prefix="/api/readings", abp_tags=[Tag(name="Readings")], abp_responses=refusals(404, 422)
)


@readings.post("", responses={200: ReadingsReply})
def the_readings(body: ReadingsRequest) -> Response:
    """The readings of a job as it stands on the desk: judged, and explained."""
    solved = solutions().of(sound(body.job))
    latest, many = latest_of(body.job_id, body.practice)
    taken = judged(solved, latest)
    if taken is None:
        return reply(ReadingsReply(readings=[], many=many, finding=None, readable=[]))
    there = _readable(solved)
    called, words = names_of(solved.job), solved.ready.book.earthing.words
    again = [said(called, words, "torque", at, part) for at, part in taken.again]
    return reply(
        ReadingsReply(
            readings=_entries(solved, taken, there), many=many, finding=taken.finding, readable=list(there),
            drops=list(taken.drops), again=again,
        )
    )  # fmt: skip


@readings.post("/<job_id>", responses={200: ReadingKept})
def keep(path: JobPath, query: PracticeIn, body: ReadingBody) -> Response:
    """Keep a reading; when this is answered it is on the disk."""
    stored = job_store().get(path.job_id)
    _own_round(stored, query)
    job = stored.sound()
    measured = body.measured(job.told)
    _known(job, body)
    try:
        ((_, earth),) = with_earth(solutions().of(job), [measured])
        number = reading_store().add(path.job_id, measured, earth, query.practice, body.key)
    except NoSuchReading:
        raise JobFileError([Problem("/corrects", "there is no such reading with this job")]) from None
    except NoSuchPhoto:
        raise JobFileError([Problem("/photo", "there is no such photo with this job")]) from None
    return reply(ReadingKept(number=number))


@readings.post("/<job_id>/csv", responses={200: ReadingsKept})
def keep_csv(path: JobPath, query: PracticeIn, raw: CsvFile) -> Response:
    """Keep the readings of a CSV file, all that can be read; the lines that cannot are named."""
    stored = job_store().get(path.job_id)
    _own_round(stored, query)
    job = stored.sound()
    solved = solutions().of(job)
    found, broken = read_csv(decoded(raw.get_data()), job, _readable(solved))
    reading_store().add_many(path.job_id, with_earth(solved, found), query.practice)
    return reply(ReadingsKept(kept=len(found), broken=list(named(broken))))


@readings.get("/<job_id>/readings.csv", responses={200: sends("text/csv")})
def readings_csv(path: JobPath, query: PracticeIn) -> Response:
    """Every reading of a stored job as CSV."""
    job = job_store().get(path.job_id).sound()
    solved = solutions().of(job)
    every, _ = reading_store().latest(path.job_id, EVERY, query.practice)
    text = as_csv("Readings", job.name, reading_sections(job, solved.ready.book.earthing.words, every))
    return sent_file(text.encode("utf-8-sig"), f"{job.name} readings", "csv", "text/csv")


def _own_round(stored: StoredJob, query: PracticeIn) -> None:
    """Refuse a round of practice on what is somebody's own house."""
    if query.practice and not stored.practice:
        raise JobFileError(
            [Problem("/practice", "practice on a copy of this job: nothing simulated goes into its own")]
        )


def _entries(solved: Solved, taken: Round, there: tuple[Readable, ...]) -> list[ReadingEntry]:
    called, words = names_of(solved.job), solved.ready.book.earthing.words
    units = {(each.what, each.at, each.part): each.unit for each in there}
    valid = {each.number for each, _ in taken.valid}
    found = []
    for each, held in zip(taken.readings, taken.judged, strict=True):
        room = (CURVE_MM[0] - 6.0, CURVE_MM[1] - 4.0)
        shapes = fall_curve(solved.job, called.get(each.at, each.at), each, held, *room)
        curve = drawn(
            Drawing(
                "Fall of potential", *CURVE_MM, tuple(s for s in moved(shapes, 3.0, 2.0) if not isinstance(s, Mark))
            )
        )
        entry = ReadingEntry(
            measured=each, words=said(called, words, each.what, each.at, each.part),
            ran=ran_said(called, each.ran),
            unit=units.get((each.what, each.at, each.part), ""), standing=each.number in valid, judged=held,
            fall=_told(each, solved.job.told), drawn=curve if shapes else None,
        )  # fmt: skip
        found.append(entry)
    return found


def _readable(solved: Solved) -> tuple[Readable, ...]:
    return readable(solved.job, solved.metered(Conditions()), solved.ready.book.earthing.words)


def _known(job: Job, body: ReadingBody) -> None:
    """Refuse what cannot be read on this job, in words at its field."""
    there = _readable(solutions().of(job))
    problems = []
    if not any((each.what, each.at) == (body.what, body.at) for each in there):
        problems.append(Problem("/at", "nothing of the kind is read there on this job"))
    elif not any((each.what, each.at, each.part) == (body.what, body.at, body.part) for each in there):
        problems.append(Problem("/part", "that is not read there"))
    if body.unread:
        problems.append(Problem("/value", body.unread))
    if body.extra_at and not any(station.id == body.extra_at for station in job.stations):
        problems.append(Problem("/extra_at", "this job has no such equipment"))
    if body.unfit:
        problems.append(Problem(f"/{body.unfit[0]}", body.unfit[1]))
    if body.fall is not None:
        if body.what != "electrode":
            problems.append(Problem("/fall", "a fall of potential is a reading of electrodes"))
        elif any(at >= body.fall.far for at, _ in body.fall.points):
            problems.append(
                Problem("/fall/points", "the potential probe stands between the electrode and the far probe")
            )
    if problems:
        raise JobFileError(problems)


def _told(each: Measured, told: Units) -> FallBody | None:
    """A fall of potential in the job's length."""
    if each.fall is None:
        return None
    points = tuple((told.length.of(at), ohm) for at, ohm in each.fall.points)
    return FallBody(far=told.length.of(each.fall.far_m), points=points)
