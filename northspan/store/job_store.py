"""Jobs in the database: saved whole, edited by patches, with a history that can be walked both ways."""

from collections.abc import Callable
from dataclasses import dataclass
from datetime import UTC, datetime
from typing import Any, Literal
from uuid import uuid4

from sqlalchemy import ColumnElement, Engine, func, select, update
from sqlalchemy.orm import Session

from northspan.core.document.file import JobFileError, dump, parse
from northspan.core.figures.problem import Problem
from northspan.core.job.job import Job
from northspan.core.job.told.upgrades import upgraded
from northspan.store.edits.patching import Patch, patched
from northspan.store.edits.revisions import Documents, add_after, add_first, newest_child, next_number, revision
from northspan.store.edits.turns import in_turn
from northspan.store.models import JobRow, MoveRow, RevisionRow

Shelf = Literal["open", "archived", "deleted"]
LONGEST_NOTE = 300


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
    """A job in a list: what is needed to find it, without its document; how many places and runs it has."""

    id: str
    version: int
    name: str
    note: str
    places: int
    runs: int
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
        self._turn = in_turn(engine)
        self._documents = Documents()

    def create(self, job: Job, demo: str | None = None, practice: bool = False) -> StoredJob:
        """Save a new job; ``demo`` is the key of the demo job that it is, ``practice`` says it is for practice."""
        self._prove(job)
        now = datetime.now(UTC)
        job_id = uuid4().hex
        with self._turn, Session(self._engine) as session, session.begin():
            document = dump(job)
            row = JobRow(
                id=job_id, demo=demo, practice=practice, head=1, version=1, created_at=now, changed_at=now,
                **_listed(document),
            )  # fmt: skip
            session.add(row)
            session.flush()
            add_first(session, job_id, document)
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

    def entries(
        self, search: str = "", shelf: Shelf = "open", first: int = 0, most: int | None = None
    ) -> list[JobEntry]:
        """Jobs of one shelf, newest change first, ``most`` from ``first`` on; ``search`` is held against the name, in
        any case.
        """
        with Session(self._engine) as session:
            query = (
                select(JobRow)
                .where(*_on_shelf(shelf), *_named(search))
                .order_by(JobRow.changed_at.desc(), JobRow.id)
                .offset(first)
                .limit(most)
            )
            return [
                JobEntry(
                    row.id, row.version, row.name, row.note, row.places, row.runs, row.changed_at, shelf,
                    row.demo is not None, row.practice,
                )
                for row in session.scalars(query)
            ]  # fmt: skip

    def many(self, search: str = "", shelf: Shelf = "open") -> int:
        """How many jobs of one shelf there are."""
        with Session(self._engine) as session:
            query = select(func.count()).select_from(JobRow).where(*_on_shelf(shelf), *_named(search))
            return session.scalar(query) or 0

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

    def edit(self, job_id: str, version: int, patch: Patch, sent_as: str = "") -> StoredJob:
        """Apply a JSON Patch to the job as of ``version``.

        What was taken under the key ``sent_as`` already, because its answer was lost on the way, is answered with the
        job as it stands. Raises StaleEdit, NoSuchJob, or JobFileError naming the place that the patch would leave
        wrong.
        """
        with self._turn, Session(self._engine) as session, session.begin():
            row = self._row(session, job_id)
            if _taken(session, job_id, sent_as):
                return self._stored(session, row)
            if row.version != version:
                raise StaleEdit(row.version)
            before = revision(session, job_id, row.head)
            held = self._documents.of(session, before)
            job = parse(patched(upgraded(held), patch))
            self._prove(job)
            document = dump(job)
            number = next_number(session, job_id)
            # First of all, so that of edits that race one is taken and the others are stale.
            self._move(session, row, version, number, document, sent_as)
            add_after(session, number, before, held, document, patch)
            session.flush()
            session.refresh(row)
            made = self._stored(session, row, (document, job))
        # Not before it is written down: a number that was not is given again.
        self._documents.keep(job_id, number, document)
        return made

    def undo(self, job_id: str, version: int, sent_as: str = "") -> StoredJob:
        """Step back to the revision this one was made from, once for a key ``sent_as``. Raises NothingToWalk,
        StaleEdit, NoSuchJob.
        """
        return self._walk(job_id, version, _parent, sent_as)

    def redo(self, job_id: str, version: int, sent_as: str = "") -> StoredJob:
        """Step to the newest revision made from this one, as ``undo`` steps back."""
        return self._walk(job_id, version, _child, sent_as)

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
        with self._turn, Session(self._engine) as session, session.begin():
            row = self._row(session, job_id)
            row.archived_at = now if shelf == "archived" else None
            row.deleted_at = now if shelf == "deleted" else None
        return self.get(job_id)

    def _walk(
        self, job_id: str, version: int, step: Callable[[Session, JobRow], int | None], sent_as: str
    ) -> StoredJob:
        with self._turn, Session(self._engine) as session, session.begin():
            row = self._row(session, job_id)
            if not _taken(session, job_id, sent_as):
                number = step(session, row)
                if number is None:
                    raise NothingToWalk
                document = self._documents.of(session, revision(session, job_id, number))
                self._move(session, row, version, number, document, sent_as)
        return self.get(job_id)

    def _move(
        self, session: Session, row: JobRow, version: int, head: int, document: dict[str, Any], sent_as: str
    ) -> None:
        """Point the job at a revision and list what it holds, if nobody else has moved it since ``version``."""
        moved = session.execute(
            update(JobRow)
            .where(JobRow.id == row.id, JobRow.version == version)
            .values(head=head, version=version + 1, **_listed(document), changed_at=datetime.now(UTC))
        )
        if moved.rowcount == 0:  # type: ignore[attr-defined]
            raise StaleEdit(row.version)
        if sent_as:
            session.add(MoveRow(job_id=row.id, sent_as=sent_as, version=version + 1))

    def _row(self, session: Session, job_id: str) -> JobRow:
        row = session.get(JobRow, job_id)
        if row is None:
            raise NoSuchJob(job_id)
        return row

    def _stored(self, session: Session, row: JobRow, known: tuple[dict[str, Any], Job] | None = None) -> StoredJob:
        """A row with the job of its head; ``known`` are its document and the job that it holds, where they are."""
        head = revision(session, row.id, row.head)
        problems: tuple[Problem, ...] = ()
        document, job = known or (self._documents.of(session, head), None)
        try:
            job = job or parse(document)
        except JobFileError as error:
            problems = error.problems
        return StoredJob(
            row.id,
            row.version,
            row.name,
            document,
            job,
            problems,
            row.created_at,
            row.changed_at,
            row.archived_at is not None,
            row.deleted_at is not None,
            row.practice or row.demo is not None,
            head.parent is not None,
            newest_child(session, row.id, row.head) is not None,
        )


