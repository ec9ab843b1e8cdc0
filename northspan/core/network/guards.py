"""The overcurrent device that guards each run: its rating, where it stands, where that is entered.

A run is guarded by the nearest device ahead of it that exists; service conductors and taps by the one at their end.
"""

from collections.abc import Mapping
from dataclasses import dataclass, replace

from northspan.core.book.systems import SYSTEMS, System
from northspan.core.job.job import Job, Station
from northspan.core.job.run import Run
from northspan.core.network.source_amps import able_amps
from northspan.core.network.topology import SOURCES, Network, disconnects
from northspan.core.physics.transformer import rated_amps
from northspan.core.run.question import OWN_DEVICE, DeviceAt


@dataclass(frozen=True, slots=True)
class Guard:
    """What guards a run's conductors. ``rating_a`` (A; None: not on record), ``at`` where it stands, ``pointer`` the
    JSON pointer to its rating in the job (None: a sum of several), ``mains`` how many mains make it up together.

    ``station`` holds the device, or is where it is to be fitted (None: nothing does). ``run_entry_a`` (A) is another
    rating that was entered for the run itself, where it differs; ``kind`` is what the book calls such a device.
    ``follows`` are the runs whose own device, times ``ratio``, guards this one where no rating is on record.
    """

    rating_a: float | None
    at: DeviceAt
    pointer: str | None
    mains: int = 1
    run_entry_a: float | None = None
    kind: str = "breaker"
    station: str | None = None
    follows: tuple[str, ...] = ()
    ratio: float = 1.0

    @property
    def own(self) -> bool:
        """Whether it is the run's own device, to be chosen and changed with it."""
        return self.at in OWN_DEVICE


def guards(job: Job, net: Network) -> Mapping[str, Guard]:
    """Every run's guard, by run.

    Service conductors and taps are guarded by the main at their end, several mains on one set by their sum; what leaves
    a generator, an inverter or a transformer with a device of its own by that one too, out of a transformer without
    one by the main at its end or by what guards its primary; what leaves a panel by its own breaker; any other run by
    the nearest device ahead.
    """
    found: dict[str, Guard] = {}
    placed = _Placed(job, net, found)
    for run in reversed(net.outward):
        if run.use == "service" or (run.tap is not None and main_a(net.stations[run.to_station]) is not None):
            found[run.id] = placed.at_end(run)
    for run in net.outward:
        if run.id not in found:
            found[run.id] = placed.at_start(run)
    return found


def unguarded(start: Station, guard: Guard) -> bool:
    """Whether nothing at its source opens on a fault in a run: out of a generator or a transformer whose first breaker
    is at the far end, or that has none at all.
    """
    if start.transformer is not None:
        return guard.at == "main" or (guard.at == "run" and guard.rating_a is None)
    return start.generator is not None and guard.at == "main"


def holds_device(station: Station) -> bool | None:
    """Whether a station has an overcurrent device ahead of all that leaves it; None where that is not on record: that
    one can switch there does not say that anything protects.
    """
    if station.kind == "joint":
        return False
    if station.gear.overcurrent is not None:
        return station.gear.overcurrent != "none"
    if station.kind == "service-disconnect":
        return station.gear.has_main is not False
    if station.kind in ("panelboard", "meter"):
        return station.gear.has_main
    if station.transfer is not None and station.transfer.service_rated:
        return True
    if station.kind == "utility":
        return bool(station.gear.has_main)
    return False if station.kind in ("transformer", "converter", *SOURCES) else None


def main_a(station: Station) -> float | None:
    """Rating (A) of a station's own overcurrent device; None where it has none or its rating is not on record."""
    if not holds_device(station):
        return None
    fused = station.gear.overcurrent == "fuses" and station.gear.fuse_a is not None
    return station.gear.fuse_a if fused else station.gear.rating_a


def breaker_of_its_own(net: Network, run: Run) -> bool:
    """Whether a run leaves through a breaker of its own: as entered; else out of a panel, and out of a disconnect with
    several things on it or a breaker entered for the run. A tap has none, nor what leaves a joint or the load side of
    a lone main.
    """
    start = net.stations[run.from_station]
    if run.tap is not None or start.kind == "joint":
        return False
    if run.leaves is not None:
        return run.leaves == "breaker"
    if start.kind == "panelboard" or start.gear.mains is not None:
        return True
    if start.transfer is not None and start.transfer.form == "interlock":
        return True
    if start.kind == "utility":
        return bool(start.gear.has_main)
    if start.kind == "service-disconnect" or (start.kind == "meter" and start.gear.has_main):
        several = len(net.leaving.get(start.id, ())) > 1 or start.load is not None or start.panel is not None
        return several or start.gear.spaces is not None or run.locks.breaker_a is not None
    return False


