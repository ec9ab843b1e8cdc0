"""From a run of the job to the question asked of the code book."""

from collections.abc import Mapping
from dataclasses import dataclass, replace
from typing import Any, cast

from northspan.core.book.systems import SYSTEMS
from northspan.core.figures.units import UnitsName
from northspan.core.job.house_rules import HouseRules
from northspan.core.job.job import Station
from northspan.core.job.run import Run
from northspan.core.network.guards import Guard
from northspan.core.network.source_amps import plate_amps
from northspan.core.property.loads.rules import LoadBook
from northspan.core.property.loads.run_loads import RunLoad
from northspan.core.run.question import Least, RunQuestion
from northspan.core.run.rules import RunFacts, SizingRules

QUESTION_FIELD = {
    "breaker_a": "breaker_lock_a",
    "neutral_size": "neutral_lock",
    "egc_size": "egc_lock",
    "raceway_size": "raceway_lock",
    "whole_dwelling": "dwelling_rule",
}


@dataclass(frozen=True, slots=True)
class Tapped:
    """What a tap or the secondary of a transformer is taken from: the device (A) of the run ahead, and its system."""

    device_a: float | None
    system: str


@dataclass(frozen=True, slots=True)
class Standing:
    """How a run stands in its job: its two stations, what guards it, whether it carries a dwelling whole, and whether
    that one alone.

    ``tapped`` is what it is taken from, of a tap or a transformer's secondary, ``loaded`` how many conductors carry
    current in its raceway (None: its own), ``supply_side`` that nothing opens on a fault in it, ``ahead_a`` the most
    (A) that what stands ahead lets through, ``supply_ground`` that the supply brings an earth along its conductors.
    """

    ends: tuple[Station, Station]
    guard: Guard
    dwelling: bool
    one_dwelling: bool = False
    tapped: Tapped | None = None
    loaded: int | None = None
    supply_side: bool = False
    ahead_a: float | None = None
    supply_ground: bool = False


def question(book: LoadBook, rules: HouseRules, run: Run, load: RunLoad, at: Standing, told: UnitsName) -> RunQuestion:
    """The question that a run (in SI) asks; ``told`` names the units that its answers are told in."""
    start, guard = at.ends[0], at.guard
    secondary = start.transformer is not None and guard.at in ("main", "primary")
    plate_a = plate_amps(start.generator) if start.generator else 0.0
    guarded_at_source = guard.at != "main" and guard.rating_a is not None
    # What stands is judged by its device and its load; what it would be made for anew is said of its disconnect.
    stands = run.stays and run.use == "service"
    least = None if stands else book.sizing.least(run.use, at.dwelling, 0.0 if guarded_at_source else plate_a)
    asked = RunQuestion(
        system=run.system,
        amps=load.amps,
        length_m=run.cable.length,
        units=told,
        metal=run.cable.metal,
        insulation=run.cable.insulation,
        raceway=run.cable.raceway,
        use=run.use,
        location=run.cable.location,
        continuous_amps=load.continuous_amps,
        ambient_c=run.cable.ambient_c,
        loaded_conductors=run.locks.loaded_conductors or at.loaded or SYSTEMS[run.system].loaded,
        sets=run.cable.sets,
        pf=load.pf,
        drop_limit_pct=drop_limit(rules, run) if rules.drop_rule == "binding" else None,
        spare_pct=rules.spare_pct,
        drop_on=rules.drop_current,
        least=least or (load.circuit.least if load.circuit else None),
        neutral_amps=load.neutral_amps,
        unbalance_a=load.unbalance_a,
        rating_a=run.locks.rating_a,
        egc_metal=run.cable.egc_metal,
        bare_egc=run.cable.bare_egc,
        no_egc=run.cable.no_egc,
        supply_ground=at.supply_ground,
        breaker_lock_a=guard.rating_a,
        device_at=guard.at,
        mains=guard.mains,
        tap=run.tap is not None or secondary,
        secondary=secondary,
        tap_least=_tap_least(book, run, at, secondary),
        ground_device_a=at.tapped.device_a if run.tap is not None and at.tapped is not None else None,
        supply_side=at.supply_side,
        device=load.circuit.device if load.circuit and (run.use == "branch" or at.ends[1].converter) else None,
        ahead_a=at.ahead_a,
        size_lock=run.locks.size,
        neutral_lock=run.locks.neutral_size,
        egc_lock=run.locks.egc_size,
        raceway_lock=run.locks.raceway_size,
    )
    asked = book.sizing.asked(asked, rules, run, RunFacts(at.one_dwelling))
    return replace(asked, terminal_c=_terminals(book.sizing, rules, asked, at.ends))


def _tap_least(book: LoadBook, run: Run, at: Standing, secondary: bool) -> Least | None:
    """The least that a tap's wire carries by its kind; None where it is no tap, or what it is taken from is unknown."""
    if at.tapped is None or at.tapped.device_a is None or at.guard.at == "primary":
        return None
    if run.tap is None and not secondary:
        return None
    ratio = SYSTEMS[at.tapped.system].volts / SYSTEMS[run.system].volts if secondary else 1.0
    end = at.ends[1]
    open_end = at.guard.at == "ahead" and end.gear.overcurrent != "none"
    gear_a = end.gear.rating_a if open_end else None
    within = run.tap_facts is not None and run.tap_facts.leaves_enclosure is False
    return book.sizing.tap_least(run.tap, run.cable.length, at.tapped.device_a * ratio, gear_a, secondary, within)


def drop_limit(rules: HouseRules, run: Run) -> float:
    """The run's drop limit (%): its own, else the house rule for its use."""
    if run.drop_limit_pct is not None:
        return run.drop_limit_pct
    return rules.branch_drop_pct if run.use == "branch" else rules.feeder_drop_pct


def changed(sizing: SizingRules, q: RunQuestion, fields: Mapping[str, Any]) -> RunQuestion:
    """The question after a change to the run's fields, by their names in the job."""
    values: dict[str, Any] = {}
    terms: dict[str, Any] = {}
    for name, value in fields.items():
        if name == "load":
            values |= {"amps": value["amps"], "continuous_amps": value["continuous_amps"]}
        elif name == "loaded_conductors":
            values[name] = value or q.wiring.loaded
        elif name == "tap":
            values |= {"tap": value is not None, "ground_device_a": None, "tap_least": None}
        elif name == "size":
            q = sizing.with_size(q, value)
        elif QUESTION_FIELD.get(name, name) in RunQuestion.__dataclass_fields__:
            values[QUESTION_FIELD.get(name, name)] = value
        else:
            terms[QUESTION_FIELD.get(name, name)] = value
    return replace(q, **values, terms=replace(cast(Any, q.terms), **terms) if terms else q.terms)


def _terminals(sizing: SizingRules, rules: HouseRules, q: RunQuestion, ends: tuple[Station, Station]) -> int:
    unmarked = sizing.unmarked_terminal_c(rules, sizing.breaker(q, sizing.design_amps(q)))
    return min((s.terminal_c or unmarked for s in ends if s.kind != "utility" or s.terminal_c), default=75)
