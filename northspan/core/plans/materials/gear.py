"""Panels, disconnects, breakers and what goes with them, counted from the stations; a breaker once, where it stands."""

import math
from collections.abc import Iterator, Mapping

from northspan.core.book.systems import SYSTEMS
from northspan.core.figures.units import Units
from northspan.core.figures.working import number
from northspan.core.job.job import Station
from northspan.core.job.panel import Lug, PanelCircuit
from northspan.core.network.guards import main_a
from northspan.core.network.sized_run import SizedRun
from northspan.core.plans.materials.count import Count
from northspan.core.plans.materials.pipes import BOXES_IN
from northspan.core.property.panel.solved import SolvedPanel
from northspan.core.property.pull.pipe.joints import joint_sides
from northspan.core.property.whole.prepared import Prepared

STATIONS, PANELS = "Walk", "Panels"
SIMPLE = {
    "meter": "meter socket", "service-disconnect": "service disconnect", "disconnect": "disconnect",
    "transfer-switch": "transfer switch",
}  # fmt: skip
KINDS = {"standard": "", "gfci": " GFCI", "afci": " AFCI", "dual": " GFCI and AFCI"}


def gear_counts(ready: Prepared, panels: Mapping[str, SolvedPanel]) -> Iterator[Count | str]:
    """Every new station and every new breaker; words for what cannot be named yet."""
    for station in ready.job.stations:
        if station.bought:
            yield from _station(ready, station)
        yield from _on_record(station)
        if station.panel is not None:
            yield from _panel(ready.entered.told, station, panels.get(station.id))
    yield from _breakers_of_runs(ready)


def breaker(poles: int, amps: float, kind: str = "standard") -> str:
    """A breaker's name in a list.

    >>> breaker(1, 20.0, "afci"), breaker(2, 60.0)
    ('breaker 1-pole 20 AFCI', 'breaker 2-pole 60')
    """
    return f"breaker {poles}-pole {number(amps)}{KINDS[kind]}"


def transformer_part(kva: float) -> str:
    """A transformer's name in a list.

    >>> transformer_part(7.5)
    'transformer 7.5 kVA'
    """
    return f"transformer {number(kva)} kVA"


def _gear(name: str, many: float, what: str, cite: str = STATIONS, comes_with: str = "") -> Count:
    return Count("gear", name, many, "each", what, cite, comes_with=comes_with)


def _station(ready: Prepared, station: Station) -> Iterator[Count | str]:
    gear = station.gear
    if station.kind == "panelboard":
        yield from _panelboard(station)
    elif station.kind == "joint":
        yield from _joint(ready, station)
    elif station.kind in SIMPLE and (station.transfer is None or station.transfer.form == "switch"):
        if gear.rating_a is None:
            yield f"{station.name}: its rating is not on record, so no {SIMPLE[station.kind]} is counted."
        else:
            fused = "fused " if gear.overcurrent == "fuses" else ""
            yield _gear(f"{fused}{SIMPLE[station.kind]} {number(gear.rating_a)} A", 1, station.name)
            yield from _fuses(ready, station)
    if station.transfer is not None and station.transfer.form == "interlock":
        yield _gear("interlock kit", 1, station.name)
        if station.transfer.inlet_a is not None:
            yield _gear(f"power inlet {number(station.transfer.inlet_a)} A", 1, station.name)
            yield _gear(breaker(2, station.transfer.inlet_a), 1, f"{station.name}: back-fed from the inlet")
    if station.transformer is not None:
        yield _gear(transformer_part(station.transformer.kva), 1, station.name)
    if station.generator is not None:
        own = station.generator
        what = "generator" if station.kind == "generator" else "inverter"
        yield _gear(f"{what} {number(own.kw)} kW", own.units, station.name)


def _fuses(ready: Prepared, station: Station) -> Iterator[Count]:
    """One fuse for every hot of what leaves a fused switch."""
    amps, leaving = main_a(station), ready.net.leaving.get(station.id, ())
    feed = ready.net.fed_by.get(station.id)
    system = leaving[0].system if leaving else feed.system if feed is not None else None
    if station.gear.overcurrent == "fuses" and amps is not None and system is not None:
        yield _gear(f"fuse {number(amps)} A", SYSTEMS[system].ungrounded, f"{station.name}: one for every hot")


def _joint(ready: Prepared, station: Station) -> Iterator[Count | str]:
    """The box of a splice; no device comes with it."""
    sides = joint_sides(ready.net, ready.sized, station.id)
    asked = None if sides is None or ready.book.pulls is None else ready.book.pulls.joint_box(sides)
    if asked is None or not isinstance(asked.value, float):
        yield f"{station.name}: what its box must be cannot be told, so none is counted."
        return
    least, what = asked.value, f"{station.name}: {asked.what[:1].lower()}{asked.what[1:]}"
    if asked.unit == "in":
        made = next((b for b in BOXES_IN if b >= least - 1e-9), None)
        yield _gear(f"pull box {made or math.ceil(least)} in", 1, f"{what}, {number(least)} in asked", asked.cite)
    else:
        yield _gear(f"splice box, {number(least)} in³ at least", 1, what, asked.cite)


