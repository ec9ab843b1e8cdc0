"""Findings on bonds: neutral and can joined where they belong and nowhere else in every mode; unbroken ways back.

250.24, 250.28, 250.30, 250.32(B), 250.142(B), 250.148, 408.40.
"""

from collections.abc import Callable, Iterable, Mapping

from northspan.core.codes.codebook import CodeBook
from northspan.core.fixes import run_fix
from northspan.core.ground.found import Bonds
from northspan.core.ground.joins import STEEL, has_equipment_wire
from northspan.core.ground_answer import ModeAnswer
from northspan.core.job import Run, Station
from northspan.core.sized import Change
from northspan.core.solution import Finding, Fix
from northspan.core.systems import SYSTEMS
from northspan.core.topology import SOURCES
from northspan.core.view import JobView
from northspan.core.wire_sizes import rank

FOURTH_WIRE = Change("Pull an equipment grounding conductor", {"no_egc": False})


def find(book: CodeBook, view: JobView) -> Iterable[Finding]:
    """Everything of every station's bonds, each said once for all modes it holds in."""
    yield from _extra(view)
    yield from _missing(view)
    yield from _floating(view)
    yield from _no_way_back(view)
    yield from _three_wires(book, view)
    yield from _jumpers(view)
    yield from _ungrounded(view)


def _extra(view: JobView) -> Iterable[Finding]:
    """A neutral bonded where no bond belongs."""
    for station, modes in _by_station(view, lambda b: b.extra).items():
        own = view.network.stations[station]
        if own.kind in SOURCES:
            yield _extra_at_source(view, own, modes)
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
            fixes=(_take_out(view, own),),
        )


def _extra_at_source(view: JobView, own: Station, modes: str) -> Finding:
    switches = [to for to, run in view.network.standby.items() if run.from_station == own.id]
    fixes = [_fix(view, own.id, f"Take out the bond in {own.name}", {"bonding/neutral": "none"})]
    if all(view.network.stations[s].transfer is not None for s in switches):
        values = {"transfer/switches_neutral": True}
        fixes += [_fix(view, s, f"Let {view.network.stations[s].name} switch the neutral", values) for s in switches]
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


def _take_out(view: JobView, own: Station) -> Fix:
    """Out with the bond, and a way back by the equipment ground, without which the can would be left alone."""
    values: dict[str, object] = {"bonding/neutral": "none"}
    label = f"Take out the bonding {own.bonding.neutral or 'screw'} in {own.name}"
    if own.bonding.ground_bar == "floating":
        values["bonding/ground_bar"] = "bonded"
        label += ", bond the bar to the can"
    feed = view.network.fed_by.get(own.id)
    lacks = feed if feed is not None and feed.no_egc else None
    if lacks is not None:
        label += ", pull a fourth wire"
    islands = [i for _, b, _, _ in view.ground.modes for i in b.missing if own.id in i.bonds]
    where = next((island.services[0] if island.services else island.derived[0] for island in islands), None)
    if where is None:
        return _fix(view, own.id, label, values, lacks)
    # The only bond there is: it moves to where it belongs.
    label += f", put it in at {view.network.stations[where].name}"
    moved = _fix(view, own.id, label, values, lacks)
    return Fix(label, (*moved.patch, *_fix(view, where, "", {"bonding/neutral": "screw"}).patch))


def _missing(view: JobView) -> Iterable[Finding]:
    """A source whose neutral is bonded nowhere: no fault to a can would ever clear."""
    found: dict[str, list[str]] = {}
    for mode, bonds, _, _ in view.ground.modes:
        for island in bonds.missing:
            at = island.services[0] if island.services else island.derived[0]
            found.setdefault(at, []).append(mode.name)
    for at, names in found.items():
        own = view.network.stations[at]
        service = view.network.fed_by.get(at)
        at_service = service is not None and service.use == "service"
        yield Finding(
            "bond-missing",
            "danger",
            "250.24(C), 250.28" if at_service else "250.30(A)(1)",
            f"{own.name}: no bond between neutral and can{_in_modes(view, names)}",
            "A hot on any can finds no way back but the earth, and no breaker opens. "
            + ("The main bonding jumper belongs here." if at_service else "Its system bonding jumper belongs here."),
            station=at,
            place=own.place,
            fixes=(_fix(view, at, "Put the bond in", {"bonding/neutral": "screw"}),),
        )


def _floating(view: JobView) -> Iterable[Finding]:
    for own in view.job.stations:
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
                fixes=(_fix(view, own.id, "Bond the can to the ground bar", {"bonding/ground_bar": "bonded"}),),
            )


