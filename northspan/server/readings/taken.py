"""The readings of a job with what is made of them, as its store and its solution have them."""

from northspan.core.readings.round import Round, round_of
from northspan.server.solutions import Solved
from northspan.server.wiring import reading_store

# So many of the latest are judged and shown; a file holds them all.
SHOWN = 200


def taken_of(solved: Solved, job_id: str | None, practice: str = "") -> Round | None:
    """The latest readings of a job stored under an id; None where it has none, or its book judges none."""
    latest, _ = reading_store().latest(job_id, SHOWN, practice) if job_id is not None else ((), 0)
    return round_of(solved.ready, solved.solution, latest, solved.metered) if latest else None
