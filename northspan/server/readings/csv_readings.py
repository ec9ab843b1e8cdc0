"""Readings out of a CSV file: one a line, under a heading that names the columns."""

from collections.abc import Mapping, Sequence

from pydantic import ValidationError

from northspan.core.figures.problem import validation_problems
from northspan.core.job.job import Job
from northspan.core.property.whole.measured import Measured
from northspan.core.readings.told.readable import Readable
from northspan.core.readings.told.saying import names
from northspan.server.readings.models import ReadingBody
from northspan.text.delimited import BrokenRow, Unreadable, delimiter, table
from northspan.text.numbers import NotANumber, read_number

NEEDED = ("what", "at", "part", "value", "by", "when")
# Further columns that are read where they are there.
FURTHER = (
    "instrument", "calibrated", "weather", "soil", "soil_c", "note", "load", "share", "extra_a", "extra_at", "tried_ma",
    "lifted", "line",
)  # fmt: skip
NUMBERS = {"value", "soil_c", "share", "extra_a", "tried_ma"}
MOST_ROWS = 100_000


def read_csv(text: str, job: Job, there: Sequence[Readable]) -> tuple[list[Measured], list[BrokenRow]]:
    """The readings of a file, and the lines that could not be taken. A thing is named by its id, or by its name where
    that is the only one of it. Raises Unreadable.
    """
    rows = table(text, delimiter(text))
    _, heading = next(rows, (0, []))
    columns = {name.strip().lower(): at for at, name in enumerate(heading)}
    if lacking := [name for name in NEEDED if name not in columns]:
        raise Unreadable(f"The first row must name the columns {', '.join(NEEDED)}; {', '.join(lacking)} is not there.")
    known = {(each.what, each.at, each.part) for each in there}
    ids, told = _ids(job), job.told
    found: list[Measured] = []
    broken: list[BrokenRow] = []
    for line, cells in rows:
        if not any(cell.strip() for cell in cells):
            continue
        if len(found) >= MOST_ROWS:
            raise Unreadable(f"Line {line}: more than {MOST_ROWS} readings; split the file.")
        entry = {name: cells[at].strip() for name, at in columns.items() if at < len(cells) and cells[at].strip()}
        try:
            body = _body(entry, ids, told.id == "metric")
        except NotANumber as error:
            broken.append(BrokenRow(line, str(error)))
            continue
        except ValidationError as error:
            broken.append(BrokenRow(line, _why(error)))
            continue
        if body.unread:
            broken.append(BrokenRow(line, f"value: {body.unread}"))
            continue
        if body.unfit:
            broken.append(BrokenRow(line, ": ".join(body.unfit)))
            continue
        if body.extra_at and not any(station.id == body.extra_at for station in job.stations):
            broken.append(BrokenRow(line, f"extra_at: this job has no equipment {body.extra_at}"))
            continue
        measured = body.measured(told)
        if (measured.what, measured.at, measured.part) not in known:
            broken.append(BrokenRow(line, f"this job has no {measured.what} at {measured.at}, {measured.part}"))
        else:
            found.append(measured)
    return found, broken


def _ids(job: Job) -> Mapping[str, str]:
    named = [(name, own) for own, name in names(job).items()]
    several = [name for name, _ in named]
    return {name: own for name, own in named if several.count(name) == 1}


def _body(entry: Mapping[str, str], ids: Mapping[str, str], metric: bool) -> ReadingBody:
    taken: dict[str, object] = {name: entry[name] for name in (*NEEDED, *FURTHER) if name in entry and name != "when"}
    for name in NUMBERS & taken.keys():
        try:
            taken[name] = read_number(entry[name], metric)
        except NotANumber as error:
            raise NotANumber(f"{name}: {error}") from None
    taken["at"] = ids.get(entry.get("at", ""), entry.get("at", ""))
    if "extra_at" in taken:
        taken["extra_at"] = ids.get(entry["extra_at"], entry["extra_at"])
    taken["on"] = entry.get("when", "")
    return ReadingBody.model_validate(taken)


def _why(error: ValidationError) -> str:
    first = validation_problems(error)[0]
    return f"{first.pointer.lstrip('/').replace('on', 'when') or 'row'}: {first.words}"
