"""From a run of the job to the question asked of the code book."""

from collections.abc import Mapping
from dataclasses import dataclass, replace
from typing import Any

from northspan.core.codes.codebook import SizingRules, WholeBook
from northspan.core.job.house_rules import HouseRules
from northspan.core.job.job import Station
from northspan.core.job.run import Run
from northspan.core.loads.run_loads import RunLoad
from northspan.core.loads.source_amps import plate_amps
from northspan.core.property.guards import Guard
from northspan.core.run.question import RunQuestion
from northspan.core.run.systems import SYSTEMS
from northspan.core.units import UnitsName

QUESTION_FIELD = {
    "breaker_a": "breaker_lock_a",
    "size": "size_lock",
    "neutral_size": "neutral_lock",
    "egc_size": "egc_lock",
    "raceway_size": "raceway_lock",
    "whole_dwelling": "dwelling_rule",
}


@dataclass(frozen=True, slots=True)
class Standing:
    """How a run stands in its job: its two stations, what guards it, whether it carries a dwelling whole.

    ``ground_device_a`` is the device (A) that its equipment ground goes by where it is not its own, ``loaded`` how many
    conductors carry current in its raceway (None: its own), ``ahead_a`` the most (A) that what stands ahead lets
    through.
    """

    ends: tuple[Station, Station]
    guard: Guard
    dwelling: bool
    ground_device_a: float | None = None
    loaded: int | None = None
    supply_side: bool = False
    ahead_a: float | None = None


def question(book: WholeBook, rules: HouseRules, run: Run, load: RunLoad, at: Standing, told: UnitsName) -> RunQuestion:
    """The question that a run (in SI) asks; ``told`` names the units that its answers are told in."""
    start, guard = at.ends[0], at.guard
    plate_a = plate_amps(start.generator) if start.generator else 0.0
    guarded_at_source = guard.at != "main" and guard.rating_a is not None
    least = book.sizing.least(run.use, at.dwelling, 0.0 if guarded_at_source else plate_a)
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
        several_receptacles=run.several_receptacles,
        continuous_amps=load.continuous_amps,
        ambient_c=run.cable.ambient_c,
        rooftop=run.cable.rooftop,
        nipple=run.cable.nipple and book.sizing.is_nipple(run.cable.length),
        loaded_conductors=run.locks.loaded_conductors or at.loaded or SYSTEMS[run.system].loaded,
        in_insulation=run.cable.in_insulation,
        sets=run.cable.sets,
        pf=load.pf,
        drop_limit_pct=drop_limit(rules, run) if rules.drop_rule == "binding" else None,
        conductor_temperature=rules.conductor_temperature,
        dwelling_rule=run.whole_dwelling and at.dwelling,
        spare_pct=rules.spare_pct,
        drop_on=rules.drop_current,
        dwelling_load_too=rules.dwelling_rule == "load-too",
        full_ground=rules.equipment_ground == "full",
        pipe_up=rules.pipe_up,
        fill_rounding=rules.fill_rounding,
        least=least or (load.circuit.least if load.circuit else None),
        # On two phases and neutral of a wye the neutral carries like a phase whatever the balance.
        neutral_amps=load.neutral_amps if rules.neutral == "calculated" and not SYSTEMS[run.system].of_a_wye else None,
        unbalance_a=load.unbalance_a,
        egc_metal=run.cable.egc_metal,
        bare_egc=run.cable.bare_egc,
        no_egc=run.cable.no_egc,
        breaker_lock_a=guard.rating_a,
        device_at=guard.at,
        mains=guard.mains,
        # What is in the wall may stay where the load fits it; what is to be pulled is made for the mains together.
        mains_by_load=guard.mains > 1 and (rules.several_mains == "load" or run.locks.size is not None),
        tap=run.tap is not None,
        ground_device_a=at.ground_device_a,
        supply_side=at.supply_side,
        device=load.circuit.device if load.circuit and run.use == "branch" else None,
        ahead_a=at.ahead_a,
        size_lock=run.locks.size,
        neutral_lock=run.locks.neutral_size,
        egc_lock=run.locks.egc_size,
        raceway_lock=run.locks.raceway_size,
    )
    return replace(asked, terminal_c=_terminals(book.sizing, rules, asked, at.ends))


def drop_limit(rules: HouseRules, run: Run) -> float:
    """The run's drop limit (%): its own, else the house rule for its use."""
    if run.drop_limit_pct is not None:
        return run.drop_limit_pct
    return rules.branch_drop_pct if run.use == "branch" else rules.feeder_drop_pct


def changed(q: RunQuestion, fields: Mapping[str, Any]) -> RunQuestion:
    """The question after a change to the run's fields, by their names in the job."""
    values: dict[str, Any] = {}
    for name, value in fields.items():
        if name == "load":
            values |= {"amps": value["amps"], "continuous_amps": value["continuous_amps"]}
        elif name == "loaded_conductors":
            values[name] = value or q.wiring.loaded
        elif name == "tap":
            values |= {"tap": value is not None, "ground_device_a": None}
        elif name == "size" and q.mains > 1:
            values |= {"size_lock": value, "mains_by_load": q.mains_by_load if value is None else True}
        else:
            values[QUESTION_FIELD.get(name, name)] = value
    return replace(q, **values)


def _terminals(sizing: SizingRules, rules: HouseRules, q: RunQuestion, ends: tuple[Station, Station]) -> int:
    unmarked = sizing.unmarked_terminal_c(rules, sizing.breaker(q, sizing.design_amps(q)))
    return min((s.terminal_c or unmarked for s in ends if s.kind != "utility" or s.terminal_c), default=75)
