"""A station of the one-line with all that hangs on it, laid out: what it feeds to its right, one below the other; the
next of a chain, its electrodes and its second source below it.

Nothing crosses: every part has a rectangle of its own, and lines run in the lanes between them.
"""

from collections.abc import Container, Mapping, Sequence
from dataclasses import dataclass, field

from northspan.core.job.job import Station
from northspan.core.job.planned.packet import Nudge
from northspan.core.job.run import Run
from northspan.core.network.topology import Network
from northspan.paper.drawing.shapes import DUST, Mark, Path, Placed, Weight, Words, fitted, moved, width
from northspan.paper.drawn.oneline.said import Line, Said
from northspan.paper.drawn.oneline.symbols import SQUARE, earth, symbol

SIZE, LEADING, PAD = 2.7, 3.5, 1.6
WIDEST, NARROWEST = 62.0, 30.0
LANE, GAP, DROP = 4.0, 4.0, 3.0
CHAINED = ("utility", "meter", "service-disconnect")
INSET = 5.0
# What "and 2 more" takes under the last of those that have room.
NOTE = GAP + LEADING
# How far from a station its bar of change stands: in the lane beside it.
BAR = 1.5


@dataclass(slots=True)
class Block:
    """Shapes from (0, 0), how far they reach, the height at which a run comes in from the left, and that at which its
    box begins.
    """

    width: float
    height: float
    port: float
    top: float
    shapes: list[Placed]


@dataclass(frozen=True, slots=True)
class Apart:
    """A station that goes on on another sheet, with those of its runs that are wanting (None: all)."""

    station: str
    runs: tuple[Run, ...] | None


