"""What lies in a run's raceway, wire by wire."""

from collections.abc import Iterator, Sequence
from dataclasses import dataclass

from northspan.core.book.kinds import Metal
from northspan.core.figures.sizes.scale import Scale
from northspan.core.job.pulling import LaterWire
from northspan.core.physics.raceway.weight import wire_weight
from northspan.core.property.pull.rules import PullRules, TabledWire
from northspan.core.run.sized import Sizing

HOTS = ("A", "B", "C")


@dataclass(frozen=True, slots=True)
class Wire:
    """One wire: the letter on it (A, B, N, G; + later), what it is, by the tables, its weight (N/m), whether the pull
    hangs on it, and the run it belongs to where it lies beside.
    """

    letter: str
    words: str
    size: str
    metal: Metal
    insulation: str
    bare: bool
    tabled: TabledWire
    weight: float
    carries: bool
    beside: str | None
    later: bool


@dataclass(frozen=True, slots=True)
class _Named:
    letter: str
    size: str
    metal: Metal
    insulation: str
    bare: bool = False
    beside: str | None = None
    later: bool = False
    laid: bool = True


def contents(
    scale: Scale, rules: PullRules, sizing: Sizing, later: Sequence[LaterWire] = ()
) -> tuple[Wire, ...] | None:
    """The wires of one raceway as sized, with those to come ``later`` last; None where the tables do not measure one of
    them.
    """
    found = []
    for named in _named(sizing, later):
        tabled = rules.wire(named.insulation, named.metal, named.size, named.bare)
        if tabled is None:
            return None
        kind = "bare" if named.bare else named.insulation
        words = f"{scale.spoken(named.size, named.metal)} {kind}"
        weight = wire_weight(named.metal, scale.area_mm2(named.size) * 1e-6, tabled.round_it, tabled.round_it_area)
        carries = named.laid and named.letter != "G"
        found.append(
            Wire(
                named.letter,
                words,
                named.size,
                named.metal,
                named.insulation,
                named.bare,
                tabled,
                weight,
                carries,
                named.beside,
                named.later,
            )
        )
    return tuple(found)


def _named(sizing: Sizing, later: Sequence[LaterWire]) -> Iterator[_Named]:
    q, rung, also = sizing.question, sizing.rung, sizing.companions
    if rung is None or also is None:
        return
    for letter in HOTS[: q.wiring.ungrounded]:
        yield _Named(letter, rung.size, q.metal, q.insulation)
    if also.neutral is not None:
        yield _Named("N", also.neutral, q.metal, q.insulation)
    for other in q.beside:
        for letter in HOTS[: other.hots]:
            yield _Named(letter, other.size, other.metal, other.insulation, beside=other.run)
        if other.neutral is not None:
            yield _Named("N", other.neutral, other.metal, other.insulation, beside=other.run)
    if also.equipment_ground is not None:
        yield _Named("G", also.equipment_ground, q.ground_metal, q.insulation, bare=q.bare_egc)
    for wire in later:
        yield from _later(wire)


def _later(wire: LaterWire) -> Iterator[_Named]:
    for _ in range(wire.count):
        yield _Named("+", wire.size, wire.metal, wire.insulation, later=not wire.laid, laid=wire.laid)
