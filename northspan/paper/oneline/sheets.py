"""The one-line on sheets: as large as it may be, and over as many sheets as it takes to be read."""

from collections import deque
from datetime import date

from northspan.core.codes.library import code_book
from northspan.core.job.job import Job
from northspan.core.job.run import Run
from northspan.core.property.topology import as_used, network
from northspan.core.solution import Solution
from northspan.paper.drawing.shapes import Drawing, Path, Shape, Words, fitted, moved, scaled, width
from northspan.paper.labels import CAUTION
from northspan.paper.oneline.block import GAP, SIZE, Laying
from northspan.paper.oneline.said import said

PAPERS = {"letter": (279.4, 215.9), "a4": (297.0, 210.0)}
MARGIN, TITLE = 9.0, 16.0
SCALES = (1.25, 1.1, 1.0, 0.9, 0.8, 0.72)
KEY = "heavy: new · thin: there already"


def one_line(job: Job, solution: Solution, made_on: date | None, paper: str = "letter") -> tuple[Drawing, ...]:
    """The sheets of a job's one-line, across; a sheet for what the first has no room for.

    ``paper`` is "letter" or "a4"; ``made_on`` None: not dated yet.
    """
    wide, high = PAPERS[paper]
    room = wide - 2 * MARGIN - 6.0, high - 2 * MARGIN - TITLE - 6.0
    bodies: list[tuple[str, list[Shape]]] = []
    for scale in SCALES:
        bodies = _bodies(job, solution, room[0] / scale, room[1] / scale)
        if len(bodies) == 1 or scale == SCALES[-1]:
            bodies = [(title, scaled(shapes, scale)) for title, shapes in bodies]
            break
    return tuple(
        Drawing(
            title, wide, high,
            (*moved(shapes, MARGIN + 3.0, MARGIN + 3.0), *_frame(job, title, made_on, at, len(bodies), wide, high)),
        )
        for at, (title, shapes) in enumerate(bodies, 1)
    )  # fmt: skip


def _bodies(job: Job, solution: Solution, across: float, down: float) -> list[tuple[str, list[Shape]]]:
    """What is drawn on every sheet, from (0, 0), in a room of ``across`` by ``down`` (mm)."""
    used = as_used(job)
    net = network(used)
    laying = Laying(used, net, said(job, solution), across, down)
    second = {run.from_station for run in net.standby.values()}
    roots = [s for s in net.stations if s not in net.fed_by and s not in second]
    found: list[tuple[str, list[Shape]]] = []
    sheet: list[Shape] = []
    y = 0.0
    for root in roots:
        whole = laying.block(root, across, down)
        if whole.height > down or whole.width > across:
            laying.apart.append(root)
            continue
        if y and y + whole.height > down:
            found.append(("One-line", sheet))
            sheet, y = [], 0.0
        sheet += moved(whole.shapes, 0.0, y)
        y += whole.height + 2 * GAP
    if sheet:
        found.append(("One-line", sheet))
    waiting = deque(laying.apart)
    while waiting:
        station = waiting.popleft()
        laying.apart = []
        found += [(f"One-line: {net.stations[station].name}", each) for each in _pages(laying, station)]
        waiting.extend(laying.apart)
    return found


def _pages(laying: Laying, station: str) -> list[list[Shape]]:
    """A station with a sheet of its own, and as many more as what it feeds takes."""
    pages: list[list[Shape]] = []
    apart: list[str] = []
    left = list(laying.net.leaving.get(station, ()))
    while left or not pages:
        taken: list[Run] = []
        best, own = laying.block(station, laying.room_x, laying.room_y, []), list[str]()
        for run in left:
            laying.apart = []
            tried = laying.block(station, laying.room_x, laying.room_y, [*taken, run])
            if taken and tried.height > laying.room_y:
                break
            taken.append(run)
            best, own = tried, laying.apart
        pages.append(best.shapes)
        apart += own
        left = left[len(taken) :]
    laying.apart = apart
    return pages


def _frame(job: Job, title: str, made_on: date | None, at: int, of: int, wide: float, high: float) -> list[Shape]:
    """The sheet's edge and its title block."""
    right, foot = wide - MARGIN, high - MARGIN
    head = foot - TITLE
    edge = Path(((MARGIN, MARGIN), (right, MARGIN), (right, foot), (MARGIN, foot)), "frame", "line", closed=True)
    under = f"{code_book(job.code_book).edition} · house rules: {job.house_rules.name}"
    under += "" if made_on is None else f" · {made_on.isoformat()}"
    number = f"sheet {at} of {of}"
    return [
        edge,
        Path(((MARGIN, head), (right, head)), "frame", "line"),
        Words(MARGIN + 3, head + 6, fitted(job.name, "strong", 4.6, 100.0), 4.6, "strong"),
        Words(MARGIN + 3, head + 12, fitted(under, "words", SIZE, 120.0), SIZE),
        Words(right - 3, head + 6, number, SIZE, "figures", "end"),
        Words(right - 3 - width(number, "figures", SIZE) - 6, head + 6, fitted(title, "strong", 4.6, 110.0), 4.6,
              "strong", "end"),
        Words(right - 3, head + 10.4, KEY, 2.3, "words", "end"),
        Words(right - 3, head + 14, fitted(CAUTION, "words", 2.2, 150.0), 2.2, "words", "end", "quiet"),
    ]  # fmt: skip
