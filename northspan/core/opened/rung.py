"""The working of any rung of a run's ladder, not only the chosen one."""

from dataclasses import replace

from northspan.core.codes.library import whole_book
from northspan.core.job.job import Job
from northspan.core.job.part import Size
from northspan.core.loads.place_loads import place_loads
from northspan.core.property.topology import network
from northspan.core.run.question import Metal
from northspan.core.run.sizing import size_run
from northspan.core.solve import size_all
from northspan.core.working import NamedFigure


def rung_figures(job: Job, run_id: str, metal: Metal, size: Size) -> tuple[NamedFigure, ...]:
    """Every figure of a run as it would be in another size or metal, with nothing else of it locked.

    Raises KeyError for a run not in the job.
    """
    book = whole_book(job.code_book)
    net = network(job)
    own = size_all(book, job, net, place_loads(book, job, net))[run_id].sizing
    q = replace(own.question, metal=metal, size_lock=size, neutral_lock=None, egc_lock=None, raceway_lock=None)
    return book.sizing.explain(size_run(book, q, own.load_steps))
