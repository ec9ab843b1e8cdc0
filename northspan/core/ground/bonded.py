"""A job's bonds in every mode, by themselves: what their findings are drawn from, and what a mended job is tried on."""

from dataclasses import dataclass

from northspan.core.ground.bonds import bonds
from northspan.core.ground.earthing import Earthing
from northspan.core.ground.found import Bonds, Joins
from northspan.core.ground.joins import joins
from northspan.core.ground.modes import Mode, modes
from northspan.core.job.job import Job
from northspan.core.property.topology import Network, as_used, network


@dataclass(frozen=True)
class Bonded:
    """A job with its network, its bonds as recorded or planned, and where they are in every mode."""

    job: Job
    net: Network
    joins: Joins
    modes: tuple[tuple[Mode, Bonds], ...]


def bonded(rules: Earthing, job: Job) -> Bonded:
    """Find a job's bonds; nothing is sized for it."""
    job = as_used(job)
    net = network(job)
    joined = joins(rules, job, net)
    return Bonded(job, net, joined, tuple((mode, bonds(job, net, mode, joined)) for mode in modes(job, net)))
