"""Grounding between solving and judging: what the finders of findings see."""

from collections.abc import Callable, Mapping
from dataclasses import dataclass

from northspan.core.job.grounding import NeutralBond
from northspan.core.network.topology import Network
from northspan.core.physics.network.nodal import ImpedanceNetwork
from northspan.core.property.ground.answer import GroundAnswer, ModeAnswer, PlaceGround
from northspan.core.property.ground.modes import Mode


@dataclass(frozen=True)
class Joins:
    """The bond of every station but the utility's: as it is on record, else as it belongs. ``kept`` are the stations
    of other buildings whose feeder may keep its neutral as the ground.
    """

    bond: Mapping[str, NeutralBond]
    kept: frozenset[str]


@dataclass(frozen=True, slots=True)
class Island:
    """Neutrals joined by wire in one mode: their nodes, services and derived sources among them, bonds now closed;
    ``earthed`` where the supply's own earthing is the only bond that belongs.
    """

    nodes: frozenset[str]
    services: tuple[str, ...]
    derived: tuple[str, ...]
    bonds: tuple[str, ...]
    live: bool
    earthed: bool = False


@dataclass(frozen=True)
class Bonds:
    """The bonds of one mode. ``belongs`` holds the stations where one belongs, ``extra`` those closed where none does,
    ``missing`` the islands whose source has none, ``way_back`` the stations whose enclosure has one.
    """

    mode: Mode
    islands: tuple[Island, ...]
    belongs: frozenset[str]
    closed: frozenset[str]
    extra: frozenset[str]
    missing: tuple[Island, ...]
    way_back: frozenset[str]


@dataclass(frozen=True)
class Wired:
    """A mode of the job as a network; a run that has no size yet is left out. ``reached`` are the stations with
    voltage, ``words`` the book's terms, ``clearing_s`` how long (s) a device of a kind and rating (A) may take at a
    current (A).
    """

    net: Network
    mode: Mode
    network: ImpedanceNetwork
    reached: frozenset[str]
    words: Mapping[str, str]
    clearing_s: Callable[[str, float, float], float | None]


@dataclass(frozen=True)
class Ground:
    """Grounding between solving and judging: places, bonds, and for each mode its bonds, its network and its answer."""

    places: tuple[PlaceGround, ...]
    joins: Joins
    modes: tuple[tuple[Mode, Bonds, Wired, ModeAnswer], ...]
    assumed: tuple[str, ...]

    def answer(self) -> GroundAnswer:
        """What is shown of it."""
        return GroundAnswer(self.places, tuple(mode[3] for mode in self.modes), self.assumed)
