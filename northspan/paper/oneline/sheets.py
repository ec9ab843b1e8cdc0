"""The one-line on sheets: as large as it may be, and over as many sheets as it takes to be read."""

from collections import deque
from datetime import date

from northspan.core.codes.library import code_book
from northspan.core.job.job import Job
from northspan.core.property.topology import as_used, network
from northspan.core.solution import Solution
from northspan.paper.drawing.shapes import Drawing, Path, Shape, Words, fitted, moved, scaled, width
from northspan.paper.labels import CAUTION
from northspan.paper.oneline.block import GAP, SIZE, Apart, Laying
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
    bodies: list[list[Shape]] = []
    for scale in SCALES:
        bodies, whole = _bodies(job, solution, room[0] / scale, room[1] / scale)
        if whole or scale == SCALES[-1]:
            bodies = [scaled(shapes, scale) for shapes in bodies]
            break
    many = len(bodies)
    titles = ["One-line", *(f"One-line, {at}" for at in range(2, many + 1))]
    return tuple(
        Drawing(
            title, wide, high,
            (*moved(shapes, MARGIN + 3.0, MARGIN + 3.0), *_frame(job, title, made_on, (at, many), (wide, high))),
        )
        for at, (title, shapes) in enumerate(zip(titles, bodies, strict=False), 1)
    )  # fmt: skip


def _bodies(job: Job, solution: Solution, across: float, down: float) -> tuple[list[list[Shape]], bool]:
    """What is drawn on every sheet, from (0, 0), in a room of ``across`` by ``down`` (mm); whether it is one sheet on
    which nothing goes on elsewhere.
    """
    net = network(as_used(job))
    laying = Laying(net, said(job, solution))
    second = {run.from_station for run in net.standby.values()}
    waiting = deque(Apart(s, None) for s in net.stations if s not in net.fed_by and s not in second)
    found: list[list[Shape]] = []
    y, broken = 0.0, False
    while waiting:
        each = waiting.popleft()
        laying.apart = []
        left = down - y
        whole = laying.block(each.station, across, left, each.runs)
        # Beside what is on a sheet already it stands only where all of it does.
        if not y or laying.apart or whole.height > left or whole.width > across:
            laying.apart = []
            whole = laying.block(each.station, across, down, each.runs, splits=True)
            found.append([])
            y = 0.0
        found[-1] += moved(whole.shapes, 0.0, y)
        y += whole.height + 2 * GAP
        waiting.extend(laying.apart)
        broken = broken or bool(laying.apart)
    return found, len(found) == 1 and not broken


def _frame(
    job: Job, title: str, made_on: date | None, number_of: tuple[int, int], size: tuple[float, float]
) -> list[Shape]:
    """The sheet's edge and its title block."""
    right, foot = size[0] - MARGIN, size[1] - MARGIN
    head = foot - TITLE
    edge = Path(((MARGIN, MARGIN), (right, MARGIN), (right, foot), (MARGIN, foot)), "frame", "line", closed=True)
    under = f"{code_book(job.code_book).edition} · house rules: {job.house_rules.name}"
    under += "" if made_on is None else f" · {made_on.isoformat()}"
    number = f"sheet {number_of[0]} of {number_of[1]}"
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
