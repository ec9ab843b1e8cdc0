"""Every load calculation that fits a place, and which of them is in force."""

from functools import lru_cache

from northspan.core.book.systems import SYSTEMS
from northspan.core.codes.nec.data import house
from northspan.core.codes.nec.loads.equipment import nameplates
from northspan.core.codes.nec.loads.mobile_home import mobile_home
from northspan.core.codes.nec.loads.optional import existing_dwelling, new_dwelling
from northspan.core.codes.nec.loads.recorded import by_record
from northspan.core.codes.nec.loads.standard import dwelling, own_loads
from northspan.core.figures.working import Figure
from northspan.core.job.house_rules import HouseRules
from northspan.core.job.job import Appliance, Place
from northspan.core.property.loads.place_load import LoadMethod

MOTOR_SHARE = 1.25
NO_AREA = "Enter the floor area: a dwelling's lighting and receptacles are counted by it, 220.41."


# An edit touches one place: the others are not added up again.
@lru_cache(maxsize=512)
def load_methods(place: Place, system: str, whole_cooling: bool = True) -> tuple[LoadMethod, ...]:
    """The place's load by every method that fits its kind, at the voltage of ``system``; none without its facts.

    What is wanted only later is not counted, and of loads that never run together only the largest, 220.60, by its
    larger reading where ``whole_cooling``.
    """
    volts = SYSTEMS[system].volts
    place = place.model_copy(update={"appliances": _counted(place.appliances, volts)})
    wye = system == "120/208-3w"
    if not place.is_dwelling:
        return (own_loads(place, volts, wye, whole_cooling),)
    found: list[LoadMethod] = []
    neutral = Figure(None, "A", ())
    if place.floor_area is not None and place.kind == "mobile-home":
        own = mobile_home(place, volts, wye, whole_cooling)
        neutral = own.neutral_amps
        found.append(own)
    elif place.floor_area is not None:
        standard = dwelling(place, volts, wye, whole_cooling)
        neutral = standard.neutral_amps
        found += [standard, new_dwelling(place, volts, system, neutral)]
        if place.stays or any(a.stays for a in place.appliances):
            found.append(existing_dwelling(place, volts, neutral))
    if place.record is not None:
        found.append(by_record(place, place.record, volts, neutral))
    return tuple(found)


def _counted(appliances: tuple[Appliance, ...], volts: float) -> tuple[Appliance, ...]:
    """What is counted now; of loads that never run together the largest, a motor or compressor that would not be the
    largest by itself at 125 %, 220.60.
    """
    now = [a for a in appliances if not a.later]
    chosen: dict[str, Appliance] = {}
    for group in dict.fromkeys(a.never_with for a in now if a.never_with is not None):
        chosen[group] = _largest([a for a in now if a.never_with == group], volts)
    kept = {id(a) for a in now}
    for group, largest in chosen.items():
        kept -= {id(a) for a in now if a.never_with == group and a.id != largest.id}
    return tuple(chosen[a.never_with] if a.never_with is not None else a for a in now if id(a) in kept)


def _largest(group: list[Appliance], volts: float) -> Appliance:
    """The load of a group that counts; a motor's at 125 % where that lifts it above the others."""
    plain = max(group, key=lambda a: nameplates.nameplate_va(a, volts))
    motors = [a for a in group if nameplates.has_motor(a)]
    motor = max(motors, key=lambda a: nameplates.nameplate_va(a, volts), default=None)
    if motor is None or motor is plain:
        return plain
    raised = MOTOR_SHARE * nameplates.each_va(motor, volts)
    if raised * motor.count <= nameplates.nameplate_va(plain, volts):
        return plain
    name = f"{motor.name} at 125 %, 220.60"[:80]
    return motor.model_copy(update={"va": raised, "amps": None, "managed_va": None, "name": name})


def in_force(place: Place, methods: tuple[LoadMethod, ...], rules: HouseRules) -> tuple[str | None, str]:
    """The method that drives the place's runs, and why, in words."""
    open_to_it = {m.id: m for m in methods if m.may_be_used}
    if not open_to_it:
        return None, NO_AREA
    if not place.is_dwelling:
        return "standard", open_to_it["standard"].why
    locked = place.load_method
    if locked is not None and locked in open_to_it:
        return locked, f"Locked. {open_to_it[locked].why}"
    barred = next((m for m in methods if m.id == locked), None)
    before = f"{barred.name} was asked for, but: {barred.why} " if barred else ""
    chosen, why = _by_rule(open_to_it, rules)
    return chosen.id, before + why


def _by_rule(open_to_it: dict[str, LoadMethod], rules: HouseRules) -> tuple[LoadMethod, str]:
    calculated = [open_to_it[name] for name in ("existing", "optional", "standard") if name in open_to_it]
    if not calculated:
        return open_to_it["recorded"], "Nothing but the record is at hand. " + open_to_it["recorded"].why
    if house(rules, "load_method") == "standard":
        return open_to_it["standard"], "The house rule takes the standard calculation for every dwelling."
    if house(rules, "load_method") == "larger":
        return max(calculated, key=_amps), "The house rule takes the larger of the calculations that may be used."
    return calculated[0], calculated[0].why


def _amps(method: LoadMethod) -> float:
    return method.amps.value if isinstance(method.amps.value, float) else 0.0
