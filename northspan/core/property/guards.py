"""The overcurrent device that guards each run, entered once: its rating, where it stands, where that is entered."""

from collections.abc import Mapping
from dataclasses import dataclass

from northspan.core.job.job import Job, Station
from northspan.core.job.run import Run
from northspan.core.loads.source_amps import able_amps
from northspan.core.physics.transformer import rated_amps
from northspan.core.property.topology import SOURCES, Network, disconnects
from northspan.core.run.question import DeviceAt
from northspan.core.run.systems import SYSTEMS


@dataclass(frozen=True, slots=True)
class Guard:
    """What guards a run's conductors. ``rating_a`` (A; None: not on record), ``at`` where it stands, ``pointer`` the
    JSON pointer to its rating in the job (None: a sum of several), ``mains`` how many mains make it up together.

    ``run_entry_a`` (A) is another rating that was entered for the run itself, where it differs; ``kind`` is what the
    book calls such a device.
    """

    rating_a: float | None
    at: DeviceAt
    pointer: str | None
    mains: int = 1
    run_entry_a: float | None = None
    kind: str = "breaker"


def guards(job: Job, net: Network) -> Mapping[str, Guard]:
    """Every run's guard, by run.

    Service conductors and taps are guarded by the main at their end, several mains on one set by their sum; what leaves
    a generator, an inverter or a transformer with a device of its own by that one too; any other run at its source.
    """
    found: dict[str, Guard] = {}
    stations = {s.id: i for i, s in enumerate(job.stations)}
    runs = {r.id: i for i, r in enumerate(job.runs)}
    for run in (*reversed(net.order), *net.standby.values()):
        own = Guard(run.locks.breaker_a, "run", f"/runs/{runs[run.id]}/locks/breaker_a")
        start, end = net.stations[run.from_station], net.stations[run.to_station]
        if run.use == "service" or run.tap is not None:
            found[run.id] = _at_end(net, run, end, stations[end.id], own, found)
        elif start.kind in SOURCES or start.transformer is not None:
            found[run.id] = _at_source(start, stations[start.id], end, stations[end.id], own)
        else:
            found[run.id] = own
    return found


def unguarded(start: Station, guard: Guard) -> bool:
    """Whether nothing at its source opens on a fault in a run: out of a generator whose first breaker is at the far
    end, or a transformer of three wires without a breaker of its own.
    """
    if start.generator is not None:
        return guard.at == "main"
    own = start.transformer
    if own is None or own.secondary_breaker_a is not None:
        return False
    secondary = SYSTEMS[own.secondary]
    return secondary.ungrounded + secondary.grounded > 2


def main_a(station: Station) -> float | None:
    """Rating (A) of a station's own main; None where it has none or its rating is not on record."""
    has = station.kind == "service-disconnect" or station.gear.has_main
    return station.gear.rating_a if has else None


def _at_end(net: Network, run: Run, end: Station, index: int, own: Guard, found: Mapping[str, Guard]) -> Guard:
    leaving = net.leaving.get(end.id, ())
    beyond = [found[r.id] for r in leaving if r.use == "service"]
    if not disconnects(end) and beyond:
        if len(beyond) == 1:
            only = beyond[0]
            known = only.rating_a is not None
            return _against(run, only) if known else own
        ratings = [g.rating_a for g in beyond]
        if all(r is not None for r in ratings):
            together = Guard(sum(r or 0.0 for r in ratings), "main", None, sum(g.mains for g in beyond))
            return _against(run, together)
        return own
    rating = main_a(end)
    return own if rating is None else _against(run, Guard(rating, "main", f"/stations/{index}/gear/rating_a"))


def _at_source(start: Station, index: int, end: Station, end_index: int, own: Guard) -> Guard:
    """The smaller of what the source brings along and what is entered for the run; a source with none is guarded by the
    main at the run's end.
    """
    if start.generator is not None:
        given, name = start.generator.breaker_a, "generator/breaker_a"
    else:
        given, name = (
            (start.transformer.secondary_breaker_a if start.transformer else None),
            ("transformer/secondary_breaker_a"),
        )
    at: DeviceAt = "source" if start.generator is not None else "secondary"
    if given is not None and (own.rating_a is None or given <= own.rating_a):
        return Guard(given, at, f"/stations/{index}/{name}")
    # A transfer switch's main guards what comes from the service, not what comes from the source.
    rating = main_a(end) if end.kind != "transfer-switch" else None
    if own.rating_a is None and rating is not None and start.generator is not None:
        return Guard(rating, "main", f"/stations/{end_index}/gear/rating_a")
    return own


def _against(run: Run, guard: Guard) -> Guard:
    """The guard with what the run itself says, where that is another figure."""
    if run.locks.breaker_a is None or guard.rating_a is None or abs(run.locks.breaker_a - guard.rating_a) < 1e-9:
        return guard
    return Guard(guard.rating_a, guard.at, guard.pointer, guard.mains, run.locks.breaker_a)


def ahead_a(net: Network, guarding: Mapping[str, Guard]) -> Mapping[str, float | None]:
    """By station the most (A) that what stands ahead of what leaves it lets through: the devices toward its source and
    what the source or a transformer on the way gives; None where none of it is on record.
    """
    ahead: dict[str, float | None] = {}
    for name in (*(s for s in net.stations if s not in net.fed_by), *(run.to_station for run in net.order)):
        station, known = net.stations[name], []
        if station.generator is not None:
            known.append(able_amps(station.generator))
        if station.transformer is not None:
            known.append(rated_amps(station.transformer.kva, SYSTEMS[station.transformer.secondary].volts))
        elif name in net.fed_by:
            feed = net.fed_by[name]
            known += [a for a in (guarding[feed.id].rating_a, ahead[feed.from_station]) if a is not None]
        ahead[name] = min(known, default=None)
    return ahead
