"""Revisions of a job: each kept as what it changed, with a whole document now and then to start from."""

import json
import threading
from datetime import UTC, datetime
from typing import Any

import jsonpatch
from cachetools import LRUCache
from sqlalchemy import func, select
from sqlalchemy.orm import Session

from northspan.store.edits.changes import changes
from northspan.store.edits.patching import Patch
from northspan.store.models import RevisionRow

Document = dict[str, Any]
# No revision is further than so many changes from a whole document, nor kept as changes that are larger than this
# share of it.
FURTHEST, LARGEST_SHARE = 20, 0.3
# So many are remembered: about what 60 MB hold.
REMEMBERED = 64


def revision(session: Session, job_id: str, number: int) -> RevisionRow:
    """One revision of a job."""
    return session.execute(
        select(RevisionRow).where(RevisionRow.job_id == job_id, RevisionRow.number == number)
    ).scalar_one()


class Documents:
    """The documents of revisions that were read or written lately: a revision never changes. May be used by several
    threads at once; nobody changes what it gives.
    """

    def __init__(self) -> None:
        self._kept: LRUCache[tuple[str, int], Document] = LRUCache(REMEMBERED)
        self._lock = threading.Lock()

    def of(self, session: Session, row: RevisionRow) -> Document:
        """The document that a revision holds, whole."""
        with self._lock:
            known = self._kept.get((row.job_id, row.number))
        return known if known is not None else self.keep(row.job_id, row.number, _whole(session, row))

    def keep(self, job_id: str, number: int, document: Document) -> Document:
        """Remember the document of a revision that is written down; gives it back."""
        with self._lock:
            self._kept[job_id, number] = document
        return document


def _whole(session: Session, row: RevisionRow) -> Document:
    later: list[Any] = []
    while row.document is None:
        assert row.parent is not None and row.changed is not None
        later += reversed(row.changed)
        row = revision(session, row.job_id, row.parent)
    document: Document = row.document
    if later:
        # A copy by way of its text: what the session holds stays as it was read.
        document = jsonpatch.apply_patch(json.loads(json.dumps(document)), later[::-1], in_place=True)
    return document


def add_first(session: Session, job_id: str, document: Document) -> None:
    """Keep the first revision of a job, whole."""
    session.add(RevisionRow(job_id=job_id, number=1, document=document, created_at=datetime.now(UTC)))


def next_number(session: Session, job_id: str) -> int:
    """The number that the next revision of a job gets."""
    return (session.scalar(select(func.max(RevisionRow.number)).where(RevisionRow.job_id == job_id)) or 0) + 1


def add_after(
    session: Session, number: int, before: RevisionRow, held: Document, document: Document, patch: Patch
) -> None:
    """Keep what an edit made of revision ``before``, whose document ``held`` is, as revision ``number``."""
    changed: list[Any] | None = list(changes(held, document))
    whole = before.depth + 1 > FURTHEST or len(json.dumps(changed)) > LARGEST_SHARE * len(json.dumps(document))
    row = RevisionRow(
        job_id=before.job_id,
        number=number,
        parent=before.number,
        document=document if whole else None,
        changed=None if whole else changed,
        depth=0 if whole else before.depth + 1,
        patch=list(patch),
        created_at=datetime.now(UTC),
    )
    session.add(row)


def newest_child(session: Session, job_id: str, number: int) -> int | None:
    """The newest revision that was made from one; None where there is none."""
    return session.scalar(
        select(func.max(RevisionRow.number)).where(RevisionRow.job_id == job_id, RevisionRow.parent == number)
    )
