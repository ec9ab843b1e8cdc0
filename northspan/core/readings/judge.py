"""Every reading held at once against what the job says it should be."""

import math
from collections.abc import Iterable, Mapping, Sequence
from dataclasses import dataclass, replace
from typing import Literal

from northspan.core.figures.working import Figure, Step, number
from northspan.core.job.job import Job
from northspan.core.job.panel import PanelCircuit
from northspan.core.physics.earth.fall import FallCurve
from northspan.core.property.ground.answer import PlaceGround
from northspan.core.property.whole.measured import UNITS, Conditions, Measured, What, WhatRan
from northspan.core.property.whole.prepared import Prepared
from northspan.core.property.whole.readings import Limit, ReadingRules
from northspan.core.property.whole.solution import Solution
from northspan.core.readings.kinds.electrode import curve_of, electrode_value, lines_wanting
from northspan.core.readings.kinds.torque import maker_torque
from northspan.core.readings.network.loops import loop_ohms
from northspan.core.readings.network.meter import LOW_OHM
from northspan.core.readings.network.of_job import Metered, MeteredOf
from northspan.core.readings.network.spots import UNREAD_A
from northspan.core.readings.taken.circuits_ran import OUTLETS
from northspan.core.readings.taken.spot import accuracy
from northspan.core.readings.told.saying import LOW_IMPEDANCE

Verdict = Literal["as-expected", "off", "far", "none"]
# A reading within two standard deviations is as expected, within four it is off, beyond it is far off.
OFF, FAR = 2.0, 4.0
# A wrench and a hand come this near to the maker's figure.
TORQUE_SHARE = 0.10
# So far past it a screw has stretched or stripped, so far short of it a joint is loose: customary.
TORQUE_FAR = 0.30
# A loop of fewer ohms is no earth: it closes through metal.
METAL_OHM = 1.0
METAL_LOOP = (
    "so few ohms are no ground rod: the clamp is on a loop of metal (a second wire to the same electrode, a pipe that "
    "closes it). Clamp between the last joint and the electrode, and look for what closes it"
)
HOTS_WANTING = "clamp the hot of every circuit on that neutral the same day, under the same loads: then it is judged"
TWO_POLES = "what a two-pole circuit leaves on its neutral its hots do not tell"
ARC_FAULT = "how soon an arc-fault device opens its maker's sheet says; its own button is its test"
TRIED = "say at how many mA it was tried: a time is judged with that alone"
NEED_NOT = "below what it has to open at, it need not open at all"
BLURS = (
    "what the hots on it were read wrong by",
    f"what {number(UNREAD_A)} A drop on its wire, for its hot was not read",
)
# What the property is solved for, by how what ran was told.
RAN: Mapping[WhatRan, str] = {
    "untold": "What ran was not told: {} % of every load taken", "off": "All loads off",
    "as-was": "What ran is not known, as it was: {} % of every load taken", "these": "{} % of every load",
    "main-off": "Main off",
}  # fmt: skip
METHOD = "nodal analysis of the property as wired"


@dataclass(frozen=True, slots=True)
class Judged:
    """A reading judged: its value (a fall of potential's from its curve; None where that is not to be judged), what was
    expected with its working, the band it should lie in (None: open that way), how it lies, what it wants to be judged.
    """

    number: int
    value: float | None
    expected: Figure | None
    low: float | None
    high: float | None
    verdict: Verdict
    curve: FallCurve | None = None
    wanting: str = ""


def judge(
    ready: Prepared, solution: Solution, rules: ReadingRules, readings: Iterable[Measured], meter_of: MeteredOf
) -> tuple[Judged, ...]:
    """Every reading of a job judged, in the order in which they come. ``meter_of`` gives the property under a load."""
    known = _Known(
        ready.entered,
        {p.place: p for p in solution.ground.places},
        {(p.station, c.id): c.breaker_a for p in solution.panels for c in p.circuits},
        {(s.id, c.id): c for s in ready.entered.stations if s.panel is not None for c in s.panel.circuits},
    )
    taken = tuple(readings)
    return tuple(_by_lines(each, taken, _judged(known, rules, meter_of, each)) for each in taken)


@dataclass(frozen=True, slots=True)
class _Known:
    """What readings are held against: the job, its places by id, its circuits and breakers (A) by panel and id."""

    job: Job
    places: Mapping[str, PlaceGround]
    breakers: Mapping[tuple[str, str], float | None]
    circuits: Mapping[tuple[str, str], PanelCircuit]


