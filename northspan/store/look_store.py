"""What inspectors found, with photos; and what every new job is looked at for because of it."""

from contextlib import suppress
from datetime import UTC, date, datetime
from typing import Any

from sqlalchemy import Engine, func, select, update
from sqlalchemy.orm import Session, undefer

from northspan.core.property.whole.inspection import Looked
from northspan.store.edits.once import kept_once
from northspan.store.models import JobRow, LookRow, PhotoRow, WatchedRow
from northspan.store.photo import NoPhoto, kept_photo

# All photos of one job (B): some four hundred.
MOST_BYTES = 200_000_000


class NoSuchPhoto(LookupError):
    """There is no photo of that number with that job."""


class TooManyPhotos(Exception):
    """A job has no room for a further photo."""


class LookStore:
    """Looks and photos of jobs; both are only ever added to."""

    def __init__(self, engine: Engine):
        self._engine = engine

    def looked(self, job_id: str) -> dict[str, Looked]:
        """What was found last, by item."""
        return dict(self.history(job_id))

    def history(self, job_id: str) -> list[tuple[str, Looked]]:
        """Everything that was found, oldest first, each with its item."""
        with Session(self._engine) as session:
            rows = session.scalars(select(LookRow).where(LookRow.job_id == job_id).order_by(LookRow.id))
            return [(row.item, _looked(row)) for row in rows]

    def corrections(self, most: int) -> list[tuple[str, str, Looked]]:
        """So many of the latest corrections on every job that is not deleted: its id, the item, what was found."""
        with Session(self._engine) as session:
            rows = session.scalars(
                select(LookRow)
                .join(JobRow, JobRow.id == LookRow.job_id)
                .where(LookRow.state != "done", JobRow.deleted_at.is_(None))
                .order_by(LookRow.id.desc())
                .limit(most)
            )
            return [(row.job_id, row.item, _looked(row)) for row in rows]

    def add(self, job_id: str, item: str, looked: Looked, key: str = "") -> None:
        """Keep what was found, once however often it is sent under a key. Raises NoSuchPhoto."""

        def keep(session: Session) -> LookRow:
            if looked.photo is not None:
                self._photo(session, job_id, looked.photo)
            return LookRow(
                job_id=job_id, item=item, state=looked.state, words=looked.words, by=looked.by,
                looked_on=date.fromisoformat(looked.on), photo=looked.photo, made_at=datetime.now(UTC),
            )  # fmt: skip

        kept_once(self._engine, LookRow, job_id, key, keep)

    def add_photo(self, job_id: str, body: bytes, key: str = "") -> int:
        """Keep a photo, once however often it is sent under a key; gives its number. Raises NoPhoto, TooManyPhotos."""
        kind, bare = kept_photo(body)

        def keep(session: Session) -> PhotoRow:
            of_job = select(func.coalesce(func.sum(func.length(PhotoRow.body)), 0)).where(PhotoRow.job_id == job_id)
            if (session.scalar(of_job) or 0) + len(bare) > MOST_BYTES:
                raise TooManyPhotos(job_id)
            return PhotoRow(job_id=job_id, kind=kind, body=bare, made_at=datetime.now(UTC))

        return kept_once(self._engine, PhotoRow, job_id, key, keep)

    def strip_photos(self) -> int:
        """Take the place out of photos that were kept before that was done; gives how many there were. One that cannot
        be looked into any more stays as it is.
        """
        with Session(self._engine) as session:
            numbers = session.scalars(select(PhotoRow.id).where(PhotoRow.bare.is_(False))).all()
        for number in numbers:
            with Session(self._engine) as session, session.begin():
                row = session.get_one(PhotoRow, number, options=[undefer(PhotoRow.body)])
                with suppress(NoPhoto):
                    row.kind, row.body = kept_photo(row.body)
                row.bare = True
        return len(numbers)

    def photo(self, job_id: str, number: int) -> tuple[str, bytes]:
        """A photo's content type and itself. Raises NoSuchPhoto."""
        with Session(self._engine) as session:
            row = self._photo(session, job_id, number)
            return row.kind, row.body

    def watched(self) -> list[tuple[int, dict[str, Any]]]:
        """What every new job is looked at for besides, each with its number."""
        with Session(self._engine) as session:
            rows = session.scalars(select(WatchedRow).where(WatchedRow.ended_at.is_(None)).order_by(WatchedRow.id))
            return [(row.id, row.document) for row in rows]

    def watch(self, document: dict[str, Any]) -> None:
        """Have every new job looked at for something, once however often it is said."""
        if any(document == known for _, known in self.watched()):
            return
        with Session(self._engine) as session, session.begin():
            session.add(WatchedRow(document=document, made_at=datetime.now(UTC)))

    def end_watch(self, number: int) -> None:
        """No longer look for it on new jobs; those that have it keep it."""
        with Session(self._engine) as session, session.begin():
            session.execute(update(WatchedRow).where(WatchedRow.id == number).values(ended_at=datetime.now(UTC)))

    @staticmethod
    def _photo(session: Session, job_id: str, number: int) -> PhotoRow:
        query = select(PhotoRow).where(PhotoRow.job_id == job_id, PhotoRow.id == number)
        row = session.scalar(query.options(undefer(PhotoRow.body)))
        if row is None:
            raise NoSuchPhoto(number)
        return row


def _looked(row: LookRow) -> Looked:
    return Looked(row.state, row.words, row.by, row.looked_on.isoformat(), row.photo)  # type: ignore[arg-type]
