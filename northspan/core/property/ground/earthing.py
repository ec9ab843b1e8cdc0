"""What grounding asks of a code book: the protocol that each book answers it by."""

from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from typing import Protocol

from northspan.core.book.kinds import Metal
from northspan.core.figures.sizes.scale import Scale
from northspan.core.figures.working import Figure
from northspan.core.job.grounding import Electrode, NeutralBond
from northspan.core.job.house_rules import HouseRules
from northspan.core.job.job import Job, Station, UtilitySource
from northspan.core.job.run import Run
from northspan.core.network.sized_run import Hots
from northspan.core.network.topology import Network
from northspan.core.physics.earth.supply import SupplyLoop
from northspan.core.property.ground.answer import PlainAnswer
from northspan.core.property.ground.asked import Asked


@dataclass(frozen=True, slots=True)
class Supplied:
    """What stands behind an origin, and what of it is taken, not on record."""

    loop: SupplyLoop
    assumed: tuple[str, ...] = ()


class Earthing(Protocol):
    """Electrodes, their conductors, bonds, and how long a device lets a fault stand, by one code book."""

    scale: Scale
    words: Mapping[str, str]
    """The book's terms, by what they mean: ``ungrounded``, ``grounded``, ``protective``, ``enclosure`` and so on."""
    electrodes: Mapping[str, str]
    """What each kind of electrode is called."""
    enough_ohm: float
    """What a lone electrode is proved by (ohm)."""

    def supplied(self, source: UtilitySource, system: str) -> Supplied | None:
        """What stands behind an origin by what is on record of its supply; None where the supply's own earthing is
        nothing that this book asks for.
        """

    def conductor_ohms(self, metal: Metal, size: str, raceway: str) -> complex:
        """R + jX (ohm/m) of one conductor, of every size there is."""

    def brings_ground(self, run: Run) -> bool:
        """Whether the wires or the cable of a run have an equipment ground among them, as they are made."""

    def clearing_s(self, device: str, rating_a: float, amps: float) -> float | None:
        """Longest time (s) a device of a kind and rating (A) may take at a current (A); None where it need not open."""

    def electrodes_needed(self, service: bool, supplies: Sequence[Run], own_source: bool) -> tuple[bool, str, str]:
        """Whether a place with a service, fed by ``supplies``, or with a source of its own needs electrodes; why; by
        which section.
        """

    def rods_planned(self, rules: HouseRules) -> int:
        """How many rods a place gets where no electrode is on record."""

    def electrode_counts(self, electrode: Electrode) -> bool:
        """Whether an electrode counts as one."""

    def electrode_conductor(self, hots: Sequence[Hots], made_of: Metal, electrodes: Sequence[Electrode]) -> Figure:
        """Size of the conductor to these electrodes where ``hots`` come in."""

    def water_jumper(self, hots: Hots, breaker_a: float | None, service: bool) -> Figure:
        """Size of the copper bonding jumper of metal water piping, at a service or another building."""

    def bonding_jumper(self, hots: Hots, kva: float | None = None) -> Figure:
        """Size of the copper jumper that bonds a neutral; ``kva`` of the transformer it belongs to."""

    def keeps_neutral_as_ground(self, job: Job, net: Network, run: Run) -> bool:
        """Whether a run's neutral may go on doing the ground's work at its far end."""

    def planned_bond(self, net: Network, station: Station, kept: bool) -> NeutralBond:
        """The bond that belongs at a station where none is on record; ``kept``: its feed keeps its neutral as the
        ground.
        """

    def plain_answers(self, asked: Asked) -> tuple[PlainAnswer, ...]:
        """The trade's questions on one station's grounding, answered from the job's own figures."""
