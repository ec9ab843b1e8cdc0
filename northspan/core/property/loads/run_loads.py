"""The load of each run: its own where locked, else what is connected and calculated beyond it."""

from collections.abc import Iterable, Mapping
from dataclasses import dataclass, field, replace

from northspan.core.book.systems import SYSTEMS
from northspan.core.figures.working import Step, number
from northspan.core.job.job import Appliance, Converter, Generator, Job, Transformer
from northspan.core.job.load import Load
from northspan.core.job.run import Run
from northspan.core.network.topology import THREE_PHASE, Network
from northspan.core.property.loads.circuit import Circuit
from northspan.core.property.loads.panel_load import circuits_load
from northspan.core.property.loads.place_load import PlaceLoad
from northspan.core.property.loads.rules import LoadBook

PASSING = ("disconnect", "joint")
SUM_OF_LOADS = "sum of what is connected, no demand factor"


@dataclass(frozen=True, slots=True)
class RunLoad:
    """A run's load: A, continuous A, unbalance A (None: not known), power factor, and how it was summed.

    ``beyond`` is the sum (A) also where the run's own load is locked. ``by_place`` is the part of ``amps`` that comes
    from each place's load calculation, so that a panel whose calculation includes that place leaves it out.
    ``circuit`` is what the appliances at its far end ask of it, ``unbalance_a`` (A; None: not known) what is entered of
    unbalance: a calculated load is taken as balanced, though its neutral is made for more.
    """

    amps: float
    continuous_amps: float
    neutral_amps: float | None
    pf: float
    steps: tuple[Step, ...]
    beyond: float
    by_place: Mapping[str, float] = field(default_factory=dict)
    circuit: Circuit | None = None
    unbalance_a: float | None = None


@dataclass(frozen=True, slots=True)
class _Part:
    """One load that adds to a run, with the steps that say where it comes from."""

    load: RunLoad
    steps: tuple[Step, ...]


def run_loads(book: LoadBook, job: Job, net: Network, places: Iterable[PlaceLoad]) -> Mapping[str, RunLoad]:
    """The load of every run, by id, from the far ends inward.

    A place's calculated load lands at its main panel and takes the place of what hangs on that panel's own circuits.
    Everything else adds arithmetically whatever its phase or leg, which never comes out low; the power factor is
    the mean by amperes.
    """
    calculated = {p.station: p for p in places if p.drives and p.station is not None}
    driven = {p.place for p in calculated.values()}
    alone = {p.place: at for at, p in calculated.items() if _is_circuit(net, at)}
    equipment = _appliance_loads(book, job, net, driven, alone)
    found: dict[str, RunLoad] = {}
    homes = {p.id: p for p in job.places}
    for run in reversed(net.order):
        station = net.stations[run.to_station]
        here = calculated.get(station.id) if station.id not in equipment or station.place not in alone else None
        parts = [] if here is None else [_calculated(here)]
        if station.load is not None:
            own = _of_load(station.load)
            if station.load.in_calculation and station.place in driven:
                own = replace(own, by_place={station.place: own.amps})
            if station.id in equipment:
                own = replace(own, circuit=equipment[station.id].circuit)
            parts.append(_Part(own, (Step(station.name, own.amps, "A", "entered"),)))
        elif station.id in equipment and here is None:
            own = equipment[station.id]
            parts.append(_Part(own, own.steps))
        elif here is None and (hung := circuits_load(book, homes[station.place], station, run.system)) is not None:
            by_place = {station.place: hung.amps} if station.place in driven else {}
            own = RunLoad(hung.amps, hung.continuous_amps, hung.unbalance_a, 1.0, hung.steps, hung.amps, by_place)
            parts.append(_Part(replace(own, unbalance_a=hung.unbalance_a), hung.steps))
        leaving = net.leaving.get(run.to_station, ())
        for each in leaving:
            below = found[each.id]
            if below.amps > 0.0:
                parts += _below(book.cites["less_counted"], net.stations[each.to_station].name, below, here)
        if len(leaving) == 1 and len(parts) == 1 and station.kind in PASSING:
            # A switch or a joint on the way is on the circuit that goes on.
            circuit = found[leaving[0].id].circuit
            parts = [replace(parts[0], load=replace(parts[0].load, circuit=circuit))]
        if station.transformer is not None:
            parts = [_through(part, station.transformer, run) for part in parts]
        if station.converter is not None:
            parts = _converted(book, parts, station.converter, run)
        found[run.id] = _of_run(run, parts)
    for run in net.beside:
        source, first = net.stations[run.from_station].generator, net.fed_by.get(run.to_station)
        if run.to_station not in net.standby and first is not None:
            # Two sources for a leg each carry what hangs on their leg, and the heavier one is what is on record.
            found[run.id] = found[first.id]
        elif source is not None:
            found[run.id] = _of_source(book.cites, run, source)
    return found


