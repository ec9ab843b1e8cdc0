"""What is pulled with the ungrounded conductors: neutral, equipment ground, and the raceway round them."""

from collections.abc import Sequence
from dataclasses import replace
from functools import lru_cache
from typing import NamedTuple

from northspan.core.book.kinds import Metal
from northspan.core.codes.nec.data import AWG
from northspan.core.codes.nec.sizing import ampacity, raceways
from northspan.core.codes.nec.sizing import equipment_ground as grounding
from northspan.core.codes.nec.sizing.terms import FillRounding, terms_of
from northspan.core.run.question import Beside, RunQuestion
from northspan.core.run.rung import Rung
from northspan.core.run.sized import Companions


def companions(
    q: RunQuestion, breaker_a: float | None, size: str, required: str | None, rungs: Sequence[Rung]
) -> Companions:
    """Neutral, equipment ground and raceway for ungrounded conductors of ``size``.

    ``required`` is the smallest size that carries the load with the drop left out, ``rungs`` every size judged,
    from which a reduced neutral takes its ampacity.
    """
    neutral_needed = neutral_size(q, breaker_a, size, rungs)
    ground = None
    if breaker_a is not None and q.has_equipment_ground:
        ground = ground_for(q, breaker_a, size, required)
    ground_needed = None if ground is None else ground.size
    if ground_needed is not None and q.shared_ground is not None:
        ground_needed = AWG.larger(ground_needed, q.shared_ground)
    neutral = q.neutral_lock if q.neutral_lock and q.wiring.grounded else neutral_needed
    egc = (q.egc_lock or ground_needed) if q.has_equipment_ground else None
    needed = raceway_fit(q, size, neutral, egc, None)
    if terms_of(q).pipe_up and needed is not None and needed.trade is not None:
        needed = raceway_fit(q, size, neutral, egc, raceways.next_trade(q.raceway, needed.trade)) or needed
    placed = needed if q.raceway_lock is None else raceway_fit(q, size, neutral, egc, q.raceway_lock)
    return Companions(
        neutral,
        neutral_needed,
        egc,
        ground_needed,
        placed.trade if placed else None,
        needed.trade if needed else None,
        placed.fill_pct if placed else None,
    )


def ground_for(q: RunQuestion, breaker_a: float, size: str, required: str | None) -> grounding.EquipmentGround | None:
    """The equipment ground of a run; each parallel set has its own, full size, 250.122(F). A tap's goes by the device
    ahead of its feeder, 250.122(G), and that of a shared raceway by the largest device in it, 250.122(C). With no
    device ahead it is a supply-side jumper, by the hots of its own raceway, 250.102(C)(2).
    """
    if q.supply_side:
        return grounding.supply_jumper(q.metal, size, q.ground_metal)
    found = grounding.equipment_ground(q.ground_device_a or breaker_a, q.ground_metal, size, required)
    return replace(found, size=size, ratio=1.0) if found is not None and terms_of(q).full_ground else found


def neutral_size(q: RunQuestion, breaker_a: float | None, size: str, rungs: Sequence[Rung]) -> str | None:
    """Neutral for a run: as the ungrounded conductors, or the smallest that carries the unbalance where that is
    known and the neutral is not the only way back. None: no neutral, or none is large enough. 220.61, 215.2(B).
    """
    if not q.wiring.grounded:
        return None
    if q.neutral_amps is None or q.wiring.neutral_is_return or breaker_a is None:
        return size
    for rung in rungs:
        parallel = q.sets == 1 or AWG.rank(rung.size) >= AWG.rank("1/0")
        made = ampacity.is_made(q.insulation, rung.size)
        if parallel and made and rung.allowed_ampacity_a >= q.neutral_amps - 1e-9:
            return AWG.larger(rung.size, grounding.neutral_floor(q.use, breaker_a, q.metal, size, q.sets))
    return None


def raceway_fit(
    q: RunQuestion, size: str, neutral: str | None, egc: str | None, lock: str | None
) -> raceways.Fit | None:
    """How one set fits its raceway; None for a cable, a direct burial, or sizes whose area no table gives."""
    if q.raceway == "none":
        return None
    ground = _Ground(q.ground_metal, q.bare_egc) if q.has_equipment_ground else None
    wires = _Wires(q.insulation, q.metal, q.wiring.ungrounded, q.wiring.grounded, ground, q.beside)
    return _fitted(q.raceway, terms_of(q).nipple, terms_of(q).fill_rounding, wires, size, neutral, egc, lock)


class _Ground(NamedTuple):
    metal: Metal
    bare: bool


class _Wires(NamedTuple):
    """All that the room in a raceway turns on, besides the sizes."""

    insulation: str
    metal: Metal
    hots: int
    neutrals: int
    ground: _Ground | None
    beside: tuple[Beside, ...]


# Runs of one kind ask the same again and again, on every rung of every ladder.
@lru_cache(maxsize=16_384)
def _fitted(
    raceway: str,
    nipple: bool,
    rounding: FillRounding,
    wires: _Wires,
    size: str,
    neutral: str | None,
    egc: str | None,
    lock: str | None,
) -> raceways.Fit | None:
    phase = raceways.conductor_area(wires.insulation, wires.metal, size)
    if phase is None:
        return None
    pulled = [raceways.Pulled(f"{size} {wires.metal}", wires.hots, *phase)]
    if wires.neutrals:
        middle = None if neutral is None else raceways.conductor_area(wires.insulation, wires.metal, neutral)
        if middle is None:
            return None
        pulled.append(raceways.Pulled(f"neutral {neutral} {wires.metal}", wires.neutrals, *middle))
    for other in wires.beside:
        for what, many, each in (("hot", other.hots, other.size), ("neutral", 1, other.neutral)):
            area = raceways.conductor_area(other.insulation, other.metal, each) if each is not None else None
            if each is not None and area is None:
                return None
            if each is not None and area is not None:
                pulled.append(raceways.Pulled(f"{what} {each} {other.metal} of {other.run}", many, *area))
    if wires.ground is None:
        return raceways.fit(raceway, pulled, nipple, lock, rounding)
    if egc is None:
        return None
    metal, bare = wires.ground
    area = raceways.bare_area(metal, egc) if bare else raceways.conductor_area(wires.insulation, metal, egc)
    if area is None:
        return None
    pulled.append(raceways.Pulled(f"equipment ground {egc} {metal}", 1, *area))
    return raceways.fit(raceway, pulled, nipple, lock, rounding)
