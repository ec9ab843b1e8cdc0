"""The wires and cables of a job as they are cut: one unbroken piece each, with what is kept at its ends."""

from collections.abc import Iterator, Mapping
from dataclasses import dataclass, replace

from northspan.core.figures.units import US
from northspan.core.job.house_rules import HouseRules
from northspan.core.job.pulling import PullPlan
from northspan.core.job.run import Cable
from northspan.core.plans.cuts.answer import Kind
from northspan.core.property.panel.circuits import SizedCircuit, cables, neutral_wires
from northspan.core.property.panel.moved.moving import Moving
from northspan.core.property.panel.solve_panels import solve_panels
from northspan.core.property.panel.solved import SolvedPanel
from northspan.core.property.pull.pipe.contents import contents
from northspan.core.property.whole.book import WholeBook
from northspan.core.property.whole.prepared import Prepared
from northspan.core.run.sized import Sizing

SHEATH = "sheath"
EXTENDED_IN = "cu"


@dataclass(frozen=True, slots=True)
class Piece:
    """One unbroken wire or cable: what it belongs to (``id``; ``run`` where that is a run), where it starts and ends in
    words, its letter (empty: a cable), kind, length (ft) with what is kept at both ends, marking, how many ``wires`` it
    has with its ground, at how many of its ends a cable is ``held`` by a connector.
    """

    id: str
    run: str | None
    start: str
    end: str
    letter: str
    kind: Kind
    length_ft: float
    marked: str | None
    wires: int = 1
    held: int = 0

    @property
    def part(self) -> str:
        """Its name in a list of materials: of a wire by its colour, of a cable by its insulated wires."""
        return part_of(self.kind)


def part_of(kind: Kind) -> str:
    """What a kind of wire or cable is called in a list.

    >>> part_of(("cu NM", "12 2-wire", SHEATH)), part_of(("cu THWN-2", "6", "red")), part_of(("cu bare", "6", "bare"))
    ('cable NM cu 12 2-wire', 'wire cu 6 THWN-2 red', 'wire cu 6 bare')
    """
    (metal, insulation), size, colour = kind[0].split(), kind[1], kind[2]
    if colour == SHEATH:
        return f"cable {insulation} {metal} {size}"
    return f"wire {metal} {size} {insulation}" + ("" if insulation == colour else f" {colour}")


def sold_as(kind: Kind) -> str:
    """Its name in a price list: what is round a single wire and its colour make no price.

    >>> sold_as(("cu THWN-2", "6", "red"))
    'wire cu 6'
    """
    return part_of(kind) if kind[2] == SHEATH else f"wire {kind[0].split()[0]} {kind[1]}"


def job_pieces(ready: Prepared) -> tuple[Piece, ...]:
    """Every piece of a job: of its runs, of the circuits of its panels, of what a moved panel's cables are lengthened
    with. Nothing of what stands already, or has no size yet.
    """
    book = ready.book
    if book.pulls is None:
        return ()
    panels = solve_panels(book, ready.job, ready.net, ready.sized)
    found = [piece for run in ready.job.runs for piece in _of_run(ready, panels, run.id)]
    for panel in panels.values():
        found += _of_circuits(book, ready.job.house_rules, panel)
        if panel.moving is not None:
            found += _lengthening(ready.job.house_rules, panel, panel.moving)
    return tuple(found)


def _of_run(ready: Prepared, panels: Mapping[str, SolvedPanel], name: str) -> Iterator[Piece]:
    """A run's wires in every parallel set. The one ground of a shared raceway is cut with the longest of its runs."""
    book, each = ready.book, ready.sized[name]
    run, sizing, length = each.run, each.sizing, each.run.cable.length
    panel = panels.get(run.to_station)
    if panel is not None and panel.moving is not None and panel.moving.feed is not None:
        # A moved panel's feeder is pulled anew at its new length.
        sizing, length = panel.moving.feed, panel.moving.move.feeder or length
    elif not run.bought:
        return
    q = each.sizing.question
    sharing = [name, *(other.run for other in q.beside)] if q.shared_ground is not None else [name]
    new = [ready.sized[other] for other in sharing if ready.sized[other].run.bought]
    grounded = max(new, key=lambda s: (s.run.cable.length, s.run.id), default=each).run.id
    plan, house = run.pull or PullPlan(), ready.job.house_rules
    kept = [house.make_up_ft if end is None else US.length.of(end) for end in (plan.slack_start, plan.slack_end)]
    ends = ready.net.stations[run.from_station].name, ready.net.stations[run.to_station].name
    for piece in _wires(book, house, sizing, US.length.of(length) + sum(kept), name, ends):
        if piece.letter != "G" or name == grounded:
            yield from (replace(piece, run=name),) * run.cable.sets


