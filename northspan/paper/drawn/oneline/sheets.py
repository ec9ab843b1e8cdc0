"""The one-line on sheets: as large as it may be, and over as many sheets as it takes to be read."""

from collections import deque

from northspan.core.job.job import Job
from northspan.core.network.topology import as_used, network
from northspan.core.property.whole.solution import Solution
from northspan.paper.drawing.shapes import Placed, moved, scaled
from northspan.paper.drawn.oneline.block import GAP, Apart, Laying
from northspan.paper.drawn.oneline.said import said

SCALES = (1.25, 1.1, 1.0, 0.9, 0.8, 0.72)
KEY = "heavy: new · thin: there already · dashed: to come"


def one_line(job: Job, solution: Solution, across: float, down: float) -> list[list[Placed]]:
    """What is drawn on the sheets of a job's one-line, each a room (mm) of ``across`` by ``down``: as large as it may
    be, and over as many sheets as it takes.
    """
    bodies: list[list[Placed]] = []
    for scale in SCALES:
        bodies, whole = _bodies(job, solution, across / scale, down / scale)
        if whole or scale == SCALES[-1]:
            return [scaled(shapes, scale) for shapes in bodies]
    return bodies


def _bodies(job: Job, solution: Solution, across: float, down: float) -> tuple[list[list[Placed]], bool]:
    """What is drawn on every sheet, from (0, 0), in a room of ``across`` by ``down`` (mm); whether it is one sheet on
    which nothing goes on elsewhere.
    """
    net = network(as_used(job))
    laying = Laying(net, said(job, solution), {nudge.station: nudge for nudge in job.packet.nudges})
    second = {run.from_station for run in net.beside}
    waiting = deque(Apart(s, None) for s in net.stations if s not in net.fed_by and s not in second)
    found: list[list[Placed]] = []
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
