"""Each place's electrodes: what is there or planned, ohms, conductors."""

import math
from collections.abc import Mapping, Sequence
from dataclasses import dataclass

from northspan.core.figures.sizes.scale import Scale
from northspan.core.figures.units import FOOT_M, Units
from northspan.core.figures.working import Figure, Step, number
from northspan.core.job.grounding import DRIVEN, Electrode
from northspan.core.job.job import Job, Place, Station
from northspan.core.job.run import Run
from northspan.core.network.sized_run import Hots, SizedRun, area_of, hots_of
from northspan.core.network.topology import SOURCES, Network
from northspan.core.physics.earth.electrodes import chance_below
from northspan.core.property.ground.answer import ElectrodeAnswer, PlaceGround, Tap
from northspan.core.property.ground.earthing import Earthing
from northspan.core.property.ground.electrodes.ohms import (
    ROD_M,
    Grounded,
    depth_m,
    grounded,
    length_m,
    rods_by_thumb,
    together,
)
from northspan.core.property.ground.electrodes.soils import place_soil
from northspan.core.property.ground.modes import is_line_side, is_service_equipment

PLANNED = "planned"
PLANNED_APART_M = 8.0 * FOOT_M
CLEAR_M, HALF_PLATE_M = 2.0 * FOOT_M, 0.5 * FOOT_M


@dataclass(frozen=True, slots=True)
class Supplied:
    """How a place gets its power: whether service conductors end there, the runs that end there, what stands ahead of
    them on the line side in one common set each, and the sources of its own that nothing else feeds.
    """

    service: bool
    runs: tuple[Run, ...]
    common: tuple[Run, ...] = ()
    own_sources: tuple[str, ...] = ()

    @property
    def fed(self) -> bool:
        """Whether anything brings power."""
        return self.service or bool(self.runs) or bool(self.own_sources)


def supplied(net: Network, place: str) -> Supplied:
    """The runs that enter a place, its service first."""
    entering: list[Run] = []
    common: dict[str, Run] = {}
    service = False
    for run in net.order:
        end = net.stations[run.to_station]
        if end.kind == "joint":
            continue
        start = _past_joints(net, run)
        ends_service = end.place == place and is_service_equipment(net, end.id)
        service = service or ends_service
        if ends_service or (end.place == place and start.place != place and not is_line_side(net, end.id)):
            entering.append(run)
        if ends_service:
            common |= {r.id: r for r in net.upstream(start.id)}
    own = tuple(
        s.id
        for s in net.stations.values()
        if s.place == place and s.kind in SOURCES and s.id in net.leaving and s.id not in net.fed_by
    )
    return Supplied(service, tuple(entering), tuple(common.values()), own)


def _past_joints(net: Network, run: Run) -> Station:
    """What a run starts from, a joint on its way being only wire."""
    start = net.stations[run.from_station]
    while start.kind == "joint" and start.id in net.fed_by:
        start = net.stations[net.fed_by[start.id].from_station]
    return start


def landing_station(job: Job, place: str) -> Station | None:
    """The station of a place that its electrodes land on: the first that anything feeds, in the order of the job."""
    rank = {"service-disconnect": 0, "transfer-switch": 1, "panelboard": 1, "disconnect": 1}
    here = [s for s in job.stations if s.place == place and s.kind not in ("utility", "meter", "joint")]
    fed = {run.to_station: run.from_station for run in job.runs}
    places = {s.id: s.place for s in job.stations}
    entering = [s for s in here if s.id in fed and places[fed[s.id]] != place]
    return min(entering or here, key=lambda s: rank.get(s.kind, 2), default=None)


def electrodes_of(rules: Earthing, job: Job, place: Place, needed: bool) -> tuple[tuple[Electrode, ...], bool]:
    """A place's electrodes, and whether they are only planned: where none are on record and nobody has looked, the
    metal water line that the walk found, which must be used, and rods, as many as the book plans.
    """
    own = place.grounding.electrodes
    if own or place.grounding.seen or not needed:
        return own, False
    many = rules.rods_planned(job.house_rules)
    pipe = Electrode(id=f"{PLANNED}-pipe", kind="water-pipe", metal="copper", state="stays")
    rods = Electrode(id=PLANNED, kind="rod", count=many, spacing=PLANNED_APART_M, length=ROD_M)
    return ((pipe, rods) if place.water_pipe == "metal" else (rods,)), True


def place_grounds(rules: Earthing, job: Job, net: Network, sized: Mapping[str, SizedRun]) -> tuple[PlaceGround, ...]:
    """Every place with its electrodes, ohms and conductors, in the order of the job."""
    return tuple(_place(rules, job, net, sized, place) for place in job.places)


def place_ohms(grounds: Sequence[PlaceGround]) -> dict[str, float]:
    """Ohms to earth (at the middle of the soil's band) of every place that has electrodes."""
    return {g.place: g.ohms.value for g in grounds if isinstance(g.ohms.value, float)}


