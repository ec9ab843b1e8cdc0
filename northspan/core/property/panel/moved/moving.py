"""A panel moved: which cables reach the new place, the boxes for those that do not, what feeds it, what waits for dark.

A cable needs what goes along the walls, up or across and then over, and the ends; what is there is measured, or taken
from the plan as the straight line to the old place: both on the side of too short.
"""

import math
from collections.abc import Callable, Sequence
from dataclasses import dataclass, replace
from itertools import count

from northspan.core.job.panel import Move, Panel, PanelCircuit, Point
from northspan.core.network.sized_run import SizedRun
from northspan.core.property.panel.asked import PanelAsked
from northspan.core.property.panel.circuits import SizedCircuit, cables
from northspan.core.property.panel.rules import PanelBook
from northspan.core.run.sized import Sizing
from northspan.core.run.sizing import size_run

# Cable that is as long as it must be reaches.
DUST_M = 1e-9
BY_PLAN = ("From where it comes in along the walls to the new place, and the ends", "the plan")
BY_LENGTH = ("From the old place to the new along the wire, and the ends", "entered")
BY_STRAIGHT = ("From where it comes in straight to the old place", "the plan")
MEASURED = ("Cable that can be brought over", "measured")


@dataclass(frozen=True, slots=True)
class Reaching:
    """A circuit of a moved panel: cable needed and there (m; None: not known), what each comes from and by what, and
    the box it is spliced in.
    """

    circuit: PanelCircuit
    needed: float | None
    there: float | None
    needed_by: tuple[str, str] = ("", "")
    there_by: tuple[str, str] = ("", "")
    box: str = ""

    @property
    def reaches(self) -> bool | None:
        """Whether the cable reaches; None where that is not known."""
        if self.needed is None or self.there is None:
            return None
        return self.there >= self.needed - DUST_M

    @property
    def short(self) -> float:
        """Cable that is wanting (m); 0 where it reaches or that is not known."""
        return 0.0 if self.reaches is not False else (self.needed or 0.0) - (self.there or 0.0)


@dataclass(frozen=True, slots=True)
class SpliceGroup:
    """A box of splices: its name and the circuits in it."""

    name: str
    circuits: tuple[SizedCircuit, ...]


@dataclass(frozen=True, slots=True)
class Moving:
    """A panel's move: every cable, the boxes, its feed at the new length (m; None: not said), sized so."""

    move: Move
    reaching: tuple[Reaching, ...]
    groups: tuple[SpliceGroup, ...]
    feed: Sizing | None

    def lengthened(self, circuit: str) -> float:
        """What the move adds to a circuit's cable (m)."""
        return next((r.short for r in self.reaching if r.circuit.id == circuit), 0.0)


def moving(book: PanelBook, asked: PanelAsked, circuits: Sequence[SizedCircuit]) -> Moving | None:
    """The move of a panel; None where it stays."""
    panel, move = asked.panel, asked.panel.move
    if move is None:
        return None
    wired = [each for each in circuits if each.circuit.use != "spare"]
    sized = {each.circuit.id: each for each in circuits}
    bare = [
        Reaching(each, *_lengths(panel, move, cable))
        for cable in cables(each.circuit for each in wired)
        for each in cable
    ]
    short = [sized[r.circuit.id] for r in bare if r.reaches is False]
    assert book.panels is not None
    rules = book.panels
    groups = tuple(_groups(short, lambda many: rules.splice(many).box is not None))
    box_of = {each.circuit.id: group.name for group in groups for each in group.circuits}
    reaching = tuple(replace(r, box=box_of.get(r.circuit.id, "")) for r in bare)
    return Moving(move, reaching, groups, _feed(book, move, None if asked.feed is None else asked.feed.sized))


def along_walls(a: Point, b: Point) -> float:
    """Length (m) from one point to another along walls: east or west, and north or south.

    >>> along_walls(Point(x=0, y=0), Point(x=3, y=-4))
    7.0
    """
    return abs(a.x - b.x) + abs(a.y - b.y)


def straight(a: Point, b: Point) -> float:
    """Length (m) of the straight line between two points.

    >>> straight(Point(x=0, y=0), Point(x=3, y=-4))
    5.0
    """
    return math.hypot(a.x - b.x, a.y - b.y)


def _lengths(
    panel: Panel, move: Move, cable: Sequence[PanelCircuit]
) -> tuple[float | None, float | None, tuple[str, str], tuple[str, str]]:
    """Cable (m) that the circuits of one need to the new place, what there is of it, and where both come from."""
    enters = next((c.enters for c in cable if c.enters is not None), None)
    spare = next((c.spare for c in cable if c.spare is not None), None)
    if enters is not None and move.to is not None:
        there = spare if spare is not None else straight(enters, panel.at) if panel.at else None
        needed = along_walls(enters, move.to) + move.ends
        return needed, there, BY_PLAN, MEASURED if spare is not None else BY_STRAIGHT
    return None if move.length is None else move.length + move.ends, spare, BY_LENGTH, MEASURED


def _groups(short: Sequence[SizedCircuit], fits: Callable[[Sequence[SizedCircuit]], bool]) -> list[SpliceGroup]:
    """The short cables by the boxes that were named, the others together as long as one box of the table holds them;
    a multiwire pair is one cable and stays together.
    """
    named: dict[str, list[SizedCircuit]] = {}
    for each in short:
        if each.circuit.splice_box is not None:
            named.setdefault(each.circuit.splice_box, []).append(each)
    found = [SpliceGroup(name, tuple(many)) for name, many in named.items()]
    together: list[list[SizedCircuit]] = []
    unnamed = {each.circuit.id: each for each in short if each.circuit.splice_box is None}
    for cable in cables(each.circuit for each in unnamed.values()):
        more = [unnamed[c.id] for c in cable]
        if together and fits([*together[-1], *more]):
            together[-1] += more
        else:
            together.append(more)
    names = (name for name in map(_box_name, count()) if name not in named)
    return found + [SpliceGroup(next(names), tuple(many)) for many in together]


def _box_name(at: int) -> str:
    """Box A to Box Z, then by number.

    >>> _box_name(0), _box_name(26)
    ('Box A', 'Box 27')
    """
    return f"Box {chr(ord('A') + at)}" if at < 26 else f"Box {at + 1}"


def _feed(book: PanelBook, move: Move, feed: SizedRun | None) -> Sizing | None:
    if feed is None or move.feeder is None or feed.sizing.question.carried_a == 0.0:
        return None
    asked = replace(feed.sizing.question, length_m=move.feeder)
    return size_run(book, asked, feed.sizing.load_steps, raceways=True)
