"""The best balance of a panel: the least difference between its legs, and the fewest moves that bring it."""

from collections.abc import Callable, Mapping, Sequence
from dataclasses import dataclass, replace
from itertools import islice

from northspan.core.property.panel.balancing.flips import fewest_flips
from northspan.core.property.panel.balancing.model import choices
from northspan.core.property.panel.balancing.programme import SECONDS, Groups, OutOfTime, Taken, fewest_moves
from northspan.core.property.panel.balancing.sums import least_open, reachable, unit_of
from northspan.core.property.panel.layout import A, Breaker, BusBars, Spot

# So often is a least difference that no layout comes to passed over before the programme looks for itself.
TRIES = 200
# So many sums are looked at, once time is out, for the best that is found soon.
AFTER = 6


@dataclass(frozen=True, slots=True)
class Balanced:
    """A layout: where every breaker stands, load of each leg (quarters of a VA, two poles half on each), moves, the
    least difference that is still open, and whether it is proved to be the best.
    """

    spots: Mapping[str, Spot]
    legs: tuple[int, int]
    moves: int
    least: int
    proved: bool

    @property
    def difference(self) -> int:
        """Between the legs (quarters of a VA)."""
        return abs(self.legs[0] - self.legs[1])


def balance(
    panel: BusBars, breakers: Sequence[Breaker], remaining: Callable[[], float] = lambda: SECONDS
) -> Balanced | None:
    """The layout with the least difference, and of those one with the fewest moves; None where there is none.

    ``remaining`` says how much time (s) there is left; past it the best that was found comes, and how far it may still
    improve. Raises OutOfTime where nothing was found in it.

    >>> from northspan.core.job.panel import interleaved
    >>> four = [Breaker("c1", 1, 4800, Spot(1)), Breaker("c2", 1, 3600, Spot(2)), Breaker("c3", 1, 2000, Spot(3)),
    ...         Breaker("c4", 2, 16000, Spot(4))]
    >>> found = balance(BusBars(interleaved(6)), four)
    >>> found.difference, found.moves, found.legs
    (800, 2, (13600, 12800))
    """
    poles = sum(b.poles for b in breakers)
    groups = choices(panel, breakers)
    if not breakers:
        return Balanced({}, (0, 0), 0, 0, True)
    if not all(groups) or (panel.poles_allowed is not None and poles > panel.poles_allowed):
        return None
    least, taken = _least(panel, groups, remaining)
    return None if taken is None else _laid_out(panel, breakers, taken, least)


def _least(panel: BusBars, groups: Groups, remaining: Callable[[], float]) -> tuple[int, Taken | None]:
    """The least sum that can be laid out; out of time the least that is still open, with the best that was found."""
    unit = unit_of(groups)
    sums = reachable(panel, groups)
    if sums is None:
        sums = iter(least_open(groups) + unit * i for i in range(TRIES))
    for at, most in enumerate(sums):
        taken = fewest_flips(panel, groups, most, remaining)
        if taken is not None:
            return most, taken
        try:
            taken = fewest_moves(panel, groups, most, unit, min(remaining(), SECONDS))
            if taken is None and at == 0 and fewest_moves(panel, groups, None, 1, min(remaining(), SECONDS)) is None:
                return most, None
        except OutOfTime:
            return most, _so_far(panel, groups)
        if taken is not None:
            return most, taken
    return 0, None


def _so_far(panel: BusBars, groups: Groups) -> Taken:
    """The best of what is found soon: by sums alone, else any layout. Raises OutOfTime where there is none."""
    looked = reachable(panel, groups)
    for most in islice(looked, AFTER) if looked is not None else ():
        taken = fewest_flips(panel, groups, most, lambda: SECONDS)
        if taken is not None:
            return replace(taken, proved=False)
    taken = fewest_moves(panel, groups, None, 1, 1.0)
    if taken is None:
        raise OutOfTime
    return replace(taken, proved=False)


def _laid_out(panel: BusBars, breakers: Sequence[Breaker], taken: Taken, least: int) -> Balanced:
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
    return Balanced(spots, (legs[0], legs[1]), moves, least, taken.proved)


def _place(
    panel: BusBars, free: dict[int, int], leg: str, breaker: Breaker, movers: Sequence[tuple[Breaker, str | None]]
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


def _on(panel: BusBars, breaker: Breaker, spot: Spot, leg: str) -> int:
    if breaker.poles == 2:
        return breaker.load // 2
    return breaker.load if panel.leg(spot.space) == leg else 0
