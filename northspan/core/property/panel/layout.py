"""A panel's spaces and the circuits in them: which places there are, and whether a circuit may stay where it is.

Spaces are numbered across, odd at the left and even at the right; a two-pole breaker takes a space and the one below.
"""

from collections.abc import Iterator, Sequence
from dataclasses import dataclass

Leg = str
A, B = "A", "B"


@dataclass(frozen=True, slots=True)
class Spot:
    """A place of a breaker: its space (the upper one of two), and whether it is a half in a twin space."""

    space: int
    half: bool = False


@dataclass(frozen=True, slots=True)
class Breaker:
    """A circuit's breaker. ``load`` in quarters of a VA, both poles together; ``at`` where it is now (None: new);
    ``partner`` the other of a multiwire pair; ``locked`` that it stays; ``full_size`` that it is made as no half.
    """

    id: str
    poles: int
    load: int
    at: Spot | None = None
    partner: str | None = None
    locked: bool = False
    full_size: bool = False


@dataclass(frozen=True)
class BusBars:
    """A panel: the leg of every space in order, blocked spaces, those that take a twin, the most poles in all."""

    legs: tuple[Leg, ...]
    blocked: frozenset[int] = frozenset()
    twins: frozenset[int] = frozenset()
    poles_allowed: int | None = None

    @property
    def spaces(self) -> range:
        """All spaces."""
        return range(1, len(self.legs) + 1)

    def leg(self, space: int) -> Leg:
        """The leg that a space stands on."""
        return self.legs[space - 1]

    def usable(self, space: int) -> bool:
        """Whether a breaker may stand in a space: it is in the panel and not blocked.

        >>> from northspan.core.job.panel import interleaved
        >>> BusBars(interleaved(4), frozenset({3})).usable(3)
        False
        """
        return 1 <= space <= len(self.legs) and space not in self.blocked

    def takes_pair(self, space: int) -> bool:
        """Whether a two-pole breaker, or two handles tied, may stand in a space and the one below: on unlike legs.

        >>> from northspan.core.job.panel import interleaved
        >>> [s for s in range(1, 7) if BusBars(interleaved(6)).takes_pair(s)]
        [1, 2, 3, 4]
        """
        return self.usable(space) and self.usable(space + 2) and self.leg(space) != self.leg(space + 2)

    def below_or_above(self, space: int) -> Iterator[int]:
        """The spaces that the partner of a breaker in this one may take."""
        if self.takes_pair(space - 2):
            yield space - 2
        if self.takes_pair(space):
            yield space + 2


def may_stay(panel: BusBars, breaker: Breaker) -> bool:
    """Whether a breaker may stay where it is, whatever stands beside it; a partner only as far as itself goes.

    >>> from northspan.core.job.panel import interleaved
    >>> panel = BusBars(interleaved(6), twins=frozenset({5}))
    >>> may_stay(panel, Breaker("a", 1, 0, Spot(5, True))), may_stay(panel, Breaker("b", 1, 0, Spot(6, True)))
    (True, False)
    """
    at = breaker.at
    if at is None:
        return False
    if breaker.poles == 2:
        return not at.half and panel.takes_pair(at.space)
    if at.half:
        plain = not breaker.full_size and breaker.partner is None
        return plain and at.space in panel.twins and panel.usable(at.space)
    return panel.usable(at.space)


def pairs_of(breakers: Sequence[Breaker]) -> list[tuple[Breaker, Breaker]]:
    """The multiwire pairs, each once."""
    by_id = {b.id: b for b in breakers}
    return [(b, by_id[b.partner]) for b in breakers if b.partner is not None and b.id < b.partner]
