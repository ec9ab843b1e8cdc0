"""Fewest moves by sums: sets of changes of leg, met in the middle, each tried for room until one has it.

What is found is proved: fewer moves come to no such difference even with all the room there is. Where nothing is found
nothing is said, for more moves, or moves that only make room, may do it.
"""

from collections.abc import Callable, Iterator, Sequence
from dataclasses import dataclass
from itertools import combinations, product

from northspan.core.property.panel.balancing.model import Choice
from northspan.core.property.panel.balancing.programme import Taken
from northspan.core.property.panel.layout import A, B, BusBars

MOST_MOVES = 8
# So many sets are held on one side, so many of changes that are no moves, and so many are tried for room.
MOST_SETS, MOST_FREE, TRIES = 250_000, 16_384, 4_000
Groups = Sequence[Sequence[Choice]]


@dataclass(frozen=True, slots=True)
class Flip:
    """A change from what a group costs least: which group, by which choice, the moves that it adds, the difference
    that it makes (quarters of a VA).
    """

    group: int
    choice: Choice
    moves: int
    difference: int


def fewest_flips(panel: BusBars, groups: Groups, most: int, remaining: Callable[[], float]) -> Taken | None:
    """The choices with the fewest moves whose difference is ``most`` (quarters of a VA), the least that the circuits
    come to; None where this way does not find them, or not in the time (s) that is ``remaining``.
    """
    rest = [min(group, key=lambda c: c.moves) for group in groups]
    flips = [flip for i, group in enumerate(groups) for flip in _flips(i, group, rest[i])]
    base, tries = sum(c.difference for c in rest), 0
    room_is_a_count = _room_is_a_count(panel, rest)
    no_moves = [f for f in flips if f.moves == 0]
    free = _free_sets(no_moves)
    sets: list[list[tuple[Flip, ...]]] = [[()]]
    for moves in range(MOST_MOVES + 1):
        for more, fewer in _halves(moves):
            while len(sets) <= more:
                sets.append(list(_sets(flips, len(sets))))
            left, right = sets[more], sets[fewer]
            if len(right) * len(free) > MOST_SETS or len(left) > MOST_SETS or remaining() <= 0.0:
                return None
            for both in _meeting(left, right, free, [goal - base for goal in {most, -most}]):
                taken = _with_room(panel, rest, both)
                tries += 1
                if taken is not None or tries == TRIES:
                    return taken
        if (tries and not room_is_a_count) or len(free) < 2 ** len(no_moves):
            # Moves that change no leg may make room, or sets have been left out: more moves would prove nothing.
            return None
    return None


def _halves(moves: int) -> Iterator[tuple[int, int]]:
    """How so many moves part into two sets of flips of one or two moves: alike as far as may be; an odd number of
    exchanges leaves one more on one side.

    >>> list(_halves(2)), list(_halves(3))
    ([(1, 1), (2, 0)], [(2, 1)])
    """
    yield (moves + 1) // 2, moves // 2
    if moves and moves % 2 == 0:
        yield moves // 2 + 1, moves // 2 - 1


def _meeting(
    left: Sequence[tuple[Flip, ...]],
    right: Sequence[tuple[Flip, ...]],
    free: Sequence[tuple[Flip, ...]],
    goals: Sequence[int],
) -> Iterator[tuple[Flip, ...]]:
    """Sets of flips of different groups, one from either side, that come to a goal together."""
    by_sum: dict[int, list[tuple[Flip, ...]]] = {}
    for own in ((*a, *b) for a, b in product(right, free)):
        by_sum.setdefault(_sum(own), []).append(own)
    for own in left:
        for goal in goals:
            for other in by_sum.get(goal - _sum(own), ()):
                both = (*own, *other)
                if len({f.group for f in both}) == len(both):
                    yield both


def _room_is_a_count(panel: BusBars, rest: Sequence[Choice]) -> bool:
    """Whether a leg's room is but a number of spaces: no twins, and all that has a place keeps it, alone there."""
    taken = [space for c in rest for space in c.halves]
    stay = all(not c.pair and all(b.at == spot for b, spot in c.spots) for c in rest)
    return stay and len(set(taken)) == len(taken) and not any(panel.usable(s) for s in panel.twins)


def _flips(at: int, group: Sequence[Choice], rest: Choice) -> Iterator[Flip]:
    """Of a group's choices those that change a leg, the cheapest for each difference."""
    seen = set()
    for choice in sorted(group, key=lambda c: c.moves):
        change = choice.difference - rest.difference
        if (change or choice.leg != rest.leg) and (change, choice.leg) not in seen:
            seen.add((change, choice.leg))
            yield Flip(at, choice, choice.moves - rest.moves, change)


def _free_sets(flips: Sequence[Flip]) -> list[tuple[Flip, ...]]:
    """Sets of the flips that are no moves, of as many of them as can be held."""
    sets: list[tuple[Flip, ...]] = [()]
    for flip in flips:
        if 2 * len(sets) > MOST_FREE:
            break
        sets += [(*own, flip) for own in sets]
    return sets


def _sets(flips: Sequence[Flip], moves: int) -> Iterator[tuple[Flip, ...]]:
    """Sets of flips that take so many moves together; every set of one or two moves a flip."""
    ones = [f for f in flips if f.moves == 1]
    twos = [f for f in flips if f.moves == 2]
    for pairs in range(moves // 2 + 1):
        for chosen in combinations(twos, pairs):
            yield from ((*chosen, *single) for single in combinations(ones, moves - 2 * pairs))


def _sum(flips: Sequence[Flip]) -> int:
    return sum(f.difference for f in flips)


def _with_room(panel: BusBars, rest: Sequence[Choice], flips: Sequence[Flip]) -> Taken | None:
    """The choices after the flips, with pairs of spaces for those who need one; None where no room is seen for them."""
    made = {f.group: f.choice for f in flips}
    chosen = tuple(made.get(i, choice) for i, choice in enumerate(rest))
    free = {s: 2 for s in panel.spaces if panel.usable(s)}
    for choice in chosen:
        for space, halves in choice.halves.items():
            free[space] = free.get(space, 0) - halves
    if min(free.values(), default=0) < 0:
        return None
    # Partners that change legs change places with each other, if they stand in a pair.
    own = [min(rest[f.group].halves) for f in flips if f.choice.pair and rest[f.group].spots]
    others = sorted(panel.spaces, key=lambda s: ((s in panel.twins) + (s + 2 in panel.twins), s))
    pairs: list[int] = []
    for space in (*own, *others):
        if len(pairs) == sum(1 for c in chosen if c.pair):
            break
        if panel.takes_pair(space) and free[space] == free[space + 2] == 2:
            pairs.append(space)
            free[space] = free[space + 2] = 0
    if len(pairs) < sum(1 for c in chosen if c.pair) or not all(_holds(panel, leg, chosen, free) for leg in (A, B)):
        return None
    return Taken(chosen, tuple(pairs), True)


def _holds(panel: BusBars, leg: str, chosen: Sequence[Choice], free: dict[int, int]) -> bool:
    """Whether those that move to a leg find room in what is free there, full-size ones in single spaces first."""
    movers = [c.mover for c in chosen if c.mover is not None and c.leg == leg]
    full = sum(1 for b in movers if b.full_size)
    here = [s for s in free if panel.leg(s) == leg]
    single = sum(1 for s in here if s not in panel.twins and free[s] == 2)
    twins = [free[s] for s in here if s in panel.twins]
    in_twins = max(0, full - single)
    if in_twins > twins.count(2):
        return False
    return len(movers) - full <= max(0, single - full) + sum(twins) - 2 * in_twins
