"""Readings of electrodes over all jobs, searched where they are kept; nothing is solved for it."""

from collections.abc import Callable
from dataclasses import dataclass

from sqlalchemy import ColumnElement, Engine, SQLColumnExpression, String, and_, func, or_, select
from sqlalchemy.orm import Session, aliased

from northspan.core.property.whole.measured import Measured
from northspan.core.readings.logbook.earth import Earth
from northspan.core.readings.logbook.soils import SoilSum
from northspan.store.models import EarthRow, JobRow, ReadingRow
from northspan.store.reading_store import earth_row, measured


@dataclass(frozen=True, slots=True)
class EarthAsked:
    """What is looked for; empty or None: whatever it is. ``words`` in the job's name, the place's or the note, ``most``
    ohms, days as ISO says them.
    """

    words: str = ""
    by: str = ""
    soil: str = ""
    state: str = ""
    most: float | None = None
    since: str = ""
    until: str = ""


@dataclass(frozen=True, slots=True)
class EarthFound:
    """A reading of electrodes: its job's id and name, what it tells, when, by whom, its note, the ground's state."""

    job_id: str
    job: str
    earth: Earth
    on: str
    by: str
    note: str
    state: str


class LogbookStore:
    """Readings of electrodes on every job that is not deleted nor for practice, that no later one corrects."""

    def __init__(self, engine: Engine):
        self._engine = engine

    def found(self, asked: EarthAsked, most: int) -> tuple[list[EarthFound], int, int]:
        """So many of the latest that are asked for; how many there are in all, and on how many jobs."""
        wanted = (*_standing(), *_wanted(asked))
        with Session(self._engine) as session:
            many, jobs = session.execute(
                select(func.count(), func.count(JobRow.id.distinct())).select_from(_JOINED).where(*wanted)
            ).one()
            rows = session.execute(
                select(ReadingRow, JobRow.name, EarthRow)
                .select_from(_JOINED)
                .where(*wanted)
                .order_by(ReadingRow.id.desc())
                .limit(most)
            )
            return [_found(*row) for row in rows], many, jobs

    def soils(self) -> list[SoilSum]:
        """What every reading tells of its soil, summed by the soil's kind."""
        log = EarthRow.log_rho
        query = (
            select(EarthRow.soil, func.count(), func.sum(log), func.sum(log * log))
            .select_from(_JOINED)
            .where(*_standing(), log.is_not(None))
            .group_by(EarthRow.soil)
        )
        with Session(self._engine) as session:
            rows = session.execute(query)
            return [SoilSum(soil, many, logs or 0.0, squares or 0.0) for soil, many, logs, squares in rows]

    def fill(self, told: Callable[[str, list[Measured]], list[Earth | None]]) -> int:
        """Keep what older readings tell, by what ``told`` makes of those of a job; gives how many there were. One that
        tells nothing is kept as such, so that it is asked for once.
        """
        lacking = and_(ReadingRow.what == "electrode", ReadingRow.practice == "", EarthRow.reading_id.is_(None))
        query = select(ReadingRow).outerjoin(EarthRow, EarthRow.reading_id == ReadingRow.id).where(lacking)
        by_job: dict[str, list[Measured]] = {}
        with Session(self._engine) as session:
            for row in session.scalars(query):
                by_job.setdefault(row.job_id, []).append(measured(row))
        for job_id, readings in by_job.items():
            with Session(self._engine) as session, session.begin():
                for each, earth in zip(readings, told(job_id, readings), strict=True):
                    session.add(earth_row(each.number, earth or Earth(each.at, "unknown", None, None, None)))
        return sum(len(each) for each in by_job.values())


_JOINED = ReadingRow.__table__.join(EarthRow, EarthRow.reading_id == ReadingRow.id).join(
    JobRow, JobRow.id == ReadingRow.job_id
)


def _standing() -> tuple[ColumnElement[bool], ...]:
    later = aliased(ReadingRow)
    return (
        ReadingRow.what == "electrode",
        ReadingRow.practice == "",
        JobRow.deleted_at.is_(None),
        JobRow.practice.is_(False),
        EarthRow.ohms.is_not(None),
        ~select(later.id).where(later.corrects == ReadingRow.id).exists(),
    )


def _wanted(asked: EarthAsked) -> list[ColumnElement[bool]]:
    note = ReadingRow.rest["note"].as_string().cast(String)
    found: list[ColumnElement[bool]] = []
    if asked.words:
        found.append(or_(*(_holds(each, asked.words) for each in (JobRow.name, EarthRow.place, note))))
    if asked.by:
        found.append(_holds(ReadingRow.by, asked.by))
    if asked.soil:
        found.append(EarthRow.soil == asked.soil)
    if asked.state:
        found.append(ReadingRow.soil == asked.state)
    if asked.most is not None:
        found.append(EarthRow.ohms <= asked.most)
    day = func.substr(ReadingRow.read_at, 1, 10)
    if asked.since:
        found.append(day >= asked.since)
    if asked.until:
        found.append(day <= asked.until)
    return found


def _holds(column: SQLColumnExpression[str], words: str) -> ColumnElement[bool]:
    return func.lower(column).contains(words.lower(), autoescape=True)


def _found(reading: ReadingRow, job: str, earth: EarthRow) -> EarthFound:
    told = Earth(earth.place, earth.soil, earth.ohms, earth.computed, earth.log_rho)
    note = str(reading.rest.get("note", ""))
    return EarthFound(reading.job_id, job, told, reading.read_at, reading.by, note, reading.soil)
