"""Write the sheets of a job as files: ``northspan packet``."""

import argparse
from collections.abc import Iterator
from datetime import date
from pathlib import Path

from northspan.commands.job_of_file import read_job
from northspan.commands.outcome import PASSES, complain
from northspan.core.cuts.of_job import job_cuts
from northspan.core.job.job import Job
from northspan.core.materials.of_job import job_counts
from northspan.core.materials.priced import material_list
from northspan.core.property.prepared import prepared
from northspan.core.solve import solve
from northspan.paper.drawing.dxf import dxf
from northspan.paper.drawing.pdf import pdf
from northspan.paper.drawing.svg import svg
from northspan.paper.materials.sheet import materials_csv
from northspan.paper.materials.sheet_pdf import materials_pdf
from northspan.paper.oneline.sheets import one_line
from northspan.paper.sheet_csv import sheet_csv
from northspan.paper.sheet_pdf import sheet_pdf
from northspan.shop.csv_lists import shipped_list
from northspan.shop.lists import PriceItem

SHEETS = ("one-line", "materials", "calculation")


def run(options: argparse.Namespace) -> int:
    """Write the sheets that were asked for, each under its own name; what was there of that name is replaced."""
    wanted = [name.strip() for name in (options.sheets or ",".join(SHEETS)).split(",")]
    unknown = [name for name in wanted if name not in SHEETS]
    if unknown:
        return complain([f"--sheets: there is no sheet {unknown[0]!r}; there are {', '.join(SHEETS)}"])
    job = read_job(options.job)
    if job is None:
        return 2
    folder = Path(options.out)
    try:
        folder.mkdir(parents=True, exist_ok=True)
        for name, body in _files(job, wanted, options.paper):
            (folder / name).write_bytes(body)
            print(folder / name)
    except OSError as error:
        return complain([f"{options.out}: {error.strerror or error}"])
    return PASSES


def _files(job: Job, wanted: list[str], paper: str) -> Iterator[tuple[str, bytes]]:
    today = date.today()
    if "one-line" in wanted:
        sheets = one_line(job, solve(job), today, paper)
        yield "one-line.pdf", pdf(f"{job.name}: one-line", sheets)
        for at, sheet in enumerate(sheets, 1):
            yield f"one-line-{at}.svg", svg(sheet).encode()
            yield f"one-line-{at}.dxf", dxf(sheet)
    if "materials" in wanted:
        ready = prepared(job)
        prices = {item.name: item.price for item in shipped_list("prices") if isinstance(item, PriceItem)}
        listed = material_list(job_counts(ready), prices, {}, job_cuts(ready, (), prices), job.told)
        yield "materials.pdf", materials_pdf(job, listed, today)
        yield "materials.csv", materials_csv(job, listed).encode("utf-8-sig")
    if "calculation" in wanted:
        solution = solve(job)
        yield "calculation.pdf", sheet_pdf(job, solution, today)
        yield "calculation.csv", sheet_csv(job, solution).encode("utf-8-sig")
