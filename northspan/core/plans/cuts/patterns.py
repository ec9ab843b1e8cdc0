"""The ways to cut one spool: how many pieces of each length, none left that could take another."""

from collections.abc import Iterator, Sequence


def patterns(lengths: Sequence[int], counts: Sequence[int], room: int) -> Iterator[tuple[int, ...]]:
    """Every full way to cut ``room`` into pieces of ``lengths`` (longest first, whole units), at most ``counts`` of
    each. A way is full when no piece that is left would fit.

    >>> list(patterns((5, 3), (2, 2), 8))
    [(1, 1), (0, 2)]
    """

    def cut(at: int, left: int, taken: tuple[int, ...]) -> Iterator[tuple[int, ...]]:
        if at == len(lengths):
            rest = [n for n, c, t in zip(lengths, counts, taken, strict=True) if t < c]
            if not rest or min(rest) > left:
                yield taken
            return
        for many in range(min(counts[at], left // lengths[at]), -1, -1):
            yield from cut(at + 1, left - many * lengths[at], (*taken, many))

    yield from cut(0, room, ())
