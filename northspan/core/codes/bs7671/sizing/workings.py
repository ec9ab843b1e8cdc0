"""How each figure of a circuit came out, line by line. Nothing is decided here."""

from collections.abc import Mapping
from typing import Any

from northspan.core.codes.bs7671.data import IN_CABLE, RESISTANCE, TABLES, U0, size_name
from northspan.core.codes.bs7671.sizing import cables, devices
from northspan.core.codes.bs7671.sizing.protective import BREAKER_S, k_of
from northspan.core.codes.bs7671.sizing.rungs import SECTIONS, Rung, Setting, loop_ohm_m, words
from northspan.core.figures.working import Figure, NamedFigure, Step, Value, number

_FACTOR = {"ca": "Temperature", "cg": "Grouping", "cs": "Soil", "cd": "Depth"}
_BY = {"overcurrent": "overcurrent", "rcd": "residual", None: "nothing in time"}


def _figure(key: str, label: str, value: Value, unit: str, *steps: Step) -> NamedFigure:
    return NamedFigure(key, label, Figure(value, unit, steps))


def before_any_size(s: Setting, values: Mapping[str, Any]) -> list[NamedFigure]:
    """Device, factors, time and the loop that allows it."""
    case = s.case
    asked = Step("Design current Ib", case.ib_a, "A", "entered")
    if case.lock_rating_a is not None:
        chosen = Step(f"{case.device}, locked", s.in_a, "A", "locked")
    else:
        chosen = Step(f"Smallest rating of {case.device} not below Ib", s.in_a, "A", "433.1.1")
    found = [_figure("ib_a", "Design current Ib", case.ib_a, "A", asked),
             _figure("in_a", "Device In", s.in_a, "A", asked, chosen)]  # fmt: skip
    read = {key: TABLES[cell.table].read(cell.row, cell.column, _FACTOR[key]) for key, cell in s.factors.cells}
    for key, value in (("ca", s.factors.ca), ("cg", s.factors.cg), ("cs", s.factors.cs), ("cd", s.factors.cd)):
        step = read.get(key) or Step(f"{_FACTOR[key]}: none", value, "factor", "appendix 4 5")
        found.append(_figure(key, f"{_FACTOR[key]} factor", value, "factor", step))
    why = "In the ground 0.9, a rewirable fuse 0.725, both multiplied, else 1"
    found.append(_figure("cc", "Device factor Cc", s.factors.cc, "factor",
                         Step(why, s.factors.cc, "factor", "433.1.202, 433.1.203")))  # fmt: skip
    outside = "As given" if case.ze_ohm is not None else f"Usual for {case.earthing}; ask or measure"
    found.append(_figure("ze_ohm", "Loop outside Ze", case.loop_outside, "ohm",
                         Step(outside, case.loop_outside, "ohm", "312.2, 313.1")))  # fmt: skip
    if s.in_a is not None and s.time_s is not None:
        time = Step(
            f"{case.circuit.capitalize()} circuit on {number(s.in_a)} A, {case.earthing}", s.time_s, "s", "41.1"
        )
        found.append(_figure("disconnection_s", "Longest disconnection time allowed", s.time_s, "s", time))
        found += _loop_limits(s, values, time)
    if s.max_zs_rcd_ohm is not None:
        step = Step(f"50 V ÷ {case.rcd_ma} mA", s.max_zs_rcd_ohm, "ohm", "411.4.204, 411.5.3")
        found.append(_figure("max_zs_rcd_ohm", "Zs limit by residual device", s.max_zs_rcd_ohm, "ohm", step))
    required = values["rcd_required_ma"]
    step = Step("Sockets to 32 A, household lighting, hidden cable, bath or shower room", required, "mA", "411.3.3 ff")
    return [*found, _figure("rcd_required_ma", "Residual device asked for", required, "mA", step)]


def _loop_limits(s: Setting, values: Mapping[str, Any], time: Step) -> list[NamedFigure]:
    case = s.case
    at = 0.4 if case.earthing == "TT" else (s.time_s or 0.0)
    cell = devices.limit_cell(case.device, s.in_a or 0.0, at) if s.max_zs_ohm is not None else None
    if cell is None:
        none = Step("No figure is printed for it", None, "ohm", "41.2 to 41.4, 411.5.4")
        return [_figure("max_zs_ohm", "Zs limit", None, "ohm", time, none)]
    table, row, column = cell
    printed = table.read(row, column, f"{case.device} {number(s.in_a or 0.0)} A")
    cold = values["max_measured_zs_ohm"]
    return [
        _figure("max_zs_ohm", "Zs limit", s.max_zs_ohm, "ohm", time, printed),
        _figure("max_measured_zs_ohm", "Zs limit for a cold reading", cold, "ohm", printed,
                Step("× 0.8", cold, "ohm", "appendix 3")),
    ]  # fmt: skip


