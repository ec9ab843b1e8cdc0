"""The working of one run under the US code book: each figure's lines, with the numbers the judging used.

Nothing is decided here. Values come from the sizing; the tables are read again only to name their cells.
"""

from northspan.core.codes.nec.data import (
    AMPACITY,
    AWG,
    DWELLING,
    EQUIPMENT_GROUND,
    FILL,
    IMPEDANCE,
    RACEWAYS,
    SERVICE_NEUTRAL,
    TABLES,
    VOCABULARY,
)
from northspan.core.codes.nec.sizing import ampacity, companions, dwelling, overcurrent, raceways
from northspan.core.codes.nec.sizing import equipment_ground as grounding
from northspan.core.codes.nec.sizing.rungs import SECTIONS
from northspan.core.codes.nec.sizing.terms import limits_of, terms_of
from northspan.core.codes.nec.sizing.told import cross_check
from northspan.core.figures.working import Cell, Figure, NamedFigure, Step, number
from northspan.core.physics.voltage_drop import drop_parts
from northspan.core.run.question import DeviceAt, RunQuestion
from northspan.core.run.rung import Rung
from northspan.core.run.sized import Companions, Sizing

CONTINUOUS_SECTION = {"service": "230.42(A)", "feeder": "215.2(A)(1)", "branch": "210.19(A)(1)"}
SHORT_LINE = "short-line formula"
NO_LOAD = Step("No load beyond this run yet", None, "", "entered")
LOCKED_WORDS: dict[DeviceAt, tuple[str, str]] = {
    "run": ("Locked", "locked"),
    "main": ("The main at its end", "230.90(A), 240.21"),
    "source": ("The breaker at its source", "entered"),
    "secondary": ("The breaker at the transformer", "240.21(C)"),
    "ahead": ("The nearest device ahead: none stands where it starts", "240.4, 240.21"),
    "primary": ("The device ahead of the transformer, at the turns ratio", "240.21(C)(1)"),
}
_NEEDS_A_SIZE = {
    "base_ampacity": "A", "derated_ampacity": "A", "termination_limit": "A", "allowed_ampacity": "A", "drop_v": "V",
    "drop_pct": "%", "constant_k_drop_pct": "%", "loss_w": "W", "raceway": "", "fill_pct": "%", "max_amps": "A",
}  # fmt: skip
LABELS = VOCABULARY.figures


def explain(s: Sizing) -> tuple[NamedFigure, ...]:
    """Every figure of a sized run in the order of work. Where no size was found the figures that need one have no
    value; what is not asked of this run is left out.
    """
    q, rung, also = s.question, s.rung, s.companions
    ambient, bundling = _factors(q)
    found: dict[str, Figure | None] = {
        "load": Figure(q.carried_a, "A", s.load_steps),
        "design": Figure(s.design_a, "A", (_design_step(q, s.design_a),)),
        "breaker": Figure(s.breaker_a, "A", (_breaker_step(s),)),
        "size": Figure(rung.size if rung else None, "", _size_steps(s)),
        "ambient_factor": ambient,
        "bundling_factor": bundling,
    }
    if rung is None or also is None:
        found |= {key: Figure(None, unit, ()) for key, unit in _NEEDS_A_SIZE.items()}
        found["max_length"] = Figure(None, q.told_in.length.sign, ())
        found["neutral"] = Figure(None, "", ()) if q.wiring.grounded else None
        found["equipment_ground"] = Figure(None, "", ()) if q.has_equipment_ground else None
    else:
        drop_v = _drop_volts(s, rung)
        found |= {
            "base_ampacity": _base(q, rung),
            "derated_ampacity": _derated(q, rung, ambient, bundling),
            "termination_limit": _termination(q, rung),
            "allowed_ampacity": _allowed(rung),
            "drop_v": drop_v,
            "drop_pct": _drop_percent(q, rung, drop_v),
            "leg_drop_pct": _leg_drop(s),
            "constant_k_drop_pct": cross_check.constant_k(q, rung),
            "loss_w": _loss(q, rung),
            "neutral": _neutral(s, rung, also),
            "equipment_ground": _ground(s, rung, also),
            "raceway": _raceway(s, rung, also),
            "fill_pct": _fill(s, rung, also),
            "max_amps": _max_amps(s, rung),
            "max_length": _max_length(s),
        }
    return tuple(NamedFigure(key, label, own) for key, label in LABELS.items() if (own := found.get(key)) is not None)


def _sets(q: RunQuestion) -> str:
    return f" × {q.sets} sets" if q.sets > 1 else ""


