"""What a panel's move comes to, in words and in the job's own units."""

from collections.abc import Iterable, Iterator

from northspan.core.figures.working import Figure, Step, figure_of
from northspan.core.job.panel import PanelCircuit
from northspan.core.property.panel.answer import MoveAnswer, Reach, SpliceBox, SplicedWires
from northspan.core.property.panel.circuits import cables
from northspan.core.property.panel.moved.moving import Moving, Reaching, SpliceGroup
from northspan.core.property.panel.rules import PanelBook
from northspan.core.property.panel.solved import SolvedPanel
from northspan.core.run.sizing import explained


def move_answer(book: PanelBook, solved: SolvedPanel) -> MoveAnswer | None:
    """The move of a panel; None where it stays."""
    moving = solved.moving
    if moving is None:
        return None
    feed = moving.feed
    sized = feed is not None and feed.rung is not None
    figures = explained(book, feed.question, feed.load_steps) if feed is not None and sized else ()
    return MoveAnswer(
        tuple(_reach(solved, r) for r in moving.reaching),
        tuple(_box(book, group) for group in moving.groups),
        _length(solved, moving.move.feeder, "To the new place", "entered"),
        figure_of(figures, "size"),
        figure_of(figures, "drop_pct"),
        None if feed is None else feed.rung is not None and feed.rung.passes,
        tuple(_before(solved, moving)),
        tuple(_dark(solved, moving)),
    )


def _reach(solved: SolvedPanel, r: Reaching) -> Reach:
    needed = _length(solved, r.needed, *r.needed_by)
    return Reach(r.circuit.id, needed, _length(solved, r.there, *r.there_by), r.reaches, r.box)


def _length(solved: SolvedPanel, metres: float | None, what: str, cite: str) -> Figure:
    """A length with where it comes from, told in the job's own units."""
    unit = solved.asked.told.length
    if metres is None:
        return Figure(None, unit.sign, ())
    value = unit.of(metres)
    return Figure(value, unit.sign, (Step(what, value, unit.sign, cite),))


def _box(book: PanelBook, group: SpliceGroup) -> SpliceBox:
    assert book.panels is not None
    splice = book.panels.splice(group.circuits)
    circuits = tuple(each.circuit.id for each in group.circuits)
    wires = tuple(SplicedWires(size, count) for size, count in splice.wires)
    return SpliceBox(group.name, circuits, splice.needed, splice.box or "", wires, splice.grounds)


def _before(solved: SolvedPanel, moving: Moving) -> Iterator[str]:
    """What can be made ready while the old panel still runs."""
    yield f"Hang the new can of {solved.station.name}, with its bars, and check what bond belongs in it."
    if moving.move.feeder is not None:
        yield "Pull the new feeder, and leave it dead at both ends."
    for group in moving.groups:
        many = _many(each.circuit for each in group.circuits)
        yield f"Mount {group.name} where its cover stays in reach; pull {_cables(many)} from it to the new can."
    yield "Try every circuit against the directory and mark its cable at both ends."


def _dark(solved: SolvedPanel, moving: Moving) -> Iterator[str]:
    """What is done with the power off, in its order."""
    yield "Power off at the device ahead, locked out, and proved dead at the lugs."
    reach = _many(r.circuit for r in moving.reaching if r.reaches)
    unknown = _many(r.circuit for r in moving.reaching if r.reaches is None)
    if reach:
        yield f"Bring over {_cables(reach)} that reach{'es' if reach == 1 else ''}."
    if unknown:
        yield f"Measure {_cables(unknown)} that nobody has measured yet; have a box ready for each."
    for group in moving.groups:
        yield f"Splice {_cables(_many(each.circuit for each in group.circuits))} in {group.name}."
    lugs = (lug.torque for lug in solved.panel.lugs if lug.of == "line")
    torque = next((t for t in lugs if t is not None), solved.station.gear.torque)
    tight = "to the maker's torque" if torque is None else f"at {solved.asked.told.torque.said(torque)}"
    apart = solved.station.bonding.neutral in (None, "none")
    yield f"Land the feeder {tight}; {'keep neutral and can apart' if apart else 'bond the neutral to the new can'}."
    yield "Test every circuit before its breaker is closed."


def _many(circuits: Iterable[PanelCircuit]) -> int:
    return len(cables(circuits))


def _cables(many: int) -> str:
    return "one cable" if many == 1 else f"{many} cables"
