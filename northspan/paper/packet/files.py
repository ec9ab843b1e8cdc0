"""The packet of a job as files, and all of them in one archive."""

import io
import zipfile
from collections.abc import Collection, Iterable, Iterator

from northspan.paper.drawing.dxf import dxf
from northspan.paper.drawing.pdf import pdf
from northspan.paper.drawing.svg import svg
from northspan.paper.packet.bound import Bound
from northspan.paper.sheets.materials import materials_csv
from northspan.paper.sheets.told.matter import Matter
from northspan.paper.tables.as_csv import as_csv

# A spreadsheet takes CSV for UTF-8 by the mark at its head.
MARKED = "utf-8-sig"
JOB_FILE = "job.json"
File = tuple[str, bytes]


def packet_files(matter: Matter, sheets: Collection[Bound]) -> Iterator[File]:
    """The set as one PDF, then the files of each sheet: drawings as SVG and DXF, tables as CSV."""
    yield "packet.pdf", pdf(f"{matter.job.name}: packet {matter.revision}", [p for s in sheets for p in s.pages])
    for sheet in sheets:
        yield from sheet_files(matter, sheet)


def sheet_files(matter: Matter, sheet: Bound) -> Iterator[File]:
    """A sheet by itself as PDF, its drawings as SVG and DXF, its tables as CSV."""
    name = sheet.kind.name
    yield f"{name}.pdf", pdf(f"{matter.job.name}: {sheet.kind.title.lower()}", sheet.pages)
    for at, page in enumerate(sheet.pages[: sheet.drawn], 1):
        yield f"{name}-{at}.svg", svg(page).encode()
        yield f"{name}-{at}.dxf", dxf(page)
    if sheet.tables:
        yield f"{name}.csv", sheet_csv(matter, sheet).encode(MARKED)


def sheet_csv(matter: Matter, sheet: Bound) -> str:
    """The tables of a sheet; the materials with all that each line was counted from."""
    if sheet.kind.name == "materials":
        return materials_csv(matter.job, matter.listed)
    return as_csv(sheet.kind.title, matter.job.name, sheet.tables)


def archive(files: Iterable[File]) -> bytes:
    """Files in one ZIP, in their order; the same files make the same archive, whenever it is made."""
    out = io.BytesIO()
    with zipfile.ZipFile(out, "w", zipfile.ZIP_DEFLATED) as packed:
        for name, body in files:
            packed.writestr(zipfile.ZipInfo(name), body, zipfile.ZIP_DEFLATED)
    return out.getvalue()
