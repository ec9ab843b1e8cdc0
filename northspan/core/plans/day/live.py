"""What of a property is live before the work, and whose switch makes it dead.

The property as found: what stays and what goes. Where what feeds something is not on record, only the supplier's own
switch is sure to open it, and so it is with the line side of a main that nothing on the property stands ahead of.
"""

from collections.abc import Iterable
from dataclasses import dataclass
from functools import cached_property
from typing import Literal

from northspan.core.document.left import FOUND, as_found
from northspan.core.job.job import Job, Station
from northspan.core.job.run import Run
from northspan.core.network.topology import SOURCES, Network, as_used, disconnects, network

# No id of a station.
UTILITY = ":utility"
# What work touches: the line side of a station, what lies behind its own switch, the circuits that stand in it, a run.
Touched = tuple[Literal["line", "bus", "circuits", "run"], str]


@dataclass(frozen=True)
class Live:
    """A whole job looked at as it is found."""

    whole: Job

    @cached_property
    def found(self) -> Network:
        """What feeds what today, as far as it is on record."""
        job = as_found(self.whole).job
        # What stands is fed by the supplier, whether its transformer is to be another or not.
        supplies = tuple(s for s in self.whole.stations if s.kind == "utility" and s.state not in FOUND)
        there = {s.id for s in (*job.stations, *supplies)}
        runs = tuple(r for r in job.runs if r.from_station in there and r.to_station in there)
        return network(as_used(job.model_copy(update={"runs": runs, "stations": (*job.stations, *supplies)})))

    @cached_property
    def standing(self) -> bool:
        """Whether there is, or may be, power on the property today: equipment or circuits that stand, or a dwelling
        that does while its supply is made.
        """
        return (
            any(s.kind != "utility" for s in self.found.stations.values())
            or any(_circuits_stand(s) for s in self.whole.stations)
            or any(self._stands_unrecorded(r) for r in self.whole.runs)
        )

    def opens(self, touched: Touched) -> tuple[str, ...]:
        """Whose switches make a part dead: ids of stations, ``UTILITY``; none where the part is not live today."""
        side, at = touched
        if not self.standing:
            return ()
        if side == "run":
            run = next(r for r in self.whole.runs if r.id == at)
            return (self._ahead(run),) if run.state in FOUND else ()
        if side == "circuits":
            own = next(s for s in self.whole.stations if s.id == at)
            if not _circuits_stand(own):
                return ()
            before = next((each for each in (at, *own.stands_in_for) if each in self.found.stations), None)
            # What they hang on today is not on record: what makes the whole property dead makes them.
            return self.mains if before is None else self.opens(("bus", before))
        station = self.found.stations.get(at)
        if station is None:
            return ()
        if station.kind == "utility":
            return (at if station.gear.has_main else UTILITY,)
        if side == "bus" and disconnects(station):
            return (at,)
        feed = self.found.fed_by.get(at)
        return (self._ahead(feed) if feed is not None else at if station.kind in SOURCES else UTILITY,)

    def opened_for(self, touched: Iterable[Touched]) -> tuple[str, ...]:
        """The switches that make all of it dead, each once, the supplier's last; none where nothing of it is live."""
        every = dict.fromkeys(found for each in touched for found in self.opens(each))
        return tuple(sorted(every, key=lambda at: at == UTILITY))

    def _ahead(self, run: Run) -> str:
        """The nearest switch ahead of a run that is there today."""
        start = self.found.stations.get(run.from_station)
        if start is None:
            return UTILITY
        if _opens(start, run):
            return start.id
        if start.kind == "utility":
            return UTILITY
        feed = self.found.fed_by.get(start.id)
        return self._ahead(feed) if feed is not None else start.id if start.kind in SOURCES else UTILITY

    @cached_property
    def mains(self) -> tuple[str, ...]:
        """What makes the whole property dead: the switches of its service equipment, else the supplier's."""
        served = [r.to_station for r in self.found.order if r.use == "service"]
        ends = [at for at in served if all(r.use != "service" for r in self.found.leaving.get(at, ()))]
        return self.opened_for(("bus", at) for at in ends) or (UTILITY,)

    @property
    def other_sources(self) -> tuple[Station, ...]:
        """What feeds the property beside its supply today: standby sources, and panels with a source on their bus."""
        here = self.found.stations.values()
        return tuple(s for s in here if s.kind in SOURCES or s.gear.second_sources)

    def _stands_unrecorded(self, run: Run) -> bool:
        """Whether a supply is made new to a dwelling that stands, of whose equipment nothing is on record."""
        if run.use != "service" or not run.bought:
            return False
        end = next(s for s in self.whole.stations if s.id == run.to_station)
        place = next(p for p in self.whole.places if p.id == end.place)
        gear = (s for s in self.found.stations.values() if s.kind != "utility" and s.place == place.id)
        return place.is_dwelling and place.state in FOUND and not any(gear)


def _opens(start: Station, run: Run) -> bool:
    """Whether a station has a switch or a device of its own ahead of a run that leaves it."""
    if start.kind == "panelboard":
        return run.tap is None
    return start.kind != "transfer-switch" and disconnects(start) is True


def _circuits_stand(station: Station) -> bool:
    return station.panel is not None and any(c.state in FOUND for c in station.panel.circuits)
