"""What is looked at along a run: in its trench, in its raceway, at its boxes."""

from collections.abc import Iterator
from itertools import groupby

from northspan.core.codes.nec.data import INSULATIONS, VOCABULARY
from northspan.core.codes.nec.proof.inspection.saying import item, told
from northspan.core.figures.working import number
from northspan.core.job.job import Job
from northspan.core.job.run import Run
from northspan.core.property.pull.answer import BuriedLeg, PullAnswer
from northspan.core.property.whole.inspection import InspectionItem
from northspan.core.property.whole.solution import Device, RunAnswer, Solution

FROM_HERE_BUSHED = ("14", "12", "10", "8", "6")


def along_runs(job: Job, solution: Solution) -> Iterator[InspectionItem]:
    """Everything of the runs that this job makes."""
    names = {s.id: s.name for s in job.stations}
    pulls = {p.run: p for p in solution.pulls}
    for run, answer in zip(job.runs, solution.runs, strict=True):
        if not run.bought:
            continue
        where = f"{names[run.from_station]} to {names[run.to_station]}"
        pull = pulls.get(run.id)
        if pull is not None:
            yield from _buried(job, run, where, pull)
            yield from _piped(job, run, answer, where, pull)
        yield from _wired(run, answer, where)


def _buried(job: Job, run: Run, where: str, pull: PullAnswer) -> Iterator[InspectionItem]:
    if not pull.legs:
        return
    for alike in _alike(pull):
        leg = alike[0]
        planned = "depth not decided yet"
        if leg.planned is not None:
            planned = f"{number(round(leg.planned, 1))} {job.told.small.sign} planned"
        under = VOCABULARY.said("cover_locations", leg.under)
        start, end = pull.nodes[leg.first].along, pull.nodes[min(alike[-1].first + 1, len(pull.nodes) - 1)].along
        stretch = f"From {start:.0f} to {end:.0f} {job.told.length.sign} along it" if pull.measured else "All along"
        facts = {"asked": told(leg.asked), "planned": planned, "under": under, "stretch": stretch}
        yield item("cover", f"{run.id}/{leg.first}", where, **facts)
    riser = run.burial.riser if run.burial is not None else None
    if riser is None or riser == "none":
        yield item("riser-unsaid", run.id, where)
    else:
        yield item("riser", run.id, where, riser=riser)
    bare = run.cable.raceway == "none"
    yield item("backfill", run.id, where, what="the cable" if bare else "the raceway")
    yield item("ground-bushing" if bare else "sealed", run.id, where)
    if run.use == "service":
        yield item("ribbon", run.id, where)


def _alike(pull: PullAnswer) -> Iterator[list[BuriedLeg]]:
    """Legs that follow one another under the same, as deep as one another."""
    for _, legs in groupby(pull.legs, key=lambda leg: (leg.under, leg.planned, leg.asked.value)):
        yield list(legs)


def _piped(job: Job, run: Run, answer: RunAnswer, where: str, pull: PullAnswer) -> Iterator[InspectionItem]:
    if isinstance(pull.expansion.value, float) and pull.expansion.value > 0.0:
        yield item("expansion", run.id, where, moves=told(pull.expansion))
    if pull.straps.value is not None and pull.section is not None:
        cites = ", ".join(dict.fromkeys(s.cite for s in pull.straps.steps if s.cite not in ("", "sum")))
        yield item(
            "straps", run.id, where, cites, raceway=pull.section.raceway, trade=pull.section.trade,
            straps=f"{told(pull.straps)} straps in all",
        )  # fmt: skip
    bends = [b for b in (stage.bends_deg.value for stage in pull.stages) if isinstance(b, float) and b > 0.0]
    if bends:
        yield item("bends", run.id, where, bends=f"{max(bends):.0f}°")
    size = answer.figure("size").value
    if run.cable.raceway != "none" and isinstance(size, str) and size not in FROM_HERE_BUSHED:
        yield item("bushing", run.id, where, size=f"{size} {answer.metal}")
    for at, node in enumerate(pull.nodes):
        if node.pull and node.fitting == "box" and isinstance(node.box.value, float):
            along = f"{number(round(node.along))} {job.told.length.sign}"
            yield item("pull-box", f"{run.id}/{at}", where, along=along, box=told(node.box))


def _wired(run: Run, answer: RunAnswer, where: str) -> Iterator[InspectionItem]:
    if not answer.conductors:
        return
    yield item("conductors", run.id, where, conductors=answer.conductors, insulation=run.cable.insulation)
    if run.cable.raceway == "none" and not run.route and _is_cable(run):
        yield item("staples", run.id, where)
    amps = answer.figure("breaker").value
    if isinstance(amps, float):
        device = _device(answer.device, amps)
        yield item("breaker", run.id, where, device=device, conductors=answer.conductors)
    if answer.metal == "al":
        yield item("antioxidant", run.id, where)
    if run.overhead is not None:
        yield item("lead-time", run.id, where, over=run.overhead.over)


def _device(device: Device, amps: float) -> str:
    return f"{number(amps)} A, {device.words}" if device.words else f"{number(amps)} A"


def _is_cable(run: Run) -> bool:
    return INSULATIONS.word(run.cable.insulation, "assembly") == "yes"