@dataclass(slots=True)
class Laying:
    """What is laid out: a job's network and words; the stations that go on on another sheet because there is no room on
    this one, each with those of its runs that are wanting (None: all). ``nudges`` is the room made by hand before a
    station.
    """

    net: Network
    said: Said
    nudges: Mapping[str, Nudge]
    apart: list[Apart] = field(default_factory=list)

    def block(
        self, station: str, across: float, down: float, children: Sequence[Run] | None = None, splits: bool = False
    ) -> Block:
        """A station with what hangs on it, in a room (mm) of ``across`` by ``down`` where it fits; ``children``: only
        these of its runs; ``splits``: what there is no room for below goes on elsewhere.
        """
        own = self.net.stations[station]
        runs = list(self.net.leaving.get(station, ())) if children is None else list(children)
        box = self.box(own)
        shapes, column, deep = box.shapes, box.width, box.height
        strip = self._electrodes(station)
        if strip is not None:
            shapes += moved(strip.shapes, 0.0, deep)
            column, deep = max(column, strip.width), deep + strip.height
        below = self._below(station, runs)
        for run, other in below:
            aside = self.nudge(other).right
            chained = other not in self._sources(station)
            hung = self._hung(run, other, (across, down - deep), chained, splits)
            shapes.append(
                _line(run, (INSET, box.height), *self._turn(run, other, deep), (INSET + aside, deep + hung.top))
            )
            shapes += moved(hung.shapes, 0.0, deep)
            column, deep = max(column, hung.width), deep + hung.height
            if run in runs:
                runs.remove(run)
        if not runs:
            return Block(column, deep, box.port, 0.0, shapes)
        own_block = Block(column, deep, box.port, 0.0, shapes)
        return self._with_branches(station, own_block, box.width, runs, (across, down), splits)

    def box(self, station: Station) -> Block:
        """A station by itself: its symbol and what is said of it in a frame."""
        lines = self.said.stations[station.id]
        wide = max(width(ln.words, ln.font, SIZE) for ln in lines) + SQUARE + 3.0 * PAD
        wide = min(max(wide, NARROWEST), WIDEST)
        high = max(SQUARE, LEADING * len(lines)) + 2.0 * PAD
        frame = Path(
            ((0.0, 0.0), (wide, 0.0), (wide, high), (0.0, high)), "stations",
            "heavy" if station.bought else "line", dashed=station.later, closed=True,
        )  # fmt: skip
        words = " · ".join(ln.words for ln in lines)
        mark = Mark(f"station/{station.id}", words, wide + BAR, 0.0, high, 0.0)
        shapes: list[Placed] = [frame, mark, *moved(symbol(station.kind, station.bought), PAD, (high - SQUARE) / 2.0)]
        shapes += _lines(lines, SQUARE + 2.0 * PAD, PAD, wide - SQUARE - 3.0 * PAD)
        return Block(wide, high, high / 2.0, 0.0, shapes)

    def stub(self, station: str) -> Block:
        """A station whose own sheet shows what hangs on it."""
        box = self.box(self.net.stations[station])
        words = Words(PAD, box.height + LEADING, "goes on on another sheet", SIZE, "figures", ink="quiet")
        reach = PAD + width(words.words, words.font, SIZE)
        return Block(max(box.width, reach), box.height + LEADING + PAD, box.port, 0.0, [*box.shapes, words])

    def _electrodes(self, station: str) -> Block | None:
        lines = self.said.electrodes.get(station)
        if not lines:
            return None
        at = 2.0 * INSET + 2.0
        room = WIDEST - at
        shapes: list[Placed] = [*moved(earth(), at, 0.0)]
        words = " · ".join(ln.words for ln in lines)
        shapes.append(Mark(f"electrodes/{station}", words, at + 2.8, 1.0, 1.0 + LEADING * len(lines)))
        shapes += _lines(lines, at + 3.6, 1.0, room)
        reach = max(width(fitted(ln.words, ln.font, SIZE, room), ln.font, SIZE) for ln in lines)
        return Block(at + 3.6 + reach, LEADING * max(2, len(lines)) + PAD, 0.0, 0.0, shapes)

    def _sources(self, station: str) -> dict[str, Run]:
        """What feeds a station beside its normal supply: the source behind a transfer switch, one for its other leg."""
        beside = (self.net.standby.get(station), self.net.second_leg.get(station))
        return {run.from_station: run for run in beside if run is not None}

    def _below(self, station: str, runs: Sequence[Run]) -> list[tuple[Run, str]]:
        """What hangs under a station: its second source, or the next of a chain of service equipment."""
        found = [(run, other) for other, run in self._sources(station).items()]
        chained = self.net.stations[station].kind in CHAINED and len(runs) == 1 and not found
        return [(runs[0], runs[0].to_station)] if chained else found

    def _hung(self, run: Run, other: str, room: tuple[float, float], chained: bool, splits: bool) -> Block:
        """A station under another, with the words of the run between them."""
        lines = self.said.runs[run.id]
        aside, top = self.nudge(other).right, LEADING * len(lines) + DROP + self.nudge(other).down
        shapes = [*_lines(lines, INSET + 1.6, DROP / 2.0, WIDEST), _mark(run, lines, INSET + 0.9, DROP / 2.0)]
        reach = INSET + 1.6 + max(width(fitted(ln.words, ln.font, SIZE, WIDEST), ln.font, SIZE) for ln in lines)
        under = self.box(self.net.stations[other])
        if chained:
            under = self._fitting(other, room[0] - aside, room[1] - top, splits)
        shapes += moved(under.shapes, aside, top)
        return Block(max(reach, aside + under.width), top + under.height, 0.0, top + under.top, shapes)

    def _turn(self, run: Run, other: str, deep: float) -> tuple[tuple[float, float], ...]:
        """Where the line to a station below turns if that was moved aside: under the words of its run."""
        y = deep + LEADING * len(self.said.runs[run.id]) + 0.75 * DROP
        aside = self.nudge(other).right
        return ((INSET, y), (INSET + aside, y)) if aside else ()

    def _with_branches(
        self, station: str, own: Block, box_width: float, runs: Sequence[Run], room: tuple[float, float], splits: bool
    ) -> Block:
        """What a station feeds, to its right, one below the other."""
        lane = own.width + LANE
        ranked = sorted(enumerate(runs), key=lambda each: each[0] + 1.5 * self.nudge(each[1].to_station).rank)
        runs = [run for _, run in ranked]
        aside = [self.nudge(run.to_station).right for run in runs]
        labels = [self.said.runs[run.id] for run in runs]
        slot = max(width(fitted(ln.words, ln.font, SIZE, WIDEST), ln.font, SIZE) for s in labels for ln in s) + 4.0
        before = len(self.apart)
        # Below what stands here there must be room to say that more goes on elsewhere.
        deepest = room[1] - NOTE if splits and len(runs) > 1 else room[1]
        children = [
            self._fitting(run.to_station, room[0] - lane - slot - right, deepest - self._lowered(run, own, splits))
            for run, right in zip(runs, aside, strict=True)
        ]
        # The first run leaves straight: whichever box is the lower one waits for the other.
        y = max(0.0, own.port - max(children[0].port, LEADING + 0.6))
        down = max(0.0, max(children[0].port, LEADING + 0.6) - own.port)
        shapes, port_of_own, ports = moved(own.shapes, 0.0, down), own.port + down, []
        reach = lane + slot
        for at, (run, child, right) in enumerate(zip(runs, children, aside, strict=True)):
            above = y
            y += self.nudge(run.to_station).down
            port = y + max(child.port, LEADING + 0.6)
            if splits and at and port - child.port + child.height > (deepest if at + 1 < len(runs) else room[1]):
                # What goes on elsewhere of those that are left out is found again where they go on.
                kept = {r.to_station for r in runs[:at]}
                self.apart[before:] = [a for a in self.apart[before:] if self._under(a.station, kept)]
                self.apart.append(Apart(station, tuple(runs[at:])))
                words = f"and {len(runs) - at} more, on another sheet"
                shapes.append(Words(lane + 1.6, above + SIZE, words, SIZE, "figures", ink="quiet"))
                reach = max(reach, lane + 1.6 + width(words, "figures", SIZE))
                y = above + LEADING + GAP
                break
            shapes += moved(child.shapes, lane + slot + right, port - child.port)
            shapes.append(_line(run, (lane, port), (lane + slot + right, port)))
            over, *under = self.said.runs[run.id]
            shapes += _lines([over], lane + 1.6, port - LEADING - 0.9, WIDEST)
            shapes += _lines(under, lane + 1.6, port + 0.7, WIDEST)
            shapes.append(_mark(run, self.said.runs[run.id], lane + 0.9, port - LEADING - 0.9))
            ports.append(port)
            reach = max(reach, lane + slot + right + child.width)
            y = max(port - child.port + child.height, port + 0.7 + LEADING * len(under)) + GAP
        shapes.append(Path(((box_width, port_of_own), (lane, port_of_own)), "runs"))
        ends = (*ports, port_of_own)
        if max(ends) - min(ends) > DUST:
            shapes.append(Path(((lane, min(ends)), (lane, max(ends))), "runs"))
        return Block(reach, max(own.height + down, y - GAP), port_of_own, down, shapes)

    def _lowered(self, run: Run, own: Block, splits: bool) -> float:
        """How far down (mm) the first of several may come to stand, and what was moved down by hand."""
        return own.port + self.nudge(run.to_station).down if splits else 0.0

    def _under(self, station: str, tops: Container[str]) -> bool:
        """Whether a station is one of these or is fed by one."""
        return station in tops or any(run.to_station in tops for run in self.net.upstream(station))

    def _fitting(self, station: str, across: float, down: float, splits: bool = False) -> Block:
        """A station with what hangs on it where there is room for that; else by itself, and it goes on elsewhere."""
        before = len(self.apart)
        whole = self.block(station, across, down, None, splits)
        if whole.width <= across and whole.height <= down:
            return whole
        if not self.net.leaving.get(station) and not self._sources(station):
            return whole
        del self.apart[before:]
        self.apart.append(Apart(station, None))
        return self.stub(station)

    def nudge(self, station: str) -> Nudge:
        """The room made by hand before a station."""
        return self.nudges.get(station) or Nudge(station=station)


def _line(run: Run, *points: tuple[float, float]) -> Path:
    weight: Weight = "heavy" if run.bought else "line"
    return Path(points, "runs", weight, dashed=run.later)


def _mark(run: Run, lines: Sequence[Line], x: float, top: float) -> Mark:
    words = " · ".join(ln.words for ln in lines)
    return Mark(f"run/{run.id}", words, x, top, top + LEADING * len(lines))


def _lines(lines: Sequence[Line], x: float, top: float, room: float) -> list[Placed]:
    """Lines of words below one another from ``top``, each cut to its room."""
    return [
        Words(x, top + LEADING * at + SIZE, fitted(ln.words, ln.font, SIZE, room), SIZE, ln.font, ink=ln.ink)
        for at, ln in enumerate(lines)
    ]
