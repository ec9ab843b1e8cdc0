"""Write the sheets of a job as files: ``northspan packet``."""

import argparse
from datetime import date
from pathlib import Path

from northspan.commands.job_of_file import read_job
from northspan.commands.outcome import BAD_INPUT, PASSES, complain
from northspan.core.document.left import as_left
from northspan.core.job.job import Job
from northspan.core.plans.cuts.of_job import job_cuts
from northspan.core.plans.day.days import days
from northspan.core.plans.day.task import Duration, Durations
from northspan.core.plans.materials.of_job import job_counts
from northspan.core.plans.materials.priced import MaterialList, material_list
from northspan.core.solve.prepared import prepared
from northspan.core.solve.solve import solve
from northspan.paper.packet.bound import bind, lay_out
from northspan.paper.packet.catalogue import NAMES
from northspan.paper.packet.files import packet_files
from northspan.paper.sheets.told.matter import Matter
from northspan.paper.tables.pages import SheetTooLong
from northspan.shop.csv_lists import shipped_list
from northspan.shop.lists import DurationItem, PriceItem

SOUGHT_S = 10.0


def run(options: argparse.Namespace) -> int:
    """Write the sheets that were asked for (all of them where none were), each under its own name; what was there of
    that name is replaced.
    """
    # The days take as long as a plan of them is sought: they are written where they are asked for.
    usual = [name for name in NAMES if name != "days"]
    asked = [name.strip() for name in options.sheets.split(",")] if options.sheets else usual
    unknown = [name for name in asked if name not in NAMES]
    if unknown:
        return complain([f"--sheets: there is no sheet {unknown[0]!r}; there are {', '.join(NAMES)}"])
    whole = read_job(options.job)
    if whole is None:
        return BAD_INPUT
    job = as_left(whole).job
    if options.paper is not None:
        job = job.model_copy(update={"packet": job.packet.model_copy(update={"paper": options.paper})})
    wanted = tuple(name for name in NAMES if name in asked)
    solution = solve(job)
    planned = days(whole, solution, _durations(), SOUGHT_S) if "days" in wanted else None
    matter = Matter(job, solution, _materials(whole), wanted, made_on=date.today(), days=planned)
    folder = Path(options.out)
    try:
        folder.mkdir(parents=True, exist_ok=True)
        sheets = tuple(bind(matter, tuple(lay_out(matter))))
        empty = [name for name in asked if name not in {sheet.kind.name for sheet in sheets}]
        if options.sheets and empty:
            complain([f"{name}: this job has nothing to show on it" for name in empty])
        for name, body in packet_files(matter, sheets):
            (folder / name).write_bytes(body)
            print(folder / name)
    except SheetTooLong as trouble:
        return complain([str(trouble)])
    except OSError as error:
        return complain([f"{options.out}: {error.strerror or error}"])
    return PASSES


def _durations() -> Durations:
    """How long work takes, by the list that is shipped."""
    shipped = (item for item in shipped_list("durations") if isinstance(item, DurationItem))
    return {item.name: Duration(item.minutes, item.per, item.crew, item.why) for item in shipped}


def _materials(job: Job) -> MaterialList:
    """The list of materials by the prices that are shipped, with nothing in the van."""
    ready = prepared(job)
    prices = {item.name: item.price for item in shipped_list("prices") if isinstance(item, PriceItem)}
    return material_list(job_counts(ready), prices, {}, job_cuts(ready, (), prices), job.told)
