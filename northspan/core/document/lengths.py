"""The one length of a run: as it was entered, taped on site, or the one that its route measures on the plan."""

import math
from itertools import pairwise

from northspan.core.figures.units import FOOT_M
from northspan.core.job.job import Job
from northspan.core.job.run import Route, Run

# A plan is not drawn finer than this (of the job's length): the length taken from it says no more.
DECIMALS = 1
# Nearer than this (m) a route bears out the length of its run.
CLOSE_M = FOOT_M


def over_ground(route: Route) -> float:
    """What a route's legs measure uphill and down, in the route's own unit."""
    return sum(math.dist((a.x, a.y, a.z), (b.x, b.y, b.z)) for a, b in pairwise(route.points))


def along_wire(route: Route) -> float:
    """What wire takes along a route: its legs, and what goes up, down and into the boxes; in the route's own unit.

    >>> along_wire(Route(points=[{"x": 0, "y": 0}, {"x": 60, "y": 0}, {"x": 60, "y": 80, "z": -60}], ends=12))
    172.0
    """
    return over_ground(route) + route.ends


def by_routes(job: Job) -> Job:
    """A job in which every run whose length is its route's has the length that its route measures; the length of one
    whose route was taken off is as good as entered.
    """
    runs = tuple(_by_route(run) for run in job.runs)
    return job if runs == job.runs else job.model_copy(update={"runs": runs})


def _by_route(run: Run) -> Run:
    if run.length_from != "route":
        return run
    if run.route is None:
        return run.model_copy(update={"length_from": "entered"})
    length = max(0.1, round(along_wire(run.route), DECIMALS))
    return run.model_copy(update={"cable": run.cable.model_copy(update={"length": length})})
