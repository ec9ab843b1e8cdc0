"""The plan drawn: places, routes with their depths, electrodes, north and a scale."""

import math
from collections.abc import Iterator
from dataclasses import dataclass
from itertools import pairwise

from northspan.core.figures.working import number
from northspan.core.job.job import Footprint, Job
from northspan.core.job.run import Run
from northspan.core.property.pull.answer import BuriedLeg, PullAnswer
from northspan.core.property.whole.solution import Solution
from northspan.paper.drawing.free import Taken
from northspan.paper.drawing.shapes import Circle, Path, Placed, Point, Real, Words
from northspan.paper.drawn.siteplan.scales import Scale, scale_for
from northspan.paper.sheets.told.named import names_of

SIZE, AROUND, FOOT = 2.6, 14.0, 12.0
KEY = "heavy: new · thin: there already · dashed: to come"
STEPS = (0.0, 3.2, 6.0, 9.5, 14.0, 20.0)


@dataclass(frozen=True, slots=True)
class Sheet:
    """What is drawn on the plan, and its scale."""

    shapes: list[Placed]
    real: Real


@dataclass(frozen=True, slots=True)
class Ground:
    """The ground on paper: its scale, what lies at the left and at the top of the room, in the job's length."""

    scale: Scale
    left: float
    top: float

    def at(self, x: float, y: float) -> Point:
        """A point of the ground on paper: north is up."""
        return (x - self.left) * self.scale.real.mm, (self.top - y) * self.scale.real.mm


def site_plan(job: Job, solution: Solution, across: float, down: float) -> Sheet | None:
    """The plan in a room of ``across`` by ``down`` (mm), at the largest scale it has room for; None while nothing is on
    the plan.
    """
    points = [p for place in job.places if place.footprint for p in _corners(place.footprint)]
    points += [(p.x, p.y) for run in job.runs if run.route for p in run.route.points]
    if not points:
        return None
    xs, ys = [x for x, _ in points], [y for _, y in points]
    wide, high = max(xs) - min(xs), max(ys) - min(ys)
    scale = scale_for(job.units, wide, high, across - 2.0 * AROUND, down - 2.0 * AROUND - FOOT)
    mm = scale.real.mm
    left = min(xs) - (across / mm - wide) / 2.0
    top = max(ys) + ((down - FOOT) / mm - high) / 2.0
    taken = Taken(across, down - FOOT)
    shapes = [*_drawn(job, solution, Ground(scale, left, top), taken), *_foot(scale, across, down)]
    return Sheet(shapes, scale.real)


def _corners(f: Footprint) -> list[Point]:
    return [(f.x, f.y), (f.x + f.width, f.y), (f.x + f.width, f.y + f.depth), (f.x, f.y + f.depth)]


def _drawn(job: Job, solution: Solution, ground: Ground, taken: Taken) -> Iterator[Placed]:
    """Lines first, so that words find room between all of them."""
    pulls = {p.run: p for p in solution.pulls}
    routes = {run.id: [ground.at(p.x, p.y) for p in run.route.points] for run in job.runs if run.route is not None}
    boxes = {p.id: [ground.at(*c) for c in _corners(p.footprint)] for p in job.places if p.footprint is not None}
    for place in job.places:
        if place.id in boxes:
            corners = boxes[place.id]
            taken.line([*corners, corners[0]])
            yield Path(tuple(corners), "stations", "line" if place.stays else "heavy", closed=True)
    for run in job.runs:
        if run.id in routes:
            taken.line(routes[run.id])
            yield from _route(run, routes[run.id])
    yield from _electrodes(solution, ground, taken)
    for place in job.places:
        if place.id in boxes:
            yield from taken.label(f"place/{place.id}", [place.name], _round(boxes[place.id]), 3.2, "strong")
    names = names_of(job)
    for run in job.runs:
        if run.id in routes:
            yield from _depths(job, run, routes[run.id], pulls.get(run.id), taken)
    for run in job.runs:
        if run.id in routes:
            length = f"{number(round(run.cable.length))} {job.told.length.sign} of wire"
            yield from taken.label(f"route/{run.id}", [names.runs[run.id], length], _beside(routes[run.id]), SIZE)


