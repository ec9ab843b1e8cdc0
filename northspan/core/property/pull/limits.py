"""What a pull is held to: the wires together, the least of them, the grip and the rope; and when a limit is kept.

Forces in any one unit. 1000 lb for a basket and eight tenths for more than three wires are customary, no section.
"""

from collections.abc import Mapping, Sequence

from northspan.core.figures.units import POUND_N

MOST_SHARING, SHARED = 3, 0.8
BASKET_LB = 1000.0
BASKET_N = BASKET_LB * POUND_N
# More people than this do not pull well at one hole.
ON_ONE_ROPE = 3
NEAR = 1e-9


def together(strengths: Sequence[float]) -> float:
    """What wires that carry take together; more than three do not share a pull evenly.

    >>> together([100.0] * 3), together([100.0] * 4)
    (300.0, 320.0)
    """
    return sum(strengths) * (SHARED if len(strengths) > MOST_SHARING else 1.0)


def least(named: Mapping[str, float]) -> tuple[str, float]:
    """The least of some limits and which it is, the first of equals.

    >>> least({"wire": 900.0, "grip": 600.0, "rope": 600.0})
    ('grip', 600.0)
    """
    return min(named.items(), key=lambda pair: pair[1])


def within(value: float, limit: float) -> bool:
    """Whether a value keeps a limit; equality does.

    >>> within(360.0, 360.0), within(360.1, 360.0)
    (True, False)
    """
    return value <= limit + NEAR * max(1.0, abs(limit))
