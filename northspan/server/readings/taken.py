"""The readings of a job with what is made of them, as its store and its solution have them."""

from northspan.core.property.whole.measured import Measured
from northspan.core.readings.round import Round, round_of
from northspan.server.solving.solutions import Solved
from northspan.server.started.wiring import reading_store

# So many of the latest are judged and shown; a file holds them all.
SHOWN = 200


def latest_of(job_id: str | None, practice: str = "") -> tuple[tuple[Measured, ...], int]:
    """The latest readings of a job stored under an id, and how many there are in all."""
    return reading_store().latest(job_id, SHOWN, practice) if job_id is not None else ((), 0)


def judged(solved: Solved, latest: tuple[Measured, ...]) -> Round | None:
    """Readings judged and explained, with what is to be read first where there are none; None where the book judges
    none.
    """
    return round_of(solved.ready, solved.solution, latest, solved.metered)


def taken_of(solved: Solved, job_id: str | None) -> Round | None:
    """The latest readings of a job; None where it has none, or its book judges none."""
    latest, _ = latest_of(job_id)
    return judged(solved, latest) if latest else None
