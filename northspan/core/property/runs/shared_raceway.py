"""Runs that share one raceway: counted, adjusted, filled and grounded as one."""

from collections.abc import Mapping, Sequence
from dataclasses import replace

from northspan.core.book.systems import SYSTEMS
from northspan.core.job.job import Job
from northspan.core.job.run import Run
from northspan.core.network.sized_run import SizedRun
from northspan.core.run.question import Beside
from northspan.core.run.rules import SizingBook
from northspan.core.run.sized import Sizing
from northspan.core.run.sizing import size_run


def groups(job: Job) -> Mapping[str, tuple[Run, ...]]:
    """The runs of every shared raceway, by its name; parallel sets have raceways of their own."""
    found: dict[str, list[Run]] = {}
    for run in job.runs:
        if run.cable.shares_raceway is not None and run.cable.raceway != "none" and run.cable.sets == 1:
            found.setdefault(run.cable.shares_raceway, []).append(run)
    return {name: tuple(runs) for name, runs in found.items() if len(runs) > 1}


def loaded_together(job: Job) -> Mapping[str, int]:
    """Current-carrying conductors in the raceway of every run that shares one, by run."""
    return {
        run.id: sum(r.locks.loaded_conductors or SYSTEMS[r.system].loaded for r in runs)
        for runs in groups(job).values()
        for run in runs
    }


def shared(book: SizingBook, job: Job, sized: Mapping[str, SizedRun]) -> Mapping[str, SizedRun]:
    """The runs of shared raceways once more, each with what lies beside it and the one ground that serves them all."""
    found = dict(sized)
    for runs in groups(job).values():
        members = [sized[run.id] for run in runs if sized[run.id].sizing.companions is not None]
        devices = [m.sizing.breaker_a for m in members if m.sizing.breaker_a is not None]
        if len(members) < 2 or not devices:
            continue
        # One ground for all of them goes by the largest device, and grows with whichever run asks the most.
        by_device = [_again(book, m, ground_device_a=max(devices)) for m in members]
        grounds = [s.companions.equipment_ground for s in by_device if s.companions and s.companions.equipment_ground]
        ground = max(grounds, key=book.scale.rank, default=None)
        for member in members:
            beside = tuple(_beside(other) for other in members if other is not member)
            sizing = _again(book, member, ground_device_a=max(devices), beside=beside, shared_ground=ground)
            found[member.run.id] = replace(member, sizing=sizing)
    return found


def _again(book: SizingBook, each: SizedRun, **changes: object) -> Sizing:
    s = each.sizing
    return size_run(book, replace(s.question, **changes), s.load_steps, raceways=True)  # type: ignore[arg-type]


def _beside(each: SizedRun) -> Beside:
    q, rung, also = each.sizing.question, each.sizing.rung, each.sizing.companions
    assert rung is not None and also is not None
    neutral = also.neutral if q.wiring.grounded else None
    return Beside(each.run.id, q.metal, q.insulation, q.wiring.ungrounded, rung.size, neutral)


def differing(runs: Sequence[Run]) -> tuple[str, ...]:
    """In what the runs of one raceway contradict each other: its kind or its locked size."""
    sizes = {r.locks.raceway_size for r in runs if r.locks.raceway_size is not None}
    kinds = {r.cable.raceway for r in runs}
    return (*(("kind",) if len(kinds) > 1 else ()), *(("size",) if len(sizes) > 1 else ()))