def _judged(known: _Known, rules: ReadingRules, meter_of: MeteredOf, each: Measured) -> Judged:
    circuit = known.circuits.get((each.at, each.part))
    if each.what in ("amps", "volts", "continuity", "circuit-neutral", *OUTLETS):
        found = _by_network(each, meter_of(each.ran), circuit)
        return _ordinary(known, rules, each, found) if (each.what, each.part) == ("amps", "electrode") else found
    if each.what == "electrode":
        curve = None if each.fall is None else curve_of(each)
        value = electrode_value(each, curve)
        place = known.places.get(each.at)
        if place is None or place.low_ohm is None or place.high_ohm is None:
            return Judged(each.number, value, None, None, None, "none", curve)
        near = accuracy("electrode")
        # A soil by its name has its spread; one that was entered as a figure moves by place and season all the same.
        entered = place.high_ohm - place.low_ohm < 0.01 * place.high_ohm
        share = OFF * (math.hypot(near.instrument, near.model) if entered else near.instrument)
        low, high = place.low_ohm * (1.0 - share), place.high_ohm * (1.0 + share)
        words = f"with {number(round(100.0 * share))} % either way, of the instrument{' and the season' * entered}"
        steps = (
            *place.ohms.steps,
            Step(f"Least of this soil, {words}", low, "ohm", "range of the soil"),
            Step(f"Most of this soil, {words}", high, "ohm", "range of the soil"),
        )
        return _in_band(each.number, value, replace(place.ohms, steps=steps), low, high, curve)
    if each.what == "loop":
        return _by_loop(each, meter_of(Conditions()))
    if each.what == "torque":
        return _by_torque(known.job, rules, each)
    if each.what == "trip-time" and circuit is not None and "gfci" not in circuit.guards:
        return Judged(each.number, each.value, None, None, None, "none", wanting=ARC_FAULT)
    limit = rules.limit(each.what, each.tried_ma)
    if each.what == "trip-time" and limit is None:
        wanting = TRIED if each.tried_ma is None else NEED_NOT
        return Judged(each.number, each.value, None, None, None, "none", wanting=wanting)
    if each.what == "circuit-hot" and limit is not None:
        limit = replace(limit, most=known.breakers.get((each.at, each.part)))
    return Judged(each.number, each.value, None, None, None, "none") if limit is None else _by_limit(each, limit)


def _by_lines(each: Measured, taken: Sequence[Measured], judged: Judged) -> Judged:
    """A reading of electrodes beside how it was taken: held against the soil only where that can be done."""
    if each.what != "electrode" or judged.value is None:
        return judged
    wanting, tells = lines_wanting(each, judged.value, taken)
    return replace(judged, wanting=wanting, verdict=judged.verdict if tells else "none")


def _by_network(each: Measured, metered: Metered, circuit: PanelCircuit | None) -> Judged:
    at = metered.meter.at.get(f"{each.what}/{each.at}/{each.part}")
    if at is None or each.value is None:
        wanting = HOTS_WANTING if circuit is None or circuit.poles == 1 else TWO_POLES
        return Judged(
            each.number, each.value, None, None, None, "none", wanting=wanting if each.what == "circuit-neutral" else ""
        )
    expected = float(metered.meter.read_again(())[at])
    blur = float(metered.meter.blur[at])
    loads = float(metered.meter.by_loads[at]) if each.ran.guessed else 0.0
    sigma = math.hypot(accuracy(each.what).sigma(expected), blur, loads)
    by = (Step(LOW_IMPEDANCE, LOW_OHM, "ohm", "customary"),) if each.what in OUTLETS else ()
    solved = Step(_ran(each.ran, metered), expected, UNITS[each.what], METHOD)
    steps = (*by, solved, _band_step(sigma, each.what, blur, loads))
    return _by_sigma(each.number, each.value, Figure(expected, UNITS[each.what], steps), sigma)


def _ordinary(known: _Known, rules: ReadingRules, each: Measured, found: Judged) -> Judged:
    """A reading on an electrode's wire beside what is customary there, whatever this property's network expects."""
    place = next((p for p in known.job.places if p.id == each.at), None)
    if place is None or each.value is None:
        return found
    shared = any(e.kind == "water-pipe" and e.connected for e in place.grounding.electrodes)
    usual = rules.ordinary_on_electrode(shared)
    most = f"{number(usual.most or 0.0)} A ({usual.why})"
    said = (
        f"ordinary on an electrode's wire, up to {most}"
        if each.value <= (usual.most or 0.0)
        else f"more than is ordinary on an electrode's wire, {most}: look for a loose neutral, a second bond, or what "
        "comes from outside with the main off"
    )
    return replace(found, wanting=said)


