"""The US code book, 2023 edition."""

from collections.abc import Mapping, Sequence

from northspan.core.codes.nec.data import AWG, NOTES, TABLES
from northspan.core.codes.nec.earthing import electrodes as earth
from northspan.core.codes.nec.earthing import separate_buildings
from northspan.core.codes.nec.findings.run_finders import RUN_FINDERS
from northspan.core.codes.nec.loads import circuits, methods
from northspan.core.codes.nec.sizing import ampacity, dwelling, minimums, overcurrent, rungs
from northspan.core.codes.nec.sizing.companions import companions
from northspan.core.codes.nec.sizing.explain import explain
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
from northspan.core.solution import Finding, RunFigures, Rung
from northspan.core.tables import Table
from northspan.core.working import Figure, number

SOURCE_SHARE = 1.15


class Nec2023:
    """Answers of NEC 2023 for dwelling work; see ``CodeBook`` for what each one means."""

    id = "nec-2023"
    title = "US 2023"
    edition = "NEC 2023"
    notes = NOTES
    scale = AWG
    rod_limit_ohm = earth.ROD_OHM

    @property
    def tables(self) -> Mapping[str, Table]:
        """The book's tables by name."""
        return TABLES

    def load_methods(
        self, place: Place, system: SystemName, rules: HouseRules
    ) -> tuple[tuple[LoadMethod, ...], LoadMethodName | None, str]:
        """Article 220: the methods that fit the place, the one in force, and why."""
        found = methods.load_methods(place, system)
        return (found, *methods.in_force(place, found, rules))

    def design_amps(self, q: RunQuestion) -> float:
        """Load + 25 % of its continuous part, with the spare wanted; a service's least rating at least (A).

        210.19(A)(1), 215.2(A)(1), 230.42(A) and (B), 230.79.
        """
        return max(
            (q.amps + overcurrent.CONTINUOUS_EXTRA * q.continuous_amps) * (1.0 + q.spare_pct / 100.0),
            q.least.amps if q.least else 0.0,
        )

    def least(self, use: RunUse, dwelling: bool, plate_a: float) -> Least | None:
        """230.79(C) and (D) for a service, 445.13(A) out of a source with no device of its own."""
        if use == "service":
            amps = minimums.DWELLING_A if dwelling else minimums.OTHER_A
            return Least(amps, f"a service here is {number(amps)} A at least", "230.42(B), 230.79")
        if plate_a > 0.0:
            words = f"115 % of the {number(plate_a)} A on its source's plate"
            return Least(SOURCE_SHARE * plate_a, words, "445.13(A)", wire_only=True)
        return None

    def circuit(self, appliances: Sequence[Appliance], line_volts: float) -> Circuit:
        """Nameplates and Articles 422, 424, 430 and 440; household cooking by Table 220.55 note 4."""
        return circuits.circuit(appliances, line_volts)

    def standard_rating(self, amps: float) -> float | None:
        """Smallest standard rating not below ``amps`` (A). 240.6(A)."""
        return overcurrent.standard_rating(amps)

    def breaker(self, q: RunQuestion, design_a: float) -> float | None:
        """The locked rating, else the smallest standard one not below the design current (A), 240.6(A); for a motor or
        a compressor the one its own article gives.
        """
        if q.breaker_lock_a is not None:
            return q.breaker_lock_a
        if q.device is not None and q.device.in_place_of_wire:
            return q.device.usual_a
        return overcurrent.standard_rating(overcurrent.needed(q, design_a))

    def rungs(self, q: RunQuestion, design_a: float, breaker_a: float | None) -> tuple[Rung, ...]:
        """Every size of the impedance table judged, small to large."""
        return rungs.judge_all(q, design_a, breaker_a)

    def companions(
        self,
        q: RunQuestion,
        breaker_a: float | None,
        size: str,
        required: str | None,
        rungs: Sequence[Rung],
    ) -> Companions:
        """Neutral, equipment ground and raceway for a size."""
        return companions(q, breaker_a, size, required, rungs)

    def most_amps(self, q: RunQuestion, rung: Rung, breaker_a: float | None) -> float:
        """Largest load (A) under 210.19, 240.4 and 310.15, its continuous part held as asked, drop left out."""
        extra = overcurrent.CONTINUOUS_EXTRA * q.continuous_amps
        if dwelling.rule_applies(q, breaker_a):
            most = float(breaker_a or 0.0) - extra
        else:
            most = min(rung.termination_limit_a - extra, rung.derated_ampacity_a)
        if q.device is not None and q.device.in_place_of_wire:
            return max(0.0, most)
        if q.breaker_lock_a is not None:
            return max(0.0, min(most, q.breaker_lock_a - extra))
        small = overcurrent.small_conductor_limit(q.metal, rung.size)
        if small is not None:
            most = min(most, small - extra)
        if rung.allowed_ampacity_a > overcurrent.NEXT_SIZE_UP_LIMIT_A:
            below = overcurrent.standard_rating_below(rung.allowed_ampacity_a)
            most = min(most, float(below or 0.0) - extra)
        return max(0.0, most)

    def conductor_ohms(self, metal: Metal, size: str, raceway: Raceway) -> complex:
        """Chapter 9 Table 9 at 75 C (ohm/m), between and beyond its rows by area."""
        return ampacity.impedance(metal, size, raceway)

    def electrodes_needed(self, service: bool, supplies: Sequence[Run], own_source: bool) -> tuple[bool, str, str]:
        """250.24(A), 250.30(A), 250.32(A)."""
        return earth.needed(service, supplies, own_source)

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

    def against_neutral_as_ground(self, job: Job, net: Network, run: Run) -> tuple[str, ...]:
        """250.32(B)(1) Exception No. 1."""
        return separate_buildings.against_neutral_as_ground(job, net, run)

    def explain(self, sizing: Sizing) -> RunFigures:
        """Every figure of the run with its working."""
        return explain(sizing)

    def run_findings(self, sizing: Sizing) -> Sequence[RunFinding]:
        """What is wrong or worth knowing of one run by itself."""
        return [f for find in RUN_FINDERS for f in find(sizing)]

    def job_findings(self, view: JobView) -> Sequence[Finding]:
        """What is wrong or worth knowing of the job as a whole."""
        # One run by itself is sized without them, and without all that grounding takes.
        from northspan.core.codes.nec.findings.job_finders import JOB_FINDERS

        return [f for find in JOB_FINDERS for f in find(self, view)]


NEC_2023 = Nec2023()
