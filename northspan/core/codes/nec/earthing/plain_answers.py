"""The questions of the trade on one station's grounding, answered from the job's own figures."""

from collections.abc import Iterable

from northspan.core.book.systems import SYSTEMS
from northspan.core.codes.nec.data import VOCABULARY
from northspan.core.codes.nec.earthing.paired_answers import neutrals_of_pair
from northspan.core.codes.nec.earthing.separate_buildings import against_neutral_as_ground
from northspan.core.figures.units import FOOT_M
from northspan.core.figures.working import Figure, Step, number
from northspan.core.job.run import Run
from northspan.core.physics.network.nodal import EARTH, Branch, ImpedanceNetwork, State
from northspan.core.property.ground.answer import PlainAnswer
from northspan.core.property.ground.asked import Asked
from northspan.core.property.ground.electrodes.ohms import rods_by_thumb
from northspan.core.property.ground.electrodes.soils import place_soil
from northspan.core.property.ground.joins import equipment_path, neutral_node
from northspan.core.property.ground.modes import has_neutral
from northspan.core.property.ground.network.fault import METHOD, first_to_trip, struck
from northspan.core.property.ground.network.nodes import node
from northspan.core.property.ground.network.wired import BOND_OHM

WORTH_A_LOOK_A = 0.5
APART_M = 8.0 * FOOT_M
# Below this a fault finds no way home but through insulation, and its volts to earth are nobody's to say.
FLOATING_A = 0.01


def plain_answers(asked: Asked) -> tuple[PlainAnswer, ...]:
    """Every question that this station gives an answer to."""
    found: list[PlainAnswer | None] = [_rod(asked), _wires(asked), _where(asked)]
    if asked.live:
        found += [_broken(asked), _second(asked), _rod_alone(asked), _clamp(asked), neutrals_of_pair(asked)]
    return tuple(a for a in found if a is not None)


def _rod(a: Asked) -> PlainAnswer:
    place = a.place
    name = next(p.name for p in a.job.places if p.id == place.place)
    asks = f"Rods at {name}?"
    if not place.fed:
        return PlainAnswer(asks, "Nothing feeds it yet", "", place.section, "plain", None)
    if not place.needed:
        more = f"{place.why}. One may be driven all the same; it never takes the place of the equipment ground."
        return PlainAnswer(asks, "Not owed", more, place.section, "plain", None)
    there = ", ".join(e.words for e in place.electrodes) or "nothing there"
    band = ""
    if place.low_ohm is not None and place.high_ohm is not None and isinstance(place.ohms.value, float):
        range_words = f" ({place.low_ohm:.0f} to {place.high_ohm:.0f})" if place.high_ohm > place.low_ohm else ""
        band = f", {number(round(place.ohms.value, 1))} ohm expected{range_words}"
    planned = "planned: " if place.planned else ""
    return PlainAnswer(asks, "Yes", f"{place.why}; {planned}{there}{band}.", place.section, "plain", place.ohms)


def _wires(a: Asked) -> PlainAnswer | None:
    run = a.feed
    if run is None:
        return None
    asks = f"How many wires to {a.name}?"
    hots, neutral = SYSTEMS[run.system].ungrounded, SYSTEMS[run.system].grounded
    words = {2: "Two", 3: "Three", 4: "Four"}
    if run.use == "service":
        more = "Hots and neutral: ahead of the service disconnect the neutral does the ground's work."
        return PlainAnswer(asks, words[hots + neutral], more, "250.24", "plain", None)
    count = words[hots + neutral + 1]
    if not run.cable.no_egc:
        pipe = ", or the steel pipe in its place" if equipment_path(a.there.net, run) == "wire-and-raceway" else ""
        kept = " and a neutral kept off the can" if neutral else ""
        plural = "s" if hots > 1 else ""
        more = f"{hots} hot{plural}{kept}, and an equipment ground{pipe}."
        return PlainAnswer(asks, count, more, "250.32(B)(1), 250.118", "plain", None)
    against = against_neutral_as_ground(a.job, a.there.net, run)
    if not against:
        more = "It stands with no equipment ground, and nothing metal joins the two buildings."
        return PlainAnswer(asks, "It may keep what it has", more, "250.32(B)(1) Exception No. 1", "caution", None)
    more = f"The exception is closed: {'; '.join(against)}."
    return PlainAnswer(asks, f"{count}: one is missing", more, "250.32(B)(1)", "danger", None)