def _panelboard(station: Station) -> Iterator[Count | str]:
    gear = station.gear
    rating = gear.bus_a or gear.rating_a
    if gear.spaces is None or rating is None:
        yield f"{station.name}: its spaces or its rating are not on record, so no panel is counted."
        return
    ends = f"{number(gear.rating_a or rating)} A main" if gear.has_main else f"{number(rating)} A lugs"
    yield _gear(f"panel {gear.spaces} spaces, {ends}", 1, station.name)
    yield Count("small", "directory card", 1, "each", station.name, PANELS)
    grounds = [b for b in station.panel.bars if b.kind == "ground"] if station.panel else []
    holes: list[int | None] = [*(b.holes for b in grounds)] or [None]
    for many in holes:
        name = "ground bar kit" if many is None else f"ground bar kit, {many} holes"
        what = f"{station.name}: apart from the neutral bar"
        yield Count("gear", name, 1, "each", what, PANELS, "ground bar kit")


def _on_record(station: Station) -> Iterator[Count]:
    """What is asked at a station whether it stands or is new, where it is not there yet."""
    gear = station.gear
    if gear.back_fed and not gear.retained:
        yield _gear("main breaker retainer", 1, f"{station.name}: fed through a plug-in breaker")
    if gear.surge_protected and station.bought:
        yield _gear("surge protector", 1, station.name)


def _panel(told: Units, station: Station, solved: SolvedPanel | None) -> Iterator[Count | str]:
    """The breakers of new circuits, of tandems two in one; the lugs that come with it, with their torque."""
    assert station.panel is not None
    known = {c.circuit.id: c.breaker_a for c in solved.circuits} if solved else {}
    by_id = {c.id: c for c in station.panel.circuits}
    new = [c for c in station.panel.circuits if not (c.stays or station.later) and c.space is not None]
    for circuit in new:
        amps = circuit.breaker_a or known.get(circuit.id)
        if amps is None:
            yield f"{station.name}: no breaker is known for {circuit.name or circuit.id}."
        elif _watched_pair(circuit, by_id):
            if circuit.id < (circuit.partner or ""):
                what = f"{station.name}: {_named(circuit)} and its partner, one neutral"
                yield _gear(breaker(2, amps, circuit.breaker), 1, what, PANELS)
        elif circuit.half is None:
            yield _gear(breaker(circuit.poles, amps, circuit.breaker), 1, f"{station.name}: {_named(circuit)}", PANELS)
        else:
            name = f"tandem breaker, {number(amps)} A half{KINDS[circuit.breaker]}"
            yield _gear(name, 0.5, f"{station.name}: {_named(circuit)}, half of one", PANELS)
    for lug in station.panel.lugs if station.bought else ():
        yield _lug(told, station, lug)


def _watched_pair(circuit: PanelCircuit, by_id: Mapping[str, PanelCircuit]) -> bool:
    """Whether two partners are on devices that watch their neutral: one two-pole device serves both."""
    other = by_id.get(circuit.partner or "")
    return other is not None and circuit.poles == 1 and circuit.breaker == other.breaker != "standard"


def _named(circuit: PanelCircuit) -> str:
    at = "" if circuit.space is None else f"{circuit.space}{circuit.half or ''} "
    return f"{at}{circuit.name or circuit.id}"


def _lug(told: Units, station: Station, lug: Lug) -> Count:
    tight = "torque not on record" if lug.torque is None else f"torque {told.torque.said(lug.torque)}"
    sizes = f" {lug.least_size} to {lug.most_size}" if lug.least_size and lug.most_size else ""
    many = 2 if lug.of == "line" else 1
    marked = "copper" if lug.metal == "cu" else "copper and aluminium"
    return _gear(f"{lug.of} lug{sizes}, {marked}, {tight}", many, station.name, PANELS, station.name)


def _breakers_of_runs(ready: Prepared) -> Iterator[Count]:
    """The breaker of a run that no circuit of an opened panel stands for, and that is no disconnect's own."""
    in_panels = {c.run for s in ready.job.stations if s.panel is not None for c in s.panel.circuits if c.run}
    for run in ready.job.runs:
        each = ready.sized[run.id]
        if not run.bought or run.id in in_panels or each.sizing.breaker_a is None:
            continue
        start = ready.net.stations[run.from_station]
        if each.guard.at in ("run", "secondary") and not _own_device(start, each):
            yield _gear(
                breaker(SYSTEMS[run.system].ungrounded, each.sizing.breaker_a), 1,
                f"{start.name} to {ready.net.stations[run.to_station].name}", "Span",
            )  # fmt: skip


def _own_device(start: Station, each: SizedRun) -> bool:
    """Whether a disconnect is itself the breaker of what leaves it."""
    switch = start.kind in ("service-disconnect", "disconnect")
    return switch and start.gear.rating_a is not None and start.gear.rating_a == each.sizing.breaker_a
