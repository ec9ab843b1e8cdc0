"""A job document read: of any version, in its own units and against its own code book's words."""

from typing import Annotated, Any

from pydantic import TypeAdapter, ValidatorFunctionWrapHandler, WrapValidator

from northspan.core.book.library import code_book, whole_ids
from northspan.core.figures.units import METRIC, US
from northspan.core.job.job import DEFAULT_BOOK, Job
from northspan.core.job.told.reading import reading
from northspan.core.job.told.upgrades import upgraded


def _read(given: Any, handler: ValidatorFunctionWrapHandler) -> Any:
    if not isinstance(given, dict):
        return handler(given)
    document = upgraded(given)
    told = METRIC if document.get("units") == METRIC.id else US
    book = document.get("code_book", DEFAULT_BOOK)
    books = whole_ids()
    with reading(told, code_book(book).vocabulary if book in books else None, books):
        return handler(document)


# A job as part of what is sent: handed the words of the book that it names.
JobDocument = Annotated[Job, WrapValidator(_read)]
_ADAPTER = TypeAdapter[Job](JobDocument)


def read_job(document: Any) -> Job:
    """The job of a document (plain JSON values). Raises pydantic's ValidationError."""
    return _ADAPTER.validate_python(document)
