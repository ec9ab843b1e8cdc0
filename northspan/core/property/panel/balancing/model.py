"""What may be done with the circuits of a panel, group by group: a breaker by itself, partners together.

Of every group exactly one choice is taken. A one-pole breaker that moves says only to which leg, and is given its space
afterwards; two poles, and partners that move together, take a pair of spaces; a partner that joins one that stays takes
the space beside it.
"""

from collections.abc import Iterable, Sequence
from dataclasses import dataclass

from northspan.core.property.panel.layout import A, Breaker, BusBars, Spot, may_stay, pairs_of


@dataclass(frozen=True, slots=True)
class Choice:
    """One thing that may be done, and what follows: the places that it fixes, the leg of a one-pole breaker, whether
    that is made in full size only, who takes a pair of spaces (a partner on leg A first), the moves, and the difference
    A - B (quarters of a VA).
    """

    spots: tuple[tuple[Breaker, Spot], ...] = ()
    mover: Breaker | None = None
    leg: str | None = None
    pair: tuple[Breaker, ...] = ()
    moves: int = 0
    difference: int = 0

    @property
    def halves(self) -> dict[int, int]:
        """Halves of spaces that its fixed places take: two for a whole space."""
        taken: dict[int, int] = {}
        for breaker, spot in self.spots:
            for space in (spot.space, spot.space + 2)[: breaker.poles]:
                taken[space] = 1 if spot.half else 2
        return taken


def choices(panel: BusBars, breakers: Sequence[Breaker]) -> list[list[Choice]]:
    """The choices of every group.

    >>> from northspan.core.job.panel import interleaved
    >>> [c.difference for c in choices(BusBars(interleaved(4)), [Breaker("a", 1, 8, Spot(3))])[0]]
    [-8, 8, -8]
    """
    alone = [list(_alone(panel, b)) for b in breakers if b.partner is None]
    return alone + [list(_together(panel, *pair)) for pair in pairs_of(breakers)]


def _alone(panel: BusBars, b: Breaker) -> Iterable[Choice]:
    leg = None if b.at is None or b.poles == 2 else panel.leg(b.at.space)
    if b.at is not None and may_stay(panel, b):
        yield Choice(((b, b.at),), leg=leg, difference=_signed(leg, b.load))
    if b.locked:
        return
    moves = int(b.at is not None)
    if b.poles == 2:
        yield Choice(pair=(b,), moves=moves)
    else:
        yield from (Choice(mover=b, leg=x, moves=moves, difference=_signed(x, b.load)) for x in "AB")


def _together(panel: BusBars, p: Breaker, q: Breaker) -> Iterable[Choice]:
    for stays, other in ((p, q), (q, p)):
        if stays.at is None or not may_stay(panel, stays):
            continue
        for space in panel.below_or_above(stays.at.space):
            there = other.at == Spot(space)
            if (other.locked and not there) or (there and stays is q):
                continue
            spots = ((stays, stays.at), (other, Spot(space)))
            difference = _signed(panel.leg(stays.at.space), stays.load - other.load)
            yield Choice(spots, moves=int(other.at is not None and not there), difference=difference)
    if not p.locked and not q.locked:
        moves = int(p.at is not None) + int(q.at is not None)
        yield Choice(pair=(p, q), moves=moves, difference=p.load - q.load)
        yield Choice(pair=(q, p), moves=moves, difference=q.load - p.load)


def _signed(leg: str | None, load: int) -> int:
    return 0 if leg is None else load if leg == A else -load