@dataclass(frozen=True)
class _Placed:
    """Where devices stand and where their ratings are entered; ``found`` are the guards known so far."""

    job: Job
    net: Network
    found: dict[str, Guard]

    def at_end(self, run: Run) -> Guard:
        end, own = self.net.stations[run.to_station], self._own(run, run.to_station)
        beyond = [self.found[r.id] for r in self.net.leaving.get(end.id, ()) if r.use == "service"]
        if not disconnects(end) and beyond:
            if len(beyond) == 1:
                return _against(run, beyond[0]) if beyond[0].rating_a is not None else own
            ratings = [g.rating_a for g in beyond]
            if all(r is not None for r in ratings):
                mains = sum(g.mains for g in beyond)
                return _against(run, Guard(sum(r or 0.0 for r in ratings), "main", None, mains, station=end.id))
            return own
        if main_a(end) is not None:
            return _against(run, self._main(end, "main"))
        # Behind a switch without a device it is the first one after it that holds the load.
        after = [self.net.stations[r.to_station] for r in self.net.leaving.get(end.id, ())]
        passed_on = end.kind in ("disconnect", "transfer-switch") and end.load is None and not holds_device(end)
        if own.rating_a is not None or not passed_on or not after or any(main_a(s) is None for s in after):
            return own
        if len(after) == 1:
            return _against(run, self._main(after[0], "main"))
        return _against(run, Guard(sum(main_a(s) or 0.0 for s in after), "main", None, len(after), station=end.id))

    def at_start(self, run: Run) -> Guard:
        start = self.net.stations[run.from_station]
        if start.generator is not None:
            return self._of_generator(run, start)
        if start.transformer is not None:
            return self._of_transformer(run, start)
        if breaker_of_its_own(self.net, run):
            return self._own(run, start.id)
        if main_a(start) is not None:
            return _against(run, self._main(start, "ahead"))
        ways = (self.net.fed_by.get(start.id), self.net.standby.get(start.id), self.net.second_leg.get(start.id))
        follows = tuple(way.id for way in ways if way is not None)
        if not follows:
            return self._own(run, None)
        return _against(run, self._ahead(follows))

    def _own(self, run: Run, station: str | None) -> Guard:
        at = next(i for i, r in enumerate(self.job.runs) if r.id == run.id)
        return Guard(run.locks.breaker_a, "run", f"/runs/{at}/locks/breaker_a", station=station)

    def _main(self, station: Station, at: DeviceAt) -> Guard:
        fused = station.gear.overcurrent == "fuses" and station.gear.fuse_a is not None
        entry = f"{self._way(station)}/gear/{'fuse_a' if fused else 'rating_a'}"
        return Guard(main_a(station), at, entry, station.gear.mains or 1, station=station.id)

    def _way(self, station: Station) -> str:
        return f"/stations/{next(i for i, s in enumerate(self.job.stations) if s.id == station.id)}"

    def _ahead(self, follows: tuple[str, ...]) -> Guard:
        """What guards the runs that feed a switch guards what leaves it: of two supplies the larger device."""
        ahead = [self.found[name] for name in follows]
        largest = max(ahead, key=lambda g: g.rating_a or 0.0)
        known = all(g.rating_a is not None for g in ahead)
        return replace(
            largest, at="ahead", rating_a=largest.rating_a if known else None, run_entry_a=None, follows=follows,
            ratio=1.0, mains=1,
        )  # fmt: skip

    def _of_generator(self, run: Run, start: Station) -> Guard:
        """Its own breaker or the smaller one entered for the run; a source with none is guarded by the main at the
        run's end.
        """
        own, end = self._own(run, start.id), self.net.stations[run.to_station]
        given = start.generator.breaker_a if start.generator is not None else None
        if given is not None and (own.rating_a is None or given <= own.rating_a):
            return Guard(given, "source", f"{self._way(start)}/generator/breaker_a", station=start.id)
        # A transfer switch's main guards what comes from the service, not what comes from the source.
        at_end = end.kind != "transfer-switch" and main_a(end) is not None
        return self._main(end, "main") if own.rating_a is None and at_end else own

    def _of_transformer(self, run: Run, start: Station) -> Guard:
        own, end, plate = self._own(run, start.id), self.net.stations[run.to_station], start.transformer
        given = plate.secondary_breaker_a if plate is not None else None
        if given is not None and (own.rating_a is None or given <= own.rating_a):
            way = f"{self._way(start)}/transformer/secondary_breaker_a"
            return Guard(given, "secondary", way, station=start.id)
        feed = self.net.fed_by.get(start.id)
        if own.rating_a is not None or plate is None:
            return own
        primary = self.found.get(feed.id) if feed is not None else None
        sides = None if feed is None else (SYSTEMS[feed.system], SYSTEMS[plate.secondary])
        if feed is not None and primary is not None and sides is not None and primary_guards(*sides):
            ratio = sides[0].volts / sides[1].volts
            rating = None if primary.rating_a is None else primary.rating_a * ratio
            return Guard(rating, "primary", None, station=primary.station, follows=(feed.id,), ratio=ratio)
        return self._main(end, "main") if main_a(end) is not None else own


def primary_guards(primary: System, secondary: System) -> bool:
    """Whether a device ahead of a transformer sees every overload of what leaves it: two wires in and two out."""
    return all(s.ungrounded + s.grounded == 2 for s in (primary, secondary))


def _against(run: Run, guard: Guard) -> Guard:
    """The guard with what the run itself says, where that is another figure."""
    if run.locks.breaker_a is None or guard.rating_a is None or abs(run.locks.breaker_a - guard.rating_a) < 1e-9:
        return guard
    return replace(guard, run_entry_a=run.locks.breaker_a)


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