def _cell_step(cell: Cell, what: str) -> Step:
    return TABLES[cell.table].read(cell.row, cell.column, what)


def _design_step(q: RunQuestion, design_a: float) -> Step:
    if q.rating_a is not None and design_a == q.rating_a:
        return Step(f"{number(q.rating_a)} A asked as a rating", design_a, "A", "entered")
    if q.continuous_amps:
        what = f"{number(q.amps)} A + 25 % of {number(q.continuous_amps)} A continuous"
    else:
        what = f"{number(q.amps)} A, none of it continuous"
    if q.spare_pct:
        what = f"({what}) and {number(q.spare_pct)} % spare by house rule"
    if q.least is not None and design_a == q.least.amps:
        return Step(f"{what}; {q.least.why}", design_a, "A", q.least.cite)
    return Step(what, design_a, "A", CONTINUOUS_SECTION[q.use])


def _breaker_step(s: Sizing) -> Step:
    q = s.question
    if q.mains > 1:
        return Step(f"{q.mains} mains at its end, together", s.breaker_a, "A", "230.90(A) exception 3")
    if q.breaker_lock_a is not None:
        return Step(LOCKED_WORDS[q.device_at][0], s.breaker_a, "A", LOCKED_WORDS[q.device_at][1])
    if q.device is not None and q.device.in_place_of_wire and q.amps > 0.0:
        return Step(f"{q.device.why[:1].upper()}{q.device.why[1:]}", s.breaker_a, "A", q.device.cite)
    if q.carried_a == 0.0:
        if s.rung is None:
            return NO_LOAD
        largest = f"No load and no device on record: the largest that {AWG.spoken(s.rung.size, q.metal)} may have"
        return Step(largest, s.breaker_a, "A", "240.4")
    what = f"Smallest standard rating not below {number(overcurrent.needed(q, s.design_a))} A"
    if s.breaker_a is None:
        return Step(f"No standard rating reaches {number(s.design_a)} A", None, "A", "240.6(A)")
    return Step(what, s.breaker_a, "A", "240.6(A)", overcurrent.rating_cell(s.breaker_a))


def _factors(q: RunQuestion) -> tuple[Figure, Figure]:
    column = ampacity.derate_column(q.insulation)
    ambient = ampacity.ambient_of(q)
    factor, cell = ampacity.ambient_factor(column, ambient)
    said = q.told_in.temperature.said(q.ambient_c)
    what = f"{said}, {column} °C column"
    if ambient != q.ambient_c:
        more = f"{number(ampacity.ROOFTOP_ADDER_C)} °C ({number(ampacity.ROOFTOP_ADDER_F)} °F)"
        what = f"{said} and {more} more on a roof, {column} °C column"
    first = _cell_step(cell, what) if cell else Step(f"{what}: above the table", 0.0, "factor", "310.15(B)(1)")
    share, share_cell = ampacity.bundling_factor(q.loaded_conductors, terms_of(q).nipple)
    if share_cell:
        second = _cell_step(share_cell, f"{q.loaded_conductors} loaded conductors together")
    elif terms_of(q).nipple:
        second = Step("In a nipple of 24 in or less: none", share, "factor", "310.15(C)(1)(b)")
    else:
        second = Step(f"{q.loaded_conductors} loaded conductors: none", share, "factor", "310.15(C)(1)")
    return Figure(factor, "factor", (first,)), Figure(share, "factor", (second,))


def _base(q: RunQuestion, rung: Rung) -> Figure:
    column = ampacity.derate_column(q.insulation)
    step = AMPACITY.read(rung.size, f"{q.metal}_{column}", f"{AWG.spoken(rung.size, q.metal)}, {column} °C column")
    steps = [step]
    if q.sets > 1:
        steps.append(
            Step(f"{number(float(step.value or 0))} A{_sets(q)}", limits_of(rung).base_ampacity_a, "A", "310.10(G)")
        )
    return Figure(limits_of(rung).base_ampacity_a, "A", tuple(steps))


def _termination(q: RunQuestion, rung: Rung) -> Figure:
    column = ampacity.terminal_column(q.insulation, q.terminal_c, rung.size, terms_of(q).in_insulation)
    why = f"terminals {q.terminal_c} °C" if column == q.terminal_c else f"{q.insulation} held to {column} °C"
    step = AMPACITY.read(rung.size, f"{q.metal}_{column}", f"{AWG.spoken(rung.size, q.metal)}, {why}")
    steps = [Step("The lower of terminals and insulation governs", float(column), "°C", "110.14(C)(1)"), step]
    if q.sets > 1:
        what = f"{number(float(step.value or 0))} A{_sets(q)}"
        steps.append(Step(what, limits_of(rung).termination_limit_a, "A", "310.10(G)"))
    return Figure(limits_of(rung).termination_limit_a, "A", tuple(steps))


