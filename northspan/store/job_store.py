"""Jobs in the database: saved whole, edited by patches, with a history that can be walked both ways."""

from collections.abc import Callable
from dataclasses import dataclass
from datetime import UTC, datetime
from typing import Any, Literal
from uuid import uuid4

from sqlalchemy import ColumnElement, Engine, func, select, update
from sqlalchemy.orm import Session

from northspan.core.document.file import JobFileError, dump, parse
from northspan.core.document.problem import Problem
from northspan.core.job.job import Job
from northspan.core.job.upgrades import upgraded
from northspan.store.models import JobRow, RevisionRow
from northspan.store.patching import Patch, patched

Shelf = Literal["open", "archived", "deleted"]


class NoSuchJob(LookupError):
    """There is no job of that id."""


class StaleEdit(Exception):
    """The job has moved on since it was read; nothing was changed. ``version`` is where it stands now."""

    def __init__(self, version: int):
        self.version = version
        super().__init__(f"the job is at version {version}")


class NothingToWalk(Exception):
    """There is no revision to undo to, or to redo."""


@dataclass(frozen=True, slots=True)
class StoredJob:
    """A job as it stands in the store; ``job`` is None where its document is no sound job to this program.

    ``problems`` then say why, and ``document`` is what was saved. ``practice``: nothing of it is a customer's.
    """

    id: str
    version: int
    name: str
    document: dict[str, Any]
    job: Job | None
    problems: tuple[Problem, ...]
    created_at: datetime
    changed_at: datetime
    archived: bool
    deleted: bool
    practice: bool
    can_undo: bool
    can_redo: bool

    def sound(self) -> Job:
        """The job. Raises JobFileError where its document is none."""
        if self.job is None:
            raise JobFileError(self.problems)
        return self.job

    @property
    def shelf(self) -> Shelf:
        """Where the job lies."""
        return _shelf_of(self.archived, self.deleted)


@dataclass(frozen=True, slots=True)
class Standing:
    """Where a job stands: what its answer depends on."""

    version: int
    shelf: Shelf


@dataclass(frozen=True, slots=True)
class JobEntry:
    """A job in a list: what is needed to find it, without its document's parts."""

    id: str
    version: int
    name: str
    document: dict[str, Any]
    changed_at: datetime
    shelf: Shelf
    demo: bool
    practice: bool