def _place(rules: Earthing, job: Job, net: Network, sized: Mapping[str, SizedRun], place: Place) -> PlaceGround:
    supply = supplied(net, place.id)
    fed = supply.fed
    needed, why, section = rules.electrodes_needed(supply.service, supply.runs, bool(supply.own_sources))
    if place.kind == "yard" and not fed:
        needed = False
    soil = place_soil(place, job.told)
    electrodes, planned = electrodes_of(rules, job, place, needed)
    origin = _origin(place)
    parts = [grounded(e, soil, origin, job.told) for e in electrodes]
    joined = [
        p for p in parts if p.electrode.connected and p.electrode.kind != "gas-pipe" and not is_gone(place, p.electrode)
    ]
    ohms, low, high = Figure(None, "ohm", ()), None, None
    chance = Figure(None, "%", ())
    if joined:
        ohms, low, high = together(joined, soil, job.told)
        chance = _chance(rules.enough_ohm, low, high)
    rods = [e for e in electrodes if e.kind in DRIVEN]
    spacing = next((e.spacing for e in rods if e.spacing), PLANNED_APART_M)
    entering = [(run, own) for run in supply.runs if (own := hots_of(sized[run.id])) is not None]
    hots = _incoming(rules.scale, net, sized, supply) or [own for _, own in entering]
    largest = max(entering, key=lambda each: rules.scale.rank(each[1].size), default=None)
    made_of = place.grounding.conductor.metal
    serving = [e for e in electrodes if e.connected and rules.electrode_counts(e) and not is_gone(place, e)]
    lands = landing_station(job, place.id)
    return PlaceGround(
        place.id,
        lands.id if lands is not None else None,
        fed,
        needed,
        why,
        section,
        planned,
        tuple(_electrode(rules, job.told, place, p, planned, hots) for p in parts),
        soil.answer,
        ohms,
        low,
        high,
        rules.enough_ohm,
        chance,
        rods_by_thumb(rules.electrodes["rod"], soil, spacing, job.told) if fed else (),
        rules.electrode_conductor(hots, made_of, serving) if needed and hots else None,
        _taps(rules, sized, supply, place, serving),
        rules.water_jumper(largest[1], sized[largest[0].id].sizing.breaker_a, supply.service)
        if place.grounding.water_piping and largest is not None
        else None,
        _wants_intersystem(place, supply, needed),
    )


def _incoming(scale: Scale, net: Network, sized: Mapping[str, SizedRun], supply: Supplied) -> list[Hots]:
    """The hots that the electrode conductor goes by: of a service those that end at its disconnects, all together, or a
    common set ahead of them where that is more; what leaves a source of the place's own.
    """
    if supply.own_sources:
        leaving = [run for source in supply.own_sources for run in net.leaving.get(source, ())]
        return [own for run in leaving if (own := hots_of(sized[run.id])) is not None]
    if not supply.service:
        return []
    ends = [own for run in supply.runs if (own := hots_of(sized[run.id])) is not None]
    ahead = [own for run in supply.common if (own := hots_of(sized[run.id])) is not None]
    return max([ends, *([own] for own in ahead)], key=lambda hots: area_of(scale, hots))


def _chance(limit: float, low: float, high: float) -> Figure:
    if high <= low:
        return Figure(None, "%", (Step("Known as of one day: no band to draw a chance from", None, "%", "entered"),))
    share = 100.0 * chance_below(limit, low, high)
    steps = (
        Step("At the soil's low end, one site in ten lower", low, "ohm", "range of the soil"),
        Step("At its high end, one site in ten higher", high, "ohm", "range of the soil"),
        Step(f"Chance of {number(limit)} ohm or less", share, "%", "log-normal, Φ(ln(limit/m)/σ)"),
    )
    return Figure(share, "%", steps)


def _origin(place: Place) -> tuple[float, float]:
    """Where rods go unless told otherwise: two feet south of the building's south-west corner."""
    foot = place.footprint
    return (foot.x, foot.y - CLEAR_M) if foot is not None else (0.0, 0.0)


def _electrode(
    rules: Earthing, told: Units, place: Place, part: Grounded, planned: bool, hots: Sequence[Hots]
) -> ElectrodeAnswer:
    e = part.electrode
    flat = e.kind not in (*DRIVEN, "structural-metal") or e.placing == "trench"
    top = depth_m(e) if flat else 0.0
    slant = math.radians(e.slant_deg or 0.0) if e.placing == "slanted" else 0.0
    bottom = top if flat else length_m(e) * math.cos(slant)
    if e.kind == "plate":
        top, bottom = top - HALF_PLATE_M, top + HALF_PLATE_M
    many = f"{e.count} " if e.count > 1 else ""
    plural = "s" if e.count > 1 else ""
    size = "" if e.kind == "plate" else f", {told.length.said(length_m(e))}"
    words = f"{many}{rules.electrodes[e.kind]}{plural}{size}"
    gone = is_gone(place, e)
    counts = rules.electrode_counts(e) and not gone
    ohms = Figure(None, "ohm", (Step("The line is plastic now", None, "ohm", "entered"),)) if gone else part.ohms
    own = rules.electrode_conductor(hots, place.grounding.conductor.metal, [e]) if hots and counts else None
    at = tuple((told.length.of(x), told.length.of(y)) for x, y in part.at)
    return ElectrodeAnswer(e.id, words, planned, counts, ohms, at, told.length.of(top), told.length.of(bottom), own)


def is_gone(place: Place, e: Electrode) -> bool:
    """Whether a water pipe that was an electrode no longer reaches the earth."""
    return e.kind == "water-pipe" and place.water_pipe in ("plastic", "metal-to-plastic")


def _taps(
    rules: Earthing, sized: Mapping[str, SizedRun], supply: Supplied, place: Place, electrodes: Sequence[Electrode]
) -> tuple[Tap, ...]:
    """Where several service disconnects share one electrode conductor: the tap to each, by its own conductors."""
    services = [run for run in supply.runs if run.use == "service"]
    if len(services) < 2:
        return ()
    made_of = place.grounding.conductor.metal
    each = [(run.to_station, hots_of(sized[run.id])) for run in services]
    return tuple(Tap(at, rules.electrode_conductor([hots], made_of, electrodes)) for at, hots in each if hots)


def _wants_intersystem(place: Place, supply: Supplied, needed: bool) -> bool:
    """Whether a terminal for bonding communications belongs here: at the service, and at a building's disconnect."""
    return needed and (supply.service or place.kind != "yard")
