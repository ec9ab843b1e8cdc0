"""Write the sheets of a job as files: ``northspan packet``."""

import argparse
from datetime import date
from pathlib import Path

from northspan.commands.job_of_file import read_job
from northspan.commands.outcome import BAD_INPUT, PASSES, complain
from northspan.core.cuts.of_job import job_cuts
from northspan.core.job.job import Job
from northspan.core.materials.of_job import job_counts
from northspan.core.materials.priced import MaterialList, material_list
from northspan.core.property.prepared import prepared
from northspan.core.solve import solve
from northspan.paper.packet import SHEETS, packet_files
from northspan.shop.csv_lists import shipped_list
from northspan.shop.lists import PriceItem


def run(options: argparse.Namespace) -> int:
    """Write the sheets that were asked for, each under its own name; what was there of that name is replaced."""
    wanted = [name.strip() for name in options.sheets.split(",")]
    unknown = [name for name in wanted if name not in SHEETS]
    if unknown:
        return complain([f"--sheets: there is no sheet {unknown[0]!r}; there are {', '.join(SHEETS)}"])
    job = read_job(options.job)
    if job is None:
        return BAD_INPUT
    folder = Path(options.out)
    try:
        folder.mkdir(parents=True, exist_ok=True)
        for name, body in packet_files(job, solve(job), _materials(job), date.today(), options.paper, wanted):
            (folder / name).write_bytes(body)
            print(folder / name)
    except OSError as error:
        return complain([f"{options.out}: {error.strerror or error}"])
    return PASSES


def _materials(job: Job) -> MaterialList:
    """The list of materials by the prices that are shipped, with nothing in the van."""
    ready = prepared(job)
    prices = {item.name: item.price for item in shipped_list("prices") if isinstance(item, PriceItem)}
    return material_list(job_counts(ready), prices, {}, job_cuts(ready, (), prices), job.told)
