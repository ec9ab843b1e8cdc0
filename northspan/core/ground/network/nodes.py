"""The names of the network's nodes.

Of every station: A and B its hots, N its neutral, bar its ground bar, can its enclosure; a transformer has A, B and N
of its secondary besides.
"""

from northspan.core.property.topology import Network


def node(net: Network, station: str, letter: str, leaving: bool = False) -> str:
    """The name of a station's node; what leaves a transformer starts at its secondary."""
    second = leaving and net.stations[station].transformer is not None and letter in "ABN"
    return f"{station}:{letter}{'2' if second else ''}"