def _shelf_of(archived: bool, deleted: bool) -> Shelf:
    if deleted:
        return "deleted"
    return "archived" if archived else "open"


def _taken(session: Session, job_id: str, sent_as: str) -> bool:
    return bool(sent_as) and session.get(MoveRow, (job_id, sent_as)) is not None


def _parent(session: Session, row: JobRow) -> int | None:
    return revision(session, row.id, row.head).parent


def _child(session: Session, row: JobRow) -> int | None:
    return newest_child(session, row.id, row.head)


def _listed(document: dict[str, Any]) -> dict[str, Any]:
    """What a list of jobs shows of a document; one that is no sound job is listed too, to be opened with its fault."""
    many = {name: len(document[name]) if isinstance(document.get(name), list) else 0 for name in ("places", "runs")}
    return {"name": str(document.get("name", ""))[:80], "note": str(document.get("note", ""))[:LONGEST_NOTE], **many}


def _named(search: str) -> tuple[ColumnElement[bool], ...]:
    wanted = search.strip().lower()
    return (func.lower(JobRow.name).contains(wanted, autoescape=True),) if wanted else ()


def _on_shelf(shelf: Shelf) -> tuple[ColumnElement[bool], ...]:
    if shelf == "deleted":
        return (JobRow.deleted_at.is_not(None),)
    archived = JobRow.archived_at.is_not(None) if shelf == "archived" else JobRow.archived_at.is_(None)
    return JobRow.deleted_at.is_(None), archived
