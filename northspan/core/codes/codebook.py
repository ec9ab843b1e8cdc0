"""What every code book must answer."""

from collections.abc import Mapping, Sequence
from typing import Protocol

from northspan.core.job.grounding import Electrode
from northspan.core.job.house_rules import HouseRules
from northspan.core.job.job import Appliance, Job, LoadMethodName, Place, Run
from northspan.core.loads.circuit import Circuit
from northspan.core.loads.place_load import LoadMethod
from northspan.core.property.sized_run import Hots
from northspan.core.property.topology import Network
from northspan.core.property.view import JobView
from northspan.core.run.question import Least, Metal, Raceway, RunQuestion, RunUse
from northspan.core.run.sized import Companions, RunFinding, Sizing
from northspan.core.run.systems import SystemName
from northspan.core.sizes.scale import Scale
from northspan.core.solution import Finding, RunFigures, Rung
from northspan.core.tables import Table
from northspan.core.working import Figure


class CodeBook(Protocol):
    """One family and edition of rules.

    The core asks these things of a run in this order; each code book answers from its own tables.
    """

    id: str
    title: str
    edition: str
    notes: tuple[str, ...]
    scale: Scale
    rod_limit_ohm: float

    def __hash__(self) -> int:
        """What it answers to the same question is remembered under it."""

    @property
    def tables(self) -> Mapping[str, Table]:
        """The book's tables by name."""

    def load_methods(
        self, place: Place, system: SystemName, rules: HouseRules
    ) -> tuple[tuple[LoadMethod, ...], LoadMethodName | None, str]:
        """A place's load by every method, the id of the one in force (None: facts are missing), and why."""

    def design_amps(self, q: RunQuestion) -> float:
        """Design current (A): the load with what continuous loads add."""

    def least(self, use: RunUse, dwelling: bool, plate_a: float) -> Least | None:
        """Smallest current a run is made for: a service, one that carries a ``dwelling``, what leaves a source of
        ``plate_a`` (A) that has no device of its own; None if none is set.
        """

    def circuit(self, appliances: Sequence[Appliance], line_volts: float) -> Circuit:
        """One branch circuit that serves these appliances: its load and what they ask of it."""

    def standard_rating(self, amps: float) -> float | None:
        """Smallest standard rating of an overcurrent device not below ``amps`` (A); None if there is none."""

    def breaker(self, q: RunQuestion, design_a: float) -> float | None:
        """Rating of the overcurrent device (A): the locked one, else the smallest that fits; None if none."""

    def rungs(self, q: RunQuestion, design_a: float, breaker_a: float | None) -> tuple[Rung, ...]:
        """Every size of the question's metal judged, small to large."""

    def companions(
        self,
        q: RunQuestion,
        breaker_a: float | None,
        size: str,
        required: str | None,
        rungs: Sequence[Rung],
    ) -> Companions:
        """Neutral, equipment ground and raceway for a size."""

    def most_amps(self, q: RunQuestion, rung: Rung, breaker_a: float | None) -> float:
        """Largest load (A) the size may carry, the drop left out."""

    def conductor_ohms(self, metal: Metal, size: str, raceway: Raceway) -> complex:
        """R + jX (ohm/m) of one conductor, of every size there is."""

    def electrodes_needed(self, service: bool, supplies: Sequence[Run], own_source: bool) -> tuple[bool, str, str]:
        """Whether a place with a service, fed by ``supplies``, or with a source of its own needs electrodes; why; by
        which section.
        """

    def electrode_counts(self, electrode: Electrode) -> bool:
        """Whether an electrode counts as one."""

    def electrode_conductor(self, hots: Sequence[Hots], made_of: Metal, electrodes: Sequence[Electrode]) -> Figure:
        """Size of the grounding electrode conductor where ``hots`` come in, to these electrodes."""

    def water_jumper(self, hots: Hots, breaker_a: float | None, service: bool) -> Figure:
        """Size of the copper bonding jumper of metal water piping, at a service or another building."""

    def bonding_jumper(self, hots: Hots, kva: float | None = None) -> Figure:
        """Size of the copper main, system or supply-side bonding jumper; ``kva`` of the transformer it belongs to."""

    def against_neutral_as_ground(self, job: Job, net: Network, run: Run) -> tuple[str, ...]:
        """What speaks against a run's neutral doing the ground's work at another building; empty where it may."""

    def explain(self, sizing: Sizing) -> RunFigures:
        """Every figure of the run with its working."""

    def run_findings(self, sizing: Sizing) -> Sequence[RunFinding]:
        """What is wrong or worth knowing of one run by itself."""

    def job_findings(self, view: JobView) -> Sequence[Finding]:
        """What is wrong or worth knowing of the job as a whole."""