def none_passes(s: Setting, rungs: tuple[Rung, ...]) -> list[NamedFigure]:
    """Why no size passes."""
    tried = [Step(f"{r.mm2:g} mm²: {words(s, r)}", None, "", SECTIONS[r.stopped_by or "device"]) for r in rungs]
    return [_figure("size_mm2", "Size", None, "mm²", *tried[-2:], Step("No size passes", None, "", "ladder"))]


def of_size(s: Setting, rung: Rung, values: Mapping[str, Any]) -> list[NamedFigure]:
    """Rating, drop, loop and protective conductor of the size taken."""
    return [*_rating(s, rung, values), *_drop(s, rung, values), *_fault(s, rung, values), *_protective(s, rung, values),
            *_limits(s, values)]  # fmt: skip


def _rating(s: Setting, rung: Rung, values: Mapping[str, Any]) -> list[NamedFigure]:
    case, own, size = s.case, s.factors, size_name(rung.mm2)
    table = cables.rating_table(case.cable, case.rated_c)
    it = table.read(
        size, cables.rating_column(case.cable, case.laid, case.loaded), f"It, {size} mm², method {case.laid}"
    )
    factors = " × ".join(number(f) for f in (own.ca, own.cg, rung.ci, own.cs, own.cd))
    iz = Step(f"{number(rung.it_a)} A × {factors}", rung.iz_a, "A", "appendix 4 5")
    held = Step(f"{number(s.in_a or 0.0)} A against {number(own.cc)} × Iz", own.cc * rung.iz_a, "A", SECTIONS["rating"])
    asked = Step(f"In ÷ ({factors} × {number(own.cc)})", values["it_required_a"], "A", "appendix 4 5.1")
    inside = Step(f"{number(case.insulation_mm)} mm in insulation", rung.ci, "factor", "52.2, 523.9")
    verdict = (
        "smallest that passes" if rung.passes and case.lock_size_mm2 is None else words(s, rung) or "locked, passes"
    )
    section = SECTIONS[rung.stopped_by] if rung.stopped_by else "433.1.1"
    return [
        _figure("size_mm2", "Size", rung.mm2, "mm²", held, Step(f"{size} mm²: {verdict}", rung.mm2, "mm²", section)),
        _figure("it_a", "Tabulated rating It", rung.it_a, "A", it),
        _figure("it_required_a", "It asked for", values["it_required_a"], "A", asked),
        _figure("ci", "Insulation factor", rung.ci, "factor", inside),
        _figure("iz_a", "Capacity Iz", rung.iz_a, "A", it, iz),
    ]


def _drop(s: Setting, rung: Rung, values: Mapping[str, Any]) -> list[NamedFigure]:
    case, size = s.case, size_name(rung.mm2)
    table = cables.drop_table(case.cable)
    column = "mv" if case.cable == "te" else f"{'AB_' if case.cable == 'singles' else ''}{case.loaded}_z"
    mv = [table.read(size, column, f"{size} mm²")]
    if case.pf is not None:
        mv.append(Step(f"At power factor {number(case.pf)}", rung.mv, "mV/A/m", "appendix 4 6.2"))
    volts = Step(f"{number(rung.mv)} mV × {number(case.ib_a)} A × {number(case.length_m)} m ÷ 1000", rung.drop_v, "V",
                 "appendix 4 6")  # fmt: skip
    limit = "left out" if case.no_drop else f"{number(s.allowed_pct)} % allowed here"
    pct = Step(f"Of {number(case.volts)} V; {limit}", rung.drop_pct, "%", "525")
    found = [
        _figure("mv_per_a_m", "Drop figure", rung.mv, "mV/A/m", *mv),
        _figure("drop_v", "Drop", rung.drop_v, "V", *mv, volts),
        _figure("drop_pct", "Drop", rung.drop_pct, "%", *mv, volts, pct),
    ]
    if values["ct"] is not None:
        ct = Step("Runs cooler than its limit", values["ct"], "factor", "appendix 4 6.1")
        cooler = Step("Drop at that temperature: shown, it does not decide", values["drop_ct_v"], "V", "appendix 4 6.1")
        found += [_figure("ct", "Ct", values["ct"], "factor", ct),
                  _figure("drop_ct_v", "Drop with Ct", values["drop_ct_v"], "V", ct, cooler),
                  _figure("drop_ct_pct", "Drop with Ct", values["drop_ct_pct"], "%", ct, cooler)]  # fmt: skip
    return found


