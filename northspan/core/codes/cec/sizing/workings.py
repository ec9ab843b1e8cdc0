"""How each figure of a case came out, line by line. Nothing is decided here."""

from northspan.core.codes.cec.data import AMBIENT, AWG, BONDING, BUNDLING, DEVICES, DWELLING, IMPEDANCE
from northspan.core.codes.cec.sizing import ampacity, overcurrent
from northspan.core.codes.cec.sizing.companions import Bonding, Fit
from northspan.core.codes.cec.sizing.rungs import CONTINUOUS_SHARE, SECTIONS, Rung, Setting
from northspan.core.figures.working import Figure, NamedFigure, Step, Value, number
from northspan.core.physics.voltage_drop import drop_parts

SHORT_LINE = "short-line formula"


def _figure(key: str, label: str, value: Value, unit: str, *steps: Step) -> NamedFigure:
    return NamedFigure(key, label, Figure(value, unit, steps))


def before_any_size(s: Setting) -> list[NamedFigure]:
    """Load, device, columns and factors."""
    case, share = s.case, "1" if s.case.device_100 else number(CONTINUOUS_SHARE)
    said = "as entered" if case.continuous_amps is not None else "taken so"
    what = f"{number(case.amps - case.continuous_a)} A + {number(case.continuous_a)} A continuous ({said}) / {share}"
    design = Step(what, s.design_a, "A", "8-104(3), (5), (6)")
    if case.lock_breaker is not None:
        device = Step("Locked", s.breaker_a, "A", "locked")
    else:
        device = Step(f"Smallest usual rating not below {number(s.design_a)} A", s.breaker_a, "A", "14-104")
    marked = "unmarked, by the device's rating" if case.termination == "unmarked" else "as marked"
    terminals = Step(f"Terminals, {marked}", float(s.termination_c), "°C", "4-006")
    own = Step(f"{case.wire}", float(ampacity.insulation_c(case.wire)), "°C", "insulation")
    from_ = "the lower of terminals and insulation" if case.derate_from == "termination" else "the insulation's own"
    base = Step(f"Correction starts from {from_}", float(s.base_c), "°C", "4-006(1), house rule")
    _, warm = ampacity.ambient_factor(s.base_c, case.ambient_c)
    what = f"{number(case.ambient_c)} °C, {s.base_c} °C column"
    ambient = AMBIENT.read(warm.row, warm.column, what) if warm else Step(what, s.ambient, "factor", "Table 5A")
    _, many = ampacity.bundling_factor(case.loaded)
    return [
        _figure("design_a", "Design current", s.design_a, "A", design),
        _figure("breaker_a", "Overcurrent device", s.breaker_a, "A", design, device),
        _figure("termination_c", "Terminals", float(s.termination_c), "°C", terminals),
        _figure("column_c", "Base column", float(s.base_c), "°C", terminals, own, base),
        _figure("ambient_factor", "Ambient factor", s.ambient, "factor", ambient),
        _figure(
            "bundling_factor",
            "Factor for number",
            s.bundling,
            "factor",
            BUNDLING.read(many.row, many.column, f"{case.loaded} current-carrying conductors"),
        ),
    ]


def none_passes(rungs: tuple[Rung, ...]) -> list[NamedFigure]:
    """Why no size passes."""
    tried = [Step(f"{AWG.spoken(r.size)}: {r.stopped_words}", None, "", SECTIONS[r.stopped_by or ""]) for r in rungs]
    return [_figure("size", "Size", None, "", *tried[-2:], Step("No size passes", None, "", "ladder"))]


def carried(s: Setting, rung: Rung) -> list[NamedFigure]:
    """What the size carries, and what ties it to its device."""
    case, table = s.case, ampacity.table(s.case.metal)
    name = AWG.spoken(rung.size, case.metal)
    sets = f" × {case.sets} sets" if case.sets > 1 else ""
    base = [table.read(rung.size, f"t{s.base_c}", f"{name}, {s.base_c} °C column")]
    cap = [table.read(rung.size, f"t{s.cap_c}", f"{name}, {s.cap_c} °C column")]
    if sets:
        base.append(Step(f"{number(float(base[0].value or 0.0))} A{sets}", rung.base_a, "A", "12-108"))
        cap.append(Step(f"{number(float(cap[0].value or 0.0))} A{sets}", rung.termination_a, "A", "12-108"))
    factors = f"{number(rung.base_a)} A × {number(s.ambient)} × {number(s.bundling)}"
    derated = Step(factors, rung.derated_a, "A", "4-004")
    allowed = [Step(f"Lesser of {number(rung.derated_a)} A and {number(rung.termination_a)} A",
                    min(rung.derated_a, rung.termination_a), "A", "4-004, 4-006")]  # fmt: skip
    found = [
        _figure("base_ampacity_a", "Base ampacity", rung.base_a, "A", *base),
        _figure("derated_ampacity_a", "Corrected ampacity", rung.derated_a, "A", *base, derated),
        _figure("termination_limit_a", "Termination limit", rung.termination_a, "A", *cap),
    ]
    if rung.table39_a is not None:
        row = next(r for r in DWELLING.rows if float(r) == rung.table39_a)
        step = DWELLING.read(row, case.metal, f"Whole load of one dwelling: {number(rung.table39_a)} A on")
        found.append(_figure("table39_a", "Dwelling service", rung.table39_a, "A", step))
        allowed.append(Step("Or by Table 39, where that is more", rung.allowed_a, "A", "Table 39"))
    found.append(_figure("allowed_ampacity_a", "Allowed ampacity", rung.allowed_a, "A", *allowed))
    cell = overcurrent.table_13_row(rung.allowed_a) if rung.allowed_a > 0.0 else None
    device = (
        DEVICES.read(cell.row, cell.column, f"Device on {number(rung.allowed_a)} A")
        if cell
        else Step("Device not above the ampacity", overcurrent.largest_device(rung.allowed_a), "A", "14-104(1)")
    )
    verdict = "passes" if rung.passes else rung.stopped_words
    section = SECTIONS[rung.stopped_by] if rung.stopped_by else "14-104"
    found.append(
        _figure("size", "Size", rung.size, "", device, Step(f"{name}{sets}: {verdict}", rung.size, "", section))
    )
    return found


