"""A fault dropped on the property: its current, the breaker's time, and the volts between hand and earth."""

from collections.abc import Callable, Iterable, Mapping
from dataclasses import dataclass
from typing import Literal

from northspan.core.book.systems import SYSTEMS
from northspan.core.figures.working import Figure, Step, number
from northspan.core.job.run import Run
from northspan.core.network.sized_run import SizedRun
from northspan.core.network.topology import Network
from northspan.core.physics.network.nodal import EARTH, ImpedanceNetwork, State
from northspan.core.property.ground.answer import StationFault
from northspan.core.property.ground.found import Wired
from northspan.core.property.ground.modes import Mode, has_neutral
from northspan.core.property.ground.network.nodes import LINES, node

FaultKind = Literal["none", "line-to-enclosure", "line-to-neutral", "line-to-earth"]
EquipmentGround = Literal["whole", "broken", "missing"]
METHOD = "nodal analysis of the property as wired"
EARTH_CONTACT_OHM = 25.0
ADDED = "added as phasors: what comes home another way"
WHERE = {"line-to-enclosure": "enclosure", "line-to-neutral": "grounded"}


@dataclass(frozen=True, slots=True)
class StationState:
    """A station in a state: volts of its enclosure to the remote earth, of its legs to its neutral, of leg to leg."""

    station: str
    reached: bool
    touch_v: Figure
    leg_a_v: Figure | None
    leg_b_v: Figure | None
    leg_c_v: Figure | None
    line_v: Figure | None


@dataclass(frozen=True, slots=True)
class RunState:
    """Currents of a run (A): hots, neutral, equipment ground, raceway, and what a clamp round all its circuit wires
    would read: what comes home another way, with the working of all. ``equipment_home``: the equipment ground's flows
    toward the source.
    """

    run: str
    a: float
    b: float
    c: float
    neutral: float
    equipment: float
    raceway: float
    residual: Figure
    equipment_home: bool


@dataclass(frozen=True, slots=True)
class Stray:
    """Current (A) of an electrode, by its place or utility station, or of a metal path, by its id."""

    id: str
    amps: float


@dataclass(frozen=True, slots=True)
class FaultState:
    """The property with a fault, or as it runs: amperes, seconds until a breaker opens (None: none need ever)."""

    amps: Figure
    seconds: Figure
    breaker: str | None
    stations: tuple[StationState, ...]
    runs: tuple[RunState, ...]
    earths: tuple[Stray, ...]
    paths: tuple[Stray, ...]


def cut(there: Wired, station: str, equipment: EquipmentGround, open_neutral: str | None) -> ImpedanceNetwork:
    """The network with the equipment ground of a station's feed broken (its wire) or missing (its raceway too), and
    the neutral of a run open.
    """
    names = [] if open_neutral is None else [f"N {open_neutral}"]
    feed = there.mode.feed(there.net, station)
    if feed is not None and equipment != "whole":
        names.append(f"G {feed.id}")
        if equipment == "missing":
            names.append(f"raceway {feed.id}")
    return there.network.without(*names) if names else there.network


def struck(there: Wired, network: ImpedanceNetwork, station: str, kind: FaultKind, earth_ohm: float) -> State:
    """One hot of a station on its enclosure, its neutral, or the earth through ``earth_ohm`` (ohm)."""
    hot = node(there.net, station, "A")
    if kind == "none":
        return network.state()
    return network.faulted(hot, _struck_node(there, station, kind), earth_ohm if kind == "line-to-earth" else 0.0)


def _struck_node(there: Wired, station: str, kind: FaultKind) -> str:
    if kind == "line-to-earth":
        return EARTH
    return node(there.net, station, "can" if kind == "line-to-enclosure" else "N")


