"""Faults planted in random properties and looked for with a noisy meter: `python -m bench.finding [HOW MANY]`, by hand.

Says in how many the true suspect came first and within three, how many readings that took, and whether what was not
told apart was said not to be.
"""

import statistics
import sys
from collections import Counter

from tests.core.finding import looked_for, two_looked_for

SPOTS = 60


def finding(many: int) -> None:
    """Look for so many and print what came of it."""
    ranks, took, said, kinds, seed = [], [], 0, Counter[str](), 0
    while len(ranks) < many:
        found = looked_for(seed)
        seed += 1
        if found is None:
            continue
        suspect, told, readings = found
        rank = [e.key for e in told].index(suspect.key)
        ranks.append(rank)
        took.append(readings)
        kinds[suspect.kind] += 1
        said += rank > 0 and suspect.key in told[0].alike
    first, within = sum(rank == 0 for rank in ranks), sum(rank < 3 for rank in ranks)
    print(f"{many} planted faults {dict(kinds)}: first in {100.0 * first / many:.1f} %, within three in "
          f"{100.0 * within / many:.1f} %")  # fmt: skip
    print(f"readings: {statistics.mean(took):.1f} on average, {max(took)} at most")
    print(f"of {many - first} not first {said} were said to be alike with the first")


def together(many: int) -> None:
    """Plant two at once in so many properties and print what came of it."""
    found = [each for seed in range(many) if (each := two_looked_for(seed, SPOTS)) is not None]
    telling = [(keys, ranked.explained) for keys, ranked in found if ranked.left]
    first = sum(set(told[0].key.split()) == keys for keys, told in telling)
    print(f"{len(found)} pairs: {len(telling)} that no one thing explains, both first in {first}")


if __name__ == "__main__":
    asked = int(sys.argv[1]) if len(sys.argv) > 1 else 500
    finding(asked)
    together(asked)
