"""The packet of a job: its sheets as files, and all of them with the job file in one archive."""

import io
import zipfile
from collections.abc import Collection, Iterable, Iterator
from datetime import date

from northspan.core.job.job import Job
from northspan.core.materials.priced import MaterialList
from northspan.core.solution import Solution
from northspan.paper.drawing.dxf import dxf
from northspan.paper.drawing.pdf import pdf
from northspan.paper.drawing.svg import svg
from northspan.paper.materials.sheet import materials_csv
from northspan.paper.materials.sheet_pdf import materials_pdf
from northspan.paper.oneline.sheets import one_line
from northspan.paper.sheet_csv import sheet_csv
from northspan.paper.sheet_pdf import sheet_pdf

SHEETS = ("one-line", "materials", "calculation")
# A spreadsheet takes CSV for UTF-8 by the mark at its head.
MARKED = "utf-8-sig"


def packet_files(
    job: Job, solution: Solution, listed: MaterialList, made_on: date, paper: str, wanted: Collection[str] = SHEETS
) -> Iterator[tuple[str, bytes]]:
    """The sheets that are ``wanted``, each as the files that it leaves as: a name and what is in it.

    Raises SheetTooLong.
    """
    if "one-line" in wanted:
        sheets = one_line(job, solution, made_on, paper)
        yield "one-line.pdf", pdf(f"{job.name}: one-line", sheets)
        for at, sheet in enumerate(sheets, 1):
            yield f"one-line-{at}.svg", svg(sheet).encode()
            yield f"one-line-{at}.dxf", dxf(sheet)
    if "materials" in wanted:
        yield "materials.pdf", materials_pdf(job, listed, made_on)
        yield "materials.csv", materials_csv(job, listed).encode(MARKED)
    if "calculation" in wanted:
        yield "calculation.pdf", sheet_pdf(job, solution, made_on)
        yield "calculation.csv", sheet_csv(job, solution).encode(MARKED)


def archive(files: Iterable[tuple[str, bytes]]) -> bytes:
    """Files in one ZIP, in their order; the same files make the same archive, whenever it is made."""
    out = io.BytesIO()
    with zipfile.ZipFile(out, "w", zipfile.ZIP_DEFLATED) as packed:
        for name, body in files:
            packed.writestr(zipfile.ZipInfo(name), body, zipfile.ZIP_DEFLATED)
    return out.getvalue()
