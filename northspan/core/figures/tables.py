"""A code book's tables: read from data files once, checked on reading, asked by name.

A file is CSV under a header of ``# key: value`` lines. ``name``, ``title``, ``section``, ``edition`` and
``units`` say what it is; ``sizes`` and ``text`` name columns that hold wire sizes of the ``scale`` that is named, or
words (all others hold numbers); ``rising``, ``falling`` and ``complete`` name columns that must rise or fall down the
rows or have no empty cell; each ``doubtful`` line ("columns @ rows", * for all, "; " between rows whose names have
spaces) marks cells to be shown as "check your copy".
"""

import csv
from collections.abc import Iterable, Mapping
from dataclasses import dataclass
from importlib.resources import files
from types import MappingProxyType

from northspan.core.figures.sizes.scale import Scale, scale
from northspan.core.figures.working import Cell, Step, Value


class TableError(ValueError):
    """A data file that breaks its own header; the message names the file's table, row and column."""


@dataclass(frozen=True, slots=True)
class Table:
    """One table of a code book. ``rows`` maps row key -> column -> value (None is a dash in the book)."""

    name: str
    title: str
    section: str
    edition: str
    note: str
    key: str
    columns: tuple[str, ...]
    units: Mapping[str, str]
    rows: Mapping[str, Mapping[str, Value]]
    doubtful: frozenset[tuple[str, str]]

    def value(self, row: str, column: str) -> Value:
        """The cell's value. Raises KeyError where the table has no such row or column."""
        return self.rows[row][column]

    def number(self, row: str, column: str) -> float | None:
        """The cell's value where it is a number or a dash; TableError where it holds words."""
        value = self.rows[row][column]
        if isinstance(value, str):
            raise TableError(f"table {self.name}, row {row}, column {column}: not a number")
        return value

    def word(self, row: str, column: str) -> str:
        """The cell's value where it is a size or words; TableError for anything else."""
        value = self.rows[row][column]
        if not isinstance(value, str):
            raise TableError(f"table {self.name}, row {row}, column {column}: not a word")
        return value

    def read(self, row: str, column: str, what: str) -> Step:
        """A line of working that says this cell was read."""
        return Step(
            what,
            self.rows[row][column],
            self.units[column],
            self.section,
            Cell(self.name, row, column),
            (row, column) in self.doubtful,
        )


def load_tables(package: str) -> Mapping[str, Table]:
    """Every ``.csv`` of a package's ``tables`` folder, by table name. Raises TableError for a broken one."""
    folder = files(package) / "tables"
    texts = [f.read_text("utf-8") for f in folder.iterdir() if f.name.endswith(".csv")]
    tables = [parse_table(text) for text in texts]
    return MappingProxyType({t.name: t for t in sorted(tables, key=lambda t: t.name)})


def parse_table(text: str) -> Table:
    """Read and check one data file's text. Raises TableError naming table, row and column."""
    head, lines = _split(text)
    name = head.get("name", ["?"])[0]
    for wanted in ("name", "title", "section", "edition", "units"):
        if wanted not in head:
            raise TableError(f"table {name}: header lacks {wanted!r}")
    grid = list(csv.reader(lines))
    key, *columns = grid[0]
    words = _names(head, "sizes") | _names(head, "text")
    rows: dict[str, Mapping[str, Value]] = {}
    for line in grid[1:]:
        if len(line) != len(columns) + 1:
            raise TableError(f"table {name}, row {line[0]}: {len(line)} cells where {len(columns) + 1} belong")
        if line[0] in rows:
            raise TableError(f"table {name}, row {line[0]}: twice")
        rows[line[0]] = {
            column: _value(name, line[0], column, cell, column in words)
            for column, cell in zip(columns, line[1:], strict=True)
        }
    table = Table(
        name,
        head["title"][0],
        head["section"][0],
        head["edition"][0],
        head.get("note", [""])[0],
        key,
        tuple(columns),
        MappingProxyType(_units(head["units"][0], key, columns)),
        MappingProxyType(rows),
        frozenset(_doubtful(head.get("doubtful", []), columns, rows)),
    )
    _check(table, head)
    return table


def _split(text: str) -> tuple[dict[str, list[str]], list[str]]:
    head: dict[str, list[str]] = {}
    body: list[str] = []
    for line in text.splitlines():
        if line.startswith("# "):
            key, _, value = line[2:].partition(": ")
            head.setdefault(key, []).append(value.strip())
        elif line.strip():
            body.append(line)
    return head, body


def _names(head: Mapping[str, list[str]], key: str) -> set[str]:
    return set(head.get(key, [""])[0].split())


def _value(table: str, row: str, column: str, cell: str, word: bool) -> Value:
    if cell == "":
        return None
    if word:
        return cell
    try:
        return float(cell)
    except ValueError:
        raise TableError(f"table {table}, row {row}, column {column}: {cell!r} is not a number") from None


def _units(line: str, key: str, columns: Iterable[str]) -> dict[str, str]:
    named = dict(part.strip().split("=", 1) for part in line.split(";") if part.strip())
    return {key: named.get(key, "")} | {column: named.get(column, named.get("*", "")) for column in columns}


def _doubtful(lines: list[str], columns: list[str], rows: Iterable[str]) -> Iterable[tuple[str, str]]:
    every_row = list(rows)
    for line in lines:
        left, _, right = line.partition(" @ ")
        marked_rows = every_row if right == "*" else right.split("; ") if "; " in right else right.split()
        marked_columns = columns if left == "*" else left.split()
        yield from ((row, column) for row in marked_rows for column in marked_columns)


def _check(table: Table, head: Mapping[str, list[str]]) -> None:
    sizes = _names(head, "sizes")
    if sizes and "scale" not in head:
        raise TableError(f"table {table.name}: header names sizes but no scale")
    by = scale(head["scale"][0]) if sizes else None
    for row, column in table.doubtful:
        if row not in table.rows or column not in table.columns:
            raise TableError(f"table {table.name}: doubtful cell {row}/{column} does not exist")
    for size in _size_cells(table, sizes):
        if by is None or size not in by:
            raise TableError(f"table {table.name}: {size!r} is not a wire size")
    for column in _names(head, "complete"):
        for row, cells in table.rows.items():
            if cells[column] is None:
                raise TableError(f"table {table.name}, row {row}, column {column}: empty")
    for word, sign in (("rising", 1.0), ("falling", -1.0)):
        for column in _names(head, word):
            _check_order(table, column, sign, by if column in sizes else None)


def _size_cells(table: Table, sizes: set[str]) -> Iterable[str]:
    if table.key in sizes:
        yield from table.rows
    for cells in table.rows.values():
        for column in sizes & set(table.columns):
            value = cells[column]
            if isinstance(value, str):
                yield value


def _check_order(table: Table, column: str, sign: float, by: Scale | None) -> None:
    before: float | None = None
    for row, cells in table.rows.items():
        value = cells[column]
        if value is None:
            continue
        place = sign * (by.rank(str(value)) if by is not None else float(value))
        if before is not None and place < before:
            raise TableError(f"table {table.name}, row {row}, column {column}: out of order")
        before = place
