"""What is pulled with the ungrounded conductors: neutral, equipment ground, and the raceway round them."""

from collections.abc import Sequence
from dataclasses import replace

from northspan.core.codes.nec import ampacity, grounding, raceways
from northspan.core.question import RunQuestion
from northspan.core.sized import Companions
from northspan.core.solution import Rung
from northspan.core.wire_sizes import larger, rank


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
        ground_needed = larger(ground_needed, q.shared_ground)
    neutral = q.neutral_lock if q.neutral_lock and q.wiring.grounded else neutral_needed
    egc = (q.egc_lock or ground_needed) if q.has_equipment_ground else None
    needed = raceway_fit(q, size, neutral, egc, None)
    if q.pipe_up and needed is not None and needed.trade is not None:
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
    return replace(found, size=size, ratio=1.0) if found is not None and q.full_ground else found


def neutral_size(q: RunQuestion, breaker_a: float | None, size: str, rungs: Sequence[Rung]) -> str | None:
    """Neutral for a run: as the ungrounded conductors, or the smallest that carries the unbalance where that is
    known and the neutral is not the only way back. None: no neutral, or none is large enough. 220.61, 215.2(B).
    """
    if not q.wiring.grounded:
        return None
    if q.neutral_amps is None or q.wiring.neutral_is_return or breaker_a is None:
        return size
    for rung in rungs:
        parallel = q.sets == 1 or rank(rung.size) >= rank("1/0")
        made = ampacity.is_made(q.insulation, rung.size)
        if parallel and made and rung.allowed_ampacity_a >= q.neutral_amps - 1e-9:
            return larger(rung.size, grounding.neutral_floor(q.use, breaker_a, q.metal, size, q.sets))
    return None


def raceway_fit(
    q: RunQuestion, size: str, neutral: str | None, egc: str | None, lock: str | None
) -> raceways.Fit | None:
    """How one set fits its raceway; None for a cable, a direct burial, or sizes whose area no table gives."""
    if q.raceway == "none":
        return None
    phase = raceways.conductor_area(q.insulation, q.metal, size)
    if phase is None:
        return None
    pulled = [raceways.Pulled(f"{size} {q.metal}", q.wiring.ungrounded, *phase)]
    if q.wiring.grounded:
        middle = None if neutral is None else raceways.conductor_area(q.insulation, q.metal, neutral)
        if middle is None:
            return None
        pulled.append(raceways.Pulled(f"neutral {neutral} {q.metal}", q.wiring.grounded, *middle))
    for other in q.beside:
        for what, many, each in (("hot", other.hots, other.size), ("neutral", 1, other.neutral)):
            area = raceways.conductor_area(other.insulation, other.metal, each) if each is not None else None
            if each is not None and area is None:
                return None
            if each is not None and area is not None:
                pulled.append(raceways.Pulled(f"{what} {each} {other.metal} of {other.run}", many, *area))
    if not q.has_equipment_ground:
        return raceways.fit(q.raceway, pulled, q.nipple, lock, q.fill_rounding)
    if egc is None:
        return None
    ground = (
        raceways.bare_area(q.ground_metal, egc)
        if q.bare_egc
        else raceways.conductor_area(q.insulation, q.ground_metal, egc)
    )
    if ground is None:
        return None
    pulled.append(raceways.Pulled(f"equipment ground {egc} {q.ground_metal}", 1, *ground))
    return raceways.fit(q.raceway, pulled, q.nipple, lock, q.fill_rounding)
