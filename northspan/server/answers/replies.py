"""Turning answers and refusals into responses, in one way for every resource."""

import logging
from collections.abc import Iterable
from http import HTTPStatus
from typing import Any

from flask import Response
from pydantic import BaseModel, ValidationError
from sqlalchemy.exc import DatabaseError
from werkzeug.exceptions import HTTPException

from northspan.core.document.file import JobFileError
from northspan.core.figures.problem import Problem, validation_problems
from northspan.server.answers.models import ProblemModel, Trouble
from northspan.store.job_store import NoSuchJob, NothingToWalk, StaleEdit
from northspan.store.trouble import in_words
from northspan.text.delimited import Unreadable

MOST_PROBLEMS = 100
log = logging.getLogger(__name__)


def reply(model: BaseModel, status: int = 200) -> Response:
    """A model as JSON."""
    return Response(model.model_dump_json(by_alias=True), status, mimetype="application/json")


def whole(model: BaseModel, field: str, written: bytes, status: int = 200, etag: str = "") -> Response:
    """A model whose ``field`` is laid in as JSON that is written already: a solution is by far the largest part."""
    rest = model.model_dump_json(by_alias=True, exclude={field}).encode()
    body = b'%s,"%s":%s}' % (rest[:-1], field.encode(), written)
    response = Response(body, status, mimetype="application/json")
    if etag:
        # Weak: packed or not it is the same answer.
        response.set_etag(etag, weak=True)
        # The browser may keep it, but asks each time whether it still stands.
        response.cache_control.no_cache = True
    return response


def refuse(status: int, title: str, problems: Iterable[Problem] = (), version: int | None = None) -> Response:
    """A refusal in words a person can act on."""
    return reply(Trouble(title=title, problems=named(problems), version=version), status)


def named(problems: Iterable[Problem]) -> list[ProblemModel]:
    """Problems as they are sent: the first hundred, and how many more there are."""
    every = list(problems)
    sent = [
        ProblemModel(pointer=_sendable(p.pointer), words=_sendable(p.words), where=_sendable(p.where))
        for p in every[:MOST_PROBLEMS]
    ]
    if len(every) > MOST_PROBLEMS:
        sent.append(ProblemModel(pointer="", words=f"and {len(every) - MOST_PROBLEMS} more places like these"))
    return sent


def _sendable(words: str) -> str:
    """Words without the half characters that JSON can carry in and no text can carry out."""
    return words.encode("utf-8", "replace").decode()


def on_bad_request(error: ValidationError) -> Response:
    """What was sent does not fit its model."""
    return refuse(422, "That could not be read", tuple(validation_problems(error)))


def on_bad_job(error: JobFileError) -> Response:
    """A job or an edit that would leave one unsound; nothing was saved."""
    return refuse(422, "That was not saved", error.problems)


def on_unreadable(error: Unreadable) -> Response:
    """A file that is none of the kind that was asked for."""
    return refuse(422, "That file could not be read", (Problem("", str(error)),))


def on_stale(error: StaleEdit) -> Response:
    """Somebody else, or another window, edited the job first."""
    return refuse(409, "The job was changed elsewhere meanwhile", version=error.version)


def on_missing(_: NoSuchJob) -> Response:
    """No such job."""
    return refuse(404, "There is no such job here")


def on_no_history(_: NothingToWalk) -> Response:
    """Undo at the beginning, redo at the end."""
    return refuse(409, "There is nothing further that way")


def on_http(error: HTTPException) -> Response:
    """Anything Flask refuses by itself."""
    return refuse(error.code or 500, error.description or error.name)


def on_too_deep(_: RecursionError) -> Response:
    """JSON nested so deeply that it cannot be meant."""
    return refuse(422, "That could not be read", (Problem("", "nested too deeply to be a job file"),))


def on_storage(error: DatabaseError) -> Response:
    """A disk that is full or a database that another program holds: nothing was saved, and it may go through later."""
    words = in_words(error)
    if words is None:
        return on_crash(error)
    log.error("not saved", exc_info=error)
    return refuse(507, f"That was not saved: {words}")


def on_crash(error: Exception) -> Response:
    """A fault of ours: a trace for the log, words for the person."""
    log.error("unforeseen fault", exc_info=error)
    return refuse(500, "Something went wrong here, and it is on record. Nothing saved was touched.")


def refusals(*statuses: int) -> dict[str | int | HTTPStatus, type[BaseModel] | dict[Any, Any] | None]:
    """The refusals a resource may answer with, for its document, with those that any may."""
    return dict.fromkeys((*statuses, 400, 403, 413, 422, 500, 507), Trouble)


def sends(*kinds: str) -> dict[str, Any]:
    """For the document: an answer that is a file of one of these content types."""
    return {"description": "OK", "content": {kind: {"schema": {}} for kind in kinds}}


HANDLERS: dict[type[Exception], Any] = {
    JobFileError: on_bad_job,
    Unreadable: on_unreadable,
    StaleEdit: on_stale,
    NoSuchJob: on_missing,
    NothingToWalk: on_no_history,
    DatabaseError: on_storage,
    HTTPException: on_http,
    RecursionError: on_too_deep,
    Exception: on_crash,
}
