"""Faults planted in random properties and looked for with a noisy meter: `python -m bench.finding [HOW MANY]`, by hand.

Says in how many the true suspect came first and within three, how many readings that took, and whether what was not
told apart was said not to be.
"""

import statistics
import sys
from collections import Counter

from tests.core.finding import looked_for


def finding(many: int) -> None:
    """Look for so many and print what came of it."""
    ranks, took, said, kinds, seed = [], [], 0, Counter[str](), 0
    while len(ranks) < many:
        found = looked_for(seed)
        seed += 1
        if found is None:
            continue
        suspect, told, readings = found
        rank = [e.suspect.key for e in told].index(suspect.key)
        ranks.append(rank)
        took.append(readings)
        kinds[suspect.kind] += 1
        said += rank > 0 and suspect.key in told[0].alike
    first, within = sum(rank == 0 for rank in ranks), sum(rank < 3 for rank in ranks)
    print(f"{many} planted faults {dict(kinds)}: first in {100.0 * first / many:.1f} %, within three in "
          f"{100.0 * within / many:.1f} %")  # fmt: skip
    print(f"readings: {statistics.mean(took):.1f} on average, {max(took)} at most")
    print(f"of {many - first} not first {said} were said to be alike with the first")


if __name__ == "__main__":
    finding(int(sys.argv[1]) if len(sys.argv) > 1 else 500)
