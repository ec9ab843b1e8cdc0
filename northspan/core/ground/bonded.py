"""A job's bonds in every mode, by themselves: what their findings are drawn from, and what a mended job is tried on.

No fix is offered that leaves an enclosure without metal back to its source.
"""

from collections.abc import Iterable
from dataclasses import dataclass, replace

from northspan.core.document.patched import patched_job
from northspan.core.ground.bonds import bonds
from northspan.core.ground.earthing import Earthing
from northspan.core.ground.found import Bonds, Ground, Joins
from northspan.core.ground.joins import joins
from northspan.core.ground.modes import Mode, modes
from northspan.core.job.job import Job
from northspan.core.property.topology import Network, as_made, as_used, network
from northspan.core.solution import Finding, Fix

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
    return [
        replace(f, fixes=kept) if len(kept := _kept(rules, entered, before, f.fixes)) < len(f.fixes) else f
        for f in findings
    ]


def without_home(modes: Iterable[tuple[Mode, Bonds]]) -> frozenset[tuple[str, str]]:
    """Mode and station of every live enclosure without metal back to its source."""
    return frozenset((mode.id, at) for mode, bonds in modes for at in bonds.mode.live - bonds.way_back)


def _kept(rules: Earthing, entered: Job, before: frozenset[tuple[str, str]], fixes: tuple[Fix, ...]) -> tuple[Fix, ...]:
    return tuple(
        fix for fix in fixes
        if not _touches(fix) or without_home(bonded(rules, patched_job(entered, fix.patch)).modes) <= before
    )  # fmt: skip


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