def _derated(q: RunQuestion, rung: Rung, ambient: Figure, bundling: Figure) -> Figure:
    own, factors = limits_of(rung), (float(ambient.value or 0), float(bundling.value or 0))
    what = f"{number(own.base_ampacity_a)} A × {number(factors[0])} × {number(factors[1])}"
    last = Step(what, own.derated_ampacity_a, "A", "310.15(A)")
    return Figure(own.derated_ampacity_a, "A", (*ambient.steps, *bundling.steps, last))


def _allowed(rung: Rung) -> Figure:
    what = (
        f"Lesser of {number(limits_of(rung).derated_ampacity_a)} A and {number(limits_of(rung).termination_limit_a)} A"
    )
    return Figure(rung.allowed_ampacity_a, "A", (Step(what, rung.allowed_ampacity_a, "A", "110.14(C), 310.15(A)"),))


def _size_steps(s: Sizing) -> tuple[Step, ...]:
    q, rung = s.question, s.rung
    if q.carried_a == 0.0 and rung is None:
        return (NO_LOAD,)
    tried = []
    for below in s.ladder.rungs:
        if rung is not None and below.size == rung.size:
            break
        tried.append(Step(f"{AWG.spoken(below.size, q.metal)}: {below.stopped_words}", None, "", _why(below)))
    if rung is None:
        last = s.ladder.rungs[-1] if s.ladder.rungs else None
        return (*tried[-2:], Step("No size passes", None, "", _why(last) if last else "310.16"))
    name = f"{AWG.spoken(rung.size, q.metal)}{_sets(q)}"
    if not rung.passes:
        verdict = Step(f"{name}, locked: {rung.stopped_words}", rung.size, "", _why(rung))
    else:
        word = "locked, passes" if q.size_lock else "smallest that passes"
        by_drop = (
            s.ladder.required is not None and AWG.rank(rung.size) > AWG.rank(s.ladder.required) and not q.size_lock
        )
        verdict = Step(f"{name}: {word}", rung.size, "", SECTIONS["drop"] if by_drop else "310.16")
    return (*tried[-2:], *_breaker_rule(s, rung), verdict)


def _breaker_rule(s: Sizing, rung: Rung) -> tuple[Step, ...]:
    """What ties the wire to its breaker: 240.4, or the dwelling rule where it is in use."""
    if s.breaker_a is None:
        return ()
    if terms_of(s.question).mains_by_load:
        return (Step("Made for the load; its mains may be more together", None, "", "230.90(A) exception 3"),)
    if s.question.device is not None and s.question.device.in_place_of_wire:
        most = number(s.question.device.most_a)
        what = f"Breaker {number(s.breaker_a)} A; what it feeds guards itself: {most} A at most"
        return (Step(what, None, "", f"240.4(G), {s.question.device.cite}"),)
    if not dwelling.rule_applies(s.question, s.breaker_a):
        what = f"Breaker {number(s.breaker_a)} A; the wire allows {number(limits_of(rung).largest_breaker_a)} A"
        return (Step(what, None, "", "240.4"),)
    needed = dwelling.needed_ampacity(s.breaker_a)
    asked = Step(f"0.83 × {number(s.breaker_a)} A to be carried", needed, "A", "310.12")
    row = str(int(s.breaker_a))
    if row not in DWELLING.rows:
        return (asked,)
    return (asked, DWELLING.read(row, s.question.metal, "The table's own size where nothing derates"))


def _why(rung: Rung) -> str:
    return SECTIONS[rung.stopped_by] if rung.stopped_by else ""