def dropped(s: Setting, rung: Rung, loss: float | None) -> list[NamedFigure]:
    """Voltage drop and loss; nothing where no length is known."""
    case, line = s.case, rung.line
    if line is None or case.metres is None:
        return []
    r, x = ampacity.impedance_columns(case.metal, case.raceway)
    a, b = drop_parts(case.amps, case.pf, line.loop)
    steps = (
        IMPEDANCE.read(rung.size, r, "Resistance"),
        IMPEDANCE.read(rung.size, x, "Reactance"),
        Step(f"Out and back, 2 × {number(case.metres)} m: R", line.loop.real, "ohm", SHORT_LINE),
        Step("X", line.loop.imag, "ohm", SHORT_LINE),
        Step(f"In phase at {number(case.amps)} A, power factor {number(case.pf)}", a, "V", SHORT_LINE),
        Step("Across it", b, "V", SHORT_LINE),
        Step(f"{number(case.volts)} V less what is left", rung.drop_v, "V", SHORT_LINE),
    )
    limit = "left out" if case.no_drop else f"limit {number(case.drop_pct)} %"
    of = Step(f"Of {number(case.volts)} V; {limit}", rung.drop_pct, "%", "8-102")
    lost = Step(f"{number(case.amps)}² A² × {number(line.loop.real)} ohm", loss, "W", "I² R")
    return [
        _figure("drop_v", "Drop", rung.drop_v, "V", *steps),
        _figure("drop_pct", "Drop", rung.drop_pct, "%", *steps, of),
        _figure("loss_w", "Loss", loss, "W", lost),
    ]


def along(
    s: Setting, rung: Rung, bond: Bonding | None, by_ampacity: Bonding | None, neutral: str | None, fit: Fit | None
) -> list[NamedFigure]:
    """Bonding conductor by both readings, neutral, raceway."""
    case = s.case
    found = [
        _figure("egc_size", "Bonding conductor", bond.size if bond else None, "", *_bond(s, bond)),
        _figure("egc_size_by_ampacity", "Bonding conductor by ampacity", by_ampacity.size if by_ampacity else None, "",
                *_bond(s, by_ampacity)),
    ]  # fmt: skip
    if case.has_neutral:
        if case.neutral_amps is None:
            step = Step("As the ungrounded conductors", neutral, "", "4-018")
        else:
            step = Step(
                f"Smallest that carries {number(case.neutral_amps)} A, not below Table 16", neutral, "", "4-018"
            )
        found.append(_figure("neutral_size", "Neutral", neutral, "", step))
    if fit is None:
        none = Step("None, or no table gives the area", None, "", "Table 10")
        return [*found, _figure("raceway_trade_size", "Raceway", None, "", none)]
    parts = [Step(f"{many} × {what}", area, "mm²", "Table 10") for what, many, area in fit.parts]
    filled = (*parts, Step("Together", fit.area_mm2, "mm²", "sum"), Step("May fill", fit.share_pct, "%", "Table 8"))
    smallest = Step(f"Smallest {case.raceway} that holds them", fit.designator, "", "Table 9", doubtful=True)
    return [
        *found,
        _figure("raceway_trade_size", "Raceway", fit.designator, "", *filled, smallest),
        _figure("fill_pct", "Fill", fit.fill_pct, "%", *filled, Step("Of the inside", fit.fill_pct, "%", "Table 9")),
    ]


def _bond(s: Setting, bond: Bonding | None) -> tuple[Step, ...]:
    if bond is None:
        return (Step("Above the table", None, "", "Table 16"),)
    metal = s.case.egc_metal or s.case.metal
    steps = (BONDING.read(bond.row, metal, f"For {number(bond.basis_a)} A, {metal}"),)
    if bond.size == bond.by_table:
        return steps
    return (*steps, Step("Not above the ungrounded conductor", bond.size, "", "10-614"))


def limits(s: Setting, longest: float, most: float) -> list[NamedFigure]:
    """How far, and how much."""
    case = s.case
    far = Step(f"{number(case.amps)} A reaches {number(case.drop_pct)} % at", longest, "m", SHORT_LINE)
    much = Step("Least of wire, device and drop, the continuous share held", most, "A", "8-104, 14-104, 8-102")
    return [
        _figure("max_length_m", "Longest at this load", longest, "m", far),
        _figure("max_amps", "Most it may carry", most, "A", much),
    ]