def first_to_trip(
    there: Wired, sized: Mapping[str, SizedRun], state: State, station: str
) -> tuple[float | None, Run | None, float, float]:
    """The breaker between a station and its source that opens first: seconds, its run, its rating and current (A).

    The breaker of service conductors and of a tap stands at their far end, taken as ahead of the fault.
    """
    best: tuple[float | None, Run | None, float, float] = (None, None, 0.0, 0.0)
    amps_of = state.magnitudes()
    for run in upstream(there.net, there.mode, station):
        rating = sized[run.id].sizing.breaker_a
        amps = max(amps_of.get(f"{letter} {run.id}", 0.0) for letter in LINES)
        # A device that stands further ahead is met again on the way, where its own current flows.
        if rating is None or not sized[run.id].guard.own:
            continue
        seconds = there.clearing_s(sized[run.id].guard.kind, rating, amps)
        if seconds is not None and (best[0] is None or seconds < best[0]):
            best = (seconds, run, rating, amps)
        elif best[1] is None and (best[2] == 0.0 or amps / rating > best[3] / best[2]):
            best = (None, None, rating, amps)
    return best


def upstream(net: Network, mode: Mode, station: str) -> Iterable[Run]:
    """The runs between a station and its source in a mode, nearest first."""
    while (run := mode.feed(net, station)) is not None:
        yield run
        station = run.from_station


def fault_state(
    there: Wired,
    sized: Mapping[str, SizedRun],
    station: str,
    kind: FaultKind,
    equipment: EquipmentGround,
    open_neutral: str | None,
    earth_ohm: float = EARTH_CONTACT_OHM,
) -> FaultState:
    """Everything of one state, for showing; as it runs where a hot is to meet a neutral that does not come here."""
    network = cut(there, station, equipment, open_neutral)
    feed = there.mode.feed(there.net, station)
    if kind == "line-to-neutral" and (feed is None or not has_neutral(feed)):
        kind = "none"
    state = struck(there, network, station, kind, earth_ohm)
    seconds, run, rating, amps = first_to_trip(there, sized, state, station)
    fault = abs(state.fault_a)
    steps: tuple[Step, ...] = ()
    clock: tuple[Step, ...] = ()
    if kind != "none":
        sound, struck_at = network.state(), _struck_node(there, station, kind)
        volts = abs(sound.node(node(there.net, station, "A")) - sound.node(struck_at))
        loop = volts / fault if fault > 0.0 else None
        hot = there.words["ungrounded"].capitalize()
        where = there.words[WHERE[kind]] if kind in WHERE else "remote earth"
        steps = (
            Step(f"{hot} to the {where} before the fault", volts, "V", METHOD),
            Step("All that stands in its way", loop, "ohm", "Thévenin impedance, Z = Y⁻¹"),
            Step("The one over the other", fault, "A", METHOD),
        )
        clock = tuple(_clock(there, run, rating, amps, seconds))

    def through(name: str) -> complex:
        found = network.branch(name)
        return 0j if found is None else state.amps(found)

    runs = tuple(_run_state(each.id, through, there.words) for each in (*there.net.order, *there.net.beside))
    earths = tuple(_strays(network, state, "earth"))
    paths = tuple(_strays(network, state, "path"))
    names = {s: there.net.stations[s].name for s in there.net.stations}
    return FaultState(
        Figure(fault if kind != "none" else None, "A", steps),
        Figure(seconds if kind != "none" else None, "s", clock),
        names[run.to_station] if run is not None and kind != "none" else None,
        tuple(_station_state(there, state, s) for s in there.net.stations if there.net.stations[s].kind != "utility"),
        runs,
        earths,
        paths,
    )


def _strays(network: ImpedanceNetwork, state: State, what: str) -> Iterable[Stray]:
    for branch in network.branches:
        kind, _, at = branch.name.partition(" ")
        if kind == what:
            yield Stray(at, abs(state.amps(branch)))


def _clock(there: Wired, run: Run | None, rating: float, amps: float, seconds: float | None) -> Iterable[Step]:
    if rating == 0.0:
        what = f"No {there.words['device']} of this job stands ahead of it: the {there.words['supplier']}'s own fuse"
        yield Step(what, None, "", "")
        return
    what = f"{number(amps)} A ÷ {number(rating)} A" + (
        f", {there.words['device']} to {there.net.stations[run.to_station].name}" if run else ""
    )
    yield Step(what, amps / rating, "× rating", "current over rating")
    words = there.words["clearing" if seconds is not None else "clearing_never"]
    yield Step(words, seconds, "s", there.words["clearing_cite"])