def _where(a: Asked) -> PlainAnswer:
    names = {s.id: s.name for s in a.job.stations}
    island = next((i for i in a.bonds.islands if any(n.split("/")[0] == a.station for n in i.nodes)), None)
    asks = "Where is the neutral bonded?"
    if island is None:
        return PlainAnswer(asks, "No neutral comes here", "", "", "plain", None)
    right = [s for s in a.bonds.belongs if s in island.bonds]
    extra = [s for s in a.bonds.extra if s in island.bonds]
    where = ", ".join(names[s] for s in right)
    if extra:
        also = ", ".join(names[s] for s in extra)
        words = f"{where}, and wrongly at {also}" if right else f"Wrongly at {also}, and not where it belongs"
        return PlainAnswer(asks, words, "One bond to a source.", "250.24(B), 250.30(A)", "danger", None)
    if not right:
        return PlainAnswer(asks, "Nowhere", "No fault to a can would clear.", "250.24(C)", "danger", None)
    return PlainAnswer(asks, f"{where}, and nowhere else", "", "250.24, 250.30", "plain", None)


def _broken(a: Asked) -> PlainAnswer | None:
    run = a.feed
    if run is None:
        return None
    path = equipment_path(a.there.net, run)
    if run.use == "service" or (path == "none" and a.station in a.bonds.closed):
        return _open_neutral(a, run)
    asks = f"If the equipment ground to {a.name} breaks?"
    if path == "none":
        return PlainAnswer(asks, "There is none", "", "250.4(A)(5)", "danger", None)
    state, touch, seconds = _struck(a, f"{'raceway' if path == 'raceway' else 'G'} {run.id}")
    if path == "wire-and-raceway" and seconds is not None:
        more = f"The steel pipe still brings {abs(state.fault_a):.0f} A home: it opens in {_time(seconds)} at most."
        return PlainAnswer(asks, "The pipe carries it", more, "250.118", "plain", _amps(abs(state.fault_a)))
    if seconds is None and abs(state.fault_a) < FLOATING_A and not _source_grounded(a):
        more = "No neutral of its source is grounded: nothing opens, and what a hand finds hangs on the insulation."
        return PlainAnswer(asks, "The can floats with the hot until found", more, "250.4(B), 250.21", "danger", None)
    if seconds is None:
        more = f"A hot on the can draws {abs(state.fault_a):.1f} A through the soil: nothing opens."
        return PlainAnswer(asks, f"Cans at {touch:.0f} V until found", more, "250.4(A)(5)", "danger", _volts(touch))
    more = f"Other metal brings {abs(state.fault_a):.0f} A home: it opens in {_time(seconds)} at most."
    words = f"Cans at {touch:.0f} V for {_time(seconds)} at most"
    return PlainAnswer(asks, words, more, "250.4(A)(5)", "caution", _volts(touch))


def _source_grounded(a: Asked) -> bool:
    """Whether the winding or machine that a station lives on has a neutral that is bonded somewhere."""
    net, at = a.there.net, a.station
    for run in _upstream(a):
        at = run.from_station
        if net.stations[at].transformer is not None:
            break
    delivered, neutral = net.delivers.get(at), neutral_node(net, at, True)
    grounded = delivered is not None and SYSTEMS[delivered].grounded > 0
    return grounded and any(island.bonds and neutral in island.nodes for island in a.bonds.islands)


