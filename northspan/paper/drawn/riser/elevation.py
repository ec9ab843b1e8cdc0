"""The riser drawn as it stands before one: a line of ground, what hangs above it, what lies below. Not to scale."""

from collections.abc import Iterator, Sequence

from northspan.core.job.job import Job
from northspan.core.job.run import Run
from northspan.core.property.pull.answer import PullAnswer
from northspan.core.property.whole.solution import Solution
from northspan.paper.drawing.shapes import Mark, Path, Placed, Weight, Words, fitted, moved, scaled, width
from northspan.paper.drawn.oneline.said import Line, Said, said
from northspan.paper.drawn.oneline.symbols import SQUARE, earth, symbol
from northspan.paper.drawn.riser.chain import Link, chains
from northspan.paper.drawn.siteplan.plan import depth

KEY = "heavy: new · thin: there already · dashed: to come · not to scale"
BOX, TALL, SIZE, LEADING = 54.0, 20.0, 2.6, 3.3
# Above and below the line of ground (mm): where boxes hang, where a wire comes in from above, how deep a trench is.
HANG, HIGH, DEEP = 34.0, 66.0, 15.0
IN_AT, OUT_AT, EARTH_AT, LABEL = 7.0, BOX - 7.0, BOX / 2.0, 60.0
GAP, LARGEST = 16.0, 1.5


def risers(job: Job, solution: Solution, across: float, down: float) -> list[list[Placed]]:
    """Every service of the job, two on a page of ``across`` by ``down`` (mm); none where the job has none."""
    every = list(chains(job))
    high = down if len(every) == 1 else down / 2.0
    drawn = [_one(job, solution, chain, across, high) for chain in every]
    pages: list[list[Placed]] = []
    for at, shapes in enumerate(drawn):
        if at % 2 == 0:
            pages.append([])
        pages[-1] += moved(shapes, 0.0, (at % 2) * high)
    return pages


def _one(job: Job, solution: Solution, chain: Sequence[Link], across: float, down: float) -> list[Placed]:
    words, pulls = said(job, solution), {p.run: p for p in solution.pulls}
    places, x = [0.0], 0.0
    for link in chain[1:]:
        assert link.run is not None
        label = max(width(fitted(ln.words, ln.font, SIZE, LABEL), ln.font, SIZE) for ln in words.runs[link.run.id])
        x += BOX + max(GAP, label + 6.0 - (BOX - OUT_AT) - IN_AT)
        places.append(x)
    shapes: list[Placed] = [Path(((-4.0, 0.0), (x + BOX + 8.0, 0.0)), "ground", "line", ink="quiet")]
    shapes.append(Words(x + BOX + 8.0, -0.8, "grade", SIZE, "words", "end", "quiet"))
    for at, link in enumerate(chain):
        shapes += _station(link, places[at], words)
        if link.run is not None:
            shapes += _run(job, link.run, (places[at - 1], places[at]), words, pulls.get(link.run.id))
    wide, high = x + BOX + 14.0, HIGH + 46.0
    by = min(LARGEST, across / wide, down / high)
    return moved(scaled(moved(shapes, 4.0, HIGH), by), (across - by * wide) / 2.0, (down - by * high) / 2.0)


def _station(link: Link, x: float, words: Said) -> Iterator[Placed]:
    """A station hung on its wall, what is said of it inside, its electrodes below it."""
    station = link.station
    weight: Weight = "heavy" if station.bought else "line"
    top = -HANG - TALL / 2.0
    corners = ((x, top), (x + BOX, top), (x + BOX, top + TALL), (x, top + TALL))
    yield Path(corners, "stations", weight, dashed=station.later, closed=True)
    yield from moved(symbol(station.kind, station.bought), x + 1.5, top + (TALL - SQUARE) / 2.0)
    lines = words.stations[station.id]
    yield from _lines(lines, x + SQUARE + 3.0, top + (TALL - LEADING * len(lines)) / 2.0, BOX - SQUARE - 4.0)
    yield Mark(f"station/{station.id}", " · ".join(ln.words for ln in lines), x + BOX + 1.5, top, top + TALL)
    earthed = words.electrodes.get(station.id)
    if earthed:
        yield Path(((x + EARTH_AT, top + TALL), (x + EARTH_AT, DEEP + 12.0)), "electrodes", "line", ink="good")
        yield from moved(earth(), x + EARTH_AT, DEEP + 12.0)
        yield from _lines(earthed, x + EARTH_AT + 4.0, DEEP + 13.0, LABEL)
        said_so = " · ".join(ln.words for ln in earthed)
        yield Mark(f"electrodes/{station.id}", said_so, x + EARTH_AT + 3.2, DEEP + 13.0, DEEP + 20.0)


def _run(job: Job, run: Run, ends: tuple[float, float], words: Said, pull: PullAnswer | None) -> Iterator[Placed]:
    """How a run gets from one station to the next: through the earth, through the air, or straight across."""
    weight: Weight = "heavy" if run.bought else "line"
    lines = words.runs[run.id]
    start, end = ends[0] + OUT_AT, ends[1] + IN_AT
    under, over = -HANG + TALL / 2.0, -HANG - TALL / 2.0
    middle = (start + end) / 2.0
    if pull is not None and pull.legs:
        points = ((start, under), (start, DEEP), (end, DEEP), (end, under))
        yield Path(points, "runs", weight, dashed=run.later)
        deepest = max(pull.legs, key=lambda leg: leg.planned or 0.0)
        yield from _lines([Line(depth(job, deepest), "figures")], start + 2.0, DEEP - 5.0, LABEL)
        label = start + 1.0, DEEP + 1.4
    elif run.overhead is not None or (run.route is not None and run.route.kind == "overhead"):
        points = ((start, over), (start, -HIGH + 4.0), (end, -HIGH + 6.0), (end, over))
        yield Path(points, "runs", weight, dashed=run.later)
        yield Path(((end - 2.0, -HIGH + 7.6), (end, -HIGH + 4.4), (end + 2.0, -HIGH + 7.6)), "runs", "line")
        label = middle - LABEL / 4.0, -HIGH + 7.0
    else:
        across = ends[0] + BOX, ends[1]
        yield Path(((across[0], -HANG), (across[1], -HANG)), "runs", weight, dashed=run.later)
        label = ends[0] + BOX - (BOX - OUT_AT) + 1.0, under + 1.6
    yield from _lines(lines, *label, LABEL)
    said_so = " · ".join(ln.words for ln in lines)
    yield Mark(f"run/{run.id}", said_so, label[0] - 0.7, label[1], label[1] + LEADING * len(lines))


def _lines(lines: Sequence[Line], x: float, top: float, room: float) -> list[Placed]:
    return [
        Words(x, top + LEADING * at + 0.8 * LEADING, fitted(ln.words, ln.font, SIZE, room), SIZE, ln.font, ink=ln.ink)
        for at, ln in enumerate(lines)
    ]
