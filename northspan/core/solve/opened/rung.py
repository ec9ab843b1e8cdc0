"""The working of any rung of a run's ladder, not only the chosen one."""

from dataclasses import replace

from northspan.core.book.kinds import Metal
from northspan.core.figures.working import NamedFigure
from northspan.core.property.whole.prepared import Prepared
from northspan.core.run.sizing import size_run


def rung_figures(ready: Prepared, run_id: str, metal: Metal, size: str) -> tuple[NamedFigure, ...]:
    """Every figure of a run as it would be in another size or metal, with nothing else of it locked.

    Raises KeyError for a run not in the job.
    """
    own = ready.sized[run_id].sizing
    q = replace(own.question, metal=metal, size_lock=size, neutral_lock=None, egc_lock=None, raceway_lock=None)
    return ready.book.sizing.explain(size_run(ready.book, q, own.load_steps))