@dataclass(frozen=True, slots=True)
class CircuitWire:
    """The wire of a new circuit, or of a multiwire pair with the neutral that both share: its circuits, its sizing,
    where it starts and ends in words.
    """

    circuits: tuple[SizedCircuit, ...]
    sizing: Sizing
    start: str
    end: str

    @property
    def cable(self) -> Cable:
        """What it is and lies in: of a pair the longer one's."""
        known = [c.circuit.cable for c in self.circuits if c.circuit.cable is not None]
        return max(known, key=lambda cable: cable.length)


def circuit_wires(panel: SolvedPanel) -> Iterator[CircuitWire]:
    """The wire of a panel's new circuits to their first outlets; that of one which is a run's is counted there."""
    coming = panel.station.later
    new = {c.circuit.id: c for c in panel.circuits if not (c.circuit.stays or coming) and c.sizing is not None}
    for together in cables(c.circuit for c in new.values()):
        own = tuple(new[c.id] for c in together)
        sizing = own[0].sizing
        assert sizing is not None
        if len(own) > 1:
            sizing = replace(sizing, question=replace(sizing.question, system=panel.asked.supply_name))
        yield CircuitWire(own, sizing, panel.station.name, ", ".join(panel.line(c) for c in own))


def _of_circuits(book: WholeBook, house: HouseRules, panel: SolvedPanel) -> Iterator[Piece]:
    for each in circuit_wires(panel):
        feet = US.length.of(each.cable.length) + 2 * house.make_up_ft
        name = f"{panel.station.id}/{each.circuits[0].circuit.id}"
        for piece in _wires(book, house, each.sizing, feet, name, (each.start, each.end)):
            # Its far end is at an outlet box, which has clamps of its own.
            yield replace(piece, held=min(piece.held, 1))


def _wires(
    book: WholeBook, house: HouseRules, sizing: Sizing, feet: float, name: str, ends: tuple[str, str]
) -> Iterator[Piece]:
    """One raceway's own wires, or its cable, each so many feet long; nothing of what has no size."""
    q, rung, also = sizing.question, sizing.rung, sizing.companions
    if book.pulls is None or rung is None or also is None:
        return
    if book.pulls.is_cable(q.insulation):
        many = q.wiring.ungrounded + int(also.neutral is not None)
        yield _cable(name, ends, (q.metal, q.insulation, rung.size, many), feet)
        return
    for wire in contents(book.scale, book.pulls, sizing) or ():
        if wire.beside is None:
            colour = book.pulls.colour(wire.letter, wire.size, wire.bare, house.large_colours == "own")
            kind = (f"{wire.metal} {'bare' if wire.bare else wire.insulation}", wire.size, colour.bought)
            yield Piece(name, None, *ends, wire.letter, kind, feet, colour.marked)


def _lengthening(house: HouseRules, panel: SolvedPanel, moving: Moving) -> Iterator[Piece]:
    """Cable from the splice boxes of a moved panel to its new place, like the cable that is spliced but in copper."""
    by_id = {c.circuit.id: c for c in panel.circuits}
    for group in moving.groups:
        for together in cables(c.circuit for c in group.circuits):
            first = by_id[together[0].id]
            cable, size = first.circuit.cable, first.size
            if cable is None or size is None:
                continue
            many = sum(c.poles for c in together) + int(bool(neutral_wires(together)))
            feet = max(US.length.of(moving.lengthened(c.id)) for c in together) + 2 * house.make_up_ft
            name = f"{panel.station.id}/{first.circuit.id} from {group.name}"
            ends = panel.station.name, f"{group.name}, {panel.line(first)}"
            # Aluminium of an old branch circuit goes on in copper of its size, which carries no less.
            yield _cable(name, ends, (EXTENDED_IN, cable.insulation, size, many), feet)


def _cable(name: str, ends: tuple[str, str], made: tuple[str, str, str, int], feet: float) -> Piece:
    metal, insulation, size, many = made
    kind = (f"{metal} {insulation}", f"{size} {many}-wire", SHEATH)
    return Piece(name, None, *ends, "", kind, feet, None, many + 1, 2)
