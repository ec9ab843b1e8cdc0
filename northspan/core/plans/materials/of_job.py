"""A whole job counted once: every part that is bought for it, each with what it was counted from."""

from dataclasses import dataclass

from northspan.core.plans.cuts.pieces import job_pieces
from northspan.core.plans.materials.count import Count, Group
from northspan.core.plans.materials.earth import earth_counts
from northspan.core.plans.materials.gear import gear_counts
from northspan.core.plans.materials.pipes import pipe_counts
from northspan.core.plans.materials.taken import for_now, taken_out
from northspan.core.plans.materials.wires import wire_counts
from northspan.core.property.panel.solve_panels import solve_panels
from northspan.core.property.pull.solve_pulls import solve_pulls
from northspan.core.property.whole.prepared import Prepared

GROUPS: dict[Group, str] = {
    "wire": "Wire and cable", "pipe": "Pipe", "gear": "Panels and breakers", "ground": "Grounding",
    "small": "Small parts",
}  # fmt: skip


@dataclass(frozen=True, slots=True)
class Counted:
    """The counts of a job, by group, and in words what could not be counted, and what is taken out."""

    counts: tuple[Count, ...]
    open: tuple[str, ...]
    taken: tuple[str, ...] = ()


def job_counts(ready: Prepared) -> Counted:
    """Count a job made ready."""
    panels = solve_panels(ready.book, ready.job, ready.net, ready.sized)
    pulls = solve_pulls(ready.book, ready.job, ready.net, ready.sized)
    found = [
        *wire_counts(ready, job_pieces(ready), panels),
        *pipe_counts(ready, pulls, panels),
        *gear_counts(ready, panels),
        *earth_counts(ready),
        *_unsized(ready),
        *for_now(ready.left.whole),
    ]
    order = list(GROUPS)
    counts = sorted((c for c in found if isinstance(c, Count)), key=lambda c: order.index(c.group))
    taken = tuple(taken_out(ready.left.whole))
    return Counted(tuple(counts), tuple(w for w in found if isinstance(w, str)), taken)


def _unsized(ready: Prepared) -> list[str]:
    """The runs that have no size yet."""
    names = ready.net.stations
    return [
        f"{names[run.from_station].name} to {names[run.to_station].name}: it has no size yet, so nothing of it is "
        "counted."
        for run in ready.job.runs
        if run.bought and ready.sized[run.id].sizing.rung is None
    ]
