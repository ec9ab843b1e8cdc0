"""Joints: a splice in a box where a cable changes its kind, size or method on the way."""

from collections.abc import Mapping

from northspan.core.network.sized_run import SizedRun
from northspan.core.network.topology import Network
from northspan.core.property.pull.rules import JointSide


def joint_sides(net: Network, sized: Mapping[str, SizedRun], station: str) -> list[JointSide] | None:
    """What comes into a joint, side by side, one for every parallel set; None while a run of it has no size."""
    runs = [*((net.fed_by[station],) if station in net.fed_by else ()), *net.leaving.get(station, ())]
    sides: list[JointSide] = []
    for run in runs:
        sizing = sized[run.id].sizing
        rung, also, wiring = sizing.rung, sizing.companions, sizing.question.wiring
        if rung is None or also is None:
            return None
        wires = [(rung.size, wiring.ungrounded)]
        if also.neutral is not None:
            wires.append((also.neutral, wiring.grounded))
        trade = also.raceway if run.cable.raceway != "none" else None
        sides += [JointSide(trade, tuple(wires), also.equipment_ground)] * run.cable.sets
    return sides
