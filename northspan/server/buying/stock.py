"""The shop's spools, prices and van as the core takes them, and the wire of a job cut from them."""

from northspan.core.document.file import JobFileError
from northspan.core.figures.problem import Problem
from northspan.core.job.job import Job
from northspan.core.plans.cuts.of_job import JobCuts, SpoolStock, job_cuts
from northspan.core.plans.cuts.pieces import SHEATH
from northspan.core.plans.materials.of_job import job_counts
from northspan.core.plans.materials.priced import MaterialList, material_list
from northspan.server.started.wiring import shop_list, solutions
from northspan.shop.lists import PriceItem, SpoolItem, VanItem


def prices() -> dict[str, float]:
    """The price list: $ per foot or piece, by name."""
    return {i.name: i.price for i in shop_list("prices") if isinstance(i, PriceItem)}


def cut(job: Job) -> JobCuts:
    """The wire of a job cut at least cost. Raises JobFileError where that takes too long."""
    try:
        return job_cuts(solutions().of(job).ready, _spools(), prices())
    except TimeoutError as slow:
        raise JobFileError([Problem("", str(slow))]) from slow


def materials(job: Job) -> MaterialList:
    """The list of materials of a job, priced and held against the van. Raises JobFileError as ``cut`` does."""
    van = {i.name: i.quantity for i in shop_list("van") if isinstance(i, VanItem)}
    return material_list(job_counts(solutions().of(job).ready), prices(), van, cut(job), job.told)


def _spools() -> list[SpoolStock]:
    """The shop's spools, each once for every colour that it comes in."""
    return [
        SpoolStock(i.name, (f"{i.metal} {i.insulation}", _size(i), colour.strip()), i.length_ft, i.price, i.van)
        for i in shop_list("spools")
        if isinstance(i, SpoolItem)
        for colour in i.colours.split(";")
    ]


def _size(item: SpoolItem) -> str:
    return f"{item.size} {item.wires}-wire" if item.colours == SHEATH else item.size