def _drop_volts(s: Sizing, rung: Rung) -> Figure:
    q = s.question
    r_column, x_column = ampacity.impedance_columns(q.metal, q.raceway)
    name = AWG.spoken(rung.size, q.metal)
    steps = [IMPEDANCE.read(rung.size, r_column, f"Resistance, {name}, 75 °C")]
    if terms_of(q).conductor_temperature == "running":
        what = "Resistance at the temperature this load brings it to"
        steps.append(Step(what, ampacity.KFT_M * rung.r_ohm_m, "ohm/kft", "Chapter 9 Table 8 note; heat as I²"))
    steps.append(IMPEDANCE.read(rung.size, x_column, f"Reactance, {name}"))
    loop = q.line(rung.ohm_m).loop
    ways = "Between lines, √3" if q.wiring.phases == 3 else "Out and back, 2"
    way = f"{ways} × {q.length_said}" + (f", {q.sets} sets" if q.sets > 1 else "")
    amps = q.drop_amps(s.breaker_a)
    a, b = drop_parts(amps, q.pf, loop)
    steps += [
        Step(f"{way}: R", loop.real, "ohm", SHORT_LINE),
        Step(f"{way}: X", loop.imag, "ohm", SHORT_LINE),
        Step(
            f"In phase at {number(amps)} A, power factor {number(q.pf)}: I (R × pf + X × rf)",
            a,
            "V",
            SHORT_LINE,
        ),
        Step("Across it: I (X × pf − R × rf)", b, "V", SHORT_LINE),
        Step(
            f"{number(q.wiring.volts)} V less what is left, sqrt(Vs² − across²) − in phase",
            rung.drop_v,
            "V",
            SHORT_LINE,
        ),
    ]
    return Figure(rung.drop_v, "V", tuple(steps))


def _drop_percent(q: RunQuestion, rung: Rung, drop_v: Figure) -> Figure:
    what = f"{number(rung.drop_v)} V of {number(q.wiring.volts)} V"
    last = [Step(what, rung.drop_pct, "%", SHORT_LINE)]
    if q.drop_limit_pct is not None:
        last.insert(0, Step("Limit for this run", q.drop_limit_pct, "%", SECTIONS["drop"]))
    return Figure(rung.drop_pct, "%", (*drop_v.steps, *last))


def _leg_drop(s: Sizing) -> Figure | None:
    q = s.question
    if s.leg_drop_pct is None:
        return None
    if q.system == "120/208-3w":
        what = "Worse leg to neutral: the neutral carries as much as a phase, 60° from each"
    else:
        what = f"Worse leg to neutral, {number(q.carried_a)} A against {number(q.carried_a - (q.unbalance_a or 0.0))} A"
    step = Step(what, s.leg_drop_pct, "%", "Kirchhoff round each leg and the neutral")
    return Figure(s.leg_drop_pct, "%", (step,))


def _loss(q: RunQuestion, rung: Rung) -> Figure:
    watts, wires = q.loss_w(rung.ohm_m), 3 if q.wiring.phases == 3 else 2
    r_ohm = wires * q.line(rung.ohm_m).one_way.real
    what = f"{number(q.amps)}² A² × {number(r_ohm)} ohm, {'three' if wires == 3 else 'two'} loaded conductors"
    return Figure(watts, "W", (Step(what, watts, "W", "I² R"),))


def _neutral(s: Sizing, rung: Rung, also: Companions) -> Figure | None:
    q = s.question
    if not q.wiring.grounded:
        return None
    steps = []
    if q.neutral_amps is None:
        steps.append(Step("As the ungrounded conductors", rung.size, "", "220.61, full size"))
    elif q.wiring.neutral_is_return:
        steps.append(Step("The only way back: as the ungrounded conductor", rung.size, "", "220.61"))
    elif s.breaker_a is not None:
        floor = grounding.neutral_floor(q.use, s.breaker_a, q.metal, rung.size, q.sets)
        steps += [
            Step("Unbalance to be carried", q.neutral_amps, "A", "220.61"),
            Step("Not below", floor, "", "250.24(D)" if q.use == "service" else "215.2(B), 250.122"),
            Step("Smallest that carries it", also.neutral_needed, "", "220.61, 310.16"),
        ]
    if also.neutral != also.neutral_needed:
        steps.append(Step("Locked", also.neutral, "", "locked"))
    return Figure(also.neutral, "", tuple(steps))


