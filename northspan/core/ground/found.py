"""Grounding between solving and judging: what the finders of findings see."""

from dataclasses import dataclass

from northspan.core.ground.bonds import Bonds
from northspan.core.ground.modes import Mode
from northspan.core.ground_answer import GroundAnswer, ModeAnswer, PlaceGround
from northspan.core.physics.nodal import ImpedanceNetwork
from northspan.core.topology import Network


@dataclass(frozen=True)
class Wired:
    """A mode of the job as a network. ``sized`` are the runs that have a size; without one a run is left out."""

    net: Network
    mode: Mode
    network: ImpedanceNetwork
    reached: frozenset[str]


@dataclass(frozen=True)
class Ground:
    """Grounding between solving and judging: places, and for each mode its bonds, its network and its answer."""

    places: tuple[PlaceGround, ...]
    modes: tuple[tuple[Mode, Bonds, Wired, ModeAnswer], ...]
    assumed: tuple[str, ...]

    def answer(self) -> GroundAnswer:
        """What is shown of it."""
        return GroundAnswer(self.places, tuple(mode[3] for mode in self.modes), self.assumed)
