"""A panel of a job balanced: the moves, each in words, and the change to the job that makes them all at once."""

from collections.abc import Callable, Mapping, Sequence
from dataclasses import dataclass

from northspan.core.document.finding import Fix
from northspan.core.job.panel import PanelCircuit
from northspan.core.property.panel.balancing.balance import balance
from northspan.core.property.panel.layout import Breaker, Spot
from northspan.core.property.panel.solved import SolvedPanel

QUARTER = 4


@dataclass(frozen=True, slots=True)
class MoveLine:
    """A move: the circuit with its line in the directory, where it is (empty: not in the panel) and where it goes."""

    circuit: str
    says: str
    at: str
    to: str


@dataclass(frozen=True, slots=True)
class PanelBalance:
    """The best balance that was found: its moves, load of each leg after them (VA), how far they are apart then and now
    (VA), the least that is still open (VA), whether it is proved to be the best; all moves as one change to the job.
    ``moves`` is empty where it is as good as it gets; ``trouble`` says why there is none.
    """

    moves: tuple[MoveLine, ...]
    legs_va: tuple[float, ...]
    apart_va: float
    apart_now_va: float
    least_va: float
    proved: bool
    fix: Fix | None
    trouble: str = ""


def panel_balance(solved: SolvedPanel, remaining: Callable[[], float]) -> PanelBalance:
    """A panel balanced in the time (s) that is ``remaining``. Raises OutOfTime where nothing was found in it."""
    legs = sorted(solved.legs.values())
    now = legs[-1] - legs[0] if len(legs) > 1 else 0.0
    if len(legs) < 2:
        return _none(solved, now, "It is fed on one leg: there is nothing to balance.")
    if len(legs) > 2:
        return _none(solved, now, "It is fed on three lines: what is worked out here is two legs. Balance it by hand.")
    found = balance(solved.bus, [breaker_of(solved, c) for c in solved.panel.circuits], remaining)
    if found is None:
        words = "No layout holds every circuit: they need more spaces, or spaces on unlike legs, than are free. "
        return _none(solved, now, words + "Unlock one, take one out, or use a larger panel.")
    places = places_of(solved.panel.circuits, found.spots)
    moved = [c for c in solved.panel.circuits if places[c.id] != (c.space, c.half)]
    lines = tuple(
        MoveLine(c.id, solved.line(solved.by_id[c.id]), _said((c.space, c.half)), _said(places[c.id])) for c in moved
    )
    at = {c.id: i for i, c in enumerate(solved.panel.circuits)}
    root = f"/stations/{solved.asked.index}/panel/circuits"
    patch = tuple(
        {"op": "add", "path": f"{root}/{at[c.id]}/{name}", "value": value}
        for c in moved
        for name, value in zip(("space", "half"), places[c.id], strict=True)
    )
    many = f"{len(moved)} move{'' if len(moved) == 1 else 's'}"
    return PanelBalance(
        lines,
        (found.legs[0] / QUARTER, found.legs[1] / QUARTER),
        found.difference / QUARTER,
        now,
        found.least / QUARTER,
        found.proved,
        Fix(f"Balance: {many}", patch) if patch else None,
    )


def _none(solved: SolvedPanel, now: float, words: str) -> PanelBalance:
    return PanelBalance((), tuple(solved.legs.values()), now, now, now, False, None, words)


def breaker_of(solved: SolvedPanel, circuit: PanelCircuit) -> Breaker:
    """A circuit's breaker as it is balanced, VA to the nearest quarter. One with a guard inside is made in full size
    only, and one that stands in a whole space does not become a half of a tandem that nobody has bought.
    """
    load = round(QUARTER * solved.by_id[circuit.id].va)
    at = None if circuit.space is None else Spot(circuit.space, circuit.half is not None)
    locked = circuit.locked and at is not None
    even = load + load % 2 if circuit.poles == 2 else load
    full = circuit.breaker != "standard" or (at is not None and not at.half)
    return Breaker(circuit.id, circuit.poles, even, at, circuit.partner, locked, full)


def places_of(circuits: Sequence[PanelCircuit], spots: Mapping[str, Spot]) -> dict[str, tuple[int, str | None]]:
    """Every circuit's space and half; who stays in a half keeps its letter.

    >>> both = PanelCircuit(id="a", space=5, half="b"), PanelCircuit(id="b")
    >>> places_of(both, {"a": Spot(5, True), "b": Spot(5, True)})
    {'a': (5, 'b'), 'b': (5, 'a')}
    """
    places: dict[str, tuple[int, str | None]] = {}
    halves: dict[int, list[PanelCircuit]] = {}
    for circuit in circuits:
        spot = spots.get(circuit.id)
        if spot is not None and spot.half:
            halves.setdefault(spot.space, []).append(circuit)
        elif spot is not None:
            places[circuit.id] = (spot.space, None)
    for space, sharing in halves.items():
        open_ = ["a", "b"]
        for circuit in sorted(sharing, key=lambda c: c.space != space or c.half is None):
            own = circuit.half if circuit.space == space and circuit.half in open_ else open_[0]
            open_.remove(own)
            places[circuit.id] = (space, own)
    return places


def _said(place: tuple[int | None, str | None]) -> str:
    return "" if place[0] is None else f"{place[0]}{place[1] or ''}"
