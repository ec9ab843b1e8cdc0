"""The Canadian code book, 2024 edition."""

from northspan.core.book.case import Cases
from northspan.core.book.codebook import CodeBook
from northspan.core.codes.cec.data import AWG, NOTES, TABLES, VOCABULARY
from northspan.core.codes.cec.sizing.answer import answer
from northspan.core.codes.cec.sizing.case import CheckCase

BOOK = CodeBook(
    "cec-2024",
    "Canada 2024",
    "CEC 2024",
    NOTES,
    AWG,
    TABLES,
    VOCABULARY,
    {"check": Cases(CheckCase, answer)},
)
