"""Searches over all jobs: readings of electrodes beside what was computed, and what inspectors asked for."""

from collections.abc import Iterable

from northspan.core.inspection.of_job import inspection_list
from northspan.core.job.job import Job
from northspan.core.logbook.soils import EarthReading
from northspan.core.readings.judge import electrode_value
from northspan.server.logbook.models import LogbookQuery, LogbookRow
from northspan.server.solving.solutions import Solved
from northspan.server.wiring import job_store, look_store, reading_store, solutions
from northspan.store.job_store import NoSuchJob

MOST = 5000


def electrodes(asked: LogbookQuery) -> tuple[list[LogbookRow], list[EarthReading], list[EarthReading]]:
    """Readings of electrodes that are asked for, those of them that stand beside a computed figure, and all that do,
    asked for or not: what the shop knows of a soil does not hang on what is looked for.
    """
    rows: list[LogbookRow] = []
    earths: list[EarthReading] = []
    every: list[EarthReading] = []
    taken = reading_store().of_kind("electrode", MOST)
    corrected = {each.corrects for _, each in taken}
    jobs = _jobs(job_id for job_id, _ in taken)
    for job_id, each in taken:
        solved = jobs.get(job_id)
        if solved is None or each.number in corrected:
            continue
        place = next((p for p in solved.job.places if p.id == each.at), None)
        ground = next((g for g in solved.solution.ground.places if g.place == each.at), None)
        value = electrode_value(each)
        if place is None or value is None:
            continue
        soil = place.soil or "unknown"
        computed = ground.ohms.value if ground is not None and isinstance(ground.ohms.value, float) else None
        row = LogbookRow(
            job_id=job_id, job=solved.job.name, where=place.name, on=each.on, by=each.by, words=each.note, soil=soil,
            state=each.soil, measured=value, computed=computed,
        )  # fmt: skip
        wanted = _wanted(asked, row) and (asked.most is None or value <= asked.most)
        if wanted:
            rows.append(row)
        # What was entered as tested is no figure that was computed.
        tested = any(e.measured_ohm is not None for e in place.grounding.electrodes)
        if computed and ground is not None and not tested:
            every.append(EarthReading(soil, value, computed, ground.soil.middle, int(each.on[5:7])))
            if wanted:
                earths.append(every[-1])
    return rows, earths, every


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
