"""A route unrolled: the tension of its pull both ways over the line of ground, the pipe in it, its points by number."""

from collections.abc import Iterator, Sequence

from northspan.core.figures.working import number
from northspan.core.job.job import Job
from northspan.core.property.pull.answer import PullAnswer
from northspan.core.property.whole.solution import Solution
from northspan.paper.drawing.free import Taken
from northspan.paper.drawing.shapes import Path, Placed, Point, Words, fitted, moved
from northspan.paper.drawn.siteplan.plan import depth
from northspan.paper.sheets.told.named import names_of

KEY = "over the ground the pull as the wire goes in: heavy the way it is pulled, thin the other way"
TALL, HEAD, PULL, GROUND, ASIDE, SIZE, GAP = 54.0, 7.0, 24.0, 35.0, 14.0, 2.5, 5.0
# Heights are drawn larger than lengths, this much of the strip at most.
STRIP = 12.0
OFF = (3.4, 5.6, 8.0)


def profiles(job: Job, solution: Solution, across: float, down: float) -> list[list[Placed]]:
    """Every route that is measured, one below the other, on pages of ``across`` by ``down`` (mm)."""
    names = names_of(job)
    pages: list[list[Placed]] = []
    y = down
    for answer in solution.pulls:
        if not answer.measured or answer.nodes[-1].along <= 0.0 or not answer.pieces:
            continue
        if y + TALL > down:
            pages.append([])
            y = 0.0
        pages[-1] += moved(_one(job, answer, names.runs[answer.run], across), 0.0, y)
        y += TALL + GAP
    return pages


def _one(job: Job, answer: PullAnswer, title: str, across: float) -> Iterator[Placed]:
    taken = Taken(across, TALL)
    long = across - 2.0 * ASIDE
    alongs = [ASIDE + long * node.along / answer.nodes[-1].along for node in answer.nodes]
    told = f"{title}: {number(round(answer.nodes[-1].along))} {job.told.length.sign}"
    yield Words(0.0, 4.0, fitted(told, "strong", 3.4, across), 3.4, "strong")
    if answer.from_start is not None and answer.from_end is not None:
        yield from _pull(job, answer, alongs, taken)
    heights = [v for node in answer.nodes for v in (node.height, node.ground)]
    low, high = min(heights), max(heights)
    by = STRIP / (high - low) if high > low else 0.0

    def line(values: Sequence[float]) -> tuple[Point, ...]:
        return tuple((x, GROUND + (high - v) * by) for x, v in zip(alongs, values, strict=True))

    ground, pipe = (line([getattr(n, what) for n in answer.nodes]) for what in ("ground", "height"))
    taken.line(ground)
    taken.line(pipe)
    yield Path(ground, "ground", "line", ink="quiet")
    yield Path(pipe, "runs", "heavy")
    for at, (x, y) in enumerate(pipe, 1):
        spots = [(x + dx, y + dy) for dy in OFF for dx in (-2.0, 2.0, -5.0, 5.0)]
        yield from taken.label(f"point/{answer.run}/{at}", [str(at)], spots, SIZE, "strong")
    for leg in answer.legs:
        if leg.first + 1 < len(pipe):
            (ax, ay), (bx, by_) = pipe[leg.first], pipe[leg.first + 1]
            spots = [((ax + bx) / 2.0, max(ay, by_) + off) for off in OFF]
            yield from taken.label(f"cover/{answer.run}/{leg.first}", [depth(job, leg)], spots, SIZE)


def _pull(job: Job, answer: PullAnswer, alongs: Sequence[float], taken: Taken) -> Iterator[Placed]:
    """Both ways to pull, over the same line of no tension."""
    start = [(alongs[0], 0.0), *((alongs[p.last], p.tension_start) for p in answer.pieces)]
    end = [(alongs[-1], 0.0), *((alongs[p.first], p.tension_end) for p in reversed(answer.pieces))]
    most = max(t for _, t in (*start, *end)) or 1.0
    base = HEAD + PULL
    yield Path(((alongs[0], base), (alongs[-1], base)), "rules", "thin", ink="rule")
    force = job.told.force.sign
    for points, chosen in ((end, not answer.feed_from_start), (start, answer.feed_from_start)):
        drawn = tuple((x, base - (PULL - 4.0) * t / most) for x, t in points)
        taken.line(drawn)
        yield Path(drawn, "runs", "heavy" if chosen else "thin")
    for points, at in ((start, "start"), (end, "end")):
        x, tension = points[-1]
        y = base - (PULL - 4.0) * tension / most
        told = f"fed at its {at}: {tension:.0f} {force}"
        side = -1.0 if x > taken.across / 2.0 else 1.0
        spots = [(x + side * 26.0, y + dy) for dy in (-2.6, 2.6, -5.0, 5.0, 8.0, 11.0)]
        yield from taken.label(f"pull/{answer.run}/{at}", [told], spots, SIZE)
