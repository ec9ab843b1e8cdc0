"""What a service or a feeder still takes: the least room that is left on its way from the source."""

from collections.abc import Iterator, Mapping
from dataclasses import replace

from northspan.core.book.systems import SYSTEMS
from northspan.core.figures.working import Figure, NamedFigure, Step, number
from northspan.core.job.job import Station
from northspan.core.job.run import Run
from northspan.core.network.guards import main_a
from northspan.core.network.sized_run import SizedRun
from northspan.core.network.source_amps import able_amps
from northspan.core.network.topology import Network
from northspan.core.property.loads.rated import rated_current
from northspan.core.property.loads.rules import LoadBook

ROOM = "room_left"
IN_FULL = "added in full, no demand factor"
# What binds, in words; what it leaves (A at its own voltage); by which rule.
Bound = tuple[str, float, str]


class Growth:
    """What each run of a job has room for; what binds on a way that several runs share is found once."""

    def __init__(self, book: LoadBook, net: Network, sized: Mapping[str, SizedRun]) -> None:
        self._book, self._net, self._sized = book, net, sized
        self._silent = _without_load(net, sized)
        self._bound: dict[str, tuple[Bound, ...]] = {}

    def of(self, each: SizedRun) -> tuple[NamedFigure, ...]:
        """What a run has room for at its far end, and what that means in the trade's terms; nothing for a branch
        circuit, a transfer switch's second supply, or where no size was found.

        What comes is taken as added in full; its drop is judged when it is entered.
        """
        run, net = each.run, self._net
        if run.use == "branch" or each.sizing.rung is None or net.fed_by.get(run.to_station) is not run:
            return ()
        room = self._room(run.to_station)
        found = NamedFigure(ROOM, "Still takes", room)
        if not isinstance(room.value, float):
            return (found,)
        limits = (each.sizing.breaker_a, each.sizing.rung.device_a, _bus_a(net.stations[run.to_station]))
        device = min(amps for amps in (*limits, float("inf")) if amps is not None)
        return (found, *self._book.sizing.takes(room.value, device, each.sizing.question.wiring.volts))

    def _room(self, station: str) -> Figure:
        """Room (A at a station's own voltage); no value while a load that hangs on its way is not on record."""
        net = self._net
        way = list(net.upstream(station))
        silent = self._silent.get(way[-1].from_station)
        if silent is not None:
            return Figure(None, "A", (Step(f"What {silent} takes is not on record", None, "A", "not known"),))
        steps: list[Step] = []
        ratio, least = 1.0, float("inf")
        for run in way:
            for what, left, cite in self._on(run):
                steps.append(Step(what, left * ratio, "A", cite))
                least = min(least, left * ratio)
            winding, feed = net.stations[run.from_station].transformer, net.fed_by.get(run.from_station)
            if winding is not None and feed is not None:
                ratio *= SYSTEMS[feed.system].volts / SYSTEMS[winding.secondary].volts
        room = max(0.0, least)
        return Figure(room, "A", (*steps, Step("The least of them", room, "A", IN_FULL)))

    def _on(self, run: Run) -> tuple[Bound, ...]:
        """Whatever binds along a run and at the source it leaves."""
        if run.id not in self._bound:
            net, sized, cites = self._net, self._sized, self._book.cites
            found = [
                (f"{what}: {number(most)} A less {number(load)} A", most - load, cite)
                for what, most, load, cite in _limits(self._book, net, sized[run.id])
            ]
            own = _source(net, sized, net.stations[run.from_station])
            if own is not None:
                what = f"{net.stations[run.from_station].name} gives {number(own[0])} A, {number(own[1])} A hang on it"
                found.append((what, own[0] - own[1], cites["source_rating"]))
            self._bound[run.id] = tuple(found)
        return self._bound[run.id]


def _limits(book: LoadBook, net: Network, each: SizedRun) -> Iterator[tuple[str, float, float, str]]:
    """What binds along a run: in words, the most it lets through (A), what it carries already (A), by which rule."""
    sizing, rung, end = each.sizing, each.sizing.rung, net.stations[each.run.to_station]
    load = sizing.question.amps
    most = 0.0
    if rung is not None and sizing.breaker_a is not None:
        # What the load itself asks of its device: neither spare nor a rating that is asked is taken up by anything.
        bare = replace(sizing.question, spare_pct=0.0, rating_a=None, least=None)
        by_device = sizing.breaker_a - (book.sizing.design_amps(bare) - load)
        most = min(book.sizing.most_amps(sizing.question, rung, sizing.breaker_a), by_device)
    yield f"Wire to {end.name} and what guards it", most, load, book.cites["wire_and_device"]
    bus = _bus_a(end)
    if bus is not None:
        yield f"Bus of {end.name}", bus, load, book.cites["bus"]


def _source(net: Network, sized: Mapping[str, SizedRun], start: Station) -> tuple[float, float] | None:
    """What a source or a transformer of one's own gives (A), and what hangs on it already (A); None of any other."""
    beyond = sum(sized[run.id].sizing.question.amps for run in net.leaving.get(start.id, ()))
    if start.generator is not None:
        return able_amps(start.generator), beyond
    rated = rated_current(start).value if start.transformer is not None else None
    return (rated, beyond) if isinstance(rated, float) else None


def _bus_a(station: Station) -> float | None:
    """Rating (A) of a station's bus, where one is on record."""
    return station.gear.bus_a or (station.gear.rating_a if main_a(station) is None else None)


def _without_load(net: Network, sized: Mapping[str, SizedRun]) -> Mapping[str, str]:
    """By source: the name of the first thing fed from it that is there or planned and has no load on record."""
    found: dict[str, str] = {}
    for source in (at for at in net.stations if at not in net.fed_by):
        for station in net.beyond(source):
            feed = net.fed_by.get(station)
            if feed is not None and sized[feed.id].sizing.question.amps == 0.0 and not feed.later:
                found[source] = net.stations[station].name
                break
    return found