def _run_state(run: str, through: Callable[[str], complex], words: Mapping[str, str]) -> RunState:
    a, b, c, n = (through(f"{letter} {run}") for letter in (*LINES, "N"))
    g, steel = through(f"G {run}"), through(f"raceway {run}")
    left, hot = abs(a + b + c + n), words["ungrounded"].capitalize()
    steps = (
        Step(f"{hot} A", abs(a), "A", METHOD),
        Step(f"{hot} B", abs(b), "A", METHOD),
        Step(f"{hot} C", abs(c), "A", METHOD),
        Step(words["grounded"].capitalize(), abs(n), "A", METHOD),
        Step(words["protective"].capitalize(), abs(g), "A", METHOD),
        Step(words["steel_raceway"].capitalize(), abs(steel), "A", METHOD),
        Step(f"{hot}s and {words['grounded']} {ADDED}", left, "A", "Kirchhoff's current law"),
    )
    kept = tuple(step for step in steps if step.value)
    home = (g * a.conjugate()).real <= 0.0
    return RunState(run, abs(a), abs(b), abs(c), abs(n), abs(g), abs(steel), Figure(left, "A", kept), home)


def _station_state(there: Wired, state: State, station: str) -> StationState:
    at = {x: state.node(node(there.net, station, x)) for x in ("A", "B", "N", "can")}
    reached = station in there.reached
    system = there.mode.system(there.net, station) if reached else None
    wiring = SYSTEMS[system] if system is not None else None
    letters = wiring.letters if wiring is not None else ""
    if "C" in letters:
        at["C"] = state.node(node(there.net, station, "C"))
    hot, neutral = there.words["ungrounded"], there.words["grounded"]
    first = hot.capitalize()

    def leg(letter: str) -> Figure | None:
        if wiring is None or wiring.to_neutral is None or letter not in letters:
            return None
        return _between(f"{first} {letter} to {neutral}", at[letter] - at["N"])

    return StationState(
        station,
        reached,
        _touch(there, state, station, abs(at["can"])),
        leg("A"),
        leg("B"),
        leg("C"),
        _between(f"{first} A to {hot} B", at["A"] - at["B"]) if len(letters) > 1 else None,
    )


def _between(what: str, volts: complex) -> Figure:
    return Figure(abs(volts), "V", (Step(f"{what}, difference of the two nodes", abs(volts), "V", METHOD),))


def _touch(there: Wired, state: State, station: str, volts: float) -> Figure:
    """Volts of an enclosure above remote earth, with the rise along every run from the source to it."""
    net = there.net
    way = list(upstream(net, there.mode, station))[::-1]
    source = way[0].from_station if way else station
    at = node(net, source, "can" if net.stations[source].kind != "utility" else "N")
    steps = [Step(f"{net.stations[source].name}, above remote earth", abs(state.node(at)), "V", METHOD)]
    for run in way:
        to = node(net, run.to_station, "can")
        rise = abs(state.node(to) - state.node(at))
        steps.append(Step(f"Rise from there to {net.stations[run.to_station].name}", rise, "V", METHOD))
        at = to
    steps.append(
        Step(f"Added as phasors: hand on the {there.words['enclosure']}, feet on remote earth", volts, "V", METHOD)
    )
    return Figure(volts, "V", tuple(steps))


def station_faults(there: Wired, sized: Mapping[str, SizedRun]) -> tuple[StationFault, ...]:
    """One hot on the enclosure of every station that has one, all as it is wired."""
    found = []
    for station in there.net.stations.values():
        if station.id not in there.reached or station.kind == "utility" or station.id in there.mode.sources:
            continue
        state = struck(there, there.network, station.id, "line-to-enclosure", EARTH_CONTACT_OHM)
        seconds, run, _, _ = first_to_trip(there, sized, state, station.id)
        name = there.net.stations[run.to_station].name if run is not None else ""
        touch = abs(state.node(node(there.net, station.id, "can")))
        found.append(StationFault(station.id, abs(state.fault_a), seconds, name, touch))
    return tuple(found)
