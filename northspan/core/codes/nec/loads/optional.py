"""The optional calculations of a dwelling: a new one, 220.82, and one that stands and is added to, 220.83."""

from collections.abc import Iterable, Sequence

from northspan.core.codes.nec.loads import legs
from northspan.core.codes.nec.loads.equipment import nameplates
from northspan.core.codes.nec.loads.standard import general_steps
from northspan.core.codes.nec.loads.tally import COOLING, HEATING
from northspan.core.figures.working import Figure, Step, number
from northspan.core.job.job import Appliance, Place
from northspan.core.property.loads.place_load import LoadLine, LoadMethod

FIRST_VA, FIRST_EXISTING_VA = 10_000.0, 8_000.0
REST_SHARE = 0.4
SUPPLEMENTAL_SHARE = FEW_UNITS_SHARE = 0.65
MANY_UNITS, MANY_UNITS_SHARE = 4, 0.4
SUPPLIES: tuple[str, ...] = ("120/240-3w", "120/208-3w")
CLIMATE = frozenset({*HEATING, *COOLING})


def new_dwelling(place: Place, line_volts: float, system: str, neutral: Figure) -> LoadMethod:
    """A dwelling by 220.82; ``neutral`` is the standard calculation's, as 220.61 asks."""
    may = system in SUPPLIES
    why = (
        "A dwelling on one three-wire supply of 100 A or more may use it."
        if may
        else f"It asks for a three-wire supply, 120/240 V or 120/208 V; this one is {system}."
    )
    lines = [_general(place, line_volts, _not_climate(place.appliances), FIRST_VA, "220.82(B)")]
    climate = _climate_selections(place.appliances, line_volts)
    if climate:
        lines.append(max(climate, key=_value))
    return _method("optional", "Optional calculation", "220.82", may, why, lines, line_volts, neutral)


def existing_dwelling(place: Place, line_volts: float, neutral: Figure) -> LoadMethod:
    """A standing dwelling that is added to, by 220.83: (B) where heating or cooling is new, else (A)."""
    heating, cooling = (nameplates.of_kind(place.appliances, *kinds) for kinds in (HEATING, COOLING))
    larger = max(heating, cooling, key=lambda side: nameplates.total_va(side, line_volts))
    others = _not_climate(place.appliances)
    adds_climate = any(not a.stays for a in (*heating, *cooling))
    if adds_climate:
        lines = [_general(place, line_volts, others, FIRST_EXISTING_VA, "220.83(B)")]
        lines.append(_at("Heating or cooling, the larger", larger, line_volts, 1.0, "220.83(B)"))
    else:
        lines = [_general(place, line_volts, (*others, *larger), FIRST_EXISTING_VA, "220.83(A)")]
    section = "220.83(B)" if adds_climate else "220.83(A)"
    why = (
        "The dwelling stands already and is added to."
        if place.stays
        else "It is for a dwelling that stands already; this one is entered as new."
    )
    return _method("existing", "Existing dwelling", section, place.stays, why, lines, line_volts, neutral)


def _general(place: Place, line_volts: float, each: Sequence[Appliance], first_va: float, cite: str) -> LoadLine:
    circuits, steps = general_steps(place)
    appliances = nameplates.total_va(each, line_volts)
    whole = circuits + appliances
    first = min(whole, first_va)
    rest = REST_SHARE * (whole - first)
    steps = (
        *steps,
        *nameplates.steps(each, line_volts),
        Step(f"{number(circuits)} + {number(appliances)}", whole, "VA", cite),
        Step(f"First {number(first_va)} VA whole", first, "VA", cite),
        Step(f"{number(whole - first)} VA × {number(REST_SHARE)}", rest, "VA", cite),
        Step(f"{number(first)} + {number(rest)}", first + rest, "VA", cite),
    )
    return LoadLine("General loads and appliances", Figure(first + rest, "VA", steps))


def _climate_selections(appliances: Iterable[Appliance], line_volts: float) -> list[LoadLine]:
    """Each selection of 220.82(C) that this dwelling has; the largest counts."""
    each = tuple(appliances)
    selections = []
    cooling = nameplates.of_kind(each, "cooling")
    if cooling:
        selections.append(_at("Cooling", cooling, line_volts, 1.0, "220.82(C)(1)"))
    pumps, strips = nameplates.of_kind(each, "heat-pump"), nameplates.of_kind(each, "supplemental-heat")
    if pumps and not strips:
        selections.append(_at("Heat pump", pumps, line_volts, 1.0, "220.82(C)(2)"))
    if strips:
        pump = _at("Heat pump", pumps, line_volts, 1.0, "220.82(C)(3)")
        strip = _at("Supplemental heat", strips, line_volts, SUPPLEMENTAL_SHARE, "220.82(C)(3)")
        va = _value(pump) + _value(strip)
        together = Step(f"{number(_value(pump))} + {number(_value(strip))}", va, "VA", "220.82(C)(3)")
        selections.append(
            LoadLine("Heat pump with supplemental heat", Figure(va, "VA", (*pump.va.steps, *strip.va.steps, together)))
        )
    heaters = nameplates.of_kind(each, "space-heat")
    units = sum(a.count for a in heaters)
    if heaters:
        many = units >= MANY_UNITS
        share, cite = (MANY_UNITS_SHARE, "220.82(C)(5)") if many else (FEW_UNITS_SHARE, "220.82(C)(4)")
        name = f"Electric heat, {units} separately controlled unit" + ("s" if units > 1 else "")
        selections.append(_at(name, heaters, line_volts, share, cite))
    return selections


def _not_climate(appliances: Iterable[Appliance]) -> tuple[Appliance, ...]:
    return tuple(a for a in appliances if a.kind not in CLIMATE)


def _at(name: str, each: Sequence[Appliance], line_volts: float, share: float, cite: str) -> LoadLine:
    whole = nameplates.total_va(each, line_volts)
    what = f"{number(whole)} VA × {number(share)}"
    last = Step(what, share * whole, "VA", cite)
    return LoadLine(name, Figure(share * whole, "VA", (*nameplates.steps(each, line_volts), last)))


def _value(line: LoadLine) -> float:
    return line.va.value if isinstance(line.va.value, float) else 0.0


def _method(
    name_id: str,
    name: str,
    section: str,
    may: bool,
    why: str,
    lines: Sequence[LoadLine],
    line_volts: float,
    neutral: Figure,
) -> LoadMethod:
    total = sum(_value(line) for line in lines)
    what = " + ".join(number(_value(line)) for line in lines)
    figure = Figure(total, "VA", (Step(what, total, "VA", section),))
    amps = legs.heavier_leg(total, line_volts, ())
    # A demand figure for the whole dwelling is not raised again for what of it is continuous; see the notes.
    return LoadMethod(name_id, name, section, may, why, tuple(lines), figure, amps, neutral, 0.0)
