"""Electrodes and bonds by the US code book."""

from __future__ import annotations

from collections.abc import Sequence
from typing import TYPE_CHECKING

from northspan.core.book.kinds import Metal
from northspan.core.book.systems import SYSTEMS
from northspan.core.codes.nec.data import AWG, INSULATIONS, VOCABULARY, house
from northspan.core.codes.nec.earthing import electrodes as earth
from northspan.core.codes.nec.earthing import planned_bonds, separate_buildings
from northspan.core.codes.nec.sizing import ampacity
from northspan.core.figures.working import Figure
from northspan.core.job.house_rules import HouseRules
from northspan.core.physics.breaker_time import longest_s

if TYPE_CHECKING:
    from northspan.core.job.grounding import Electrode, NeutralBond
    from northspan.core.job.job import Job, Station, UtilitySource
    from northspan.core.job.run import Run
    from northspan.core.network.sized_run import Hots
    from northspan.core.network.topology import Network
    from northspan.core.property.ground.answer import PlainAnswer
    from northspan.core.property.ground.asked import Asked
    from northspan.core.property.ground.earthing import Supplied


class NecEarthing:
    """Article 250 for dwelling work; see ``Earthing`` for what each answer means."""

    scale = AWG
    words = VOCABULARY.words
    electrodes = VOCABULARY.electrodes
    enough_ohm = earth.ROD_OHM

    def supplied(self, source: UtilitySource, system: str) -> Supplied | None:
        """Nothing: the neutral of a supply is grounded at the service, 250.24(A)."""
        return None

    def conductor_ohms(self, metal: Metal, size: str, raceway: str) -> complex:
        """Chapter 9 Table 9 at 75 C (ohm/m), between and beyond its rows by area."""
        return ampacity.impedance(metal, size, raceway)

    def electrodes_needed(self, service: bool, supplies: Sequence[Run], own_source: bool) -> tuple[bool, str, str]:
        """250.24(A), 250.30(A), 250.32(A)."""
        return earth.needed(service, supplies, own_source)

    def rods_planned(self, rules: HouseRules) -> int:
        """250.53(A)(2): two, or by house rule one that is to be proved."""
        return 2 if house(rules, "rods") == "two" else 1

    def electrode_counts(self, electrode: Electrode) -> bool:
        """250.52."""
        return earth.counts(electrode)

    def electrode_conductor(self, hots: Sequence[Hots], made_of: Metal, electrodes: Sequence[Electrode]) -> Figure:
        """250.66."""
        return earth.conductor(hots, made_of, electrodes)

    def water_jumper(self, hots: Hots, breaker_a: float | None, service: bool) -> Figure:
        """250.104(A)(1), 250.104(A)(3) and 250.102(D)."""
        return earth.water_jumper(hots, breaker_a, service)

    def bonding_jumper(self, hots: Hots, kva: float | None = None) -> Figure:
        """250.28(D), 250.30(A)(1) and (2), with exception 3 for a control transformer."""
        if kva is not None and kva <= earth.CONTROL_KVA:
            return earth.control_jumper(hots)
        return earth.jumper(hots, "", "250.28(D), 250.30(A)(1), (2)")

    def brings_ground(self, run: Run) -> bool:
        """338.2: of a cable with a bare neutral the bare wire is the neutral, where one is used as such."""
        bare = INSULATIONS.word(run.cable.insulation, "bare_neutral") == "yes"
        return run.use == "service" or not (bare and SYSTEMS[run.system].grounded)

    def clearing_s(self, device: str, rating_a: float, amps: float) -> float | None:
        """The longest an inverse-time breaker may take; a dwelling's devices are taken as such, fuses open sooner."""
        return longest_s(rating_a, amps)

    def keeps_neutral_as_ground(self, job: Job, net: Network, run: Run) -> bool:
        """250.32(B)(1) Exception No. 1, 250.140(B)."""
        return not separate_buildings.against_neutral_as_ground(job, net, run)

    def planned_bond(self, net: Network, station: Station, kept: bool) -> NeutralBond:
        """250.24, 250.30: at the service and at a derived source."""
        return planned_bonds.planned(net, station, kept)

    def plain_answers(self, asked: Asked) -> tuple[PlainAnswer, ...]:
        """Every question that the station gives an answer to."""
        # Only asked for with a fault.
        from northspan.core.codes.nec.earthing.plain_answers import plain_answers

        return plain_answers(asked)
