"""What a part of a property may cost, by the share of nominal voltage that reaches it: the cheapest ways, no other.

A front holds points, each dearer and content with less voltage than the one before. No code book, no job.
"""

from collections.abc import Callable, Sequence
from dataclasses import dataclass
from typing import Generic, TypeVar

import numpy as np

NEAR = 1e-12
Shares = np.ndarray
Backward = Callable[[Shares], Shares]
T = TypeVar("T")


@dataclass(frozen=True, slots=True, eq=False)
class Front(Generic[T]):
    """Points of a part: the least share of nominal voltage each needs to be fed with, its cost; which of ``choices`` of
    ``run`` it takes (None: it is no run's), and which point of each front beyond it.
    """

    shares: Shares
    costs: np.ndarray
    beyond: tuple[tuple["Front[T]", np.ndarray], ...] = ()
    run: str | None = None
    choices: tuple[T, ...] = ()
    chosen: np.ndarray | None = None

    def cheapest(self, share: float) -> int | None:
        """The cheapest point that is content with a share; None where none is."""
        content = np.flatnonzero(self.shares <= share + NEAR)
        return int(content[0]) if content.size else None

    def picks(self, point: int) -> dict[str, T]:
        """Everything that a point takes, by run."""
        found: dict[str, T] = {}
        waiting: list[tuple[Front[T], int]] = [(self, point)]
        while waiting:
            front, at = waiting.pop()
            if front.run is not None and front.chosen is not None:
                found[front.run] = front.choices[int(front.chosen[at])]
            waiting += [(below, int(index[at])) for below, index in front.beyond]
        return found


def end(least: float) -> Front[T]:
    """A point beyond which there is nothing, that needs a share."""
    return Front(np.array([least]), np.array([0.0]))


def through(run: str, choices: Sequence[tuple[T, float, Backward]], beyond: Front[T]) -> Front[T]:
    """A run in each of its choices before what lies beyond it: what it is, its cost, and the share it must be fed with
    to deliver one.

    >>> front = through("r", [("thin", 1.0, lambda s: s + 0.03), ("thick", 5.0, lambda s: s + 0.01)], end(0.95))
    >>> [round(float(s), 2) for s in front.shares], front.picks(1)
    ([0.98, 0.96], {'r': 'thick'})
    """
    many = len(beyond.shares)
    shares = np.concatenate([fed_with(beyond.shares) for _, _, fed_with in choices])
    costs = np.concatenate([beyond.costs + cost for _, cost, _ in choices])
    kept = _cheapest(shares, costs)
    taken = tuple(choice for choice, _, _ in choices)
    return Front(shares[kept], costs[kept], ((beyond, kept % many),), run, taken, kept // many)


def together(fronts: Sequence[Front[T]]) -> Front[T]:
    """Parts fed from one point: for every share at which one of them changes, the cheapest of all.

    >>> one = Front(np.array([0.99, 0.97]), np.array([10.0, 20.0]))
    >>> other = Front(np.array([0.98, 0.96]), np.array([1.0, 5.0]))
    >>> both = together([one, other])
    >>> both.shares.tolist(), both.costs.tolist()
    ([0.99, 0.98, 0.97], [11.0, 21.0, 25.0])
    """
    if not fronts:
        return end(0.0)
    least = max(float(front.shares.min(initial=np.inf)) for front in fronts)
    shares = np.unique(np.concatenate([front.shares for front in fronts]))
    shares = shares[shares >= least][::-1]
    # In a front the shares fall: the cheapest point that is content is the first that is not above.
    places = [np.searchsorted(-front.shares, -shares) for front in fronts]
    costs = sum((front.costs[at] for front, at in zip(fronts, places, strict=True)), np.zeros(len(shares)))
    kept = _cheapest(shares, costs)
    beyond = tuple((front, at[kept]) for front, at in zip(fronts, places, strict=True))
    return Front(shares[kept], costs[kept], beyond)


def held(front: Front[T], backward: Backward, least: float) -> Front[T]:
    """A part behind a station: the share that must reach it, at least ``least``, so that one leaves it."""
    shares = np.maximum(backward(front.shares), least)
    kept = _cheapest(shares, front.costs)
    return Front(shares[kept], front.costs[kept], ((front, kept),))


def _cheapest(shares: Shares, costs: np.ndarray) -> np.ndarray:
    """The points of which no other is as cheap with as little voltage, the cheapest first; none above nominal, for that
    voltage comes from nowhere.
    """
    order = np.lexsort((shares, costs))
    order = order[shares[order] <= 1.0 + NEAR]
    if not order.size:
        return order
    lowest = np.minimum.accumulate(shares[order])
    new = np.ones(len(order), dtype=bool)
    new[1:] = lowest[1:] < lowest[:-1]
    return np.asarray(order[new])
