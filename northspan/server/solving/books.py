"""Code books: their tables and readings, what they let one choose, and one case answered."""

from flask import Response, abort
from flask_openapi3 import Tag
from pydantic import ValidationError

from northspan.core.book.case import case_problems
from northspan.core.book.codebook import CodeBook
from northspan.core.book.library import book_ids, code_book, code_books
from northspan.core.figures.tables import Table
from northspan.server.answers.models import (
    BookList,
    BookModel,
    BookName,
    BookPath,
    CaseAnswerModel,
    CaseModel,
    CasePath,
    TableModel,
    VocabularyModel,
)
from northspan.server.answers.replies import refusals, refuse, reply
from northspan.server.answers.resource import Resource

books = Resource(
    "books", __name__, url_prefix="/api/code-books", abp_tags=[Tag(name="Code books")], abp_responses=refusals(404)
)


@books.get("", responses={200: BookList})
def list_books() -> Response:
    """Every code book by name."""
    return _kept(BookList(books=[BookName(id=b.id, title=b.title, edition=b.edition) for b in code_books()]))


@books.get("/<book_id>", responses={200: BookModel})
def get_book(path: BookPath) -> Response:
    """One code book with all its tables."""
    book = _book(path.book_id)
    tables = [_table(t) for t in book.tables.values()]
    return _kept(BookModel(id=book.id, title=book.title, edition=book.edition, tables=tables, notes=list(book.notes)))


@books.get("/<book_id>/vocabulary", responses={200: VocabularyModel})
def get_vocabulary(path: BookPath) -> Response:
    """What a code book lets one choose, and what it calls things."""
    book = _book(path.book_id)
    return _kept(VocabularyModel(id=book.id, title=book.title, edition=book.edition, vocabulary=book.vocabulary))


@books.post("/<book_id>/cases/<verb>", responses={200: CaseAnswerModel, **refusals(422)})
def answer_case(path: CasePath, body: CaseModel) -> Response:
    """Answer one case by itself."""
    cases = _book(path.book_id).cases.get(path.verb)
    if cases is None:
        abort(404, f"This code book answers no {path.verb}")
    try:
        answer = cases.answer(body.case)
    except ValidationError as error:
        return refuse(422, "This case cannot be answered as it stands", case_problems(cases.model, error))
    return reply(CaseAnswerModel(answer=answer))


def _book(book_id: str) -> CodeBook:
    if book_id not in book_ids():
        abort(404, "There is no such code book here")
    return code_book(book_id)


def _kept(model: BookModel | BookList | VocabularyModel) -> Response:
    response = reply(model)
    response.cache_control.max_age = 3600
    return response


def _table(table: Table) -> TableModel:
    return TableModel(
        name=table.name,
        title=table.title,
        section=table.section,
        edition=table.edition,
        note=table.note,
        key=table.key,
        columns=list(table.columns),
        units=dict(table.units),
        rows=[[row, *(cells[c] for c in table.columns)] for row, cells in table.rows.items()],
        doubtful=[list(cell) for cell in sorted(table.doubtful)],
    )
