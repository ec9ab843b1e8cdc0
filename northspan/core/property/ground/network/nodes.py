"""The names of the network's nodes.

Of every station: A, B and C its lines, N its neutral, bar its ground bar, can its enclosure; a transformer has lines
and neutral of its secondary besides. A source of three lines without a neutral, and a supply that says its earthing,
have the star that their lines stand round.
"""

from northspan.core.network.topology import Network

LINES = "ABC"
# Where three lines meet behind a source that brings no neutral.
STAR = "star"


def node(net: Network, station: str, letter: str, leaving: bool = False) -> str:
    """The name of a station's node; what leaves a transformer starts at its secondary."""
    source = net.stations[station].source
    if letter in ("bar", "can") and source is not None and source.earthing is not None:
        # The earth terminal of a supply is one thing, and where neutral and earth are one conductor, its neutral.
        letter = "N" if source.earthing == "tn-c-s" else "can"
    second = leaving and net.stations[station].transformer is not None and letter in (*LINES, "N", STAR)
    return f"{station}:{letter}{'2' if second else ''}"