def _no_way_back(view: JobView) -> Iterable[Finding]:
    """An enclosure that no metal joins to its source, for another reason than a missing bond or a floating bar."""
    said = {at for _, b, _, _ in view.ground.modes for i in b.missing for at in (n.split("/")[0] for n in i.nodes)}
    for station, modes in _by_station(view, lambda b: b.mode.live - b.way_back).items():
        own = view.network.stations[station]
        feed = view.network.fed_by.get(station) or view.network.standby.get(station)
        floating = any(
            view.network.stations[s].bonding.ground_bar == "floating"
            for s in (station, *(r.from_station for r in view.network.upstream(station)))
        )
        if station in said or floating or own.kind == "utility" or feed is None:
            continue
        broken = _first_without(view, station)
        kept = broken is not None and broken.to_station in view.ground.joins.kept
        fixes: tuple[Fix, ...] = ()
        if kept and broken is not None:
            fixes = (_fix(view, broken.to_station, "Bond the neutral to the can here", {"bonding/neutral": "screw"}),)
        elif broken is not None:
            fixes = (run_fix(view.runs[broken.id].index, FOURTH_WIRE),)
        elif feed.use == "service":
            fixes = (_fix(view, station, "Bond the can to the neutral", {"bonding/neutral": "screw"}),)
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


def _first_without(view: JobView, station: str) -> Run | None:
    """The nearest run toward the source that brings no equipment ground, wire or pipe."""
    for run in view.network.upstream(station):
        if run.use != "service" and not has_equipment_wire(run) and run.raceway not in STEEL:
            return run
    return None


def _three_wires(book: CodeBook, view: JobView) -> Iterable[Finding]:
    """A run without an equipment ground: outside the exception, or within it with its conditions."""
    for each in view.runs.values():
        run, end = each.run, view.network.stations[each.run.to_station]
        if not run.no_egc or run.use == "service":
            continue
        against = book.against_neutral_as_ground(view.job, view.network, run)
        if not against:
            yield Finding(
                "three-wire-kept",
                "note",
                "250.32(B)(1) Exception No. 1",
                f"{end.name} may keep its three wires",
                "It stands already, nothing metal joins the two buildings and no ground-fault protection stands ahead. "
                "The neutral is bonded to the can there. The day a pipe or a cable shield joins them, it ends.",
                run=run.id,
                station=end.id,
                place=end.place,
            )
            continue
        if run.raceway in STEEL and len(against) == 1 and "raceway" in against[0]:
            continue
        apart = view.network.stations[run.from_station].place != end.place
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
            fixes=(_fourth_wire(view, each.index, end),),
        )


def _fourth_wire(view: JobView, at: int, end: Station) -> Fix:
    """A fourth wire; a screw that was there for the lack of one comes out with it."""
    fix = run_fix(at, FOURTH_WIRE)
    if end.bonding.neutral not in (None, "none") and end.transformer is None:
        out = _fix(view, end.id, "", {"bonding/neutral": "none"})
        return Fix(f"{fix.label}, take out the bonding {end.bonding.neutral}", (*fix.patch, *out.patch))
    return fix


def _jumpers(view: JobView) -> Iterable[Finding]:
    """A bonding jumper of wire that is too thin."""
    if not view.ground.modes:
        return
    answer: ModeAnswer = view.ground.modes[0][3]
    for bond in answer.stations:
        own = view.network.stations[bond.station]
        needed = bond.jumper.value if bond.jumper is not None else None
        lock = own.bonding.jumper_size
        if own.bonding.neutral == "wire" and lock is not None and isinstance(needed, str) and rank(lock) < rank(needed):
            yield Finding(
                "jumper-small",
                "violation",
                "250.28(D), 250.102(C)(1)",
                f"{own.name}: bonding jumper {lock}, {needed} asked for",
                "It carries what a fault brings until the breaker opens.",
                station=own.id,
                place=own.place,
                fixes=(_fix(view, own.id, f"Use {needed} copper", {"bonding/jumper_size": needed}),),
            )


def _ungrounded(view: JobView) -> Iterable[Finding]:
    """A transformer whose secondary has no neutral to bond."""
    for own in view.job.stations:
        if own.transformer is not None and SYSTEMS[own.transformer.secondary].grounded == 0:
            volts = own.transformer.secondary.partition("-")[0]
            yield Finding(
                "derived-ungrounded",
                "note",
                "250.20(B), 250.21",
                f"{own.name}: {volts} V out, no neutral to bond",
                "Nothing opens on a first hot to a can; a second one on the other leg is a short through the cans. "
                "They are bonded together all the same, and ground detection tells of the first.",
                station=own.id,
                place=own.place,
            )


def _by_station(view: JobView, of: Callable[[Bonds], frozenset[str]]) -> Mapping[str, str]:
    """Stations that ``of`` picks out of a mode's bonds, with the modes it holds in ("" where it is all of them)."""
    found: dict[str, list[str]] = {}
    for mode, bonds, _, _ in view.ground.modes:
        for station in sorted(of(bonds)):
            found.setdefault(station, []).append(mode.name)
    return {station: _in_modes(view, names) for station, names in found.items()}


def _in_modes(view: JobView, names: list[str]) -> str:
    return "" if len(names) == len(view.ground.modes) else f", on {' and '.join(names)}"


def _fix(view: JobView, station: str, label: str, values: Mapping[str, object], fourth: Run | None = None) -> Fix:
    at = next(i for i, s in enumerate(view.job.stations) if s.id == station)
    patch = tuple({"op": "add", "path": f"/stations/{at}/{way}", "value": v} for way, v in values.items())
    wire = run_fix(view.runs[fourth.id].index, FOURTH_WIRE).patch if fourth is not None else ()
    return Fix(label, (*patch, *wire))
