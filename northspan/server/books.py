"""Code books: their tables as they are read, and the readings this application takes."""

from flask import Response, abort
from flask_openapi3 import Tag

from northspan.core.codes.library import code_book, code_books
from northspan.core.tables import Table
from northspan.server.models import BookModel, BookPath, TableModel
from northspan.server.replies import refusals, reply
from northspan.server.resource import Resource

books = Resource(
    "books", __name__, url_prefix="/api/code-books", abp_tags=[Tag(name="Code books")], abp_responses=refusals(404)
)


@books.get("/<book_id>", responses={200: BookModel})
def get_book(path: BookPath) -> Response:
    """One code book with all its tables."""
    if path.book_id not in {b.id for b in code_books()}:
        abort(404, "There is no such code book here")
    book = code_book(path.book_id)
    tables = [_table(t) for t in book.tables.values()]
    model = BookModel(id=book.id, title=book.title, edition=book.edition, tables=tables, notes=list(book.notes))
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
