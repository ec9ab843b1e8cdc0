"""The code books this application has, by id."""

from northspan.core.codes.codebook import CodeBook
from northspan.core.codes.nec.book import NEC_2023

_BOOKS: dict[str, CodeBook] = {NEC_2023.id: NEC_2023}


def code_book(book_id: str) -> CodeBook:
    """A code book by id. Raises KeyError for one that is not built."""
    return _BOOKS[book_id]


def code_books() -> tuple[CodeBook, ...]:
    """Every code book, in the order to be listed."""
    return tuple(_BOOKS.values())
