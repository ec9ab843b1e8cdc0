"""Findings on what is pulled with the ungrounded conductors: neutral, equipment ground, raceway."""

from collections.abc import Iterable

from northspan.core.codes.nec.data import AWG, INSULATIONS
from northspan.core.codes.nec.sizing import equipment_ground as grounding
from northspan.core.codes.nec.sizing.raceways import TRADES
from northspan.core.figures.working import number
from northspan.core.run.sized import Change, Companions, RunFinding, Sizing


def find(s: Sizing) -> Iterable[RunFinding]:
    """A neutral or equipment ground locked too small, a pipe too small or none large enough."""
    if s.companions is None:
        return
    yield from _ground(s, s.companions)
    yield from _neutral(s, s.companions)
    yield from _raceway(s, s.companions)


def _ground(s: Sizing, also: Companions) -> Iterable[RunFinding]:
    q, needed, placed = s.question, also.equipment_ground_needed, also.equipment_ground
    if needed is None or placed is None or AWG.rank(placed) >= AWG.rank(needed):
        return
    upsized = (
        s.rung is not None and s.ladder.required is not None and AWG.rank(s.rung.size) > AWG.rank(s.ladder.required)
    )
    why = " The hots are larger than the load asks, and the ground grows with them." if upsized else ""
    yield RunFinding(
        "ground-too-small",
        "danger",
        "250.122(B)" if upsized else "250.122(A)",
        f"Equipment ground {AWG.spoken(placed, q.ground_metal)} is too small",
        f"A {number(s.breaker_a or 0.0)} A breaker on this run asks for {AWG.spoken(needed, q.ground_metal)}.{why}",
        (
            Change(f"Pull {AWG.spoken(needed, q.ground_metal)}", {"egc_size": needed}),
            Change("Unlock the equipment ground", {"egc_size": None}),
        ),
    )


def _neutral(s: Sizing, also: Companions) -> Iterable[RunFinding]:
    q, needed, placed = s.question, also.neutral_needed, also.neutral
    unlock = Change("Unlock the neutral", {"neutral_size": None})
    if q.wiring.neutral_is_return and q.neutral_amps is not None and q.neutral_amps < q.amps - 1e-9:
        yield RunFinding(
            "neutral-is-return",
            "note",
            "220.61",
            "Neutral kept as large as the hot",
            f"On a {q.system} run the neutral is the only way back and carries the whole {number(q.amps)} A.",
        )
    if q.system == "120/208-3w" and q.neutral_amps is not None and q.neutral_amps < q.amps - 1e-9:
        yield RunFinding(
            "neutral-like-a-phase",
            "advice",
            "220.61(C)(1)",
            "Neutral of two phases sized below them",
            "With loads from each phase to neutral it carries as much as a phase even when they are balanced; only "
            "loads between the phases leave it free.",
        )
    if q.wiring.grounded and needed is None and q.neutral_lock is None:
        yield RunFinding(
            "neutral-none-carries",
            "violation",
            "220.61",
            "No neutral is large enough",
            f"No size carries {number(q.neutral_amps or 0.0)} A of unbalance under these conditions.",
        )
    if needed is not None and placed is not None and AWG.rank(placed) < AWG.rank(needed):
        yield _small_neutral(s, placed, needed, unlock)


