"""The best balance of a panel: the least difference between its legs, and the fewest moves that bring it."""

from collections.abc import Mapping, Sequence
from dataclasses import dataclass

from northspan.core.panel.flips import fewest_flips
from northspan.core.panel.layout import A, Breaker, Panel, Spot
from northspan.core.panel.model import choices
from northspan.core.panel.programme import Groups, Taken, fewest_moves
from northspan.core.panel.sums import least_open, reachable, unit_of

# So often is a least difference that no layout comes to passed over before the programme looks for itself.
TRIES = 200


@dataclass(frozen=True, slots=True)
class Balanced:
    """A layout: where every breaker stands, load of each leg (quarters of a VA, two poles half on each), moves, and
    whether it is proved to be the best.
    """

    spots: Mapping[str, Spot]
    legs: tuple[int, int]
    moves: int
    proved: bool

    @property
    def difference(self) -> int:
        """Between the legs (quarters of a VA)."""
        return abs(self.legs[0] - self.legs[1])


def balance(panel: Panel, breakers: Sequence[Breaker]) -> Balanced | None:
    """The layout with the least difference, and of those one with the fewest moves; None where there is none.

    >>> from northspan.core.panel.layout import interleaved
    >>> four = [Breaker("c1", 1, 4800, Spot(1)), Breaker("c2", 1, 3600, Spot(2)), Breaker("c3", 1, 2000, Spot(3)),
    ...         Breaker("c4", 2, 16000, Spot(4))]
    >>> found = balance(Panel(interleaved(6)), four)
    >>> found.difference, found.moves, found.legs
    (800, 2, (13600, 12800))
    """
    poles = sum(b.poles for b in breakers)
    groups = choices(panel, breakers)
    if not breakers:
        return Balanced({}, (0, 0), 0, True)
    if not all(groups) or (panel.poles_allowed is not None and poles > panel.poles_allowed):
        return None
    taken = _least(panel, groups)
    return None if taken is None else _laid_out(panel, breakers, taken)


def _least(panel: Panel, groups: Groups) -> Taken | None:
    """The least difference: the least sum that can be laid out."""
    unit = unit_of(groups)
    sums = reachable(panel, groups)
    if sums is None:
        sums = iter(least_open(groups) + unit * i for i in range(TRIES))
    for at, most in enumerate(sums):
        taken = fewest_flips(panel, groups, most) or fewest_moves(panel, groups, most, unit)
        if taken is not None:
            return taken
        if at == 0 and fewest_moves(panel, groups, None) is None:
            return None
    return None


def _laid_out(panel: Panel, breakers: Sequence[Breaker], taken: Taken) -> Balanced:
    """Every breaker given its space: those that move in the order of the panel, full-size ones first."""
    spots = {b.id: spot for choice in taken.choices for b, spot in choice.spots}
    free = {s: 2 for s in panel.spaces if panel.usable(s)}
    for choice in taken.choices:
        for space, many in choice.halves.items():
            free[space] -= many
    pairs = list(taken.pairs)
    for choice in (c for c in taken.choices if c.pair):
        upper = pairs.pop()
        free[upper] = free[upper + 2] = 0
        both = (upper, upper + 2) if panel.leg(upper) == A else (upper + 2, upper)
        if len(choice.pair) == 1:
            spots[choice.pair[0].id] = Spot(upper)
        else:
            spots |= {b.id: Spot(space) for b, space in zip(choice.pair, both, strict=True)}
    movers = [(c.mover, c.leg) for c in taken.choices if c.mover is not None]
    for breaker, leg in sorted(movers, key=lambda each: not each[0].full_size):
        spots[breaker.id] = _place(panel, free, leg or A, breaker, movers)
    legs = tuple(sum(_on(panel, b, spots[b.id], leg) for b in breakers) for leg in "AB")
    moves = sum(1 for b in breakers if b.at is not None and b.at != spots[b.id])
    return Balanced(spots, (legs[0], legs[1]), moves, taken.proved)


def _place(
    panel: Panel, free: dict[int, int], leg: str, breaker: Breaker, movers: Sequence[tuple[Breaker, str | None]]
) -> Spot:
    """A free space on a leg: a whole single one, a whole twin for a full-size breaker, else a half."""
    here = [s for s in free if panel.leg(s) == leg]
    single = next((s for s in here if s not in panel.twins and free[s] == 2), None)
    if single is not None:
        free[single] = 0
        return Spot(single)
    if breaker.full_size:
        twin = next(s for s in here if s in panel.twins and free[s] == 2)
        free[twin] = 0
        return Spot(twin)
    twin = min((s for s in here if s in panel.twins and free[s] > 0), key=lambda s: free[s])
    free[twin] -= 1
    return Spot(twin, half=True)


def _on(panel: Panel, breaker: Breaker, spot: Spot, leg: str) -> int:
    if breaker.poles == 2:
        return breaker.load // 2
    return breaker.load if panel.leg(spot.space) == leg else 0
