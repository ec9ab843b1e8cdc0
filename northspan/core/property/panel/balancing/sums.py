"""The differences between its legs that a panel's circuits can come to: exact as sums, of the room only what a leg
holds at most, so that the least of them is never more than the least that can be laid out.
"""

import math
from collections import defaultdict
from collections.abc import Iterator, Sequence

from northspan.core.property.panel.balancing.model import Choice
from northspan.core.property.panel.layout import A, B, BusBars

# Bits of all sums that are held at once: what 64 MB hold.
MOST_BITS = 512_000_000
Groups = Sequence[Sequence[Choice]]


def unit_of(groups: Groups) -> int:
    """What every difference is apart from any other by a multiple of (quarters of a VA), 1 at least."""
    steps = [c.difference - group[0].difference for group in groups for c in group]
    return math.gcd(*steps) or 1


def least_open(groups: Groups) -> int:
    """The least difference, without its sign, that the unit leaves open whatever is chosen."""
    base, unit = sum(group[0].difference for group in groups), unit_of(groups)
    return min(base % unit, -base % unit)


def reachable(panel: BusBars, groups: Groups) -> Iterator[int] | None:
    """Every difference, without its sign (quarters of a VA), that may be reached, least first; None: too many to hold.

    The sums of so many breakers on leg A are the bits of one number: a choice shifts them all at once.

    >>> from northspan.core.job.panel import interleaved

    >>> from northspan.core.property.panel.layout import Breaker
    >>> from northspan.core.property.panel.balancing.model import choices
    >>> panel = BusBars(interleaved(4))
    >>> list(reachable(panel, choices(panel, [Breaker("a", 1, 6), Breaker("b", 1, 4), Breaker("c", 1, 1)])))
    [1, 3, 9]
    """
    unit, least = unit_of(groups), sum(min(c.difference for c in group) for group in groups)
    width = (sum(max(c.difference for c in group) for group in groups) - least) // unit + 1
    single = sum(1 for group in groups if group[0].leg is not None)
    if width * (single + 1) > MOST_BITS:
        return None
    room_a, room_b = (_room(panel, leg, groups) for leg in (A, B))
    sums: dict[int, int] = {0: 1}
    for group in groups:
        low = min(c.difference for c in group)
        grown: dict[int, int] = defaultdict(int)
        for on_a, shift in {(int(c.leg == A), (c.difference - low) // unit) for c in group}:
            for many, bits in sums.items():
                if many + on_a <= room_a:
                    grown[many + on_a] |= bits << shift
        sums = grown
    together = 0
    for many, bits in sums.items():
        if single - many <= room_b:
            together |= bits
    return _least_first(together, least, unit)


def _least_first(bits: int, least: int, unit: int) -> Iterator[int]:
    """The sums that the bits stand for, without their signs, from the middle outward."""
    middle, width = -least // unit, bits.bit_length()
    written = bits.to_bytes(width // 8 + 1, "little")
    before = -1
    for away in range(max(middle, width - middle) + 2):
        here = [abs(least + at * unit) for at in (middle - away, middle + 1 + away) if 0 <= at < width
                if written[at >> 3] >> (at & 7) & 1]  # fmt: skip
        for found in sorted(here):
            if found != before:
                yield found
            before = found


def _room(panel: BusBars, leg: str, groups: Groups) -> int:
    """How many one-pole breakers a leg may hold, its pairs of spaces in single ones as far as there are any."""
    here = [s for s in panel.spaces if panel.leg(s) == leg and panel.usable(s)]
    twins = sum(1 for s in here if s in panel.twins)
    pairs = sum(1 for group in groups if group[0].leg is None)
    plain = len(here) - twins
    return plain - min(pairs, plain) + 2 * (twins - max(0, pairs - plain))