def _route(run: Run, points: list[Point]) -> Iterator[Placed]:
    assert run.route is not None
    thin = run.later or run.stays
    yield Path(tuple(points), "runs", "line" if thin else "heavy", dashed=run.later)
    for point, (x, y) in zip(run.route.points, points, strict=True):
        if point.pull:
            corners = ((x - 1.1, y - 1.1), (x + 1.1, y - 1.1), (x + 1.1, y + 1.1), (x - 1.1, y + 1.1))
            yield Path(corners, "runs", "line", closed=True)


def _electrodes(solution: Solution, ground: Ground, taken: Taken) -> Iterator[Placed]:
    for place in solution.ground.places:
        for each in place.electrodes:
            spots = [ground.at(*at) for at in each.at]
            inside = [(x, y) for x, y in spots if 0.0 < x < taken.across and 0.0 < y < taken.down]
            for x, y in inside:
                taken.line([(x - 1.0, y), (x + 1.0, y)])
                yield Circle(x, y, 0.9, "electrodes")
            if inside:
                yield from taken.label(
                    f"electrode/{place.place}/{each.id}", [each.words], _off(inside[0]), 2.4, ink="good"
                )


def _depths(job: Job, run: Run, points: list[Point], pull: PullAnswer | None, taken: Taken) -> Iterator[Placed]:
    """How deep each leg lies, beside it."""
    legs = {} if pull is None else {pull.nodes[leg.first].waypoint: leg for leg in pull.legs}
    for at, (start, end) in enumerate(pairwise(points)):
        if at in legs:
            yield from taken.label(f"depth/{run.id}/{at}", [depth(job, legs[at])], _beside([start, end]), SIZE)


def depth(job: Job, leg: BuriedLeg) -> str:
    """How deep a leg lies: as planned, else what is asked."""
    if leg.planned is not None:
        return f"{number(round(leg.planned, 1))} {job.told.small.sign} deep"
    asked = leg.asked.value
    return f"{number(round(asked, 1))} {job.told.small.sign} asked" if isinstance(asked, float) else "depth not known"


def _round(corners: list[Point]) -> Iterator[Point]:
    """In the middle of a place, else above, below and beside it."""
    xs, ys = [x for x, _ in corners], [y for _, y in corners]
    x, y = sum(xs) / 4.0, sum(ys) / 4.0
    yield x, y
    for step in STEPS[1:]:
        yield x, min(ys) - step
        yield x, max(ys) + step
        yield max(xs) + 4.0 * step, y
        yield min(xs) - 4.0 * step, y


def _beside(points: list[Point]) -> Iterator[Point]:
    """Beside the legs of a route, the longest first, at both sides and ever farther off."""
    legs = sorted(pairwise(points), key=lambda leg: -math.dist(*leg))
    for step in STEPS[1:]:
        for (ax, ay), (bx, by) in legs:
            long = math.dist((ax, ay), (bx, by)) or 1.0
            across = ((by - ay) / long, (ax - bx) / long)
            for share in (0.5, 0.3, 0.7):
                x, y = ax + share * (bx - ax), ay + share * (by - ay)
                # Words lie level: beside a steep leg they stand off by their width.
                off = step * (1.0 + 5.0 * abs(across[0]))
                yield x + off * across[0], y + step * across[1]
                yield x - off * across[0], y - step * across[1]


def _off(spot: Point) -> Iterator[Point]:
    x, y = spot
    for step in STEPS[1:]:
        yield x, y + step
        yield x, y - step
        yield x + 4.0 * step, y
        yield x - 4.0 * step, y


def _foot(scale: Scale, across: float, down: float) -> Iterator[Placed]:
    """North, and a bar of a round length."""
    y = down - FOOT / 2.0
    long = scale.bar * scale.real.mm
    bar = ((0.0, y - 1.5), (0.0, y), (long, y), (long, y - 1.5))
    yield Path(bar, "dimensions", "line")
    yield Words(long + 2.0, y, f"{number(scale.bar)} {scale.real.unit}", SIZE, "figures")
    yield Words(long + 22.0, y, f"{scale.words} · square: pull point · circle: electrode", SIZE)
    yield Path(((across - 3.0, y + 2.0), (across - 3.0, y - 6.0)), "dimensions", "line")
    yield Path(((across - 4.4, y - 3.4), (across - 3.0, y - 6.0), (across - 1.6, y - 3.4)), "dimensions", "line")
    yield Words(across - 6.0, y, "N", 3.2, "strong", "end")
