"""Available fault current along the property, point to point from the source."""

import math
from collections.abc import Mapping
from dataclasses import dataclass

from northspan.core.book.systems import SYSTEMS, System
from northspan.core.figures.working import Figure, Step, number
from northspan.core.job.job import Job, UtilitySource
from northspan.core.network.sized_run import SizedRun
from northspan.core.network.topology import Network
from northspan.core.physics.earth.supply import SupplyLoop
from northspan.core.physics.fault_current import (
    LEG_FACTOR,
    bank_fault_amps,
    cold_resistance,
    fault_amps,
    source_ohms,
    transformer_fault_amps,
)
from northspan.core.physics.transformer import series_ohms
from northspan.core.run.rung import Rung

HOT_C = 75.0
METHOD = "I = V ÷ |Z|, point to point"
UNKNOWN = Figure(
    None, "A", (Step("The utility's transformer or its available fault current is not entered", None, "A", ""),)
)


@dataclass(frozen=True, slots=True)
class _Point:
    """A station's loops: ohms line to line and line to neutral (None where there is none), and how they came."""

    line: complex
    leg: complex | None
    steps: tuple[Step, ...]


def available_faults(
    table: str,
    leg: str,
    job: Job,
    net: Network,
    sized: Mapping[str, SizedRun],
    supplies: Mapping[str, SupplyLoop],
) -> Mapping[str, Figure]:
    """The largest bolted fault current (A) at every station; a station without a known source has no answer.
    ``table`` is where the impedances stand, ``leg`` what one line to the neutral is called, ``supplies`` what the
    earthing of a supply puts behind its origin, by station.
    """
    points: dict[str, _Point | None] = {
        s.id: _source(leg, s.source or UtilitySource(), SYSTEMS[s.supply], supplies.get(s.id)) if s.supply else None
        for s in job.stations
        if s.id not in net.fed_by
    }
    for run in net.order:
        before, rung = _leaving(net, run.from_station, points[run.from_station]), sized[run.id].sizing.rung
        reached = net.system[run.to_station] is not None and before is not None and rung is not None
        points[run.to_station] = _after(table, before, sized[run.id], rung) if reached and before and rung else None
    return {s.id: _figure(leg, points[s.id], _volts(net, s.id)) for s in job.stations}


def _leaving(net: Network, station: str, point: _Point | None) -> _Point | None:
    """What stands behind a run that leaves: beyond a transformer, the primary's loop and its own impedance."""
    transformer, primary = net.stations[station].transformer, net.system[station]
    if transformer is None or point is None or primary is None:
        return point
    secondary = SYSTEMS[transformer.secondary]
    ratio = secondary.volts / SYSTEMS[primary].volts
    own = series_ohms(transformer.kva, secondary.volts, transformer.impedance_pct, transformer.x_over_r)
    line = point.line * ratio * ratio + own
    step = Step(f"Through {net.stations[station].name}", abs(line), "ohm", "both impedances at the secondary")
    leg = None
    if secondary.centre_tapped and secondary.to_neutral is not None:
        leg = line * (secondary.to_neutral / secondary.volts) / LEG_FACTOR
    elif secondary.to_neutral is not None:
        leg = line / 2.0 if secondary.of_a_wye else line
    return _Point(line, leg, (*point.steps, step))


def _volts(net: Network, station: str) -> System | None:
    name = net.system[station]
    return SYSTEMS[name] if name is not None else None


def _source(named: str, source: UtilitySource, system: System, supplied: SupplyLoop | None) -> _Point | None:
    if source.fault_a is not None:
        steps = [Step("At the source, as entered", source.fault_a, "A", "entered")]
        amps = source.fault_a
    elif supplied is not None and system.to_neutral is not None:
        loop = supplied.line + supplied.neutral
        amps = system.to_neutral / loop
        steps = [Step(f"{number(system.to_neutral)} V ÷ {number(loop)} ohm of the supply", amps, "A", "I = V ÷ R")]
    elif source.kva is None or source.impedance_pct is None:
        return None
    elif system.of_a_wye:
        amps = bank_fault_amps(source.kva, system.volts, source.impedance_pct)
        what = f"{number(source.kva)} kVA ÷ √3 ÷ {number(system.volts)} V ÷ {number(source.impedance_pct)} %"
        steps = [Step(what, amps, "A", "three-phase bank on an unlimited primary")]
    else:
        amps = transformer_fault_amps(source.kva, system.volts, source.impedance_pct)
        what = f"{number(source.kva)} kVA ÷ {number(system.volts)} V ÷ {number(source.impedance_pct)} %"
        steps = [Step(what, amps, "A", "unlimited primary, line to line")]
    if system.to_neutral is None:
        return _Point(source_ohms(system.volts, amps), None, tuple(steps))
    if system.of_a_wye:
        # Each phase stands behind its own winding: one to neutral, two between lines.
        phase = source_ohms(system.to_neutral, amps)
        steps.append(Step("Between two lines, two phases in series", math.sqrt(3.0) / 2.0 * amps, "A", "wye"))
        return _Point(2.0 * phase, phase, tuple(steps))
    leg_amps = amps
    if system.centre_tapped and source.fault_a is None:
        leg_amps = LEG_FACTOR * amps
        steps.append(Step(f"One {named}, × {number(LEG_FACTOR)}", leg_amps, "A", "centre-tapped winding"))
    return _Point(source_ohms(system.volts, amps), source_ohms(system.to_neutral, leg_amps), tuple(steps))


def _after(table: str, before: _Point, each: SizedRun, rung: Rung) -> _Point:
    q = each.sizing.question
    line = q.line(complex(cold_resistance(rung.r_ohm_m, HOT_C), rung.x_ohm_m))
    what = f"{q.length_said} of {rung.size} {q.metal}, one wire, cold"
    step = Step(what, abs(line.one_way), "ohm", f"{table}, at 25 °C")
    # The neutral may be smaller; taken as the hots, the current comes out on the high side.
    out_and_back = 2.0 * line.one_way
    leg = None if before.leg is None or not q.wiring.grounded else before.leg + out_and_back
    between = before.line + out_and_back
    if q.wiring.neutral_is_return and before.leg is not None:
        between = before.leg + out_and_back
        leg = None
    return _Point(between, leg, (*before.steps, step))


def _figure(named: str, point: _Point | None, system: System | None) -> Figure:
    if point is None or system is None:
        return UNKNOWN
    amps = fault_amps(system.volts, point.line)
    steps = [*point.steps, Step(f"Line to line: {number(system.volts)} V", amps, "A", METHOD)]
    if point.leg is not None and system.to_neutral is not None:
        leg = fault_amps(system.to_neutral, point.leg)
        steps.append(Step(f"One {named}: {number(system.to_neutral)} V", leg, "A", METHOD))
        amps = max(amps, leg)
    return Figure(amps, "A", (*steps, Step("The larger", amps, "A", METHOD)))
