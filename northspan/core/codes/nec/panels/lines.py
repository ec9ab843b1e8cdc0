"""The lines of a panel's directory. 408.4(A)."""

import re

# A line of such words alone does not tell its circuit from every other.
VAGUE_WORDS = """
light lights lighting plug plugs outlet outlets receptacle receptacles rec recs circuit general misc other stuff room
rooms house upstairs downstairs up down main old new and the of
"""
VAGUE = frozenset(VAGUE_WORDS.split())


def vague(line: str) -> bool:
    """Whether a line of a directory does not tell its circuit from every other.

    >>> vague("Lights"), vague("Plugs and lights 2"), vague("Bedroom east, lights")
    (True, True, False)
    """
    words = re.findall(r"[^\W\d_]+", line.lower())
    return all(word in VAGUE for word in words)
