"""Readings of jobs: only ever added to, a correction too."""

from collections.abc import Sequence
from datetime import UTC, datetime
from typing import Any

from sqlalchemy import Engine, func, insert, select
from sqlalchemy.orm import Session

from northspan.core.readings.measured import Conditions, FallTest, Measured
from northspan.store.look_store import NoSuchPhoto
from northspan.store.models import JobRow, PhotoRow, ReadingRow

COLUMNS = ("what", "at", "part", "value", "by", "soil", "corrects", "photo")
REST = ("tried_ma", "instrument", "calibrated", "weather", "soil_c", "note")


class NoSuchReading(LookupError):
    """There is no reading of that number with that job."""


class ReadingStore:
    """What was measured, job by job."""

    def __init__(self, engine: Engine):
        self._engine = engine

    def add(self, job_id: str, reading: Measured, practice: str = "") -> int:
        """Keep a reading; gives its number. Raises NoSuchReading where it corrects what is not there, NoSuchPhoto."""
        with Session(self._engine) as session, session.begin():
            if reading.corrects is not None:
                row = session.get(ReadingRow, reading.corrects)
                if row is None or (row.job_id, row.practice) != (job_id, practice):
                    raise NoSuchReading(reading.corrects)
            photo = select(PhotoRow.id).where(PhotoRow.job_id == job_id, PhotoRow.id == reading.photo)
            if reading.photo is not None and session.scalar(photo) is None:
                raise NoSuchPhoto(reading.photo)
            kept = ReadingRow(**_row(reading, job_id, practice, datetime.now(UTC)))
            session.add(kept)
            session.flush()
            return kept.id

    def add_many(self, job_id: str, readings: Sequence[Measured], practice: str = "") -> None:
        """Keep readings that correct nothing and have no photo, all or none of them."""
        now = datetime.now(UTC)
        if readings:
            with self._engine.begin() as connection:
                connection.execute(insert(ReadingRow), [_row(each, job_id, practice, now) for each in readings])

    def latest(self, job_id: str, most: int, practice: str = "") -> tuple[tuple[Measured, ...], int]:
        """So many of the latest readings of a job, oldest first, and how many there are in all."""
        of_job = (ReadingRow.job_id == job_id, ReadingRow.practice == practice)
        with Session(self._engine) as session:
            many = session.scalar(select(func.count()).where(*of_job)) or 0
            rows = session.scalars(select(ReadingRow).where(*of_job).order_by(ReadingRow.id.desc()).limit(most))
            return tuple(measured(row) for row in reversed(rows.all())), many

    def of_kind(self, what: str, most: int) -> list[tuple[str, Measured]]:
        """So many of the latest readings of a kind on every job that is not deleted, each with its job's id."""
        with Session(self._engine) as session:
            rows = session.scalars(
                select(ReadingRow)
                .join(JobRow, JobRow.id == ReadingRow.job_id)
                .where(ReadingRow.what == what, ReadingRow.practice == "", JobRow.deleted_at.is_(None))
                .order_by(ReadingRow.id.desc())
                .limit(most)
            )
            return [(row.job_id, measured(row)) for row in rows]


def _row(each: Measured, job_id: str, practice: str, now: datetime) -> dict[str, Any]:
    rest: dict[str, Any] = {name: getattr(each, name) for name in REST}
    rest["ran"] = {"share": each.ran.share, "extra_a": each.ran.extra_a, "extra_at": each.ran.extra_at}
    rest["fall"] = None if each.fall is None else {"far_m": each.fall.far_m, "points": each.fall.points}
    found = {name: getattr(each, name) for name in COLUMNS}
    return found | {"job_id": job_id, "practice": practice, "read_at": each.on, "rest": rest, "made_at": now}


def measured(row: ReadingRow) -> Measured:
    """A reading as it was kept."""
    rest = dict(row.rest)
    fall, ran = rest.pop("fall"), rest.pop("ran")
    return Measured(
        number=row.id,
        on=row.read_at,
        fall=None if fall is None else FallTest(fall["far_m"], tuple((at, ohm) for at, ohm in fall["points"])),
        ran=Conditions(**ran),
        **{name: getattr(row, name) for name in COLUMNS},
        **rest,
    )
