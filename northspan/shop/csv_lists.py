"""A list of the shop's as CSV, both ways. A row that cannot be read is named by its line, never dropped silently."""

import csv
import io
from collections.abc import Sequence
from dataclasses import dataclass
from typing import Any, get_args

from pydantic import ValidationError

from northspan.core.figures.problem import validation_problems
from northspan.shop.lists import ITEMS, Item, ListName, shipped
from northspan.text.delimited import BrokenRow, delimiter, inert, meant, named, table
from northspan.text.numbers import NotANumber, read_number

_YES = {"yes": True, "y": True, "true": True, "1": True, "no": False, "n": False, "false": False, "0": False}


@dataclass(frozen=True, slots=True)
class ReadList:
    """The rows that could be read, in order, and those that could not."""

    items: tuple[Item, ...]
    broken: tuple[BrokenRow, ...]


def read_list(which: ListName, text: str) -> ReadList:
    """Read a list; the first row names its columns. A later row of the same name is a broken one.

    >>> rows = "name,unit,price,dated\\nwire cu 6,ft,1.10,2026-10-01\\nwire cu 4,yard,2,2026-10-01\\n"
    >>> found = read_list("prices", rows)
    >>> found.items[0].price, found.broken[0].line
    (1.1, 3)
    """
    model = ITEMS[which]
    rows = table(text, delimiter(text))
    _, heading = next(rows, (1, []))
    columns = [name.strip() for name in heading]
    missing = {name for name, field in model.model_fields.items() if field.is_required()} - set(columns)
    if missing:
        return ReadList((), (BrokenRow(1, f"the heading has no column {', '.join(sorted(missing))}"),))
    numbers = {name for name, field in model.model_fields.items() if _is_number(field.annotation)}
    items: list[Item] = []
    lines: dict[str, int] = {}
    broken: list[BrokenRow] = []
    for line, cells in rows:
        if not any(cell.strip() for cell in cells):
            continue
        row = zip(columns, cells, strict=False)
        try:
            item = model.model_validate({k: _cell(k, v, k in numbers) for k, v in row if k and v.strip()})
        except ValidationError as error:
            words = "; ".join(f"{p.pointer.strip('/') or 'row'} {p.words}" for p in validation_problems(error))
            broken.append(BrokenRow(line, words))
            continue
        if item.name in lines:
            broken.append(BrokenRow(line, f"{item.name!r} is on line {lines[item.name]} already"))
            continue
        lines[item.name] = line
        items.append(item)
    return ReadList(tuple(items), named(broken))


def write_list(which: ListName, items: Sequence[Item]) -> str:
    """A list as CSV, with a heading."""
    out = io.StringIO()
    columns = list(ITEMS[which].model_fields)
    writer = csv.writer(out, lineterminator="\r\n")
    writer.writerow(columns)
    for item in items:
        writer.writerow([_written(getattr(item, column)) for column in columns])
    return out.getvalue()


def shipped_list(which: ListName) -> tuple[Item, ...]:
    """The list that comes with the application."""
    return read_list(which, shipped(which)).items


def _is_number(kind: Any) -> bool:
    """Whether a column holds a number, one of several numbers, or none."""
    inner = get_args(kind)
    return kind in (int, float) or (bool(inner) and any(type(each) is int or _is_number(each) for each in inner))


def _cell(column: str, text: str, number: bool) -> object:
    value = meant(text.strip())
    if number:
        try:
            found = read_number(value)
        except NotANumber:
            # The list says what is wrong with it; it takes an underscore for nothing.
            return value.replace("_", " ")
        return int(found) if found.is_integer() else found
    return _YES.get(value.lower(), value) if column in ("motor", "continuous", "tandem") else value


def _written(value: object) -> str:
    if value is None or value is False:
        return ""
    return "yes" if value is True else inert(str(value))