def _of_source(cites: Mapping[str, str], run: Run, own: Generator) -> RunLoad:
    """A standby source's feeder carries what the source can give, or the bigger one to come, held by its own
    breaker.
    """
    kw = max(own.kw * own.units, own.later_kw or 0.0)
    volts = SYSTEMS[run.system].volts
    amps = 1000.0 * kw / volts
    steps = [Step(f"{number(kw)} kW ÷ {number(volts)} V, its rating", amps, "A", cites["source_rating"])]
    if own.breaker_a is not None and own.later_kw is None and own.breaker_a < amps:
        amps = own.breaker_a
        steps.append(Step("Held to its own breaker", amps, "A", cites["source_breaker"]))
    return _of_run(run, [_Part(RunLoad(amps, 0.0, None, 1.0, tuple(steps), amps), tuple(steps))])


def _through(part: _Part, transformer: Transformer, run: Run) -> _Part:
    """A load behind a transformer as its primary sees it: the same VA at the primary's voltage, none on a neutral."""
    ratio = SYSTEMS[transformer.secondary].volts / SYSTEMS[run.system].volts
    load = part.load
    turned = replace(
        load,
        amps=ratio * load.amps,
        continuous_amps=ratio * load.continuous_amps,
        neutral_amps=0.0,
        unbalance_a=0.0,
        by_place={place: ratio * amps for place, amps in load.by_place.items()},
    )
    volts = f"{number(SYSTEMS[transformer.secondary].volts)} V ÷ {number(SYSTEMS[run.system].volts)} V"
    step = Step(f"{number(load.amps)} A × {volts} through the transformer", turned.amps, "A", "turns ratio")
    return _Part(turned, (*part.steps, step))


def _converted(book: LoadBook, parts: list[_Part], converter: Converter, run: Run) -> list[_Part]:
    """What a phase converter takes: what its plate says, or as many VA as its three lines carry where that is not on
    record; nothing while nothing is known.
    """
    out = sum(part.load.amps for part in parts)
    steps = tuple(step for part in parts for step in part.steps)
    if converter.input_a is not None:
        amps, what, cite = converter.input_a, "Single-phase full-load input on its plate", "entered"
    elif out > 0.0:
        amps = out * SYSTEMS[THREE_PHASE].va_per_amp / SYSTEMS[run.system].va_per_amp
        what, cite = f"√3 × {number(out)} A of three lines; its plate is not on record", "equal VA, no loss"
    else:
        return parts
    circuit = book.loads.converter(converter, amps, out)
    by_place = _summed(part.load.by_place for part in parts)
    turned = {place: amps / out * share for place, share in by_place.items()} if out else {}
    load = RunLoad(amps, 0.0, 0.0, 1.0, (), amps, turned, circuit, 0.0)
    return [_Part(load, (*steps, Step(what, amps, "A", cite)))]


def _is_circuit(net: Network, station: str) -> bool:
    """Whether a place's load lands on equipment at the end of a branch circuit: then it is that circuit's."""
    feed = net.fed_by.get(station)
    return net.stations[station].kind == "equipment" and feed is not None and feed.use == "branch"


def _appliance_loads(
    book: LoadBook, job: Job, net: Network, driven: set[str], alone: Mapping[str, str]
) -> Mapping[str, RunLoad]:
    """The load of every equipment station that appliances of its place stand at, by station; ``alone`` is the only
    station of its place, where all of them stand.
    """
    found: dict[str, RunLoad] = {}
    for place in job.places:
        here: dict[str, list[Appliance]] = {}
        for appliance in place.appliances:
            at = appliance.station or alone.get(place.id)
            if at is not None and at in net.fed_by and not appliance.later:
                here.setdefault(at, []).append(appliance)
        for station, appliances in here.items():
            found[station] = _circuit(book, net.fed_by[station], appliances, place.id if place.id in driven else None)
    return found


