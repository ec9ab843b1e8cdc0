"""The maker's torque of a terminal."""

from northspan.core.job.job import Job


def maker_torque(job: Job, station_id: str, part: str) -> float | None:
    """The maker's torque, in the job's own unit: of the panel's lug for those wires, else of the station's lugs; None
    where neither is on record, or there is no such station.
    """
    station = next((s for s in job.stations if s.id == station_id), None)
    if station is None:
        return None
    lugs = station.panel.lugs if station.panel is not None else ()
    return next((lug.torque for lug in lugs if lug.of == part and lug.torque is not None), station.gear.torque)