class JobStore:
    """Every way in which jobs are kept. One transaction a call; a failed one changes nothing.

    ``prove`` is called with a job before it is kept for the first time; what it raises keeps the job out.
    """

    def __init__(self, engine: Engine, prove: Callable[[Job], object]):
        self._engine = engine
        self._prove = prove

    def create(self, job: Job, demo: str | None = None, practice: bool = False) -> StoredJob:
        """Save a new job; ``demo`` is the key of the demo job that it is, ``practice`` says it is for practice."""
        self._prove(job)
        now = datetime.now(UTC)
        job_id = uuid4().hex
        with Session(self._engine) as session, session.begin():
            row = JobRow(
                id=job_id, name=job.name, demo=demo, practice=practice, head=1, version=1, created_at=now,
                changed_at=now,
            )  # fmt: skip
            session.add(row)
            session.flush()
            session.add(RevisionRow(job_id=job_id, number=1, document=dump(job), created_at=now))
        return self.get(job_id)

    def demo_keys(self) -> set[str]:
        """The demo jobs that were ever loaded, also those deleted since."""
        with Session(self._engine) as session:
            return set(session.scalars(select(JobRow.demo).where(JobRow.demo.is_not(None))).all())  # type: ignore[arg-type]

    def get(self, job_id: str) -> StoredJob:
        """One job. Raises NoSuchJob."""
        with Session(self._engine) as session:
            return self._stored(session, self._row(session, job_id))

    def standing(self, job_id: str) -> Standing:
        """Where a job stands, without reading it. Raises NoSuchJob."""
        with Session(self._engine) as session:
            row = self._row(session, job_id)
            return Standing(row.version, _shelf_of(row.archived_at is not None, row.deleted_at is not None))

    def entries(self, search: str = "", shelf: Shelf = "open") -> list[JobEntry]:
        """Jobs of one shelf, newest change first; ``search`` is held against the name, in any case."""
        with Session(self._engine) as session:
            query = (
                select(JobRow, RevisionRow.document)
                .join(RevisionRow, (RevisionRow.job_id == JobRow.id) & (RevisionRow.number == JobRow.head))
                .where(*_on_shelf(shelf))
                .order_by(JobRow.changed_at.desc(), JobRow.id)
            )
            if search.strip():
                query = query.where(func.lower(JobRow.name).contains(search.strip().lower(), autoescape=True))
            return [
                JobEntry(
                    row.id,
                    row.version,
                    row.name,
                    document if isinstance(document, dict) else {},
                    row.changed_at,
                    shelf,
                    row.demo is not None,
                    row.practice,
                )
                for row, document in session.execute(query)
            ]

    def revisions(self, job_id: str) -> list[tuple[datetime, tuple[str, ...]]]:
        """When every revision of a job was made, oldest first, and the places that it changed. Raises NoSuchJob."""
        with Session(self._engine) as session:
            self._row(session, job_id)
            rows = session.execute(
                select(RevisionRow.created_at, RevisionRow.patch)
                .where(RevisionRow.job_id == job_id)
                .order_by(RevisionRow.number)
            )
            return [(made, tuple(str(step["path"]) for step in patch or ())) for made, patch in rows]

    def edit(self, job_id: str, version: int, patch: Patch) -> StoredJob:
        """Apply a JSON Patch to the job as of ``version``.

        The same edit sent again, because its answer was lost on the way, is answered as it was the first time. Raises
        StaleEdit, NoSuchJob, or JobFileError naming the place that the patch would leave wrong.
        """
        with Session(self._engine) as session, session.begin():
            row = self._row(session, job_id)
            before = self._revision(session, row, row.head)
            if row.version == version + 1 and before.patch == list(patch):
                return self._stored(session, row)
            if row.version != version:
                raise StaleEdit(row.version)
            job = parse(patched(upgraded(before.document), patch))
            self._prove(job)
            number = (session.scalar(select(func.max(RevisionRow.number)).where(RevisionRow.job_id == job_id)) or 0) + 1
            self._move(session, row, version, number, job.name)
            session.add(
                RevisionRow(
                    job_id=job_id,
                    number=number,
                    parent=before.number,
                    document=dump(job),
                    patch=list(patch),
                    created_at=datetime.now(UTC),
                )
            )
            session.flush()
            session.refresh(row)
            return self._stored(session, row, job)

    def undo(self, job_id: str, version: int) -> StoredJob:
        """Step back to the revision this one was made from. Raises NothingToWalk, StaleEdit, NoSuchJob."""
        return self._walk(job_id, version, lambda session, row: self._revision(session, row, row.head).parent)

    def redo(self, job_id: str, version: int) -> StoredJob:
        """Step to the newest revision made from this one. Raises NothingToWalk, StaleEdit, NoSuchJob."""
        return self._walk(job_id, version, _newest_child)

    def duplicate(self, job_id: str) -> StoredJob:
        """Save a copy under a name of its own, with a history of its own."""
        stored = self.get(job_id)
        named = {"name": f"{stored.name[:73]} (copy)"}
        return self.create(stored.sound().model_copy(update=named), practice=stored.practice)

    def practise_on(self, job_id: str) -> StoredJob:
        """Save a copy for practice: what is read and asked for there is none of the job's own."""
        stored = self.get(job_id)
        named = {"name": f"{stored.name[:69]} (practice)"}
        return self.create(stored.sound().model_copy(update=named), practice=True)

    def put_on(self, job_id: str, shelf: Shelf) -> StoredJob:
        """Archive a job, delete it, or bring it back; nothing is ever lost by it."""
        now = datetime.now(UTC)
        with Session(self._engine) as session, session.begin():
            row = self._row(session, job_id)
            row.archived_at = now if shelf == "archived" else None
            row.deleted_at = now if shelf == "deleted" else None
        return self.get(job_id)

    def _walk(self, job_id: str, version: int, step: Callable[[Session, JobRow], int | None]) -> StoredJob:
        with Session(self._engine) as session, session.begin():
            row = self._row(session, job_id)
            number = step(session, row)
            if number is None:
                raise NothingToWalk
            self._move(
                session, row, version, number, self._revision(session, row, number).document.get("name", row.name)
            )
        return self.get(job_id)

    def _move(self, session: Session, row: JobRow, version: int, head: int, name: str) -> None:
        """Point the job at a revision, if nobody else has moved it since ``version``."""
        moved = session.execute(
            update(JobRow)
            .where(JobRow.id == row.id, JobRow.version == version)
            .values(head=head, version=version + 1, name=name, changed_at=datetime.now(UTC))
        )
        if moved.rowcount == 0:  # type: ignore[attr-defined]
            raise StaleEdit(row.version)

    def _row(self, session: Session, job_id: str) -> JobRow:
        row = session.get(JobRow, job_id)
        if row is None:
            raise NoSuchJob(job_id)
        return row

    def _revision(self, session: Session, row: JobRow, number: int) -> RevisionRow:
        return session.execute(
            select(RevisionRow).where(RevisionRow.job_id == row.id, RevisionRow.number == number)
        ).scalar_one()

    def _stored(self, session: Session, row: JobRow, job: Job | None = None) -> StoredJob:
        """A row with the job of its head; ``job`` where that is known already."""
        revision = self._revision(session, row, row.head)
        problems: tuple[Problem, ...] = ()
        try:
            job = job or parse(revision.document)
        except JobFileError as error:
            problems = error.problems
        return StoredJob(
            row.id,
            row.version,
            row.name,
            revision.document,
            job,
            problems,
            row.created_at,
            row.changed_at,
            row.archived_at is not None,
            row.deleted_at is not None,
            row.practice or row.demo is not None,
            revision.parent is not None,
            _newest_child(session, row) is not None,
        )


def _shelf_of(archived: bool, deleted: bool) -> Shelf:
    if deleted:
        return "deleted"
    return "archived" if archived else "open"


def _newest_child(session: Session, row: JobRow) -> int | None:
    return session.scalar(
        select(func.max(RevisionRow.number)).where(RevisionRow.job_id == row.id, RevisionRow.parent == row.head)
    )


def _on_shelf(shelf: Shelf) -> tuple[ColumnElement[bool], ...]:
    if shelf == "deleted":
        return (JobRow.deleted_at.is_not(None),)
    archived = JobRow.archived_at.is_not(None) if shelf == "archived" else JobRow.archived_at.is_(None)
    return JobRow.deleted_at.is_(None), archived
