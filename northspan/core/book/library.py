"""The code books this application has: the one place where a book is registered."""

from collections.abc import Mapping
from functools import cache
from importlib import import_module

from northspan.core.book.codebook import CodeBook

# By id, in the order to be listed; a book is loaded when it is first asked for.
_BOOKS = {
    "nec-2023": "northspan.core.codes.nec.book",
    "cec-2024": "northspan.core.codes.cec.book",
    "bs7671-2018a2": "northspan.core.codes.bs7671.book",
}


def book_ids() -> tuple[str, ...]:
    """The ids of all code books, in the order to be listed."""
    return tuple(_BOOKS)


def code_book(book_id: str) -> CodeBook:
    """A code book by id. Raises KeyError for one that is not built."""
    book: CodeBook = import_module(_BOOKS[book_id]).BOOK
    return book


def words_of(book_id: str) -> Mapping[str, str]:
    """What a code book calls the things of the trade, by the names that every book shares. Raises KeyError for one that
    is not built.
    """
    return code_book(book_id).vocabulary.words


def code_books() -> tuple[CodeBook, ...]:
    """Every code book, in the order to be listed."""
    return tuple(code_book(book_id) for book_id in _BOOKS)


@cache
def whole_ids() -> tuple[str, ...]:
    """The ids of the code books that answer whole properties."""
    return tuple(book_id for book_id in _BOOKS if code_book(book_id).whole is not None)
