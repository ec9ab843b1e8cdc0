"""What stands behind the property in the network: utility, standby sources, transformers on the way."""

import math

from northspan.core.book.systems import SYSTEMS, System
from northspan.core.job.job import Generator, Station, UtilitySource
from northspan.core.job.run import Run
from northspan.core.network.topology import Network, leg_of
from northspan.core.physics.earth.supply import SupplyLoop
from northspan.core.physics.network.nodal import Branch, Coupling
from northspan.core.physics.transformer import series_ohms
from northspan.core.property.ground.network.nodes import LINES, STAR, node

UTILITY_KVA, UTILITY_PCT, UTILITY_X_OVER_R = 25.0, 2.0, 1.5
GENERATOR_X_OVER_R = 6.0
REGULATED_SHARE = 0.001


def source_branches(station: Station, net: Network, steady: bool, supplied: SupplyLoop | None = None) -> list[Branch]:
    """A source, each leg behind its own impedance. ``steady``: nothing is at fault; ``supplied`` is what its own
    earthing puts there (None: nothing of it is asked).
    """
    system = net.delivers[station.id]
    if system is None:
        return []
    if supplied is not None and SYSTEMS[system].grounded:
        return _earthed(station, net, SYSTEMS[system], supplied)
    if station.generator is not None:
        half = _machine_ohms(station, station.generator, steady)
    else:
        half = utility_ohms(station.source or UtilitySource(), system)
    wiring = SYSTEMS[system]
    ends = {line.letter: node(net, station.id, line.letter, True) for line in wiring.lines}
    if wiring.to_neutral is None and wiring.ungrounded == 2:
        return [Branch(f"source {station.id}", ends["B"], ends["A"], 2.0 * half, complex(wiring.volts))]
    n = node(net, station.id, "N" if wiring.grounded else STAR, True)
    if wiring.ungrounded == 1:
        # Of two sources for a leg each, leg B's is half a turn off, unless it is known not to be locked to the other.
        apart = leg_of(station) == "B" and station.generator is not None and station.generator.opposed is not False
        (line,) = wiring.lines
        return [Branch(f"source {station.id} A", n, ends["A"], half, complex(-line.volts if apart else line.volts))]
    return [Branch(f"source {station.id} {x.letter}", n, ends[x.letter], half, x.phasor) for x in wiring.lines]


def _earthed(station: Station, net: Network, wiring: System, supplied: SupplyLoop) -> list[Branch]:
    """The lines, the neutral and the earth of a supply, each from the star point to its terminal."""
    star = node(net, station.id, STAR, True)
    found = [
        Branch(
            f"source {station.id} {x.letter}", star, node(net, station.id, x.letter), complex(supplied.line), x.phasor
        )
        for x in wiring.lines
    ]
    found.append(Branch(f"N {station.id}", star, node(net, station.id, "N"), complex(supplied.neutral)))
    if supplied.protective is not None:
        found.append(Branch(f"G {station.id}", star, node(net, station.id, "can"), complex(supplied.protective)))
    return found


def utility_ohms(source: UtilitySource, system: str) -> complex:
    """One line of the utility's transformer (ohm) as resistance and reactance: half of what stands line to line, or one
    phase of a bank, whose bolted current is that of all three lines together.

    >>> z = utility_ohms(UtilitySource(kva=25.0, impedance_pct=2.0), "120/240-3w")
    >>> round(abs(z), 5)
    0.02304
    """
    wiring = SYSTEMS[system]
    if source.fault_a is not None:
        whole = (wiring.lines[0].volts if _of_a_bank(wiring) else wiring.volts) / source.fault_a
        r = whole / math.hypot(1.0, UTILITY_X_OVER_R)
        z = complex(r, UTILITY_X_OVER_R * r)
    else:
        kva, pct = source.kva or UTILITY_KVA, source.impedance_pct or UTILITY_PCT
        z = series_ohms(kva, wiring.volts, pct, UTILITY_X_OVER_R)
    return z if wiring.ungrounded == 1 or _of_a_bank(wiring) else z / 2.0


def _of_a_bank(wiring: System) -> bool:
    """Whether each of its lines has a winding of its own, a third of a turn from the others'."""
    return wiring.of_a_wye or wiring.ungrounded == 3


def _machine_ohms(station: Station, own: Generator, steady: bool) -> complex:
    """One leg of a standby source (ohm): an engine's reactance in a fault, what holds an inverter to its surge, or
    next to nothing while a regulator holds the voltage.
    """
    wiring = SYSTEMS[own.system]
    rated = wiring.volts**2 / (1000.0 * own.kw * own.units)
    whole = complex(rated / own.surge_times, 0.0)
    if steady:
        whole = complex(REGULATED_SHARE * rated)
    elif station.kind == "generator":
        z = own.reactance_pct / 100.0 * rated
        r = z / math.hypot(1.0, GENERATOR_X_OVER_R)
        whole = complex(r, GENERATOR_X_OVER_R * r)
    return whole / 2.0 if wiring.ungrounded == 2 else whole


def windings(net: Network, station: Station, feed: Run) -> list[Coupling]:
    """A transformer's windings, its impedance in series with its secondary."""
    own = station.transformer
    assert own is not None
    primary, secondary = SYSTEMS[feed.system], SYSTEMS[own.secondary]
    whole = series_ohms(own.kva, secondary.volts, own.impedance_pct, own.x_over_r)
    if primary.ungrounded == secondary.ungrounded == 3:
        return _bank(net, station, primary, secondary, whole)
    low = "N" if primary.ungrounded == 1 else "B"
    ends = (node(net, station.id, "A"), node(net, station.id, low))
    a, b, n = (node(net, station.id, letter, True) for letter in "ABN")
    if secondary.to_neutral is None:
        return [Coupling(f"windings {station.id}", ends, (a, b), primary.volts / secondary.volts, whole)]
    if secondary.ungrounded == 1:
        return [Coupling(f"windings {station.id}", ends, (a, n), primary.volts / secondary.volts, whole)]
    ratio = primary.volts / secondary.to_neutral
    return [
        Coupling(f"windings {station.id} A", ends, (a, n), ratio, whole / 2.0),
        Coupling(f"windings {station.id} B", ends, (n, b), ratio, whole / 2.0),
    ]


def _bank(net: Network, station: Station, primary: System, secondary: System, whole: complex) -> list[Coupling]:
    """Three windings: each primary lies from line to line, as of nearly every three-phase transformer; each secondary
    from its line to the neutral, or to the star that the lines stand round. ``whole`` (ohm) is one phase's.
    """
    ratio = primary.volts / secondary.lines[0].volts
    n = node(net, station.id, "N" if secondary.grounded else STAR, True)
    return [
        Coupling(
            f"windings {station.id} {letter}",
            (node(net, station.id, letter), node(net, station.id, LINES[at - 2])),
            (node(net, station.id, letter, True), n),
            ratio,
            whole,
        )
        for at, letter in enumerate(LINES)
    ]
