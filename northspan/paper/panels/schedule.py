"""The schedule of a panel as CSV, both ways: a row for every circuit. Rows pasted from a spreadsheet are read as well.

A schedule that cannot be read whole is refused whole, with the line and column of everything wrong in it.
"""

import csv
import io
import re
from collections.abc import Callable, Iterator, Mapping, Sequence
from dataclasses import dataclass
from typing import Any, get_args

from pydantic import ValidationError

from northspan.core.book.library import code_book
from northspan.core.document.finding import Fix
from northspan.core.figures.problem import Problem, validation_problems
from northspan.core.job.job import Job, Station
from northspan.core.job.panel import MOST_CIRCUITS, Panel, PanelCircuit
from northspan.core.job.told.reading import reading
from northspan.core.job.told.state import State
from northspan.core.property.panel.solved import SolvedPanel, spaces_of
from northspan.text.delimited import delimiter, inert, meant, table
from northspan.text.numbers import read_number

YES, NO = ("yes", "y", "true", "x", "1"), ("no", "n", "false", "0")
SPACE = re.compile(r"(\d{1,2})(?:[-/,&]\d{1,2})?\s*([ab]?)", re.IGNORECASE)
SIZE = re.compile(r"#?\s*(\d{1,4}(?:/0)?)\s*(?:awg|kcmil)?", re.IGNORECASE)
HOLE = re.compile(r"([a-z0-9][a-z0-9-]*)[: ](\d{1,2})")


class BrokenSchedule(ValueError):
    """A schedule that was not taken; ``problems`` name line and column."""

    def __init__(self, problems: Sequence[Problem]):
        self.problems = tuple(problems)
        super().__init__("; ".join(p.said() for p in problems))


@dataclass(frozen=True, slots=True)
class Column:
    """A column: its heading, others that mean the same, the way to its field in a circuit, how a cell is read."""

    heading: str
    others: tuple[str, ...]
    way: str
    read: Callable[[str], Any]


@dataclass(frozen=True, slots=True)
class ReadSchedule:
    """What a schedule changes in a panel: how many circuits it replaces and adds, and the change to the job."""

    replaced: int
    added: int
    fix: Fix | None


def _number(cell: str) -> float:
    return read_number(re.sub(r"\s*[AV]$", "", cell.strip(), flags=re.IGNORECASE))


def _whole(cell: str) -> int:
    return int(_number(cell.lower().removesuffix("p").removesuffix("pole").strip("- ")))


def _switch(cell: str) -> bool:
    if cell.lower() in YES:
        return True
    if cell.lower() in NO:
        return False
    raise ValueError("must be yes or no")


def _state(cell: str) -> State:
    """A state by its word, or whether it is there already."""
    found = next((s for s in get_args(State) if s == _term(cell)), None)
    return found or ("stays" if _switch(cell) else "comes")


def _size(cell: str) -> str:
    found = SIZE.fullmatch(cell.strip())
    if found is None:
        raise ValueError("must be a wire size such as 12 or 2/0")
    return found[1]


def _words(cell: str) -> str:
    return cell


def _list(cell: str) -> list[str]:
    return [each.strip().lower().replace(" ", "-") for each in re.split(r"[;+]", cell) if each.strip()]


def _hole(cell: str) -> dict[str, Any]:
    found = HOLE.fullmatch(cell.strip().lower())
    if found is None:
        raise ValueError("must be a bar and a hole such as neutral:7")
    return {"bar": found[1], "hole": int(found[2])}


def _term(cell: str) -> str:
    return cell.strip().lower().replace(" ", "-")


COLUMNS = (
    Column("space", ("circuit", "ckt", "no", "no.", "number", "#"), "space", _words),
    Column("name", ("directory", "description", "load served", "serves"), "name", _words),
    Column("breaker_a", ("breaker", "amps", "trip", "a", "rating"), "breaker_a", _number),
    Column("poles", ("pole", "p"), "poles", _whole),
    Column("va", ("load", "load va", "watts"), "va", _number),
    Column("size", ("wire", "awg", "wire size"), "size", _size),
    Column("guard", ("breaker kind", "protection"), "breaker", _term),
    Column("first_outlet", (), "first_outlet", _term),
    Column("use", ("kind",), "use", _term),
    Column("rooms", ("room",), "rooms", _list),
    Column("receptacles", (), "receptacles", _switch),
    Column("continuous", (), "continuous", _switch),
    Column("neutral", (), "neutral", _switch),
    Column("partner", (), "partner", _term),
    Column("tied", (), "tied", _switch),
    Column("length", ("first outlet", "length to first outlet"), "cable/length", _number),
    Column("metal", (), "cable/metal", _term),
    Column("insulation", ("cable",), "cable/insulation", _words),
    Column("pipe", ("raceway",), "cable/raceway", _words),
    Column("location", (), "cable/location", _term),
    Column("neutral_at", ("neutral hole",), "neutral_at", _hole),
    Column("ground_at", ("ground hole",), "ground_at", _hole),
    Column("state", ("existing",), "state", _state),
    Column("locked", (), "locked", _switch),
    Column("id", (), "id", _term),
)
USUAL = COLUMNS[:6]


