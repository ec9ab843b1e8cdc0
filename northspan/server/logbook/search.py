"""Searches over all jobs: readings of electrodes beside what was computed, and what inspectors asked for."""

from collections.abc import Iterable
from dataclasses import dataclass

from northspan.core.job.job import Job
from northspan.core.plans.inspection import inspection_list
from northspan.core.readings.logbook.soils import EarthReading
from northspan.server.logbook.models import LogbookQuery, LogbookRow
from northspan.server.solving.solutions import Solved
from northspan.server.started.wiring import job_store, logbook_store, look_store, solutions
from northspan.store.job_store import NoSuchJob
from northspan.store.logbook_store import EarthAsked

MOST = 5000
# So many of the latest are listed and drawn; how many there are is told.
MOST_SHOWN = 1000


@dataclass(frozen=True, slots=True)
class Electrodes:
    """The latest readings that were asked for, those of them that stand beside a computed figure, how many there are in
    all, and on how many jobs.
    """

    rows: list[LogbookRow]
    earths: list[EarthReading]
    many: int
    jobs: int


def electrodes(asked: LogbookQuery) -> Electrodes:
    """Readings of electrodes that are asked for."""
    wanted = EarthAsked(asked.words, asked.by, asked.soil, asked.state, asked.most, asked.since, asked.until)
    found, many, jobs = logbook_store().found(wanted, MOST_SHOWN)
    rows = [
        LogbookRow(
            job_id=each.job_id, job=each.job, where=each.earth.place, on=each.on, by=each.by, words=each.note,
            soil=each.earth.soil, state=each.state, measured=each.earth.ohms, computed=each.earth.computed,
        )
        for each in found
    ]  # fmt: skip
    earths = [
        EarthReading(each.earth.soil, each.earth.ohms, each.earth.computed, int(each.on[5:7]))
        for each in found
        if each.earth.ohms and each.earth.computed
    ]
    return Electrodes(rows, earths, many, jobs)


def corrections(asked: LogbookQuery) -> list[LogbookRow]:
    """What inspectors wanted otherwise, or let go."""
    found = look_store().corrections(MOST)
    jobs = _jobs(job_id for job_id, _, _ in found)
    items = {job_id: {i.key: i for i in inspection_list(s.job, s.solution)} for job_id, s in jobs.items()}
    rows = []
    for job_id, key, looked in found:
        if job_id not in jobs:
            continue
        item = items[job_id].get(key)
        state = "let go" if looked.state == "let-go" else "to be corrected"
        row = LogbookRow(
            job_id=job_id, job=jobs[job_id].job.name, where=item.where if item is not None else key, on=looked.on,
            by=looked.by, words=f"{looked.words} ({item.section})" if item is not None else looked.words, state=state,
        )  # fmt: skip
        if _wanted(asked, row):
            rows.append(row)
    return rows


def _wanted(asked: LogbookQuery, row: LogbookRow) -> bool:
    words = f"{row.job} {row.where} {row.words}".lower()
    return (
        asked.words.lower() in words
        and asked.by.lower() in row.by.lower()
        and (not asked.soil or asked.soil == row.soil)
        and (not asked.state or asked.state == row.state)
        and (not asked.since or row.on[:10] >= asked.since)
        and (not asked.until or row.on[:10] <= asked.until)
    )


def _jobs(ids: Iterable[str]) -> dict[str, Solved]:
    found: dict[str, Solved] = {}
    for job_id in dict.fromkeys(ids):
        try:
            job: Job = job_store().get(job_id).sound()
        except (NoSuchJob, ValueError):
            continue
        found[job_id] = solutions().of(job)
    return found
