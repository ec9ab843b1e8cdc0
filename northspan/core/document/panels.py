"""What no single field of a panel with its cover off shows."""

from collections.abc import Iterable

from northspan.core.figures.problem import Problem
from northspan.core.job.job import Station
from northspan.core.job.panel import Panel


def panel_problems(at: int, station: Station, panel: Panel) -> Iterable[Problem]:
    """What cannot be of a station's panel. What hung on a circuit and is no longer in the job is found, not refused: an
    appliance that is taken off in Loads takes no circuit with it.
    """
    if station.kind != "panelboard":
        yield Problem(f"/stations/{at}/panel", "only a panelboard has a panel with circuits")
        return
    wrong = panel.within(station.gear.spaces)
    if wrong is not None:
        yield Problem(f"/stations/{at}/panel" if station.gear.spaces else f"/stations/{at}/gear/spaces", wrong)
    hung: set[str] = set()
    for j, circuit in enumerate(panel.circuits):
        for each in circuit.appliances:
            if each in hung:
                yield Problem(
                    f"/stations/{at}/panel/circuits/{j}/appliances", f"{each!r} hangs on another circuit already"
                )
            hung.add(each)
