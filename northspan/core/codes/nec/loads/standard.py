"""The standard calculation of a dwelling, Part III of Article 220, and a building by its own loads."""

from northspan.core.codes.nec.loads import demand
from northspan.core.codes.nec.loads.equipment import nameplates
from northspan.core.codes.nec.loads.tally import Tally
from northspan.core.figures.units import US
from northspan.core.figures.working import Step, number
from northspan.core.job.job import Place
from northspan.core.property.loads.place_load import LoadMethod

LIGHTING_VA_PER_FT2 = 3.0
CIRCUIT_VA = 1500.0
FASTENED_AT_LEAST = 4
FASTENED_SMALLEST_VA = 500.0
FASTENED_SHARE = 0.75
NEUTRAL_SHARE = 0.7


def general_steps(place: Place) -> tuple[float, tuple[Step, ...]]:
    """General lighting and receptacles, small-appliance and laundry circuits (VA), before any demand factor.

    220.41, 220.52.

    >>> general_steps(Place(id="h", name="House", kind="dwelling", floor_area=139.35456))[0]
    9000.0
    """
    area = US.area.of(place.floor_area or 0.0)
    parts = (
        Step(f"{number(area)} ft² × {number(LIGHTING_VA_PER_FT2)} VA", LIGHTING_VA_PER_FT2 * area, "VA", "220.41"),
        _circuits("small-appliance", place.small_appliance_circuits, "220.52(A)"),
        _circuits("laundry", place.laundry_circuits, "220.52(B)"),
    )
    total = sum(float(step.value) for step in parts if isinstance(step.value, float))
    return total, parts


def dwelling(place: Place, line_volts: float, wye: bool, whole_cooling: bool = True) -> LoadMethod:
    """A dwelling by the standard calculation; the place has its floor area."""
    tally = Tally(line_volts, wye, whole_cooling=whole_cooling)
    general, steps = general_steps(place)
    va, demand_steps = demand.lighting(general)
    tally.line("Lighting, receptacles, kitchen and laundry circuits", va, (*steps, *demand_steps), neutral_va=va)
    for kind, name, table in (("range", "Cooking", demand.ranges), ("dryer", "Dryers", demand.dryers)):
        each = [a for a in place.appliances if a.kind == kind]
        if each:
            va, demand_steps = table(nameplates.ratings(each, line_volts))
            tally.line(name, va, (*nameplates.steps(each, line_volts), *demand_steps), neutral_va=NEUTRAL_SHARE * va)
    _fastened(tally, place)
    tally.appliances("Vehicle chargers", nameplates.of_kind(place.appliances, "ev-charger"))
    tally.heating_or_cooling(place.appliances)
    tally.appliances("Other loads", nameplates.of_kind(place.appliances, "other", "welder"))
    tally.largest_motor()
    return standard_method(tally, "Standard calculation", "220 Part III", "Open to every dwelling.")


def own_loads(place: Place, line_volts: float, wye: bool, whole_cooling: bool = True) -> LoadMethod:
    """A building that is not a dwelling, by its own loads at nameplate; no demand factor is taken. 220.40."""
    tally = Tally(line_volts, wye, whole_cooling=whole_cooling)
    for name, kinds in (
        ("Cooking and drying", ("range", "dryer")),
        ("Equipment on circuits of its own", nameplates.FASTENED),
        ("Vehicle chargers", ("ev-charger",)),
    ):
        tally.appliances(name, [a for a in place.appliances if a.kind in kinds])
    tally.heating_or_cooling(place.appliances)
    tally.appliances("Other loads", nameplates.of_kind(place.appliances, "other", "welder"))
    tally.largest_motor()
    return standard_method(tally, "Its own loads", "220.40", "A feeder to a building takes that building's loads.")


def _fastened(tally: Tally, place: Place) -> None:
    """220.53: 75 % where four or more of at least 500 VA are fastened in place; smaller ones count whole."""
    each = nameplates.of_kind(place.appliances, *nameplates.FASTENED)
    large = [a for a in each if nameplates.each_va(a, tally.line_volts) >= FASTENED_SMALLEST_VA]
    if sum(a.count for a in large) < FASTENED_AT_LEAST:
        tally.appliances("Appliances fastened in place", each)
        return
    tally.appliances("Appliances fastened in place, four or more", large, FASTENED_SHARE, "220.53")
    tally.appliances("Appliances fastened in place, below 500 VA", [a for a in each if a not in large])


def _circuits(what: str, count: int, cite: str) -> Step:
    plural = "s" if count != 1 else ""
    return Step(f"{count} {what} circuit{plural} × {number(CIRCUIT_VA)} VA", CIRCUIT_VA * count, "VA", cite)


def standard_method(tally: Tally, name: str, section: str, why: str) -> LoadMethod:
    """What was added up, as the standard calculation of its kind of place: always open to it."""
    amps = tally.continuous_va / tally.line_volts
    lines = tuple(tally.lines)
    return LoadMethod("standard", name, section, True, why, lines, tally.total(), tally.amps(), tally.neutral(), amps)
