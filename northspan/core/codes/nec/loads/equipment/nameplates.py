"""What an appliance counts for: its nameplate in VA at the supply's nominal voltage, and on which leg."""

from collections.abc import Iterable, Sequence

from northspan.core.codes.nec.loads.equipment import welders
from northspan.core.figures.working import Step, number
from northspan.core.job.job import Appliance, ApplianceKind

EV_SMALLEST_VA = 7200.0
COMPRESSORS: frozenset[ApplianceKind] = frozenset({"heat-pump", "cooling"})
FASTENED: tuple[ApplianceKind, ...] = ("fastened", "water-heater")


def own_va(appliance: Appliance, line_volts: float) -> float:
    """Nameplate VA of one, as its own circuit sees it: the 7200 VA of 220.57 and load management are for a feeder; a
    welder's by its duty cycle, 630.11(A).

    >>> own_va(Appliance(id="r", name="Range", kind="range", amps=40), 208.0)
    8320.0
    """
    counted = welders.share(appliance) if appliance.kind == "welder" else 1.0
    if appliance.va is not None:
        return counted * appliance.va
    return counted * (appliance.amps or 0.0) * (120.0 if appliance.across == "neutral" else line_volts)


def is_storage_heater(appliance: Appliance) -> bool:
    """Whether it is a storage water heater, by its kind, or by the name under which it was fastened in place.

    >>> is_storage_heater(Appliance(id="h", name="Tankless water heater", kind="fastened", va=9000))
    False
    """
    name = appliance.name.lower()
    named = "water heater" in name and "tankless" not in name and "instant" not in name
    return appliance.kind == "water-heater" or (appliance.kind == "fastened" and named)


def each_va(appliance: Appliance, line_volts: float) -> float:
    """VA of one such appliance to a service or feeder; nameplate amperes are taken at the nominal voltage of the
    supply, and listed load management holds it to what it is set to. 220.5(A), 220.57, 220.70, 625.42(A), 750.30.

    >>> a = Appliance(id="ac", name="Window unit", kind="cooling", amps=6)
    >>> each_va(a, 240.0), each_va(a, 208.0)
    (1440.0, 1248.0)
    """
    va = own_va(appliance, line_volts)
    if appliance.managed_va is not None:
        return min(va, appliance.managed_va)
    return max(va, EV_SMALLEST_VA) if appliance.kind == "ev-charger" else va


def nameplate_va(appliance: Appliance, line_volts: float) -> float:
    """VA of all alike.

    >>> nameplate_va(Appliance(id="f", name="Fan", kind="other", va=600, count=3), 240.0)
    1800.0
    """
    return appliance.count * each_va(appliance, line_volts)


def total_va(appliances: Iterable[Appliance], line_volts: float) -> float:
    """VA of all the appliances."""
    return sum((nameplate_va(a, line_volts) for a in appliances), 0.0)


def of_kind(appliances: Iterable[Appliance], *kinds: ApplianceKind) -> tuple[Appliance, ...]:
    """The appliances of these kinds, in the order entered."""
    return tuple(a for a in appliances if a.kind in kinds)


def ratings(appliances: Iterable[Appliance], line_volts: float) -> tuple[float, ...]:
    """The nameplate VA of each, one entry for every piece."""
    return tuple(each_va(a, line_volts) for a in appliances for _ in range(a.count))


def has_motor(appliance: Appliance) -> bool:
    """Whether a motor drives it; a vehicle charger has none, whatever was entered.

    >>> has_motor(Appliance(id="h", name="Heat pump", kind="heat-pump", amps=20))
    True
    """
    return appliance.kind in COMPRESSORS or (appliance.motor and appliance.kind not in ("ev-charger", "welder"))


def is_continuous(appliance: Appliance) -> bool:
    """Whether it counts as a continuous load: as entered, and every vehicle charger, 625.42.

    >>> is_continuous(Appliance(id="c", name="Charger", kind="ev-charger", va=9600))
    True
    """
    return appliance.continuous or appliance.kind == "ev-charger"


def steps(appliances: Sequence[Appliance], line_volts: float) -> tuple[Step, ...]:
    """A line of working for each appliance, and their sum where there are several."""
    lines = tuple(_step(a, line_volts) for a in appliances)
    if len(lines) < 2:
        return lines
    return (*lines, Step("Together", total_va(appliances, line_volts), "VA", "sum"))


def _step(appliance: Appliance, line_volts: float) -> Step:
    each = each_va(appliance, line_volts)
    cite = "nameplate"
    if appliance.va is None:
        volts = 120.0 if appliance.across == "neutral" else line_volts
        what = f"{appliance.name}: {number(appliance.amps or 0.0)} A × {number(volts)} V"
        cite = "220.5(A)"
    else:
        what = f"{appliance.name}: {number(appliance.va)} VA"
    if appliance.kind == "welder":
        what, cite = f"{what} × {number(welders.share(appliance))}, duty cycle", "630.11(A)"
    if appliance.managed_va is not None and each == appliance.managed_va:
        what, cite = f"{appliance.name}: held by load management to {number(each)} VA", "220.70, 625.42(A), 750.30"
    elif appliance.kind == "ev-charger" and each == EV_SMALLEST_VA:
        what, cite = f"{appliance.name}: none below {number(EV_SMALLEST_VA)} VA", "220.57"
    if appliance.count > 1:
        what = f"{appliance.count} × {what}"
    return Step(what, appliance.count * each, "VA", cite)