def write_schedule(solved: SolvedPanel) -> str:
    """A panel's schedule, in the order of its spaces; lengths in the job's own units."""
    out = io.StringIO()
    writer = csv.writer(out, lineterminator="\r\n")
    writer.writerow([c.heading for c in COLUMNS])
    length = solved.asked.told.length
    by_space = sorted(solved.circuits, key=lambda e: (e.circuit.space or 999, e.circuit.half or ""))
    for each in by_space:
        document = each.circuit.model_dump(mode="json")
        document["space"] = f"{each.circuit.space or ''}{each.circuit.half or ''}"
        if each.circuit.cable is not None:
            document["cable"]["length"] = round(length.of(each.circuit.cable.length), 4)
        writer.writerow([_written(_at(document, c.way)) for c in COLUMNS])
    return out.getvalue()


def read_schedule(job: Job, station: Station, panel: Panel, text: str) -> ReadSchedule:
    """Lay a schedule over a panel: a row of a circuit that is there, by its id or its space, changes what it names of
    it; any other row adds one. Lengths are in the job's own units. Raises BrokenSchedule.

    >>> _size("#12 AWG"), _whole("2P"), _number("20 A")
    ('12', 2, 20.0)
    >>> _number("20a"), _number("240 v")
    (20.0, 240.0)
    """
    rows = [(line, cells) for line, cells in table(text, delimiter(text)) if any(c.strip() for c in cells)]
    if not rows:
        raise BrokenSchedule([Problem("", "there is no row in it")])
    columns, rows = _headed(rows)
    problems: list[Problem] = []
    circuits = [c.model_dump(mode="json") for c in panel.circuits]
    known, before = len(circuits), list(circuits)
    replaced, lines = 0, dict[int, int]()
    for line, cells in rows:
        fields = _row(columns, line, cells, problems)
        if fields is None:
            continue
        at = _same(circuits, fields)
        if at is None:
            circuits.append(_new(fields, circuits))
        else:
            replaced += int(at < known)
            circuits[at] = _laid(circuits[at], fields)
        here = len(circuits) - 1 if at is None else at
        # What stays as it is may stand as it stands.
        if here >= known or circuits[here] != before[here]:
            lines[here] = line
        problems += _judged(job, circuits[-1 if at is None else at], line, columns)
    problems += _doubled(circuits, lines)
    if len(circuits) > MOST_CIRCUITS:
        problems.append(Problem("", f"this would make {len(circuits)} circuits; a panel holds up to {MOST_CIRCUITS}"))
    if problems:
        raise BrokenSchedule(problems)
    added = len(circuits) - known
    path = f"/stations/{job.stations.index(station)}/panel/circuits"
    same = [c.model_dump(mode="json") for c in panel.circuits] == circuits
    fix = None if same else Fix("Take the schedule", ({"op": "replace", "path": path, "value": circuits},))
    return ReadSchedule(replaced, added, fix)


def _headed(rows: list[tuple[int, list[str]]]) -> tuple[list[Column], list[tuple[int, list[str]]]]:
    """The columns by the first row, or the usual ones where that is a circuit already."""
    names = {name: c for c in COLUMNS for name in (c.heading, *c.others)}
    head = [cell.strip().lower() for cell in rows[0][1]]
    if SPACE.fullmatch(head[0]):
        return list(USUAL), rows
    unknown = [name for name in head if name and name not in names]
    if unknown or not any(head):
        said = ", ".join(c.heading for c in COLUMNS)
        at = rows[0][0]
        raise BrokenSchedule(
            [Problem(f"/{at}", f"line {at}, column {name}: is no column of a schedule; those are {said}")
             for name in unknown or [""]]
        )  # fmt: skip
    blank = Column("", (), "", _words)
    return [names.get(name, blank) for name in head], rows[1:]