def _open_neutral(a: Asked, run: Run) -> PlainAnswer | None:
    if SYSTEMS[run.system].ungrounded < 2 or not has_neutral(run):
        return None
    net, network = a.there.net, _tested(a, a.station).without(f"N {run.id}")
    state = network.state()
    at = {letter: state.node(node(net, a.station, letter)) for letter in ("A", "B", "N", "can")}
    legs = sorted((abs(at["A"] - at["N"]), abs(at["B"] - at["N"])))
    more = (
        f"With the loads as entered and {number(a.test_a)} A more on one leg: the soil, and what metal is shared, "
        f"stands in for the neutral, and every can is {abs(at['can']):.0f} V above it."
    )
    asks, words = f"If the neutral to {a.name} opens?", f"Legs at {legs[0]:.0f} and {legs[1]:.0f} V"
    return PlainAnswer(asks, words, more, "250.24(D)", "caution", _volts(legs[1]))


def _second(a: Asked) -> PlainAnswer | None:
    """Current off the neutral with a second bond, whether it is there or laid for the question."""
    at = a.station if a.station not in a.bonds.closed or a.station in a.bonds.extra else _next_beyond(a)
    run = a.there.mode.feed(a.there.net, at) if at is not None else None
    if at is None or run is None or not has_neutral(run) or a.there.net.stations[at].transformer is not None:
        return None
    network = _tested(a, at)
    there = at in a.bonds.extra
    if not there:
        ends = node(a.there.net, at, "N"), node(a.there.net, at, "can")
        network = network.with_branches(Branch("second bond", *ends, complex(BOND_OHM)))
    state = network.state()
    amps = {b.name: state.amps(b) for b in network.branches}
    legs = sum((amps[f"{leg} {run.id}"] for leg in "AB" if f"{leg} {run.id}" in amps), 0j)
    off = abs(legs + amps.get(f"N {run.id}", 0j))
    total = abs(legs)
    wire = abs(amps.get(f"G {run.id}", 0j) + amps.get(f"raceway {run.id}", 0j))
    figure = Figure(
        off,
        "A",
        (
            Step(f"Unbalance beyond, with {number(a.test_a)} A laid on one leg", total, "A", METHOD),
            Step("Home by the neutral", abs(amps.get(f"N {run.id}", 0j)), "A", METHOD),
            Step("Home by ground wire and pipe of this run", wire, "A", METHOD),
            Step("Off the neutral in all, what a clamp round the circuit reads", off, "A", METHOD),
        ),
    )
    asks = "What does the second bond do?" if there else f"What would a bond at {a.there.net.stations[at].name} do?"
    words = f"{off:.1f} of {total:.1f} A off the neutral"
    more = f"{wire:.1f} A of it on this run's ground; the rest on other metal and in the soil."
    return PlainAnswer(asks, words, more, "250.24(B), 250.142(B)", "danger" if there else "plain", figure)


def _rod_alone(a: Asked) -> PlainAnswer | None:
    run = a.feed
    if run is None:
        return None
    rating = next((r for r in _ratings(a) if r is not None), None)
    own = a.place.ohms.value
    there = a.place.ohms if isinstance(own, float) else _one_rod(a)
    ohms = float(there.value or 0.0)
    hot = node(a.there.net, a.station, "A")
    state = a.faulted.network.faulted(hot, EARTH, ohms)
    amps = abs(state.fault_a)
    seconds, by, _, _ = first_to_trip(a.faulted, a.sized, state, a.station)
    opens = by is not None and seconds is not None and amps > 0.0
    asks = f"Would the rod alone trip {number(rating)} A?" if rating else "Would the rod alone trip the breaker?"
    figure = Figure(amps, "A", (*there.steps, Step("Hot into the soil there", amps, "A", METHOD)))
    words = f"No: {amps:.1f} A, never" if not opens else f"{amps:.0f} A: in {_time(seconds or 0.0)} at most"
    return PlainAnswer(asks, words, "The soil is no path back for a fault.", "250.4(A)(5)", "plain", figure)