def _ground(s: Sizing, rung: Rung, also: Companions) -> Figure | None:
    q = s.question
    if not q.has_equipment_ground:
        return None
    ground = None
    if s.breaker_a is not None:
        ground = companions.ground_for(q, s.breaker_a, rung.size, s.ladder.required)
    if ground is None:
        return Figure(also.equipment_ground, "", (Step("Above the table", None, "", "250.122(A)"),))
    if q.supply_side and ground.table_row:
        hot = f"No device ahead: a supply-side jumper with {AWG.spoken(rung.size, q.metal)}"
        jumper = [SERVICE_NEUTRAL.read(ground.table_row, f"jumper_{q.ground_metal}", hot)]
        if also.equipment_ground != also.equipment_ground_needed:
            jumper.append(Step("Locked", also.equipment_ground, "", "locked"))
        return Figure(also.equipment_ground, "", tuple(jumper))
    device = q.ground_device_a or s.breaker_a or 0.0
    ahead = " ahead of the feeder" if q.tap and q.ground_device_a else ""
    what = f"For a {number(device)} A device{ahead}, {q.ground_metal}"
    steps = [EQUIPMENT_GROUND.read(ground.table_row, q.ground_metal, what)]
    if ground.ratio > 1.0:
        steps += [
            Step(
                f"Ungrounded conductors raised from {s.ladder.required} to {rung.size}: circular mils × "
                f"{number(ground.ratio)}",
                ground.asked_mils,
                "cmil",
                "250.122(B)",
            ),
            Step(
                "Next size, within half a percent, not above the ungrounded",
                ground.size,
                "",
                "250.122(A), (B)",
            ),
        ]
    elif terms_of(q).full_ground:
        steps.append(Step("Full size by house rule, as the hots", ground.size, "", "house rule"))
    elif ground.size != ground.table_size:
        steps.append(Step("Not larger than the ungrounded conductor", ground.size, "", "250.122(A)"))
    if q.shared_ground is not None:
        steps.append(Step("One for every run in the raceway", also.equipment_ground_needed, "", "250.122(C)"))
    if also.equipment_ground != also.equipment_ground_needed:
        steps.append(Step("Locked", also.equipment_ground, "", "locked"))
    return Figure(also.equipment_ground, "", tuple(steps))


def _fit(s: Sizing, rung: Rung, also: Companions) -> raceways.Fit | None:
    q = s.question
    return companions.raceway_fit(q, rung.size, also.neutral, also.equipment_ground, also.raceway)


def _raceway(s: Sizing, rung: Rung, also: Companions) -> Figure:
    fit = _fit(s, rung, also)
    if fit is None:
        what = "No raceway" if s.question.raceway == "none" else "No table gives the area: measure the cable"
        return Figure(None, "in", (Step(what, None, "", "Chapter 9 notes"),))
    steps = [_cell_step(p.cell, f"{p.count} × {p.what}") for p in fit.pulled]
    wires = sum(p.count for p in fit.pulled)
    steps.append(Step("Together", fit.area_in2, "in2", "Chapter 9 Table 1"))
    steps.append(FILL.read(fit.share_row, "share", f"{wires} conductors may fill"))
    if fit.trade is None:
        steps.append(Step(f"No {s.question.raceway} is large enough", None, "", "Chapter 9 Table 4"))
    else:
        area = RACEWAYS.read(fit.trade, f"{s.question.raceway}_area", f"{s.question.raceway} {fit.trade} inside")
        word = "Locked" if s.question.raceway_lock else "Smallest that holds them"
        if terms_of(s.question).pipe_up and not s.question.raceway_lock:
            word = "One above the smallest that holds them, by house rule"
        steps += [area, Step(word, fit.trade, "in", "Chapter 9 Tables 1 and 4")]
    return Figure(fit.trade, "in", tuple(steps))


def _fill(s: Sizing, rung: Rung, also: Companions) -> Figure:
    fit = _fit(s, rung, also)
    if fit is None or fit.fill_pct is None or fit.trade is None:
        return Figure(None, "%", ())
    area = raceways.raceway_area(s.question.raceway, fit.trade) or 0.0
    what = f"{number(fit.area_in2)} in² of {number(area)} in²"
    return Figure(fit.fill_pct, "%", (Step(what, fit.fill_pct, "%", "Chapter 9 Table 4"),))


def _max_amps(s: Sizing, rung: Rung) -> Figure:
    if dwelling.rule_applies(s.question, s.breaker_a):
        carried = f"As much as the {number(s.breaker_a or 0.0)} A rating, by the 83 % rule"
    else:
        carried = f"Wire good for {number(rung.allowed_ampacity_a)} A, breaker and 240.4 included"
    steps = [Step(carried, None, "", "310.15, 240.4")]
    if s.question.drop_limit_pct is not None:
        what = f"Held to {number(s.question.drop_limit_pct)} % over {s.question.length_said}"
        steps.append(Step(what, None, "", SHORT_LINE))
    steps.append(Step("Most it may carry here", s.max_amps, "A", "the lesser"))
    return Figure(s.max_amps, "A", tuple(steps))


def _max_length(s: Sizing) -> Figure:
    unit = s.question.told_in.length
    if s.max_length_m is None:
        return Figure(None, unit.sign, (Step("The drop is left out", None, unit.sign, "house rule"),))
    what = f"{number(s.question.drop_amps(s.breaker_a))} A reaches {number(s.question.drop_limit_pct or 0)} % at"
    longest = s.max_length_m / unit.is_si
    return Figure(longest, unit.sign, (Step(what, longest, unit.sign, SHORT_LINE),))
