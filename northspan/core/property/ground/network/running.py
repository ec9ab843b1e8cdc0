"""What runs on the property: its loads as impedances, as entered and as wanted for a question."""

import cmath
import math
from collections.abc import Mapping
from dataclasses import dataclass, field

from northspan.core.book.systems import SYSTEMS, System
from northspan.core.job.job import Station
from northspan.core.network.sized_run import SizedRun
from northspan.core.network.topology import Network
from northspan.core.physics.network.nodal import Branch
from northspan.core.property.ground.modes import Mode
from northspan.core.property.ground.network.nodes import node

LEG_SHARE = 0.5


@dataclass(frozen=True, slots=True)
class Running:
    """What runs: every load as the job has it, times ``share``, and ``extra_a`` (A) more on leg A of a station.

    ``apart`` is what of a station's load (A on leg A, on leg B) is wired circuit by circuit, not to be counted again.
    ``steady`` says that nothing is at fault, so that a standby source holds its voltage by its regulator.
    """

    share: float = 1.0
    extra_a: float = 0.0
    extra_at: str | None = None
    steady: bool = False
    apart: Mapping[str, tuple[float, float]] = field(default_factory=dict)


def at_fault(mode: Mode, share: float = 1.0) -> Running:
    """What runs while a fault lasts: every load on the utility; none on a standby source, whose voltage collapses, as
    short-circuit reckoning has it.
    """
    return Running(share if mode.kind == "utility" else 0.0)


def load_branches(
    net: Network, mode: Mode, sized: Mapping[str, SizedRun], reached: set[str], running: Running
) -> list[Branch]:
    """The loads of every station that has voltage."""
    found: list[Branch] = []
    for at in sorted(reached):
        feed = mode.feed(net, at)
        if feed is None:
            continue
        if net.stations[at].transformer is not None:
            found += _at_secondary(net, net.stations[at], running)
            continue
        beyond = [sized[r.id].sizing.question for r in net.leaving.get(at, ())]
        amps = running.share * max(0.0, _normal_amps(net, sized, at) - sum(b.amps for b in beyond))
        unbalance = running.share * max(0.0, _unbalance(net, sized, at))
        amps, unbalance = rest(amps, min(unbalance, amps), *running.apart.get(at, (0.0, 0.0)))
        system = mode.system(net, at) or feed.system
        found += _load(net, at, system, amps, unbalance, _own_pf(net, sized, at))
        if running.extra_at == at and running.extra_a > 0.0:
            found += _one_leg(net, at, system, "extra", running.extra_a, 1.0)
    return found


def _at_secondary(net: Network, station: Station, running: Running) -> list[Branch]:
    """What is connected to a transformer itself stands at its secondary."""
    if station.load is None or station.transformer is None:
        return []
    amps, unbalance = running.share * station.load.amps, running.share * (station.load.neutral_amps or 0.0)
    amps, unbalance = rest(amps, unbalance, *running.apart.get(station.id, (0.0, 0.0)))
    return _load(net, station.id, station.transformer.secondary, amps, unbalance, station.load.power_factor)


def rest(amps: float, unbalance: float, on_a: float, on_b: float) -> tuple[float, float]:
    """What is left of a load (A on its heavier leg; A more on leg A than on leg B, negative the other way round) once
    so much of it on each leg is counted apart.

    >>> rest(40.0, 10.0, 5.0, 0.0), rest(40.0, 0.0, 12.0, 0.0), rest(4.0, 0.0, 9.0, 9.0)
    ((35.0, 5.0), (40.0, -12.0), (0.0, 0.0))
    """
    left_a, left_b = max(0.0, amps - on_a), max(0.0, amps - unbalance - on_b)
    return max(left_a, left_b), left_a - left_b


def _normal_amps(net: Network, sized: Mapping[str, SizedRun], station: str) -> float:
    """Design load (A) at a station by its normal feed: a standby run is sized for its source."""
    feed = net.fed_by.get(station)
    return 0.0 if feed is None else sized[feed.id].sizing.question.amps


def _own_pf(net: Network, sized: Mapping[str, SizedRun], station: str) -> float:
    """Power factor of a station's own load: its entry, else what is left of the feed's mean without what lies
    beyond.
    """
    own, feed = net.stations[station].load, net.fed_by.get(station)
    if own is not None:
        return own.power_factor
    if feed is None:
        return 1.0
    q = sized[feed.id].sizing.question
    beyond = [sized[r.id].sizing.question for r in net.leaving.get(station, ())]
    amps = q.amps - sum(b.amps for b in beyond)
    if amps <= 1e-9:
        return q.pf
    return min(1.0, max(0.01, (q.amps * q.pf - sum(b.amps * b.pf for b in beyond)) / amps))


def _unbalance(net: Network, sized: Mapping[str, SizedRun], station: str) -> float:
    """What a station's own load leaves on the neutral (A), without the stations beyond; nothing where not on record."""
    feed, here = net.fed_by.get(station), net.stations[station].load
    if station in net.second_leg and station not in net.standby:
        # Each of two feeds of a leg each has a neutral as loaded as its hot; what they leave is the load's own to say.
        return 0.0 if here is None else here.neutral_amps or 0.0
    own = 0.0 if feed is None else sized[feed.id].unbalance_a or 0.0
    return own - sum(sized[run.id].unbalance_a or 0.0 for run in net.leaving.get(station, ()))


def _load(net: Network, at: str, system: str, amps: float, unbalance: float, pf: float) -> list[Branch]:
    """A station's own load. Of what is balanced, half is taken line to line and half from each line to neutral; all of
    it line to line where there is no neutral.
    """
    wiring = SYSTEMS[system]
    if wiring.to_neutral is not None and wiring.ungrounded == 1:
        return _one_leg(net, at, system, "load", amps, pf)
    ends, n = {x: node(net, at, x, True) for x in wiring.letters}, node(net, at, "N", True)
    balanced = amps - abs(unbalance)
    between = balanced if wiring.to_neutral is None else balanced * (1.0 - LEG_SHARE)
    found = []
    if between > 0.0:
        for name, first, second in _pairs(at, wiring):
            lies = between / math.sqrt(3.0) if wiring.ungrounded == 3 else between
            found.append(Branch(name, ends[first], ends[second], _ohms(wiring.volts, lies, pf)))
    if wiring.to_neutral is not None:
        to_leg = balanced * LEG_SHARE
        for leg, end in ends.items():
            if to_leg > 0.0:
                found.append(Branch(f"load {leg} {at}", end, n, _ohms(wiring.to_neutral, to_leg, pf)))
        found += _one_leg(net, at, system, "unbalance", abs(unbalance), pf, "A" if unbalance > 0.0 else "B")
    return found


def _pairs(at: str, wiring: System) -> list[tuple[str, str, str]]:
    """What lies from line to line at a station, and between which two."""
    if wiring.ungrounded == 2:
        return [(f"load {at}", "A", "B")]
    return [(f"load AB {at}", "A", "B"), (f"load BC {at}", "B", "C"), (f"load CA {at}", "C", "A")]


def _one_leg(net: Network, at: str, system: str, name: str, amps: float, pf: float, leg: str = "A") -> list[Branch]:
    volts = SYSTEMS[system].to_neutral
    if volts is None or amps <= 0.0:
        return []
    ends = node(net, at, leg, True), node(net, at, "N", True)
    return [Branch(f"{name} {at}", *ends, _ohms(volts, amps, pf))]


def _ohms(volts: float, amps: float, pf: float) -> complex:
    return cmath.rect(volts / amps, math.acos(pf))