def _clamp(a: Asked) -> PlainAnswer | None:
    """What a clamp round all wires of the source's first run reads, and what to make of it."""
    net = a.there.net
    way = list(_upstream(a))
    first = way[-1]
    if not has_neutral(first):
        return None
    tested = has_neutral(way[0])
    network = _tested(a, a.station) if tested else a.there.network
    state = network.state()
    amps = {b.name: state.amps(b) for b in network.branches}
    wires = [amps[f"{leg} {first.id}"] for leg in "ABN" if f"{leg} {first.id}" in amps]
    reads = abs(sum(wires, 0j))
    strays = {b.name: abs(amps[b.name]) for b in network.branches if b.name.startswith(("earth ", "path "))}
    figure = Figure(
        reads,
        "A",
        (
            *(Step(_stray(a, name), value, "A", METHOD) for name, value in strays.items()),
            Step(f"Round all wires to {net.stations[first.to_station].name}", reads, "A", METHOD),
        ),
    )
    extra = [net.stations[s].name for s in sorted(a.bonds.extra)]
    words = (
        f"{reads:.2f} A with {number(a.test_a)} A on one leg" if tested else f"{reads:.2f} A with the loads as entered"
    )
    asks = f"What does a clamp round the wires to {net.stations[first.to_station].name} read?"
    if reads < WORTH_A_LOOK_A:
        more = "Neutral current comes home on the neutral. More than that means a second bond or a bad neutral."
        return PlainAnswer(asks, words, more, METHOD, "plain", figure)
    look = f"Look at {', '.join(extra)}" if extra else "Look for shared metal, a second bond or a bad neutral"
    return PlainAnswer(asks, words, f"That much comes back through soil and metal. {look}.", METHOD, "caution", figure)


def _stray(a: Asked, name: str) -> str:
    kind, _, at = name.partition(" ")
    if kind == "path":
        return next(p.name for p in a.job.metal_paths if p.id == at)
    names = {p.id: p.name for p in a.job.places} | {s.id: s.name for s in a.job.stations}
    return f"Electrodes of {names[at]}"


def _tested(a: Asked, at: str) -> ImpedanceNetwork:
    """The network with the test load on one leg of a station."""
    system = a.there.mode.system(a.there.net, at)
    volts = SYSTEMS[system].to_neutral if system is not None else None
    if volts is None:
        return a.there.network
    ends = node(a.there.net, at, "A"), node(a.there.net, at, "N")
    return a.there.network.with_branches(Branch("test load", *ends, complex(volts / a.test_a)))


def _next_beyond(a: Asked) -> str | None:
    """The first station fed from this one that gets a neutral and has no bond."""
    for run in a.there.net.leaving.get(a.station, ()):
        if has_neutral(run) and run.to_station not in a.bonds.closed and run.to_station in a.there.reached:
            return run.to_station
    return None


def _struck(a: Asked, cut: str) -> tuple[State, float, float | None]:
    """A hot on the can with one branch cut: the state, volts of the can, seconds until a breaker opens."""
    state = struck(a.faulted, a.faulted.network.without(cut), a.station, "line-to-enclosure", 0.0)
    seconds, by, _, _ = first_to_trip(a.faulted, a.sized, state, a.station)
    touch = abs(state.node(node(a.there.net, a.station, "can")))
    return state, touch, seconds if by is not None else None


def _upstream(a: Asked) -> Iterable[Run]:
    at = a.station
    while (run := a.there.mode.feed(a.there.net, at)) is not None:
        yield run
        at = run.from_station


def _ratings(a: Asked) -> Iterable[float | None]:
    return (a.sized[run.id].sizing.breaker_a for run in _upstream(a))


def _one_rod(a: Asked) -> Figure:
    """One common rod in the place's soil, where the place has no electrode."""
    place = next(p for p in a.job.places if p.id == a.place.place)
    return rods_by_thumb(VOCABULARY.electrodes["rod"], place_soil(place, a.job.told), APART_M, a.job.told)[0].ohms


def _amps(amps: float) -> Figure:
    return Figure(amps, "A", (Step("Hot on the can, the wire broken", amps, "A", METHOD),))


def _volts(volts: float) -> Figure:
    return Figure(volts, "V", (Step("Between there and the remote earth", volts, "V", METHOD),))


def _time(seconds: float) -> str:
    """Seconds, minutes or hours, as one would say it."""
    if seconds < 120.0:
        return f"{number(round(seconds, 2 if seconds < 1.0 else 0 if seconds >= 10.0 else 1))} s"
    return f"{seconds / 60.0:.0f} min" if seconds < 7200.0 else f"{seconds / 3600.0:.0f} h"
