"""What every reader of delimited text shares: its characters, its rows, and those rows that could not be counted."""

import csv
import io
from collections.abc import Iterator, Sequence
from dataclasses import dataclass

MOST_NAMED = 100
_FORMULA_STARTS = ("=", "+", "-", "@", "\t", "\r")
_MARKS = ((b"\xef\xbb\xbf", "utf-8-sig"), (b"\xff\xfe", "utf-16"), (b"\xfe\xff", "utf-16"))


class Unreadable(ValueError):
    """A file that cannot be read; the message says what stops it, in words, with the line where it is one."""


@dataclass(frozen=True, slots=True)
class BrokenRow:
    """A row that was not counted: its line in the file, and why."""

    line: int
    words: str


def decoded(data: bytes) -> str:
    """The text of a file: UTF-8, UTF-16 with its mark, else the Western set that spreadsheets write. Raises Unreadable.

    >>> decoded("Kühler,1".encode("cp1252")) == decoded("Kühler,1".encode("utf-16")) == "Kühler,1"
    True
    """
    marked = next((coding for mark, coding in _MARKS if data.startswith(mark)), None)
    for coding in (marked,) if marked else ("utf-8", "cp1252"):
        try:
            text = data.decode(coding)
        except UnicodeDecodeError as error:
            # A lone carriage return ends a line too, so that the count is an editor's.
            line = len((data[: error.start] + b"x").splitlines())
            continue
        if "\0" not in text:
            return text
        line = len(text[: text.index("\0") + 1].splitlines())
        break
    raise Unreadable(f"Line {line} holds characters that cannot be read; save the file as CSV in UTF-8.")


def table(text: str, delimiter: str = ",") -> Iterator[tuple[int, list[str]]]:
    """Rows with the line that each ends on, lines ended in any of the three ways. Raises Unreadable.

    >>> list(table("a,b\\r1,2"))
    [(1, ['a', 'b']), (2, ['1', '2'])]
    """
    rows = csv.reader(io.StringIO(text.removeprefix("\ufeff"), newline=None), delimiter=delimiter)
    while True:
        try:
            cells = next(rows)
        except StopIteration:
            return
        except csv.Error as error:
            long = "field larger" in str(error)
            why = "a cell is longer than any can be, so a quote mark was left open" if long else str(error)
            raise Unreadable(f"Line {rows.line_num} cannot be read: {why}.") from None
        yield rows.line_num, cells


def delimiter(text: str) -> str:
    """Which of comma, semicolon and tab stands most often in the first row.

    >>> delimiter("a;b;c\\n1,5;2;3")
    ';'
    """
    heading = next(iter(io.StringIO(text[:100_000], newline=None)), "")
    return max(",;\t", key=heading.count)


def named(broken: Sequence[BrokenRow]) -> tuple[BrokenRow, ...]:
    """The first hundred broken rows, and how many more there are."""
    more = len(broken) - MOST_NAMED
    if more <= 0:
        return tuple(broken)
    last = broken[MOST_NAMED]
    return (*broken[:MOST_NAMED], BrokenRow(last.line, f"and {more} broken rows from here on"))


def inert(cell: str) -> str:
    """A cell as it is written out: no spreadsheet takes a typed name for a formula.

    >>> inert("=1+1"), inert("wire")
    ("'=1+1", 'wire')
    """
    return f"'{cell}" if cell.startswith(_FORMULA_STARTS) else cell


def meant(cell: str) -> str:
    """A cell as it was before ``inert``, where it was written by it.

    >>> meant(inert("=1+1")), meant("'t Hof")
    ('=1+1', "'t Hof")
    """
    return cell[1:] if cell[:1] == "'" and cell[1:].startswith(_FORMULA_STARTS) else cell