def _row(columns: list[Column], line: int, cells: list[str], problems: list[Problem]) -> dict[str, Any] | None:
    """The fields of a row, by their ways; None where a cell cannot be read."""
    fields: dict[str, Any] = {}
    broken = len(problems)
    for column, cell in zip(columns, cells, strict=False):
        text = meant(cell.strip())
        if not text or not column.way:
            continue
        if column.way == "space":
            found = SPACE.fullmatch(text)
            if found is None:
                problems.append(_at_cell(line, column, f"{text!r} must be a space such as 7 or 7a"))
                continue
            fields["space"], fields["half"] = int(found[1]), found[2].lower() or None
            continue
        try:
            fields[column.way] = column.read(text)
        except ValueError as error:
            why = str(error) if "must" in str(error) else "must be a number"
            problems.append(_at_cell(line, column, f"{text!r} {why}"))
    return fields if len(problems) == broken else None


def _same(circuits: list[dict[str, Any]], fields: Mapping[str, Any]) -> int | None:
    """The circuit that a row speaks of: of its id, else in its space."""
    for i, circuit in enumerate(circuits):
        if "id" in fields and circuit["id"] == fields["id"]:
            return i
    if "id" in fields or "space" not in fields:
        return None
    place = (fields["space"], fields.get("half"))
    return next((i for i, c in enumerate(circuits) if (c["space"], c["half"]) == place), None)


def _doubled(circuits: list[dict[str, Any]], lines: Mapping[int, int]) -> Iterator[Problem]:
    """Rows whose circuit would lie where another one is: in a pole of it, or whole where there are halves."""
    for at, line in lines.items():
        one = circuits[at]
        for other in circuits[:at] + circuits[at + 1 :]:
            apart = one["half"] and other["half"] and one["half"] != other["half"]
            if not apart and _spaces(one) & _spaces(other):
                taken, where = min(_spaces(one) & _spaces(other)), f"{other['space']}{(other['half'] or '').upper()}"
                words = (
                    f"space {taken} is taken by {other['name'] or other['id']}, in {where}: change that one, or move it"
                )
                yield Problem(f"/{line}/space", f"line {line}, column space: {words}")
                break


def _spaces(circuit: Mapping[str, Any]) -> set[int]:
    """The spaces that a row's circuit takes, whatever else of the row is wrong."""
    return set(spaces_of(PanelCircuit.model_construct(**circuit)))


def _new(fields: Mapping[str, Any], circuits: list[dict[str, Any]]) -> dict[str, Any]:
    taken = {c["id"] for c in circuits}
    stem = re.sub(r"[^a-z0-9]+", "-", str(fields.get("name", "circuit")).lower()).strip("-")[:40] or "circuit"
    own = next(name for name in (stem, *(f"{stem}-{i}" for i in range(2, 500))) if name not in taken)
    return _laid(PanelCircuit(id=own).model_dump(mode="json"), fields)


def _laid(circuit: Mapping[str, Any], fields: Mapping[str, Any]) -> dict[str, Any]:
    made = dict(circuit)
    for way, value in fields.items():
        name, _, inner = way.partition("/")
        made[name] = {**(made[name] or {}), inner: value} if inner else value
    return made


def _judged(job: Job, circuit: Mapping[str, Any], line: int, columns: list[Column]) -> list[Problem]:
    """What is wrong with a circuit as it would be, by the column that says it."""
    try:
        with reading(job.told, code_book(job.code_book).vocabulary):
            PanelCircuit.model_validate(circuit)
    except ValidationError as error:
        found = []
        for problem in validation_problems(error, job.told):
            way = problem.pointer.strip("/")
            column = next((c for c in columns if c.way and way.startswith(c.way)), None)
            named = column.heading if column is not None else way.replace("/", " ") or "row"
            found.append(Problem(f"/{line}/{named}", f"line {line}, column {named}: {problem.words}"))
        return found
    return []


def _at_cell(line: int, column: Column, words: str) -> Problem:
    return Problem(f"/{line}/{column.heading}", f"line {line}, column {column.heading}: {words}")


def _at(document: Mapping[str, Any], way: str) -> Any:
    value: Any = document
    for name in way.split("/"):
        value = value.get(name) if isinstance(value, dict) else None
    return value


def _written(value: Any) -> str:
    if value is None:
        return ""
    if isinstance(value, bool):
        return "yes" if value else "no"
    if isinstance(value, (list, tuple)):
        return ";".join(value)
    if isinstance(value, dict):
        return f"{value['bar']}:{value['hole']}"
    return inert(f"{value:g}" if isinstance(value, float) else str(value))