def _fault(s: Setting, rung: Rung, values: Mapping[str, Any]) -> list[NamedFigure]:
    case, loop, size = s.case, rung.loop, size_name(rung.mm2)
    line = RESISTANCE.read(size, "copper", f"R1, {size} mm² at 20 °C")
    hot = loop_ohm_m(case, rung.mm2, rung.protective.mm2)
    whole = Step(f"R1 and R2 ({case.protective}) hot, ohm a metre × {number(case.length_m)} m: {number(hot)}",
                 loop.r1_r2_ohm, "ohm", "appendix 3")  # fmt: skip
    zs = Step(f"Ze {number(case.loop_outside)} ohm + R1+R2", loop.zs_ohm, "ohm", "411.4.4")
    fault = Step(f"{number(U0)} V ÷ {number(loop.zs_ohm)} ohm", loop.fault_a, "A", "411.4.4")
    end = Step(f"Behind {number(case.ipf_origin_ka)} kA and the cold line", values["pfc_end_ka"], "kA", "434.1")
    return [
        _figure("r1_r2_ohm", "R1 + R2", loop.r1_r2_ohm, "ohm", line, whole),
        _figure("zs_ohm", "Zs", loop.zs_ohm, "ohm", line, whole, zs),
        _figure("fault_a", "Fault current", loop.fault_a, "A", zs, fault),
        _figure("disconnects_by", "Disconnects by", _BY[loop.disconnects_by], "", zs,
                Step(f"What opens in time: {_BY[loop.disconnects_by]}", None, "", SECTIONS["zs"])),
        _figure("pfc_end_ka", "Fault current at the end", values["pfc_end_ka"], "kA", end),
    ]  # fmt: skip


def _protective(s: Setting, rung: Rung, values: Mapping[str, Any]) -> list[NamedFigure]:
    case, own, loop = s.case, rung.protective, rung.loop
    armour = case.protective == "armour"
    if case.let_through_a2s is not None:
        how = "Let-through energy as given"
    elif case.clearing_s is not None:
        how = f"{number(loop.fault_a)}² A² × {number(case.clearing_s)} s as given"
    elif loop.disconnects_by != "overcurrent":
        how = f"{number(loop.fault_a)}² A² × {number(s.time_s or 0.0)} s"
    elif devices.is_breaker(case.device):
        how = f"{number(loop.fault_a)}² A² × {number(BREAKER_S)} s"
    else:
        how = "The fuse's printed point, current squared × time"
    borne = Step(how, loop.energy_a2s, "A²s", "543.1.3")
    k = k_of(case.cable, armour)
    row = "90_thermosetting" if case.cable == "swa90" else "70"
    k_step = (
        Step("k of steel armour", k, "A·s^½/mm²", "54.4") if armour else IN_CABLE.read(row, "copper", "k in the cable")
    )
    root = Step(f"√({number(loop.energy_a2s)}) ÷ {number(k)}", own.adiabatic_mm2, "mm²", "543.1.3")
    by_table = Step("By the line conductor", own.table_mm2, "mm²", "54.7, 543.1.4")
    met = {"calculation": "met by calculation", "table": "met by the table", None: "met by neither way"}[own.by]
    return [
        _figure("energy_a2s", "Energy let through", loop.energy_a2s, "A²s", borne),
        _figure("cpc_adiabatic_mm2", "cpc by calculation", own.adiabatic_mm2, "mm²", borne, k_step, root),
        _figure("cpc_table_mm2", "cpc by table", own.table_mm2, "mm²", by_table),
        _figure("cpc_mm2", f"cpc ({case.protective})", own.mm2, "mm²", root, by_table,
                Step(f"{number(own.mm2)} mm²: {met}", own.mm2, "mm²", SECTIONS["cpc"])),
    ]  # fmt: skip


def _limits(s: Setting, values: Mapping[str, Any]) -> list[NamedFigure]:
    by_drop, by_zs = values["max_length_drop_m"], values["max_length_zs_m"]
    steps = (Step("By the drop", by_drop, "m", "525"), Step("By the loop", by_zs, "m", "411.4, 411.5"))
    return [
        _figure("max_length_drop_m", "Longest by drop", by_drop, "m", steps[0]),
        _figure("max_length_zs_m", "Longest by Zs", by_zs, "m", steps[1]),
        _figure("max_length_m", "Longest", values["max_length_m"], "m", *steps,
                Step("The lesser", values["max_length_m"], "m", "525, 411")),
        _figure("max_ib_a", "Largest design current", values["max_ib_a"], "A",
                Step("On any rating that holds here, to the drop's limit", values["max_ib_a"], "A", "433.1.1, 525")),
    ]  # fmt: skip
