"""Faults of bonds: neutral and can joined where they belong and nowhere else in every mode; unbroken ways back.

250.24, 250.28, 250.30, 250.32(B), 250.142(B), 250.148, 408.40. A fix here mends its own finding; ``bonding`` tries it.
"""

from collections.abc import Callable, Iterable, Mapping

from northspan.core.book.systems import SYSTEMS
from northspan.core.codes.nec.data import INSULATIONS
from northspan.core.codes.nec.earthing.separate_buildings import against_neutral_as_ground
from northspan.core.document.finding import Finding, Fix
from northspan.core.job.job import Station
from northspan.core.job.run import Run
from northspan.core.network.topology import SOURCES
from northspan.core.physics.raceway.steel import is_steel
from northspan.core.property.ground.bonded import Bonded
from northspan.core.property.ground.found import Bonds
from northspan.core.property.whole.book import WholeBook
from northspan.core.property.whole.fixes import fields_fix
from northspan.core.run.sized import Change

OUT: Mapping[str, object] = {"bonding/neutral": "none"}
SCREW: Mapping[str, object] = {"bonding/neutral": "screw"}


def find(book: WholeBook, w: Bonded) -> Iterable[Finding]:
    """Every fault of a job's bonds, each said once for all modes it holds in."""
    yield from _extra(w)
    yield from _missing(w)
    yield from _floating(w)
    yield from _no_way_back(w)
    yield from _three_wires(book, w)


def _extra(w: Bonded) -> Iterable[Finding]:
    """A neutral bonded where no bond belongs."""
    for station, modes in _by_station(w, lambda b: b.extra).items():
        own = w.net.stations[station]
        if own.kind in SOURCES:
            yield _extra_at_source(w, own, modes)
            continue
        yield Finding(
            "bond-extra",
            "danger",
            "250.24(B), 250.142(B)",
            f"{own.name}: neutral bonded to the can{modes}",
            "Neutral current comes home on the equipment ground, the cans and every pipe between, and they all carry "
            "voltage when the neutral opens. One bond to a source, and it is not this one.",
            station=station,
            place=own.place,
            fixes=(_fix(w, station, f"Take out the bonding {own.bonding.neutral or 'screw'} in {own.name}", OUT),),
        )


def _extra_at_source(w: Bonded, own: Station, modes: str) -> Finding:
    ways = (*w.net.standby.items(), *w.net.second_leg.items())
    switches = [to for to, run in ways if run.from_station == own.id and w.net.stations[to].transfer is not None]
    fixes = [_fix(w, own.id, f"Take out the bond in {own.name}", OUT)]
    if not any(_kit(w.net.stations[s]) for s in switches):
        values = {"transfer/switches_neutral": True}
        fixes += [_fix(w, s, f"Let {w.net.stations[s].name} switch the neutral", values) for s in switches]
    return Finding(
        "bond-extra",
        "danger",
        "250.30(A), 250.24(B)",
        f"{own.name}: bonded, with a neutral that is bonded already{modes}",
        "The transfer switch leaves the neutral whole, so this source is not separately derived: its neutral has its "
        "bond at the service. A second one puts neutral current on the equipment ground.",
        station=own.id,
        place=own.place,
        fixes=tuple(fixes),
    )


def _kit(switch: Station) -> bool:
    """Whether what changes the source is a kit on a panel's main, which never opens a neutral."""
    return switch.transfer is None or switch.transfer.form == "interlock"


def _missing(w: Bonded) -> Iterable[Finding]:
    """A source whose neutral is bonded nowhere: no fault to a can would ever clear."""
    found: dict[str, list[str]] = {}
    for mode, bonds in w.modes:
        for island in bonds.missing:
            at = island.services[0] if island.services else island.derived[0]
            found.setdefault(at, []).append(mode.name)
    for at, names in found.items():
        own = w.net.stations[at]
        service = w.net.fed_by.get(at)
        at_service = service is not None and service.use == "service"
        yield Finding(
            "bond-missing",
            "danger",
            "250.24(C), 250.28" if at_service else "250.30(A)(1)",
            f"{own.name}: no bond between neutral and can{_in_modes(w, names)}",
            "A hot on any can has no path back but the soil, and no breaker opens. "
            + ("The main bonding jumper belongs here." if at_service else "Its system bonding jumper belongs here."),
            station=at,
            place=own.place,
            fixes=(_fix(w, at, f"Put the bonding screw in {own.name}", SCREW),),
        )


def _floating(w: Bonded) -> Iterable[Finding]:
    for own in w.job.stations:
        if own.bonding.ground_bar == "floating":
            yield Finding(
                "bar-floating",
                "danger",
                "250.148, 408.40",
                f"{own.name}: ground bar not joined to the can",
                "With the bonding screw out, the ground bar is bolted to the can by itself; left on its insulators it "
                "leaves the can with nothing.",
                station=own.id,
                place=own.place,
                fixes=(
                    _fix(w, own.id, f"Bolt the ground bar to the can of {own.name}", {"bonding/ground_bar": "bonded"}),
                ),
            )


