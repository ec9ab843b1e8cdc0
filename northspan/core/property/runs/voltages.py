"""The voltage at every station as a share of nominal, at the design load: the property as one tree of lines."""

from collections.abc import Mapping
from dataclasses import dataclass

from northspan.core.book.systems import SYSTEMS
from northspan.core.job.run import Run
from northspan.core.network.sized_run import SizedRun
from northspan.core.network.topology import Network
from northspan.core.physics.network.fed_tree import Span, shares
from northspan.core.physics.transformer import series_ohms
from northspan.core.physics.voltage_drop import receiving_volts
from northspan.core.run.sized import Sizing


@dataclass(frozen=True, slots=True)
class Shares:
    """Share of nominal voltage ``at`` every station, and of what ``leaving`` it gets: after its own impedance where it
    is a transformer.
    """

    at: Mapping[str, float]
    leaving: Mapping[str, float]


def station_shares(net: Network, sized: Mapping[str, SizedRun]) -> Shares:
    """Every station's share. Where the lines cannot carry what is asked each is taken by itself, so that it is seen how
    far off they are.
    """
    sources = [s for s in net.stations if s not in net.fed_by]
    full = _in_full(net, sized)
    spans = [_span(net, sized[run.id].sizing, run, full[run.id]) for run in net.order]
    found = shares(spans, sources)
    if found is None:
        return _one_by_one(net, sized, sources)
    at = {name: abs(found.get(name, 1.0)) for name in net.stations}
    leaving = {name: _leaving(net, name, at[name], sized) for name in net.stations}
    return Shares(at, leaving)


def _in_full(net: Network, sized: Mapping[str, SizedRun]) -> Mapping[str, float]:
    """The current (A) of every run with every rating beyond it carried in full at once; its load where none is."""
    found: dict[str, float] = {}
    asked: dict[str, bool] = {}
    for run in reversed(net.order):
        q, leaving = sized[run.id].sizing.question, net.leaving.get(run.to_station, ())
        asked[run.id] = q.carried_a > q.amps or any(asked[each.id] for each in leaving)
        found[run.id] = q.amps
        if asked[run.id]:
            turns = _turns(net, run.to_station, run.system)
            more = sum(found[each.id] - sized[each.id].sizing.question.amps for each in leaving)
            found[run.id] = max(q.carried_a, q.amps + turns * more)
    return found


def _turns(net: Network, station: str, system: str) -> float:
    """How many amperes ``system`` brings for each that leaves a station."""
    own = net.stations[station].transformer
    return 1.0 if own is None else SYSTEMS[own.secondary].volts / SYSTEMS[system].volts


def _span(net: Network, sizing: Sizing, run: Run, carried_a: float) -> Span:
    q, rung, start, end = sizing.question, sizing.rung, run.from_station, run.to_station
    volts, transformer, primary = SYSTEMS[run.system].volts, net.stations[start].transformer, net.system[start]
    loop = 0j if rung is None else q.line(rung.ohm_m).loop
    amps = 0.0 if rung is None else carried_a
    scale = max(1.0, q.drop_amps(sizing.breaker_a) / amps) if amps else 1.0
    if transformer is None or primary is None:
        return Span(start, end, loop, volts, amps, q.pf, scale)
    own = series_ohms(transformer.kva, volts, transformer.impedance_pct, transformer.x_over_r)
    return Span(start, end, loop, volts, amps, q.pf, scale, own, volts / SYSTEMS[primary].volts)


def _one_by_one(net: Network, sized: Mapping[str, SizedRun], sources: list[str]) -> Shares:
    at = dict.fromkeys(sources, 1.0)
    for run in net.order:
        before = _leaving(net, run.from_station, at[run.from_station], sized)
        at[run.to_station] = _after(sized[run.id].sizing, before)
    return Shares(at, {name: _leaving(net, name, at[name], sized) for name in net.stations})


def _leaving(net: Network, station: str, share: float, sized: Mapping[str, SizedRun]) -> float:
    transformer = net.stations[station].transformer
    beyond = [sized[run.id].sizing for run in net.leaving.get(station, ())]
    loads = [(s.question.drop_amps(s.breaker_a), s.question.pf) for s in beyond if s.question.carried_a > 0.0]
    amps = sum(a for a, _ in loads)
    if transformer is None or amps == 0.0:
        return share
    volts = SYSTEMS[transformer.secondary].volts
    z = series_ohms(transformer.kva, volts, transformer.impedance_pct, transformer.x_over_r)
    pf = sum(a * each for a, each in loads) / amps
    return max(0.0, receiving_volts(share * volts, amps, pf, z) / volts)


def _after(sizing: Sizing, before: float) -> float:
    """Share left after a run that is fed at share ``before``."""
    q, rung = sizing.question, sizing.rung
    if rung is None:
        return before
    volts = q.wiring.volts
    left = receiving_volts(before * volts, q.drop_amps(sizing.breaker_a), q.pf, q.line(rung.ohm_m).loop)
    return max(0.0, left / volts)
