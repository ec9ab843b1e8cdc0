"""What joins a station's neutral to its enclosure, and an enclosure to the one that feeds it."""

from collections.abc import Mapping

from northspan.core.job.job import Job
from northspan.core.job.run import Run
from northspan.core.network.topology import Network
from northspan.core.physics.raceway.steel import is_steel
from northspan.core.property.ground.answer import EquipmentPath
from northspan.core.property.ground.earthing import Earthing
from northspan.core.property.ground.found import Joins
from northspan.core.property.ground.modes import Mode


def joins(rules: Earthing, job: Job, net: Network) -> Joins:
    """Every station's bond, as recorded or as it belongs."""
    kept = frozenset(
        run.to_station for run in net.order if run.cable.no_egc and rules.keeps_neutral_as_ground(job, net, run)
    )
    bond = {
        s.id: s.bonding.neutral or rules.planned_bond(net, s, s.id in kept) for s in job.stations if s.kind != "utility"
    }
    return Joins(bond, kept)


def closed_bonds(job: Job, net: Network, mode: Mode, joined: Joins) -> Mapping[str, str]:
    """The stations whose bond is closed in a mode, with the neutral it joins. A relay closes with its own source; the
    bond of a transfer switch that opens its neutral stays with the normal supply.
    """
    found = {}
    for station in job.stations:
        bond = joined.bond.get(station.id, "none")
        if bond == "none" or (bond == "relay" and station.id not in mode.sources):
            continue
        found[station.id] = neutral_node(net, station.id, True)
        switch, feed = station.transfer, net.fed_by.get(station.id)
        if station.id in mode.switched and switch is not None and switch.switches_neutral and feed is not None:
            found[station.id] = neutral_node(net, feed.from_station, True)
    return found


def neutral_node(net: Network, station: str, leaving: bool) -> str:
    """The neutral a run lands on: a transformer has one arriving and another leaving."""
    return f"{station}/secondary" if leaving and net.stations[station].transformer is not None else station


def equipment_path(net: Network, run: Run) -> EquipmentPath:
    """What of a run leads fault current back from an enclosure."""
    wire, steel = net.has_equipment_wire(run), is_steel(run.cable.raceway)
    if wire and steel:
        return "wire-and-raceway"
    if wire or steel:
        return "wire" if wire else "raceway"
    earthed_here = run.use == "service" and net.supply_of(run.from_station).earthing is None
    return "neutral" if earthed_here else "none"
