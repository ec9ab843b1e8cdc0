"""Where a neutral is bonded when nothing is on record: at the service, at a derived source (250.24, 250.30)."""

from northspan.core.book.systems import SYSTEMS
from northspan.core.job.grounding import NeutralBond
from northspan.core.job.job import Station
from northspan.core.network.topology import SOURCES, Network
from northspan.core.property.ground.modes import is_line_side, is_service_equipment


def planned(net: Network, station: Station, kept: bool) -> NeutralBond:
    """The bond that belongs at a station; ``kept``: its feed keeps its neutral as the ground, 250.32(B)(1) exception. A
    standby source has its own only where every switch it feeds opens the neutral, of two for a leg each leg A's alone.
    """
    if is_service_equipment(net, station.id) or is_line_side(net, station.id) or kept:
        return "screw"
    if station.transformer is not None:
        return "screw" if SYSTEMS[station.transformer.secondary].grounded else "none"
    if station.kind in SOURCES and station.generator is not None and SYSTEMS[station.generator.system].grounded:
        if net.partner(station.id) is not None and station.generator.leg == "B":
            return "none"
        switches = [net.stations[to].transfer for to, run in net.standby.items() if run.from_station == station.id]
        solid = any(s is not None and not s.switches_neutral for s in switches)
        return "none" if solid else "screw"
    return "none"