def _ran(ran: Conditions, metered: Metered) -> str:
    share = RAN[ran.load].format(number(100.0 * ran.share))
    stations = metered.there.net.stations
    if ran.extra_a and ran.extra_at in stations:
        share += f", {number(ran.extra_a)} A more on leg A of {stations[ran.extra_at].name}"
    hots = len([each for each in ran.circuits if each.amps is not None])
    if hots:
        share += f", {hots} circuit{'s' * (hots > 1)} as the hot was read"
    return f"{share}, the property solved"


def _band_step(sigma: float, what: What, blur: float, loads: float) -> Step:
    near = accuracy(what)
    words = (
        f"One deviation: instrument {number(100.0 * near.instrument)} %, what is not on record "
        f"{number(100.0 * near.model)} %, at least {number(near.floor)} {UNITS[what]}"
        f"{f', and {number(blur)} {UNITS[what]}: {BLURS[what in OUTLETS]}' if blur else ''}"
        f"{f', and {number(loads)} {UNITS[what]}: what ran, which nobody knows' if loads else ''}"
    )
    return Step(words, sigma, UNITS[what], "added as squares")


def _by_sigma(reading: int, value: float, expected: Figure, sigma: float) -> Judged:
    middle = float(expected.value or 0.0)
    off = abs(value - middle) / sigma
    verdict: Verdict = "as-expected" if off <= OFF else "off" if off <= FAR else "far"
    return Judged(reading, value, expected, max(0.0, middle - OFF * sigma), middle + OFF * sigma, verdict)


def _in_band(
    reading: int, value: float | None, expected: Figure, low: float, high: float, curve: FallCurve | None = None
) -> Judged:
    verdict: Verdict = "none"
    if value is not None:
        verdict = "as-expected" if low <= value <= high else "far" if value > 2.0 * high or value < low / 2.0 else "off"
    return Judged(reading, value, expected, low, high, verdict, curve)


def _by_loop(each: Measured, metered: Metered) -> Judged:
    """What a clamp on an electrode's wire measures: the electrode in series with all that leads back to the earth."""
    found = loop_ohms(metered, each.at)
    if found is None or each.value is None:
        return Judged(each.number, each.value, None, None, None, "none")
    own, back = found
    steps = (
        Step("The electrodes of this place", own, "ohm", "soil and electrodes"),
        Step("All that leads back beside them: neutral, the utility's ground, other places", back, "ohm", METHOD),
        Step("The loop that a clamp sees", own + back, "ohm", "in series"),
    )
    near = accuracy("loop")
    judged = _by_sigma(each.number, each.value, Figure(own + back, "ohm", steps), near.sigma(own + back))
    metal = each.value < min(METAL_OHM, 0.5 * (own + back))
    return replace(judged, verdict="far", wanting=METAL_LOOP) if metal else judged


def _by_torque(job: Job, rules: ReadingRules, each: Measured) -> Judged:
    maker, asked = maker_torque(job, each.at, each.part), rules.limit(each.what, None)
    if maker is None or asked is None or each.value is None:
        return Judged(each.number, each.value, None, None, None, "none")
    unit = job.told.torque.sign
    figure = Figure(maker, unit, (Step(asked.why, maker, unit, asked.section),))
    judged = _in_band(each.number, each.value, figure, maker * (1.0 - TORQUE_SHARE), maker * (1.0 + TORQUE_SHARE))
    far = abs(each.value / maker - 1.0) > TORQUE_FAR
    return replace(judged, verdict="far") if far else judged


def _by_limit(each: Measured, limit: Limit) -> Judged:
    asked = limit.least if limit.most is None else limit.most
    if asked is None:
        return Judged(each.number, each.value, None, None, None, "none")
    unit = UNITS[each.what]
    figure = Figure(asked, unit, (Step(limit.why, asked, unit, limit.section),))
    low, high, verdict = limit.least, limit.most, "none"
    if each.value is not None:
        within = (low is None or each.value >= low) and (high is None or each.value <= high)
        verdict = "as-expected" if within else "far"
    return Judged(each.number, each.value, figure, low, high, verdict)  # type: ignore[arg-type]
