"""The circuits that a panel owes laid out in it: as a change to the job that is seen before it is made."""

from collections.abc import Sequence
from dataclasses import dataclass, replace

from northspan.core.document.finding import Fix
from northspan.core.job.panel import PanelCircuit
from northspan.core.property.panel.balancing.balance import Balanced, balance
from northspan.core.property.panel.balancing.of_panel import breaker_of, places_of
from northspan.core.property.panel.balancing.programme import OutOfTime
from northspan.core.property.panel.layout import Breaker, BusBars, may_stay
from northspan.core.property.panel.rules import PanelBook
from northspan.core.property.panel.solve_panels import solve_panel
from northspan.core.property.panel.solved import SolvedPanel, spaces_of

SECONDS = 2.0


@dataclass(frozen=True, slots=True)
class Proposal:
    """The circuits that are owed and not there, in spaces as far as they find room, and the change that adds them."""

    circuits: tuple[PanelCircuit, ...]
    without_space: int
    fix: Fix | None


def proposal(book: PanelBook, solved: SolvedPanel) -> Proposal:
    """What a panel owes; the circuits that are there keep their spaces, the others go where the legs come out best."""
    assert book.panels is not None
    asked = solved.asked
    leaving = [(r.sized.run, r.name, r.sized.sizing.breaker_a) for r in asked.leaving]
    owed = book.panels.proposed(asked.place, asked.supply, leaving, asked.panel.circuits)
    if not owed:
        return Proposal((), 0, None)
    whole = asked.panel.model_copy(update={"circuits": (*asked.panel.circuits, *owed)})
    placed = _placed(solve_panel(book, replace(asked, panel=whole)), owed)
    root = f"/stations/{asked.index}/panel/circuits"
    patch = tuple({"op": "add", "path": f"{root}/-", "value": c.model_dump(mode="json")} for c in placed)
    missing = sum(1 for c in placed if c.space is None)
    many = f"{len(placed)} circuit{'' if len(placed) == 1 else 's'}"
    return Proposal(placed, missing, Fix(f"Add {many}", patch))


def _placed(solved: SolvedPanel, owed: tuple[PanelCircuit, ...]) -> tuple[PanelCircuit, ...]:
    """The new circuits in spaces; where not all find room, as many as do, in the order that they are owed."""
    new = list(owed)
    there = [c for c in solved.panel.circuits if c not in owed and c.space is not None]
    standing = [replace(breaker_of(solved, c), partner=None, locked=True) for c in there]
    well = [b for b, c in zip(standing, there, strict=True) if may_stay(solved.bus, b) and _alone(solved, c)]
    # What stands where it may not keeps its space all the same; the new ones go round it.
    ill = {s for b, c in zip(standing, there, strict=True) if b not in well for s in spaces_of(c)}
    bus = replace(solved.bus, blocked=solved.bus.blocked | ill, poles_allowed=_allowed(solved, well, there))
    found = _laid_out(solved, bus, well, new)
    if found is None:
        new = []
        for circuit in owed:
            fits = _laid_out(solved, bus, well, [*new, circuit])
            if fits is not None:
                new, found = [*new, circuit], fits
    if found is None:
        return owed
    places = places_of((*there, *new), found.spots)
    return tuple(
        c.model_copy(update=dict(zip(("space", "half"), places[c.id], strict=True))) if c in new else c for c in owed
    )


def _laid_out(
    solved: SolvedPanel, bus: BusBars, well: Sequence[Breaker], new: Sequence[PanelCircuit]
) -> Balanced | None:
    try:
        return balance(bus, [*well, *(breaker_of(solved, c) for c in new)], lambda: SECONDS)
    except OutOfTime:
        return None


def _alone(solved: SolvedPanel, circuit: PanelCircuit) -> bool:
    """Whether nothing else stands where a circuit does, but the other half of a tandem."""
    here = [c for s in spaces_of(circuit) for c in solved.stands[s] if c is not circuit]
    return all(circuit.half is not None and c.half not in (None, circuit.half) for c in here)


def _allowed(solved: SolvedPanel, well: list[Breaker], there: list[PanelCircuit]) -> int | None:
    """Poles that the panel still takes, of those that are reckoned with here."""
    allowed = solved.bus.poles_allowed
    return None if allowed is None else allowed - sum(c.poles for c in there) + sum(b.poles for b in well)
