"""Tables of words as CSV."""

import csv
import io
from collections.abc import Iterable

from northspan.paper.labels import CAUTION
from northspan.paper.tables.section import Section
from northspan.text.delimited import inert


def as_csv(title: str, job_name: str, sections: Iterable[Section]) -> str:
    """Every section one under the other, each under its title and column heads; cells that a spreadsheet would take for
    a formula are inert.
    """
    out = io.StringIO()
    writer = csv.writer(out)
    writer.writerow([f"North Span {title.lower()}", inert(job_name)])
    writer.writerow([CAUTION])
    for section in sections:
        writer.writerow([])
        writer.writerow([inert(section.title)])
        if any(section.head):
            writer.writerow(section.head)
        writer.writerows([inert(cell) for cell in row] for row in section.rows)
    return out.getvalue()
