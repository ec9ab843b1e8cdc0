"""One branch circuit by what it feeds: its load, the least it is made for, and the largest device it may have.

210.19 and note 4 of Table 220.55 (cooking), 422.13 (storage water heaters), 424.4(B) (space heating), 430.22, 430.24
and 430.52 (motors), 630.11 and 630.12 (welders), 440.22, 440.32 and 440.35 (hermetic compressors), 625.42 (vehicle
chargers, by their continuous
part).
"""

from collections.abc import Sequence

from northspan.core.codes.nec.loads import demand
from northspan.core.codes.nec.loads.equipment import nameplates, welders
from northspan.core.codes.nec.sizing import overcurrent
from northspan.core.figures.working import Step, number
from northspan.core.job.job import Appliance
from northspan.core.property.loads.circuit import Circuit
from northspan.core.run.question import DeviceLimit, Least

RANGE_FROM_VA = 8750.0
RANGE_LEAST_A = 40.0
PIECES_AS_ONE = 3
EXTRA = 0.25
COMPRESSOR_USUAL, COMPRESSOR_MOST = 1.75, 2.25
MOTOR_MOST = 2.5
SMALLEST_DEVICE_A = 15.0
HEATING = ("space-heat", "supplemental-heat")


def circuit(appliances: Sequence[Appliance], line_volts: float) -> Circuit:
    """A circuit that serves these appliances at ``line_volts``.

    >>> heater = Appliance(id="w", name="Water heater", kind="water-heater", va=4500)
    >>> circuit([heater], 240.0).least.amps
    23.4375
    """
    va, steps = circuit_va(appliances, line_volts)
    device = _device(appliances[0], line_volts) if sum(a.count for a in appliances) == 1 else None
    return Circuit(va, steps, _least(appliances, va, line_volts), device)


def circuit_va(appliances: Sequence[Appliance], line_volts: float) -> tuple[float, tuple[Step, ...]]:
    """Load (VA) of a circuit that serves these appliances.

    A range of 8.75 kW or more counts as the table has one range; so do a cooktop and up to two ovens on the circuit,
    their nameplates together. A single smaller oven or cooktop, and anything else, counts its nameplate.

    >>> circuit_va([Appliance(id="r", name="Range", kind="range", va=12000)], 240.0)[0]
    8000.0
    """
    cooking = nameplates.of_kind(appliances, "range")
    others = [a for a in appliances if a.kind != "range"]
    va = sum(a.count * nameplates.own_va(a, line_volts) for a in others)
    steps = tuple(Step(_words(a), a.count * nameplates.own_va(a, line_volts), "VA", "nameplate") for a in others)
    if not cooking:
        return va, steps
    together = nameplates.total_va(cooking, line_volts)
    pieces = sum(a.count for a in cooking)
    steps = (*steps, *nameplates.steps(cooking, line_volts))
    one_range = together >= RANGE_FROM_VA if pieces == 1 else pieces <= PIECES_AS_ONE
    if not one_range:
        return va + together, steps
    counted, range_steps = demand.ranges([together])
    return va + counted, (*steps, Step("As one range", together, "VA", "220.55 note 4"), *range_steps)


def _least(appliances: Sequence[Appliance], va: float, line_volts: float) -> Least | None:
    """The load, with 25 % more of what heats and of the largest motor; plates in place of their own loads."""
    amps = va / line_volts
    total, why, cites = amps, [], []
    for a in appliances:
        own = a.count * nameplates.own_va(a, line_volts) / line_volts
        if a.min_circuit_a is not None:
            total += a.count * a.min_circuit_a - own
            why.append(f"{a.name}: {number(a.min_circuit_a)} A minimum circuit on its plate")
            cites.append("440.4(B), 110.3(B)")
        elif nameplates.is_storage_heater(a) or a.kind in HEATING:
            total += EXTRA * own
            why.append(f"125 % of {a.name}")
            cites.append("424.4(B)" if a.kind in HEATING else "422.13")
    motors = [a for a in appliances if a.min_circuit_a is None and guards_itself(a)]
    largest = max(motors, key=lambda a: nameplates.own_va(a, line_volts), default=None)
    if largest is not None:
        total += EXTRA * nameplates.own_va(largest, line_volts) / line_volts
        several = " (the largest motor)" if len(motors) > 1 else ""
        why.append(f"125 % of {largest.name}{several}")
        compressor = largest.kind in nameplates.COMPRESSORS
        cites.append("440.32" if compressor else "430.24" if len(appliances) > 1 else "430.22")
    cooking = nameplates.of_kind(appliances, "range")
    if nameplates.total_va(cooking, line_volts) >= RANGE_FROM_VA and total < RANGE_LEAST_A:
        words = f"a range of 8.75 kW or more has {number(RANGE_LEAST_A)} A at least"
        return Least(RANGE_LEAST_A, words, "210.19, household ranges")
    if not why:
        return None
    alone = sum(a.count for a in appliances) == 1 and guards_itself(appliances[0])
    return Least(total, "; ".join(why), ", ".join(dict.fromkeys(cites)), wire_only=alone)


def guards_itself(a: Appliance) -> bool:
    """Whether an appliance is a motor or compressor with overload protection of its own, 430.32, 440.52.

    >>> guards_itself(Appliance(id="p", name="Pump", kind="other", va=900, motor=True))
    True
    """
    return (
        nameplates.has_motor(a)
        and not nameplates.is_storage_heater(a)
        and a.kind not in (*HEATING, "range", "dryer", "welder")
    )


def _device(a: Appliance, line_volts: float) -> DeviceLimit | None:
    """The device of a circuit that feeds one motor, compressor or welder, 240.4(G)."""
    if a.kind == "welder":
        return welders.device(nameplates.own_va(a, line_volts) / welders.share(a) / line_volts)
    if a.max_device_a is not None:
        usual = overcurrent.standard_rating_below(a.max_device_a) or a.max_device_a
        words = f"its plate allows {number(a.max_device_a)} A at most"
        return DeviceLimit(a.max_device_a, usual, words, "440.4(B), 110.3(B)", guards_itself(a))
    if not guards_itself(a):
        return None
    amps = nameplates.own_va(a, line_volts) / line_volts
    if a.kind in nameplates.COMPRESSORS:
        usual = _at_most(COMPRESSOR_USUAL * amps, amps)
        most = _at_most(COMPRESSOR_MOST * amps, amps)
        return DeviceLimit(most, usual, f"175 % of {number(amps)} A, 225 % where it will not start", "440.22(A)")
    usual = _at_most(MOTOR_MOST * amps, amps)
    above = overcurrent.standard_rating(MOTOR_MOST * amps) or usual
    words = f"250 % of {number(amps)} A, the next standard rating where it will not start"
    return DeviceLimit(above, usual, words, "430.52(C)(1), Table 430.52(C)(1)")


def _at_most(amps: float, carried: float) -> float:
    """The largest standard rating (A) not above ``amps``, but one that carries ``carried`` (A), and 15 A at least."""
    below = overcurrent.standard_rating_below(amps) or SMALLEST_DEVICE_A
    return max(below, overcurrent.standard_rating(carried) or below)


def _words(appliance: Appliance) -> str:
    return f"{appliance.count} × {appliance.name}" if appliance.count > 1 else appliance.name
