"""How a panel looks with its cover off: every space, breaker, hole and wire in its place, in units of the drawing.

Two columns of breakers stand at both sides of the two bus bars, terminal bars beyond the gutters; wires come in from
the top, run down the gutters and cross above the breakers, never over them.
"""

from collections.abc import Iterator, Mapping
from functools import lru_cache

from northspan.core.job.panel import Bar, Panel
from northspan.core.property.panel.answer import Box, DrawnBreaker, DrawnHole, DrawnSpace, DrawnWire, PanelDrawing
from northspan.core.property.panel.holes import Landed, ground_hole, landed, neutral_hole
from northspan.core.property.panel.layout import BusBars

WIDTH, TOP, ROW, FOOT = 622.0, 70.0, 30.0, 26.0
BREAKER_X, BREAKER_WIDTH = {"left": 96.0, "right": 336.0}, 190.0
BAR_X, BAR_WIDTH = {"left": 30.0, "right": 574.0}, 18.0
BUS_X, BUS_WIDTH = (298.0, 314.0), 10.0
MAIN = Box(231.0, 14.0, 160.0, 36.0)
CHANNEL, GAP, NUDGE = 60.0, 22.0, 10.0
REMEMBERED = 200
# Lanes of the gutters, counted from the bar: ground, neutral, hot.
LANE = {"ground": 10.0, "neutral": 22.0, "hot": 36.0}
Point = tuple[float, float]


# A pure function of the panel: one that an edit elsewhere leaves as it was is not drawn again.
@lru_cache(maxsize=REMEMBERED)
def drawing(panel: Panel, bus: BusBars) -> PanelDrawing:
    """The panel drawn; a wire that is in no hole is left out."""
    found = landed(panel)
    rows = len(bus.legs) // 2
    bottom = TOP + rows * ROW
    bars = dict(_bars(panel, bottom))
    holes = _holes(panel, bars, found)
    spots = {(h.bar, h.hole): (h.x, h.y) for h in holes}
    breakers = tuple(_breakers(panel, bus))
    return PanelDrawing(
        WIDTH,
        bottom + FOOT,
        MAIN,
        (Box(BUS_X[0], MAIN.y + MAIN.height, BUS_WIDTH, bottom - 50.0), Box(BUS_X[1], 50.0, BUS_WIDTH, bottom - 50.0)),
        bars,
        tuple(_space(s, panel, bus) for s in bus.spaces),
        breakers,
        holes,
        tuple(_wires(panel, breakers, spots)),
    )


def side_of(space: int) -> str:
    """Odd spaces stand at the left, even ones at the right.

    >>> side_of(7), side_of(12)
    ('left', 'right')
    """
    return "left" if space % 2 else "right"


def _space(space: int, panel: Panel, bus: BusBars) -> DrawnSpace:
    return DrawnSpace(space, bus.leg(space), space in bus.blocked, space in bus.twins, _box_of(space))


def _box_of(space: int, poles: int = 1) -> Box:
    """The box of a space and of those below that its breaker takes."""
    return Box(BREAKER_X[side_of(space)], TOP + (space - 1) // 2 * ROW, BREAKER_WIDTH, poles * ROW)


def _bars(panel: Panel, bottom: float) -> Iterator[tuple[str, Box]]:
    """Bars of a side share its height by their holes."""
    for side, x in BAR_X.items():
        here = [b for b in panel.bars if b.side == side]
        height = bottom - TOP - GAP * (len(here) - 1)
        many = sum(b.holes for b in here)
        y = TOP
        for bar in here:
            share = height * bar.holes / many
            yield bar.id, Box(x, y, BAR_WIDTH, share)
            y += share + GAP


def _holes(panel: Panel, bars: Mapping[str, Box], found: Landed) -> tuple[DrawnHole, ...]:
    return tuple(
        DrawnHole(
            bar.id,
            hole,
            bars[bar.id].x + BAR_WIDTH / 2.0,
            round(bars[bar.id].y + (hole - 0.5) * bars[bar.id].height / bar.holes, 2),
            tuple(c.id for c in found.neutrals.get((bar.id, hole), ())),
            tuple(c.id for c in found.grounds.get((bar.id, hole), ())),
        )
        for bar in panel.bars
        for hole in range(1, bar.holes + 1)
    )


def _breakers(panel: Panel, bus: BusBars) -> Iterator[DrawnBreaker]:
    """Every breaker at its space; one that stands where another does is drawn beside it."""
    seen: dict[tuple[int, str | None], int] = {}
    for circuit in panel.circuits:
        if circuit.space is None:
            continue
        before = seen.get((circuit.space, circuit.half), 0)
        seen[circuit.space, circuit.half] = before + 1
        whole = _box_of(circuit.space, circuit.poles)
        top, height = whole.y + 1.0, whole.height - 2.0
        if circuit.half is not None:
            height = height / 2.0
            top += height if circuit.half == "b" else 0.0
        box = Box(whole.x + NUDGE * before, top, whole.width - NUDGE * before, height)
        spaces = (circuit.space, circuit.space + 2)[: circuit.poles]
        middle = box.y + box.height / 2.0
        stabs = tuple((middle if circuit.poles == 1 else whole.y + (i + 0.5) * ROW, bus.leg(s))
                      for i, s in enumerate(spaces))  # fmt: skip
        yield DrawnBreaker(circuit.id, box, stabs)


def _wires(
    panel: Panel, breakers: tuple[DrawnBreaker, ...], spots: Mapping[tuple[str, int], Point]
) -> Iterator[DrawnWire]:
    by_id, bars = {c.id: c for c in panel.circuits}, {b.id: b for b in panel.bars}
    for drawn in breakers:
        circuit = by_id[drawn.circuit]
        if circuit.use == "spare":
            continue
        side = side_of(circuit.space or 1)
        edge = drawn.box.x if side == "left" else drawn.box.x + drawn.box.width
        lane = _lane(side, "hot")
        for y, _ in drawn.stabs:
            yield DrawnWire(circuit.id, "hot", ((lane, 0.0), (lane, y), (edge, y)))
        for kind, hole in (("neutral", neutral_hole(circuit, by_id)), ("ground", ground_hole(circuit, by_id))):
            if hole is not None:
                yield DrawnWire(circuit.id, kind, _way(side, kind, bars[hole.bar], spots[hole.bar, hole.hole]))


def _way(side: str, kind: str, bar: Bar, at: Point) -> tuple[Point, ...]:
    lane, far = _lane(side, kind), _lane(bar.side, kind)
    edge = at[0] + (BAR_WIDTH / 2.0 if bar.side == "left" else -BAR_WIDTH / 2.0)
    if bar.side == side:
        return ((lane, 0.0), (lane, at[1]), (edge, at[1]), at)
    return ((lane, 0.0), (lane, CHANNEL), (far, CHANNEL), (far, at[1]), (edge, at[1]), at)


def _lane(side: str, kind: str) -> float:
    return BAR_X["left"] + BAR_WIDTH + LANE[kind] if side == "left" else BAR_X["right"] - LANE[kind]
