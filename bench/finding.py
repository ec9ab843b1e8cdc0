"""Faults planted in an independent simulation and hunted by what is asked next: `python -m bench.finding [HOW MANY]`.

Says in how many the true suspect came first and within three, how often something wrong was told for sure, how often
nothing was said to be wrong where a voltage moved by 3 %, with loads about as told and with loads at 0.4 to 1.6 times
what was told; sound houses and faults that are on no list beside them. By hand, for it takes minutes.
"""

import statistics
import sys
from collections.abc import Iterator

from tests.core.made.hunts import Hunt, hunt
from tests.core.made.properties import random_property

# Told more likely than this it is told for sure; a voltage moved by this share of nominal is felt.
SURE, MOVES = 0.9, 0.03


def hunts(many: int, told: bool, kind: str | None, first: int) -> Iterator[Hunt]:
    """So many hunts, of a kind of fault or of any, from a seed on."""
    seed = first
    while many:
        found = hunt(random_property(seed), seed, told, kind)
        seed, many = seed + 1, many - (found is not None)
        if found is not None:
            yield found


def planted(many: int, told: bool) -> None:
    """Plant so many faults of the list and print what came of it."""
    found = list(hunts(many, told, None, 0 if told else 5000))
    first, three = (sum(each.rank < most for each in found) / many for most in (1, 3))
    wrong = sum(each.rank > 0 and each.told.suspects[0].chance > SURE for each in found)
    calm = sum(
        each.moves_volts > MOVES and sum(s.chance for s in each.told.suspects if s.harmless) > 0.5 for each in found
    )
    read = statistics.mean(len(each.readings) for each in found)
    loads = "about as told" if told else "0.4 to 1.6 of what was told"
    print(f"{many} faults, loads {loads}: first {first:.1%}, within three {three:.1%}, wrong and sure {wrong}, "
          f"harmless and felt {calm}, {read:.1f} readings")  # fmt: skip


def beside(many: int, kind: str) -> None:
    """Sound houses, or faults that are on no list: print how often a fault of the list was told for sure."""
    found = list(hunts(many, False, kind, 9000))
    sure = [s for each in found if (s := each.told.suspects[0]).chance > SURE and not s.harmless and s.key != "else"]
    known = [each.told.standing for each in found]
    counts = ", ".join(f"{name} {known.count(name)}" for name in sorted(set(known)))
    print(f"{many} {'sound houses' if kind == 'sound' else 'faults on no list'}: {len(sure)} told for sure as a "
          f"fault of the list; {counts}")  # fmt: skip


if __name__ == "__main__":
    asked = int(sys.argv[1]) if len(sys.argv) > 1 else 100
    for as_told in (True, False):
        planted(asked, as_told)
    for other in ("sound", "else"):
        beside(max(1, asked // 4), other)