def _small_neutral(s: Sizing, placed: str, needed: str, unlock: Change) -> RunFinding:
    """A neutral below its load, below the code's floor, or else smaller than the house rule keeps it."""
    q, spoken = s.question, AWG.spoken(placed, s.question.metal)
    full = Change(f"Pull {AWG.spoken(needed, q.metal)}", {"neutral_size": needed})
    hot = s.rung.size if s.rung is not None else needed
    floor = grounding.neutral_floor(q.use, s.breaker_a or 0.0, q.metal, hot, q.sets)
    carried = next((r.allowed_ampacity_a for r in s.ladder.rungs if r.size == placed), None)
    must = q.wiring.neutral_is_return or q.system == "120/208-3w"
    if must or (q.unbalance_a is not None and (carried is None or carried < q.unbalance_a - 1e-9)):
        return RunFinding(
            "neutral-too-small",
            "danger",
            "220.61, 215.2(B)",
            f"Neutral {spoken} is too small",
            f"This run asks for {AWG.spoken(needed, q.metal)}; a neutral has no breaker of its own to save it.",
            (full, unlock),
        )
    if AWG.rank(placed) < AWG.rank(floor):
        service = q.use == "service"
        least = Change(f"Pull {AWG.spoken(floor, q.metal)}", {"neutral_size": floor})
        return RunFinding(
            "neutral-below-floor",
            "violation",
            "250.24(D)(1), Table 250.102(C)(1)" if service else "215.2(B), Table 250.122",
            f"Neutral {spoken}, {AWG.spoken(floor, q.metal)} at least",
            "Whatever its load, it brings a fault home: by its hots it may not be smaller.",
            (least, full, unlock),
        )
    if q.unbalance_a is None:
        return RunFinding(
            "neutral-load-unknown",
            "advice",
            "220.61",
            f"Neutral {spoken}: its load is not on record",
            "A neutral smaller than the hots is made for the most that the legs can differ by. Enter that load, or "
            "pull it full.",
            (full, unlock),
        )
    return RunFinding(
        "neutral-reduced",
        "house",
        "house rule: full neutral",
        f"Neutral {spoken} below the hots",
        f"It carries its {number(q.unbalance_a)} A and is above the code's floor; the house rule keeps it as the hots.",
        (full, unlock),
    )


def _raceway(s: Sizing, also: Companions) -> Iterable[RunFinding]:
    q = s.question
    if q.raceway_lock is not None and also.raceway is None and also.raceway_needed is not None:
        yield RunFinding(
            "raceway-not-made",
            "violation",
            "Chapter 9 Table 4",
            f"No {q.raceway} in {q.raceway_lock} in",
            "This raceway has no such trade size in the table.",
            (Change(f"Use {also.raceway_needed} in", {"raceway_size": also.raceway_needed}),),
        )
    elif q.raceway_lock is not None and also.fill_pct is not None and _overfilled(s, also):
        changes = [Change("Unlock the pipe", {"raceway_size": None})]
        if also.raceway_needed is not None:
            words = f"Use {also.raceway_needed} in {q.raceway}"
            changes.insert(0, Change(words, {"raceway_size": also.raceway_needed}))
        yield RunFinding(
            "raceway-overfilled",
            "violation",
            "Chapter 9 Table 1",
            f"{q.raceway} {q.raceway_lock} in is {also.fill_pct:.0f} % full",
            "The wires take more of the pipe than they may; they will not pull without damage.",
            tuple(changes),
        )
    elif q.raceway != "none" and also.raceway is None and s.breaker_a is not None and _measurable(s):
        bigger = tuple(
            Change(f"Use {kind}", {"raceway": kind, "raceway_size": None})
            for kind in ("PVC40", "RMC")
            if kind != q.raceway
        )
        sets = Change(f"Pull {q.sets + 1} parallel sets", {"sets": q.sets + 1})
        yield RunFinding(
            "raceway-none-holds",
            "violation",
            "Chapter 9 Tables 1 and 4",
            f"No {q.raceway} holds these wires",
            "The largest trade size in the table is too small for this set.",
            (*bigger, sets),
        )


def _overfilled(s: Sizing, also: Companions) -> bool:
    """Whether the locked trade size is smaller than the smallest that holds the wires."""
    locked = s.question.raceway_lock
    if also.raceway_needed is None or locked is None:
        return True
    return TRADES.index(locked) < TRADES.index(also.raceway_needed)


def _measurable(s: Sizing) -> bool:
    """Whether the tables give the wires' areas, so that a missing trade size means that none holds them."""
    return INSULATIONS.word(s.question.insulation, "cable") == "no"