def _circuit(book: LoadBook, feed: Run, appliances: list[Appliance], place: str | None) -> RunLoad:
    volts = SYSTEMS[feed.system].va_per_amp
    circuit = book.loads.circuit(appliances, volts)
    va, steps = circuit.va, circuit.steps
    amps = va / volts
    each = {a.id: book.loads.circuit([a], volts).va / volts for a in appliances}
    lasting = sum(each[a.id] for a in appliances if book.loads.is_continuous(a))
    neutral = sum(each[a.id] for a in appliances if a.across == "neutral")
    step = Step(f"{number(va)} VA ÷ {number(volts)} V", amps, "A", book.cites["circuit_load"])
    by_place = {} if place is None else {place: amps}
    return RunLoad(
        amps, min(lasting, amps), min(neutral, amps), 1.0, (*steps, step), amps, by_place, circuit, min(neutral, amps)
    )


def _calculated(place: PlaceLoad) -> _Part:
    method = place.governing()
    assert method is not None
    amps = float(method.amps.value or 0.0)
    neutral = min(method.neutral_amps.value, amps) if isinstance(method.neutral_amps.value, float) else None
    lasting = min(method.continuous_amps, amps)
    steps = (*method.total_va.steps, *method.amps.steps)
    return _Part(RunLoad(amps, lasting, neutral, 1.0, steps, amps, {place.place: amps}, None, 0.0), steps)


def _below(cite: str, name: str, below: RunLoad, here: PlaceLoad | None) -> list[_Part]:
    """What a run that leaves adds to the one that arrives: all of it, or what is not in the calculation ``here``."""
    already = 0.0 if here is None else sum(below.by_place.get(p, 0.0) for p in (here.place, *here.includes))
    if already == 0.0:
        return [_Part(replace(below, circuit=None), (Step(name, below.amps, "A", "entered"),))]
    left = below.amps - already
    if left <= 1e-9:
        return []
    share = left / below.amps
    part = replace(
        below,
        amps=left,
        continuous_amps=share * below.continuous_amps,
        neutral_amps=None if below.neutral_amps is None else share * below.neutral_amps,
        unbalance_a=None if below.unbalance_a is None else share * below.unbalance_a,
        by_place={},
        circuit=None,
    )
    what = f"{name}: {number(below.amps)} A less {number(already)} A counted in Loads"
    return [_Part(part, (Step(what, left, "A", cite),))]


def _summed(parts: Iterable[Mapping[str, float]]) -> Mapping[str, float]:
    total: dict[str, float] = {}
    for part in parts:
        for place, amps in part.items():
            total[place] = total.get(place, 0.0) + amps
    return total


def _of_load(load: Load) -> RunLoad:
    own = load.neutral_amps
    return RunLoad(load.amps, load.continuous_amps, own, load.power_factor, (), load.amps, unbalance_a=own)


def _of_run(run: Run, parts: list[_Part]) -> RunLoad:
    loads = [part.load for part in parts]
    beyond = sum((load.amps for load in loads), 0.0)
    by_place = _summed(load.by_place for load in loads)
    circuit = next((load.circuit for load in loads if load.circuit is not None), None)
    if run.locks.load is not None:
        own = _of_load(run.locks.load)
        step = Step("Locked on this run", own.amps, "A", "locked")
        neutral = _neutral(run, own.amps, own.neutral_amps)
        share = own.amps / beyond if beyond else 0.0
        locked = {place: share * amps for place, amps in by_place.items()}
        return replace(
            own,
            neutral_amps=neutral,
            unbalance_a=neutral,
            steps=(step,),
            beyond=beyond,
            by_place=locked,
            circuit=circuit,
        )
    steps = tuple(step for part in parts for step in part.steps)
    if len(parts) > 1:
        what = " + ".join(number(load.amps) for load in loads)
        steps = (*steps, Step(what, beyond, "A", SUM_OF_LOADS))
    continuous = sum((load.continuous_amps for load in loads), 0.0)
    neutral = _neutral(run, beyond, _all_known([load.neutral_amps for load in loads]))
    unbalance = _neutral(run, beyond, _all_known([load.unbalance_a for load in loads]))
    pf = sum(load.amps * load.pf for load in loads) / beyond if beyond else 1.0
    return RunLoad(beyond, continuous, neutral, pf, steps, beyond, by_place, circuit, unbalance)


def _all_known(parts: list[float | None]) -> float | None:
    known = [part for part in parts if part is not None]
    return sum(known) if len(known) == len(parts) else None


def _neutral(run: Run, amps: float, unbalance: float | None) -> float | None:
    """Unbalance (A) this run puts on the neutral of what feeds it."""
    system = SYSTEMS[run.system]
    if system.neutral_is_return:
        return amps
    if not system.grounded:
        return 0.0
    return None if unbalance is None else min(unbalance, amps)
