"""What readings tell of the earth, worked out as they are kept; for older ones when the application is upgraded."""

import logging
from collections.abc import Iterable

from northspan.core.property.whole.measured import Measured
from northspan.core.readings.logbook.earth import Earth, earth_of
from northspan.server.solving.solutions import Solutions, Solved
from northspan.store.job_store import JobStore
from northspan.store.logbook_store import LogbookStore

log = logging.getLogger(__name__)


def with_earth(solved: Solved, readings: Iterable[Measured]) -> list[tuple[Measured, Earth | None]]:
    """Readings of a job, each with what it tells of the earth."""
    return [(each, earth_of(solved.ready, solved.solution, each)) for each in readings]


def fill_logbook(logbook: LogbookStore, store: JobStore, solutions: Solutions) -> None:
    """Work out what readings tell that were kept before that was, by their jobs as they stand."""

    def told(job_id: str, readings: list[Measured]) -> list[Earth | None]:
        try:
            solved = solutions.of(store.get(job_id).sound())
        except Exception:
            # One job that cannot be solved keeps nobody from the rest.
            log.exception("job %s cannot be solved for the logbook", job_id)
            return [None for _ in readings]
        return [earth for _, earth in with_earth(solved, readings)]

    filled = logbook.fill(told)
    if filled:
        log.info("logbook: %d older readings of electrodes worked out", filled)