def _no_way_back(w: Bonded) -> Iterable[Finding]:
    """An enclosure that no metal joins to its source, for another reason than a missing bond or a floating bar."""
    said = {at for _, b in w.modes for i in b.missing for at in (n.split("/")[0] for n in i.nodes)}
    for station, modes in _by_station(w, lambda b: b.mode.live - b.way_back).items():
        own = w.net.stations[station]
        feed = w.net.fed_by.get(station) or w.net.standby.get(station)
        floating = any(
            w.net.stations[s].bonding.ground_bar == "floating"
            for s in (station, *(r.from_station for r in w.net.upstream(station)))
        )
        if station in said or floating or own.kind == "utility" or feed is None or _ungrounded_service(w, feed):
            continue
        broken = _first_without(w, station)
        kept = broken is not None and broken.to_station in w.joins.kept
        fixes: tuple[Fix, ...] = ()
        if kept and broken is not None:
            fixes = (
                _fix(w, broken.to_station, f"Put the bonding screw in {w.net.stations[broken.to_station].name}", SCREW),
            )
        elif broken is not None:
            fixes = (fields_fix(w.job.runs.index(broken), fourth_wire(broken)),)
        elif feed.use == "service":
            fixes = (_fix(w, station, f"Put the bonding screw in {own.name}", SCREW),)
        yield Finding(
            "no-way-back",
            "danger",
            "250.4(A)(5), 250.32(B)(1)" if broken else "250.92(A), 250.4(A)(5)",
            f"{own.name}: no metal way back to the source{modes}",
            "A hot on this can is held up by the earth alone: the breaker stays in and the can stays live.",
            run=broken.id if broken else None,
            station=station,
            place=own.place,
            fixes=fixes,
        )


def _ungrounded_service(w: Bonded, feed: Run) -> bool:
    """Whether a run is a service that brings no neutral: its cans are bonded to earth and to each other, 250.24(E)."""
    return feed.use == "service" and SYSTEMS[feed.system].grounded == 0


def _first_without(w: Bonded, station: str) -> Run | None:
    """The nearest run toward the source that brings no equipment ground, wire or pipe."""
    for run in w.net.upstream(station):
        if run.use != "service" and not w.net.has_equipment_wire(run) and not is_steel(run.cable.raceway):
            return run
    return None


def _three_wires(book: WholeBook, w: Bonded) -> Iterable[Finding]:
    """A run without an equipment ground: outside the exception, or within it with its conditions."""
    for at, run in enumerate(w.job.runs):
        end = w.net.stations[run.to_station]
        if not run.cable.no_egc or run.use == "service":
            continue
        against = against_neutral_as_ground(w.job, w.net, run)
        apart = w.net.stations[run.from_station].place != end.place
        if not against and not apart:
            yield Finding(
                "frame-on-neutral",
                "note",
                "250.140(B)",
                f"{end.name} may keep its frame on the neutral",
                "The circuit of a range or dryer that stands may keep its three wires. A new one, or one that is moved "
                "or extended, has four.",
                run=run.id,
                station=end.id,
                place=end.place,
            )
            continue
        if not against:
            yield Finding(
                "three-wire-kept",
                "advice" if next(p for p in w.job.places if p.id == end.place).is_dwelling else "note",
                "250.32(B)(1) Exception No. 1",
                f"{end.name} may keep its three wires",
                "It stands already, nothing metal joins the two buildings and no ground-fault protection stands ahead. "
                "The neutral is bonded to the can there, in a disconnect suitable as service equipment, 225.36. The "
                "day a pipe or a cable shield joins the two, it ends. A mobile home may not: if it is one, say so in "
                "Walk.",
                run=run.id,
                station=end.id,
                place=end.place,
            )
            continue
        if is_steel(run.cable.raceway):
            continue
        yield Finding(
            "three-wire",
            "violation",
            "250.32(B)(1)" if apart else "250.118, 215.6",
            f"{end.name}: no equipment ground comes with its feed",
            f"Four wires are asked for; the exception is closed: {'; '.join(against)}."
            if apart
            else "Nothing leads fault current home but what was never meant to.",
            run=run.id,
            station=end.id,
            place=end.place,
            fixes=(fields_fix(at, fourth_wire(run)),),
        )


def fourth_wire(run: Run) -> Change:
    """What brings an equipment ground: a wire more, or a cable that has one."""
    if INSULATIONS.word(run.cable.insulation, "bare_neutral") == "yes":
        return Change("Pull SER, with a fourth wire", {"insulation": "SER", "no_egc": False})
    return Change("Pull an equipment grounding conductor", {"no_egc": False})


def _by_station(w: Bonded, of: Callable[[Bonds], frozenset[str]]) -> Mapping[str, str]:
    """Stations that ``of`` picks out of a mode's bonds, with the modes it holds in ("" where it is all of them)."""
    found: dict[str, list[str]] = {}
    for mode, bonds in w.modes:
        for station in sorted(of(bonds)):
            found.setdefault(station, []).append(mode.name)
    return {station: _in_modes(w, names) for station, names in found.items()}


def _in_modes(w: Bonded, names: list[str]) -> str:
    return "" if len(names) == len(w.modes) else f", on {' and '.join(names)}"


def _fix(w: Bonded, station: str, label: str, values: Mapping[str, object]) -> Fix:
    at = next(i for i, s in enumerate(w.job.stations) if s.id == station)
    return Fix(label, tuple({"op": "add", "path": f"/stations/{at}/{way}", "value": v} for way, v in values.items()))
