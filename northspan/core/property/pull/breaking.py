"""Where a pull has to be broken: the fewest pull points with which every stage keeps the limits and 360 degrees."""

from collections.abc import Sequence

from northspan.core.property.pull.limits import within
from northspan.core.property.pull.segments import Bend
from northspan.core.property.pull.tension import MOST_BENDS_DEG, Pulled, pull
from northspan.core.property.pull.unrolled import Piece


def break_nodes(pieces: Sequence[Piece], what: Pulled) -> tuple[int, ...]:
    """Nodes at which wire must come out, ``pieces`` in the order in which they are pulled through: each as late as
    may be,
    which leaves the fewest. A box in place of a bend takes the bend out. Empty where the whole keeps the limits.
    """
    found: list[int] = []
    first = 0
    while first < len(pieces):
        last = _kept(pieces, first, what)
        if last == len(pieces):
            break
        stopped = pieces[last]
        found.append(stopped.first)
        first = last + 1 if isinstance(stopped.segment, Bend) else max(last, first + 1)
    return tuple(found)


def _kept(pieces: Sequence[Piece], first: int, what: Pulled) -> int:
    """How far (a piece not included) wire can be pulled from a piece on."""
    turned = 0.0
    for at in range(first, len(pieces)):
        turned += pieces[at].segment.degrees
        direction = pull([p.segment for p in pieces[first : at + 1]], what)
        if direction.breaks or not within(turned, MOST_BENDS_DEG):
            return at
    return len(pieces)
