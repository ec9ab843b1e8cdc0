"""A job's bonds in every mode, by themselves: what their findings are drawn from, and what a mended job is tried on.

No fix is offered that leaves an enclosure without metal back to its source.
"""

from collections.abc import Iterable
from dataclasses import dataclass, replace
from functools import lru_cache

from northspan.core.document.finding import Finding, Fix
from northspan.core.document.patched import patched_job
from northspan.core.job.job import Job
from northspan.core.network.topology import Network, as_made, as_used, network
from northspan.core.property.ground.bonds import bonds
from northspan.core.property.ground.earthing import Earthing
from northspan.core.property.ground.found import Bonds, Ground, Joins
from northspan.core.property.ground.joins import joins
from northspan.core.property.ground.modes import Mode, modes

# What a way home hangs on, as the fields of a job are called; a fix that touches none of them leaves it whole.
MATTERS = frozenset(
    ("no_egc", "raceway", "insulation", "bonding", "neutral", "ground_bar", "system", "use", "switches_neutral",
     "generator", "transfer", "has_main", "from_station", "to_station", "secondary")
)  # fmt: skip


@dataclass(frozen=True)
class Bonded:
    """A job with its network, its bonds as recorded or planned, and where they are in every mode."""

    job: Job
    net: Network
    joins: Joins
    modes: tuple[tuple[Mode, Bonds], ...]


def bonded(rules: Earthing, job: Job) -> Bonded:
    """Find a job's bonds; nothing is sized for it."""
    job = as_made(as_used(job), rules.brings_ground)
    net = network(job)
    joined = joins(rules, job, net)
    return Bonded(job, net, joined, tuple((mode, bonds(job, net, mode, joined)) for mode in modes(job, net)))


def keeping_home(rules: Earthing, entered: Job, ground: Ground, findings: Iterable[Finding]) -> list[Finding]:
    """The findings with only those fixes after which every enclosure that had a way home still has one."""
    before = without_home((mode, bonds) for mode, bonds, _, _ in ground.modes)
    known = _known(home_facts(entered))

    def keeps(fix: Fix) -> bool:
        if not _touches(fix):
            return True
        key = repr(fix.patch)
        if key not in known:
            known[key] = without_home(bonded(rules, patched_job(entered, fix.patch)).modes)
        return known[key] <= before

    told = []
    for each in findings:
        kept = tuple(fix for fix in each.fixes if keeps(fix))
        told.append(replace(each, fixes=kept) if len(kept) < len(each.fixes) else each)
    return told


@lru_cache(maxsize=128)
def _known(facts: tuple[object, ...]) -> dict[str, frozenset[tuple[str, str]]]:
    """What is without a way home after each patch that was tried on a job of these facts: most edits change none."""
    return {}


def home_facts(job: Job) -> tuple[object, ...]:
    """Everything of a job that ``bonded`` reads: jobs alike in it are alike in every way home, also after a patch."""
    runs = tuple(
        (r.id, r.from_station, r.to_station, r.system, r.use, r.ground_fault_protected,
         r.cable.insulation, r.cable.no_egc, r.cable.raceway)
        for r in job.runs
    )  # fmt: skip
    stations = tuple(
        (s.id, s.kind, s.name, s.place, s.supply, s.source and s.source.earthing, s.bonding, s.converter,
         s.gear.has_main, s.generator, s.transfer, s.transformer)
        for s in job.stations
    )  # fmt: skip
    return (job.code_book, runs, stations, job.places, job.metal_paths)


def without_home(modes: Iterable[tuple[Mode, Bonds]]) -> frozenset[tuple[str, str]]:
    """Mode and station of every live enclosure without metal back to its source."""
    return frozenset((mode.id, at) for mode, bonds in modes for at in bonds.mode.live - bonds.way_back)


def _touches(fix: Fix) -> bool:
    for step in fix.patch:
        fields = {step["path"].rpartition("/")[2], *step["path"].split("/")[3:]}
        if step["path"].endswith("/-"):
            return True
        value = step.get("value")
        fields |= set(value) if isinstance(value, dict) else set()
        if fields & MATTERS:
            return True
    return False
