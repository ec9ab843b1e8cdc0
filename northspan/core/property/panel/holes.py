"""The holes of a panel's bars: what is in each, which are free, and one for every wire that has none."""

from collections.abc import Iterable, Iterator, Mapping
from dataclasses import dataclass

from northspan.core.job.panel import Bar, Hole, Panel, PanelCircuit
from northspan.core.property.panel.circuits import ground_wires, neutral_wires

Place = tuple[str, int]


@dataclass(frozen=True, slots=True)
class Landed:
    """The circuits whose neutrals and whose equipment grounds are in each hole, by bar and hole, and those that are in
    none yet.
    """

    neutrals: Mapping[Place, tuple[PanelCircuit, ...]]
    grounds: Mapping[Place, tuple[PanelCircuit, ...]]
    loose_neutrals: tuple[PanelCircuit, ...]
    loose_grounds: tuple[PanelCircuit, ...]

    def taken(self, bar: str) -> set[int]:
        """The holes of a bar that hold a wire."""
        return {hole for at, hole in (*self.neutrals, *self.grounds) if at == bar}


def landed(panel: Panel) -> Landed:
    """Where every neutral and equipment ground of a panel's circuits is; a multiwire pair brings one of each."""
    by_id = {c.id: c for c in panel.circuits}
    neutrals, loose_neutrals = _by_hole((c, neutral_hole(c, by_id)) for c in neutral_wires(panel.circuits))
    grounds, loose_grounds = _by_hole((c, ground_hole(c, by_id)) for c in ground_wires(panel.circuits))
    return Landed(neutrals, grounds, loose_neutrals, loose_grounds)


def neutral_hole(circuit: PanelCircuit, by_id: Mapping[str, PanelCircuit]) -> Hole | None:
    """The hole of a circuit's neutral; a multiwire pair has one, with whichever of both it was entered."""
    partner = by_id.get(circuit.partner or "")
    return circuit.neutral_at or (partner.neutral_at if partner is not None else None)


def ground_hole(circuit: PanelCircuit, by_id: Mapping[str, PanelCircuit]) -> Hole | None:
    """The hole of a circuit's equipment ground, of a pair likewise."""
    partner = by_id.get(circuit.partner or "")
    return circuit.ground_at or (partner.ground_at if partner is not None else None)


def free_holes(panel: Panel, found: Landed, kind: str) -> Iterator[Hole]:
    """The empty holes of the bars of a kind, from the top.

    >>> bars = (Bar(id="n", kind="neutral", holes=2), Bar(id="g", kind="ground", holes=1))
    >>> one = PanelCircuit(id="a", neutral_at=Hole(bar="n", hole=1))
    >>> panel = Panel(bars=bars, circuits=(one,))
    >>> [h.hole for h in free_holes(panel, landed(panel), "neutral")]
    [2]
    """
    for bar in panel.bars:
        if bar.kind == kind:
            taken = found.taken(bar.id)
            yield from (Hole(bar=bar.id, hole=hole) for hole in range(1, bar.holes + 1) if hole not in taken)


def holes_given(panel: Panel, found: Landed, shared: bool) -> Mapping[tuple[str, str], Hole]:
    """A hole for every wire that is in none, by circuit and field, as far as there are any.

    ``shared``: neutral and ground are joined here, so that a ground may land on a neutral bar where its own are full.
    """
    neutrals, grounds = free_holes(panel, found, "neutral"), list(free_holes(panel, found, "ground"))
    given = {(c.id, "neutral_at"): hole for c, hole in zip(found.loose_neutrals, neutrals, strict=False)}
    if shared:
        grounds += list(neutrals)
    return given | {(c.id, "ground_at"): hole for c, hole in zip(found.loose_grounds, grounds, strict=False)}


def room_for_grounds(bars: Iterable[Bar]) -> int:
    """How many equipment grounds of one size the ground bars take as they are marked.

    >>> room_for_grounds([Bar(id="g", kind="ground", holes=10, grounds_a_hole=2), Bar(id="n", kind="neutral", holes=9)])
    20
    """
    return sum(bar.holes * bar.grounds_a_hole for bar in bars if bar.kind == "ground")


def _by_hole(
    wires: Iterable[tuple[PanelCircuit, Hole | None]],
) -> tuple[Mapping[Place, tuple[PanelCircuit, ...]], tuple[PanelCircuit, ...]]:
    at: dict[Place, tuple[PanelCircuit, ...]] = {}
    loose: list[PanelCircuit] = []
    for circuit, hole in wires:
        if hole is None:
            loose.append(circuit)
        else:
            at[hole.bar, hole.hole] = (*at.get((hole.bar, hole.hole), ()), circuit)
    return at, tuple(loose)
