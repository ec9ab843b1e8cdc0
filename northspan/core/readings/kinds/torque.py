"""The maker's torque of a terminal, and whether it is to be tightened again."""

from collections.abc import Iterable

from northspan.core.job.job import Job
from northspan.core.property.whole.measured import Measured


def maker_torque(job: Job, station_id: str, part: str) -> float | None:
    """The maker's torque, in the job's own unit: of the panel's lug for those wires, else of the station's lugs; None
    where neither is on record, or there is no such station.
    """
    station = next((s for s in job.stations if s.id == station_id), None)
    if station is None:
        return None
    lugs = station.panel.lugs if station.panel is not None else ()
    return next((lug.torque for lug in lugs if lug.of == part and lug.torque is not None), station.gear.torque)


def due_again(job: Job, readings: Iterable[Measured]) -> tuple[tuple[str, str], ...]:
    """The terminals (station, part) that were tightened on one day only, where the house rule wants another; none where
    it does not.
    """
    if job.house_rules.retorque != "again":
        return ()
    days: dict[tuple[str, str], set[str]] = {}
    for each in readings:
        if each.what == "torque":
            days.setdefault((each.at, each.part), set()).add(each.on[:10])
    return tuple(terminal for terminal, on in days.items() if len(on) == 1)
