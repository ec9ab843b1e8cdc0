"""A packet being made, sheet by sheet: it takes long enough to say how far it has come."""

import base64
import logging
from collections.abc import Iterator

from sqlalchemy.exc import SQLAlchemyError

from northspan.paper.packet.changes import revision
from northspan.paper.sheets.told.matter import Matter
from northspan.server.packet.models import MakingNews
from northspan.store.issue_store import IssuedMeanwhile, IssueStore, StoredIssue
from northspan.store.job_store import StoredJob
from northspan.store.trouble import in_words

log = logging.getLogger(__name__)


def making(matter: Matter, stored: StoredJob, issue: bool, issues: IssueStore) -> Iterator[MakingNews]:
    """How far it has come, then what was made; an issue is kept before it is said to have gone out."""
    from northspan.paper.packet.bound import bind, facts_of, lay_out
    from northspan.paper.packet.files import JOB_FILE, archive, packet_files
    from northspan.paper.tables.pages import SheetTooLong

    of = 2 * len(matter.wanted) + 1
    try:
        laid = []
        for sheet in lay_out(matter):
            laid.append(sheet)
            yield MakingNews(sheet=sheet.kind.title, done=len(laid), of=of)
        bound = list(bind(matter, laid))
        files = [(JOB_FILE, matter.job.model_dump_json(indent=1).encode())]
        titles = {sheet.kind.name: sheet.kind.title for sheet in bound}
        for name, body in packet_files(matter, bound):
            files.append((name, body))
            if name.endswith(".pdf"):
                title = titles.get(name.removesuffix(".pdf"), "the whole set")  # type: ignore[call-overload]
                done = len(matter.wanted) + sum(n.endswith(".pdf") for n, _ in files)
                yield MakingNews(sheet=title, done=min(done, of), of=of)
        packed = archive(files)
        if issue:
            assert matter.made_on is not None
            kept = StoredIssue(matter.revision, matter.made_on, stored.version, dict(facts_of(laid)))
            issues.keep(stored.id, kept, packed)
            yield MakingNews(done=of, of=of, issued=matter.revision)
            return
        yield MakingNews(done=of, of=of, name=f"{stored.name} packet {matter.revision} draft", packed=_text(packed))
    except SheetTooLong as trouble:
        yield MakingNews(trouble=str(trouble))
    except IssuedMeanwhile:
        words = f"Packet {matter.revision} went out meanwhile; look at what changed, then issue {_next(matter)}."
        yield MakingNews(trouble=words)
    except (SQLAlchemyError, OSError) as error:
        log.exception("a packet could not be kept")
        words = in_words(error) or "it could not be kept, and that is on record here"
        yield MakingNews(trouble=f"Nothing went out: {words}")
    except Exception:
        # What is sent has begun: its status can no longer say that it failed.
        log.exception("unforeseen fault while a packet was made")
        yield MakingNews(trouble="Something went wrong here, and it is on record. Nothing went out.")


def _next(matter: Matter) -> str:
    return revision(len(matter.issued) + 1)


def _text(body: bytes) -> str:
    return base64.b64encode(body).decode()
