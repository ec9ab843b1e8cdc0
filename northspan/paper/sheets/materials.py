"""The list of materials as tables of words, and as CSV."""

import csv
import io
from collections.abc import Iterator
from itertools import groupby

from northspan.core.figures.working import number
from northspan.core.job.job import Job
from northspan.core.plans.materials.priced import MaterialLine, MaterialList
from northspan.paper.labels import CAUTION
from northspan.paper.tables.section import Section
from northspan.text.delimited import inert

HEAD = ("Part", "Counted", "In the van", "To buy", "Each", "Cost", "Counted from")
SHOWN = 4


def material_sections(listed: MaterialList) -> Iterator[Section]:
    """A table for every group, then what it comes to, what could not be counted, what is taken out."""
    for group, lines in groupby(listed.lines, key=lambda line: line.group):
        yield Section(f"Materials: {group}", HEAD, tuple(_row(line, SHOWN) for line in lines))
    rows = [(s.what, dollars(s.value)) for s in listed.without_price.steps]
    rows += [("Not in the price list", name) for name in listed.unpriced]
    yield Section("Together", ("", ""), tuple(rows))
    if listed.open:
        yield Section("Not counted yet", ("",), tuple((words,) for words in listed.open))
    if listed.taken:
        yield Section("Taken out", ("",), tuple((words,) for words in listed.taken))


def materials_csv(job: Job, listed: MaterialList) -> str:
    """Every line with all that it was counted from; cells that a spreadsheet would take for a formula are inert."""
    out = io.StringIO()
    writer = csv.writer(out)
    writer.writerow(["North Span list of materials", inert(job.name)])
    writer.writerow([CAUTION])
    writer.writerow(
        ["Group", "Part", "Unit", "Counted", "In the van", "To buy", "Bought as", "Each $", "Cost $", "From"]
    )
    for line in listed.lines:
        bought = line.bought or (f"comes with {line.comes_with}" if line.comes_with else "")
        cells = (_plain(line.quantity.value), _plain(line.van), _plain(line.buy), bought, _money(line.price))
        words = (line.group, line.name, line.unit, *cells, _money(line.cost.value), _counted_from(line, None))
        writer.writerow([inert(cell) for cell in words])
    writer.writerow([])
    writer.writerows(["Not counted yet", inert(words)] for words in listed.open)
    return out.getvalue()


def dollars(value: object) -> str:
    """A price in words; a dash where there is none."""
    return f"${value:,.2f}" if isinstance(value, float) else "—"


def _row(line: MaterialLine, most: int) -> tuple[str, ...]:
    counted = f"{_plain(line.quantity.value)} {line.unit}"
    if line.comes_with:
        return line.name, counted, "", f"comes with {line.comes_with}", "", "", _counted_from(line, most)
    buy = f"{_plain(line.buy)} {line.unit}" + (f" ({line.bought})" if line.bought else "")
    each = "" if line.price is None else dollars(line.price)
    van = "" if line.van == 0.0 else _plain(line.van)
    return line.name, counted, van, buy, each, dollars(line.cost.value), _counted_from(line, most)


def _counted_from(line: MaterialLine, most: int | None) -> str:
    """What a line was counted from; on paper the first few of many."""
    own = [s.what for s in line.quantity.steps if s.what != "Together"]
    more = f"; and {len(own) - most} more" if most is not None and len(own) > most else ""
    return "; ".join(own[:most]) + more


def _money(value: object) -> str:
    return f"{value:.2f}" if isinstance(value, float) else ""


def _plain(value: object) -> str:
    return number(value) if isinstance(value, float) else ""
