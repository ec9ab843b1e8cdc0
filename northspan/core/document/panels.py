"""What a panel with its cover off names that is not in the job."""

from collections.abc import Iterable

from northspan.core.document.problem import Problem
from northspan.core.job.job import Job, Station
from northspan.core.job.panel import Panel


def panel_problems(job: Job, at: int, station: Station, panel: Panel) -> Iterable[Problem]:
    """What a panel's circuits name that is not there."""
    if station.kind != "panelboard":
        yield Problem(f"/stations/{at}/panel", "only a panelboard has a panel with circuits")
        return
    wrong = panel.within(station.gear.spaces)
    if wrong is not None:
        yield Problem(f"/stations/{at}/panel" if station.gear.spaces else f"/stations/{at}/gear/spaces", wrong)
    appliances = {a.id for place in job.places if place.id == station.place for a in place.appliances}
    leaving = {run.id for run in job.runs if run.from_station == station.id}
    hung: set[str] = set()
    for j, circuit in enumerate(panel.circuits):
        where = f"/stations/{at}/panel/circuits/{j}"
        for each in circuit.appliances:
            if each not in appliances:
                yield Problem(f"{where}/appliances", f"there is no appliance {each!r} at the place of {station.name}")
            elif each in hung:
                yield Problem(f"{where}/appliances", f"{each!r} hangs on another circuit already")
            hung.add(each)
        if circuit.run is not None and circuit.run not in leaving:
            yield Problem(f"{where}/run", f"no run {circuit.run!r} leaves {station.name}")
