"""What is sent again because its answer was lost: kept once, under the key that the sender gave it."""

from collections.abc import Callable

from sqlalchemy import Engine, select
from sqlalchemy.exc import IntegrityError
from sqlalchemy.orm import Session

from northspan.store.edits.turns import in_turn
from northspan.store.models import LookRow, PhotoRow, ReadingRow

Sent = ReadingRow | LookRow | PhotoRow


def kept_once(engine: Engine, kind: type[Sent], job_id: str, key: str, keep: Callable[[Session], Sent]) -> int:
    """The number of what is kept: of what was sent under this key before, that one's; else of what ``keep`` adds. An
    empty key is nobody's. What ``keep`` raises is raised, and nothing is kept.
    """
    try:
        with in_turn(engine), Session(engine) as session, session.begin():
            known = _known(session, kind, job_id, key)
            if known is not None:
                return known
            row = keep(session)
            row.sent_as = key or None
            session.add(row)
            session.flush()
            return row.id
    except IntegrityError:
        # Another tab sent the same just now.
        with Session(engine) as session:
            known = _known(session, kind, job_id, key)
        if known is None:
            raise
        return known


def _known(session: Session, kind: type[Sent], job_id: str, key: str) -> int | None:
    return session.scalar(select(kind.id).where(kind.job_id == job_id, kind.sent_as == key)) if key else None
