"""The sizes of conductor judged for one run: what each carries, what it drops, what stops it first."""

from functools import lru_cache
from typing import NamedTuple

from northspan.core.codes.nec.data import AWG, VOCABULARY
from northspan.core.codes.nec.sizing import ampacity, dwelling, overcurrent
from northspan.core.codes.nec.sizing.terms import Limits, terms_of
from northspan.core.figures.working import number
from northspan.core.physics.conductor_heating import resistance_at, running_temperature
from northspan.core.physics.voltage_drop import receiving_volts
from northspan.core.run.question import RunQuestion, unlocked
from northspan.core.run.rung import Rung

TOLERANCE = 1e-9
SECTIONS = VOCABULARY.stops
_PARALLEL_FROM = AWG.rank("1/0")


def resistance(q: RunQuestion, conductor: ampacity.Conductor) -> float:
    """Resistance (ohm/m): the table's at 75 C, or at the temperature the load brings it to."""
    if terms_of(q).conductor_temperature == "table":
        return conductor.ohm_m.real
    warm = running_temperature(
        q.carried_a / q.sets,
        conductor.base_a,
        ampacity.derate_column(q.insulation),
        ampacity.BASE_AMBIENT_C,
        ampacity.ambient_of(q),
    )
    return resistance_at(conductor.ohm_m.real, q.metal, warm)


def judge_all(q: RunQuestion, design_a: float, breaker_a: float | None) -> tuple[Rung, ...]:
    """Judge every size, small to large. ``design_a`` and ``breaker_a`` in A; a breaker of None passes nothing.

    Raises nothing: every size with a table row can be judged.
    """
    return _judged(unlocked(q), design_a, breaker_a)


def most_device(q: RunQuestion, size: str) -> float | None:
    """The largest standard device (A) that a size may have here, whatever its load; None where there is none."""
    return next((r.device_a for r in judge_all(q, 0.0, 0.0) if r.size == size), None)


# A change that locks something is judged on the rungs that are there.
@lru_cache(maxsize=4096)
def _judged(q: RunQuestion, design_a: float, breaker_a: float | None) -> tuple[Rung, ...]:
    column = ampacity.derate_column(q.insulation)
    ambient, _ = ampacity.ambient_factor(column, ampacity.ambient_of(q))
    bundling, _ = ampacity.bundling_factor(q.loaded_conductors, terms_of(q).nipple)
    needed = None
    if breaker_a is not None and dwelling.rule_applies(q, breaker_a):
        needed = dwelling.needed_ampacity(breaker_a)
    setting = _Setting(q, design_a, breaker_a, ambient, bundling, needed)
    return tuple(_judge(setting, conductor) for conductor in ampacity.of_question(q))


class _Setting(NamedTuple):
    """What is the same for every size of a run; ``dwelling_a`` is the ampacity the 83 % rule asks, where in use."""

    q: RunQuestion
    design_a: float
    breaker_a: float | None
    ambient: float
    bundling: float
    dwelling_a: float | None


def _judge(setting: _Setting, conductor: ampacity.Conductor) -> Rung:
    q = setting.q
    derated = conductor.base_a * setting.ambient * setting.bundling * q.sets
    terminal = conductor.terminal_a * q.sets
    allowed = min(derated, terminal)
    most = allowed if terms_of(q).several_receptacles or q.tap else overcurrent.largest_breaker(allowed)
    if q.device is not None and q.device.in_place_of_wire:
        most = q.device.most_a
        if q.device.times_wire is not None:
            by_wire = q.device.times_wire * allowed
            most = min(most, overcurrent.standard_rating(by_wire) or by_wire)
    volts = q.wiring.volts
    ohm_m = complex(resistance(q, conductor), conductor.ohm_m.imag)
    drop_v = volts - receiving_volts(volts, q.drop_amps(setting.breaker_a), q.pf, q.line(ohm_m).loop)
    drop_pct = 100.0 * drop_v / volts
    stop = _first_stop(setting, conductor, derated, terminal, allowed, most)
    carries = stop is None
    if carries and q.drop_limit_pct is not None and drop_pct > q.drop_limit_pct + TOLERANCE:
        stop = ("drop", f"drop {drop_pct:.1f} %" if drop_pct < 100.0 else "drop over 100 %")
    return Rung(
        conductor.size,
        allowed,
        drop_v,
        drop_pct,
        ohm_m.real,
        ohm_m.imag,
        carries,
        stop is None,
        stop[0] if stop else None,
        stop[1] if stop else "",
        _device(q, conductor.size, allowed, most),
        columns=Limits(conductor.base_a * q.sets, derated, terminal, most)._asdict(),
    )


def _device(q: RunQuestion, size: str, allowed: float, most: float) -> float | None:
    """The largest standard device (A) of a size, by ampacity, small-conductor limit and the dwelling rule."""
    if (q.sets > 1 and AWG.rank(size) < _PARALLEL_FROM) or not ampacity.is_made(q.insulation, size):
        return None
    equipment = q.device is not None and q.device.in_place_of_wire
    small = None if equipment else overcurrent.small_conductor_limit(q.metal, size)
    found = overcurrent.standard_rating_below(most if small is None else min(small, most))
    return max((found, *dwelling.ratings(q, allowed)), key=lambda amps: amps or 0.0)


def _first_stop(
    setting: _Setting, conductor: ampacity.Conductor, derated: float, terminal: float, allowed: float, most: float
) -> tuple[str, str] | None:
    q, size, breaker_a = setting.q, conductor.size, setting.breaker_a
    equipment = q.device is not None and q.device.in_place_of_wire
    if q.sets > 1 and AWG.rank(size) < _PARALLEL_FROM:
        return "parallel", "parallel from 1/0 up"
    if not ampacity.is_made(q.insulation, size):
        return "made", f"{q.insulation} not made in {AWG.spoken(size, q.metal)}"
    if breaker_a is None:
        return "breaker", "no standard breaker this large"
    if setting.dwelling_a is not None:
        needed = max(setting.dwelling_a, setting.design_a) if terms_of(q).dwelling_load_too else setting.dwelling_a
        if allowed < needed - TOLERANCE:
            return "dwelling-rule", f"83 % is {number(needed)} A"
    else:
        if terminal < setting.design_a - TOLERANCE:
            return "termination", f"terminals {number(terminal)} A"
        if derated < q.carried_a - TOLERANCE:
            return "ampacity", f"carries {number(derated)} A"
        if q.tap_least is not None and allowed < q.tap_least.amps - TOLERANCE:
            return "tap", f"tap, {number(q.tap_least.amps)} A least"
        # What a tap without a device at its end is held to is said of its kind, not by the device ahead.
        if q.tap and q.device_at == "ahead":
            return None
        held = q.device is not None and q.device.times_wire is not None
        if breaker_a > most + TOLERANCE and not (terms_of(q).mains_by_load or (equipment and not held)):
            return "breaker", f"to {number(most)} A, not {number(breaker_a)} A"
    if equipment:
        return None
    small = overcurrent.small_conductor_limit(q.metal, size)
    if small is not None and breaker_a > small + TOLERANCE:
        return "small-conductor", f"to {number(small)} A, not {number(breaker_a)} A"
    return None
