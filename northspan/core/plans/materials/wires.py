"""Wire and cable counted from the pieces that are cut, with what ends, holds, marks and joins it."""

from collections import Counter
from collections.abc import Iterator, Mapping, Sequence

from northspan.core.job.run import Cable
from northspan.core.plans.cuts.pieces import EXTENDED_IN, Piece, circuit_wires, sold_as
from northspan.core.plans.materials.count import Count
from northspan.core.plans.materials.pipes import apart
from northspan.core.property.panel.circuits import cables, neutral_wires
from northspan.core.property.panel.moved.moving import Moving
from northspan.core.property.panel.solved import SolvedPanel
from northspan.core.property.whole.book import WholeBook
from northspan.core.property.whole.prepared import Prepared

CUT = "the cut plan"
LABELS_A_SHEET, ENDS_A_BOTTLE = 30.0, 40.0


def wire_counts(ready: Prepared, pieces: Sequence[Piece], panels: Mapping[str, SolvedPanel]) -> Iterator[Count]:
    """Every piece, its connectors, staples, labels and tape; splices of moved panels."""
    for piece in pieces:
        what = f"{piece.start} to {piece.end}" + (f", {piece.letter}" if piece.letter else "")
        yield Count("wire", piece.part, piece.length_ft, "ft", what, CUT, sold_as(piece.kind))
        yield Count("small", "wire labels, sheet of 30", 2.0 / LABELS_A_SHEET, "each", f"{what}: both ends", CUT)
        at = "both ends" if piece.held == 2 else "at the panel"
        yield Count("small", f"connector for {piece.part}", piece.held, "each", f"{what}: {at}", CUT)
        if piece.kind[0].startswith("al "):
            ends = 2 * piece.wires
            words = f"{what}: {ends} ends of aluminium, about {ENDS_A_BOTTLE:g} to a bottle, where the maker asks it"
            yield Count("small", "antioxidant, 4 oz", ends / ENDS_A_BOTTLE, "each", words, "the maker")
    for colour in sorted({p.marked for p in pieces if p.marked}):
        many = sum(p.marked == colour for p in pieces)
        yield Count("small", f"marking tape, {colour}", 1, "each", f"{2 * many} ends to mark", CUT)
    yield from _staples(ready, panels)
    for panel in panels.values():
        if panel.moving is not None:
            yield from _splices(ready.book, panel, panel.moving)


def _staples(ready: Prepared, panels: Mapping[str, SolvedPanel]) -> Iterator[Count]:
    """Staples along cables that are not in the ground or in a pipe."""
    stations = ready.net.stations
    for run in ready.job.runs:
        if run.bought and ready.sized[run.id].sizing.rung is not None and run.route is None:
            where = f"{stations[run.from_station].name} to {stations[run.to_station].name}"
            yield from _along(ready.book, run.cable, where)
    for panel in panels.values():
        for each in circuit_wires(panel):
            yield from _along(ready.book, each.cable, f"{each.start} to {each.end}")


def _along(book: WholeBook, cable: Cable, where: str) -> Iterator[Count]:
    held = book.pulls.staples(cable.insulation) if book.pulls else None
    if held is not None and cable.raceway == "none" and cable.location != "buried":
        many = apart(cable.length, held.first, held.apart) * cable.sets
        yield Count("small", f"staples for {cable.insulation}", many, "each", where, held.step.cite)


def _splices(book: WholeBook, panel: SolvedPanel, moving: Moving) -> Iterator[Count]:
    """Boxes and connectors where a moved panel's cables are lengthened; two metals want connectors listed for both."""
    assert book.panels is not None
    by_id = {c.circuit.id: c for c in panel.circuits}
    for group in moving.groups:
        box = book.panels.splice(group.circuits).box
        name = f"box {box}, with cover" if box else "splice box, by the length of its pull"
        yield Count("small", name, 1, "each", f"{group.name}, {panel.station.name}", "Panels")
        wires: Counter[str] = Counter()
        for together in cables(c.circuit for c in group.circuits):
            cable, size = together[0].cable, by_id[together[0].id].size or "not on record"
            ground = 0 if cable is not None and cable.no_egc else 1
            metals = "" if cable is None or cable.metal == EXTENDED_IN else ", listed for copper with aluminium"
            many = sum(c.poles for c in together) + len(neutral_wires(together)) + ground
            wires[f"wire connector for two {size}{metals}"] += many
        for name, many in wires.items():
            yield Count("small", name, many, "each", f"{group.name}: its splices", "Panels")
