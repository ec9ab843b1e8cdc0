"""Readings of jobs: only ever added to, a correction too."""

from collections.abc import Sequence
from copy import deepcopy
from dataclasses import asdict
from datetime import UTC, datetime
from typing import Any

from sqlalchemy import Engine, func, insert, select
from sqlalchemy.orm import Session

from northspan.core.property.whole.measured import Conditions, FallTest, Measured
from northspan.core.readings.logbook.earth import Earth
from northspan.store.edits.once import kept_once
from northspan.store.look_store import NoSuchPhoto
from northspan.store.models import EarthRow, PhotoRow, ReadingRow

COLUMNS = ("what", "at", "part", "value", "by", "soil", "corrects", "photo")
REST = ("tried_ma", "instrument", "calibrated", "weather", "soil_c", "note", "lifted", "line")


class NoSuchReading(LookupError):
    """There is no reading of that number with that job."""


class ReadingStore:
    """What was measured, job by job."""

    def __init__(self, engine: Engine):
        self._engine = engine

    def add(self, job_id: str, reading: Measured, earth: Earth | None, practice: str = "", key: str = "") -> int:
        """Keep a reading, with what it tells of the earth, once however often it is sent under a key; gives its number.
        Raises NoSuchReading where it corrects what is not there, NoSuchPhoto.
        """

        def keep(session: Session) -> ReadingRow:
            if reading.corrects is not None:
                row = session.get(ReadingRow, reading.corrects)
                if row is None or (row.job_id, row.practice) != (job_id, practice):
                    raise NoSuchReading(reading.corrects)
            photo = select(PhotoRow.id).where(PhotoRow.job_id == job_id, PhotoRow.id == reading.photo)
            if reading.photo is not None and session.scalar(photo) is None:
                raise NoSuchPhoto(reading.photo)
            kept = ReadingRow(**_row(reading, job_id, practice, datetime.now(UTC)))
            if earth is not None:
                session.add(kept)
                session.flush()
                session.add(earth_row(kept.id, earth))
            return kept

        return kept_once(self._engine, ReadingRow, job_id, key, keep)

    def add_many(self, job_id: str, readings: Sequence[tuple[Measured, Earth | None]], practice: str = "") -> None:
        """Keep readings that correct nothing and have no photo, each with what it tells of the earth: all or none."""
        now = datetime.now(UTC)
        if not readings:
            return
        with Session(self._engine) as session, session.begin():
            rows = [_row(each, job_id, practice, now) for each, _ in readings]
            ids = session.scalars(insert(ReadingRow).returning(ReadingRow.id, sort_by_parameter_order=True), rows)
            told = zip(ids, (earth for _, earth in readings), strict=True)
            session.add_all([earth_row(number, earth) for number, earth in told if earth is not None])

    def latest(self, job_id: str, most: int, practice: str = "") -> tuple[tuple[Measured, ...], int]:
        """So many of the latest readings of a job, oldest first, and how many there are in all."""
        of_job = (ReadingRow.job_id == job_id, ReadingRow.practice == practice)
        with Session(self._engine) as session:
            many = session.scalar(select(func.count()).where(*of_job)) or 0
            rows = session.scalars(select(ReadingRow).where(*of_job).order_by(ReadingRow.id.desc()).limit(most))
            return tuple(measured(row) for row in reversed(rows.all())), many


def earth_row(number: int, earth: Earth) -> EarthRow:
    """What a reading of a number tells of the earth, as it is kept."""
    return EarthRow(reading_id=number, **asdict(earth))


def _row(each: Measured, job_id: str, practice: str, now: datetime) -> dict[str, Any]:
    rest: dict[str, Any] = {name: getattr(each, name) for name in REST}
    rest["ran"] = {
        "share": each.ran.share,
        "extra_a": each.ran.extra_a,
        "extra_at": each.ran.extra_at,
        "load": each.ran.load,
    }
    rest["fall"] = None if each.fall is None else {"far_m": each.fall.far_m, "points": each.fall.points}
    found = {name: getattr(each, name) for name in COLUMNS}
    return found | {"job_id": job_id, "practice": practice, "read_at": each.on, "rest": rest, "made_at": now}


def measured(row: ReadingRow) -> Measured:
    """A reading as it was kept."""
    rest = deepcopy(row.rest)
    fall, ran = rest.pop("fall"), rest.pop("ran")
    # What ran was once not asked: only a share that somebody changed is one that was told.
    ran.setdefault("load", "untold" if ran["share"] == 1.0 else "these")
    return Measured(
        number=row.id,
        on=row.read_at,
        fall=None if fall is None else FallTest(fall["far_m"], tuple((at, ohm) for at, ohm in fall["points"])),
        ran=Conditions(**ran),
        **{name: getattr(row, name) for name in COLUMNS},
        **rest,
    )
