"""The boxes along a run in which its wires may be spliced: there a meter is put to them, on the side they come from."""

import math
from collections.abc import Iterable, Iterator
from dataclasses import dataclass
from itertools import accumulate, pairwise

from northspan.core.job.run import Run
from northspan.core.physics.network.nodal import Branch, ImpedanceNetwork

LETTERS = "ABN"


@dataclass(frozen=True, slots=True)
class BoxAlong:
    """A box of a run: its number along it from 1, and how far along (share of the run's length, 0 to 1)."""

    number: int
    share: float


def splice_boxes(run: Run) -> tuple[BoxAlong, ...]:
    """The boxes of a run's route in their order; a conduit body is none.

    >>> from northspan.core.job.run import Cable, Route, Waypoint
    >>> points = (Waypoint(x=0, y=0), Waypoint(x=30, y=0, pull=True), Waypoint(x=90, y=0))
    >>> route = Route(points=points, ends=10)
    >>> run = Run(id="r", from_station="a", to_station="b", use="feeder", system="120/240",
    ...           cable=Cable(length=100), route=route)
    >>> [(box.number, round(box.share, 2)) for box in splice_boxes(run)]
    [(1, 0.35)]
    """
    route = run.route
    if route is None:
        return ()
    points = [(p.x, p.y, p.z) for p in route.points]
    along = [0.0, *accumulate(math.dist(a, b) for a, b in pairwise(points))]
    start = route.ends / 2.0 if route.ends_start is None else route.ends_start
    whole = along[-1] + route.ends
    inner = [
        (start + at) / whole
        for point, at in zip(route.points[1:-1], along[1:-1], strict=True)
        if point.pull and point.fitting == "box" and whole > 0.0
    ]
    return tuple(BoxAlong(number, share) for number, share in enumerate(inner, 1))


def box_node(run: str, number: int, letter: str) -> str:
    """The name of a wire's node in a box."""
    return f"{run}#{number}:{letter}"


def piece(letter: str, run: str, number: int) -> str:
    """The name of a wire from a box on, the first one its own."""
    return f"{letter} {run}" if number == 0 else f"{letter} {run}#{number}"


def spliced(network: ImpedanceNetwork, runs: Iterable[Run]) -> ImpedanceNetwork:
    """The same network with every circuit wire of these runs in pieces from box to box."""
    boxes = {f"{letter} {run.id}": (run, letter) for run in runs if splice_boxes(run) for letter in LETTERS}
    if not any(b.name in boxes for b in network.branches):
        return network
    pieces = [part for b in network.branches for part in (_pieces(b, *boxes[b.name]) if b.name in boxes else (b,))]
    return ImpedanceNetwork(tuple(pieces), network.couplings, network.nodes)


def _pieces(branch: Branch, run: Run, letter: str) -> Iterator[Branch]:
    boxes = splice_boxes(run)
    shares = [0.0, *(box.share for box in boxes), 1.0]
    ends = [branch.start, *(box_node(run.id, box.number, letter) for box in boxes), branch.end]
    for number, ((start, end), (one, other)) in enumerate(zip(pairwise(ends), pairwise(shares), strict=True)):
        yield Branch(piece(letter, run.id, number), start, end, branch.ohms * max(other - one, 1e-6))
