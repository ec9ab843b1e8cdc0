"""Packets that went out, kept as they were."""

from dataclasses import dataclass
from datetime import date
from typing import Any

from sqlalchemy import Engine, select
from sqlalchemy.exc import IntegrityError
from sqlalchemy.orm import Session, undefer

from northspan.store.edits.turns import in_turn
from northspan.store.models import IssueRow


class NoSuchIssue(LookupError):
    """No packet of that letter went out of that job."""


class IssuedMeanwhile(Exception):
    """Another packet of that letter went out meanwhile; this one was not kept."""


@dataclass(frozen=True, slots=True)
class StoredIssue:
    """A packet that went out: its letter and day, the version of the job, what its sheets said."""

    letter: str
    issued_on: date
    version: int
    facts: dict[str, Any]


class IssueStore:
    """The issues of jobs; nothing in it is ever changed."""

    def __init__(self, engine: Engine):
        self._engine = engine

    def issues(self, job_id: str) -> list[StoredIssue]:
        """The issues of a job, oldest first."""
        with Session(self._engine) as session:
            rows = session.scalars(select(IssueRow).where(IssueRow.job_id == job_id).order_by(IssueRow.id))
            return [StoredIssue(row.letter, row.issued_on, row.version, row.facts) for row in rows]

    def keep(self, job_id: str, issue: StoredIssue, archive: bytes) -> None:
        """Keep a packet. Raises IssuedMeanwhile."""
        row = IssueRow(
            job_id=job_id, letter=issue.letter, issued_on=issue.issued_on, version=issue.version, facts=issue.facts,
            archive=archive,
        )  # fmt: skip
        try:
            with in_turn(self._engine), Session(self._engine) as session, session.begin():
                session.add(row)
        except IntegrityError as error:
            raise IssuedMeanwhile from error

    def archive(self, job_id: str, letter: str) -> bytes:
        """A packet byte for byte as it went out. Raises NoSuchIssue."""
        with Session(self._engine) as session:
            query = select(IssueRow).where(IssueRow.job_id == job_id, IssueRow.letter == letter)
            row = session.scalar(query.options(undefer(IssueRow.archive)))
            if row is None:
                raise NoSuchIssue(letter)
            return row.archive
