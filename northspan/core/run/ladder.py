"""Walks the sizes of one run, small to large, and picks the smallest that passes everything."""

from collections.abc import Sequence

from northspan.core.run.question import RunQuestion
from northspan.core.run.rung import Ladder, Rung

RUNGS_ABOVE = 2


def smallest_carrying(rungs: Sequence[Rung]) -> str | None:
    """Smallest size that passes everything but the drop."""
    return next((r.size for r in rungs if r.carries), None)


def smallest_passing(rungs: Sequence[Rung]) -> str | None:
    """Smallest size that passes everything."""
    return next((r.size for r in rungs if r.passes), None)


def shown(rungs: Sequence[Rung], top: str | None) -> tuple[Rung, ...]:
    """The rungs up to two above ``top``; all of them where nothing passes."""
    if top is None:
        return tuple(rungs)
    below = next((i for i, r in enumerate(rungs, 1) if r.size == top), len(rungs))
    return tuple(rungs[: below + RUNGS_ABOVE])


def chosen(q: RunQuestion, rungs: Sequence[Rung]) -> Rung | None:
    """The locked size where one is locked and is among those tried, else the smallest that passes."""
    wanted = q.size_lock or smallest_passing(rungs)
    return next((r for r in rungs if r.size == wanted), None)


def ladder(q: RunQuestion, rungs: Sequence[Rung]) -> Ladder:
    """The ladder to show: up to two above the chosen size, or above the smallest that passes if that is larger."""
    smallest = smallest_passing(rungs)
    picked = chosen(q, rungs)
    top = smallest
    if smallest is not None and picked is not None:
        top = next(r.size for r in reversed(rungs) if r.size in (smallest, picked.size))
    return Ladder(q.metal, shown(rungs, top), smallest_carrying(rungs), smallest)
