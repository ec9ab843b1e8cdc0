"""The circuits of a panel: what each takes, on which leg, and its wire and breaker judged as a run's are."""

from collections.abc import Iterable, Mapping, Sequence
from dataclasses import dataclass
from functools import lru_cache

from northspan.core.book.systems import SYSTEMS, System
from northspan.core.figures.units import UnitsName
from northspan.core.figures.working import Step, number
from northspan.core.job.house_rules import HouseRules
from northspan.core.job.job import Appliance, Station
from northspan.core.job.panel import PanelCircuit
from northspan.core.job.run import Locks, Run
from northspan.core.network.guards import Guard
from northspan.core.network.sized_run import SizedRun
from northspan.core.property.loads.circuit import Circuit
from northspan.core.property.loads.rules import LoadBook
from northspan.core.property.loads.run_loads import RunLoad
from northspan.core.property.panel.asked import PanelAsked
from northspan.core.property.panel.layout import BusBars
from northspan.core.property.runs.asking import Standing, question
from northspan.core.run.sized import Sizing
from northspan.core.run.sizing import REMEMBERED, size_run

# What a wire is judged at where nothing is known of its load: its breaker alone decides.
NO_LOAD_A = 0.001


@dataclass(frozen=True, slots=True)
class SizedCircuit:
    """A circuit with its system, what it takes (VA, with the steps), and its sizing
    (None: its wire is not on record, or it is a run's).
    """

    circuit: PanelCircuit
    system: System
    va: float
    steps: tuple[Step, ...]
    leg: str
    sizing: Sizing | None
    run: SizedRun | None

    @property
    def breaker_a(self) -> float | None:
        """Its breaker (A), as entered or worked out."""
        sizing = self.run.sizing if self.run is not None else self.sizing
        return self.circuit.breaker_a or (sizing.breaker_a if sizing is not None else None)

    @property
    def size(self) -> str | None:
        """Its wire, as entered or worked out."""
        sizing = self.run.sizing if self.run is not None else self.sizing
        found = sizing.rung.size if sizing is not None and sizing.rung is not None else None
        return self.circuit.size or found

    @property
    def leg_va(self) -> Mapping[str, float]:
        """VA on each leg: of one pole all on its own, of two poles half on each."""
        return {leg: self.va / len(self.leg) for leg in self.leg}


def bus_bars(asked: PanelAsked) -> BusBars:
    """A panel's spaces and legs, row by row over the lines of its supply; with one line all are on one leg."""
    panel, spaces = asked.panel, asked.station.gear.spaces or 0
    legs = panel.bus(spaces, asked.supply.letters)
    allowed = spaces + len(panel.twin_spaces) if panel.circuits_allowed is None else panel.circuits_allowed
    return BusBars(legs, frozenset(panel.blocked), frozenset(panel.twin_spaces), allowed)


def sized_circuits(book: LoadBook, asked: PanelAsked) -> tuple[SizedCircuit, ...]:
    """Every circuit of a panel in the panel's order."""
    appliances = {a.id: a for a in asked.place.appliances}
    runs = {r.id: r.sized for r in asked.leaving}
    bus = bus_bars(asked)
    return tuple(_sized(book, asked, c, bus, appliances, runs) for c in asked.panel.circuits)


def takes_neutral(circuit: PanelCircuit) -> bool:
    """Whether a neutral runs with its hots: as entered, else with one pole."""
    return circuit.poles == 1 if circuit.neutral is None else circuit.neutral


def neutral_wires(circuits: Iterable[PanelCircuit]) -> list[PanelCircuit]:
    """The circuits that bring a neutral of their own: of a multiwire pair only the first."""
    seen: set[str] = set()
    found = []
    for circuit in circuits:
        if circuit.use != "spare" and takes_neutral(circuit) and circuit.partner not in seen:
            found.append(circuit)
        seen.add(circuit.id)
    return found


def ground_wires(circuits: Iterable[PanelCircuit]) -> list[PanelCircuit]:
    """The circuits that bring an equipment ground of their own, for every pair one."""
    seen: set[str] = set()
    found = []
    for circuit in circuits:
        own = circuit.use != "spare" and not (circuit.cable is not None and circuit.cable.no_egc)
        if own and circuit.partner not in seen:
            found.append(circuit)
        seen.add(circuit.id)
    return found


def cables(circuits: Iterable[PanelCircuit]) -> list[tuple[PanelCircuit, ...]]:
    """The circuits by the cable that they come in: a multiwire pair in one.

    >>> pair = PanelCircuit(id="a", partner="b"), PanelCircuit(id="b", partner="a")
    >>> [[c.id for c in cable] for cable in cables((*pair, PanelCircuit(id="c")))]
    [['a', 'b'], ['c']]
    """
    all_of = {c.id: c for c in circuits}
    found, seen = [], set[str]()
    for circuit in all_of.values():
        if circuit.id not in seen:
            found.append((circuit, *(all_of[p] for p in (circuit.partner,) if p in all_of)))
            seen |= {each.id for each in found[-1]}
    return found


def system_of(circuit: PanelCircuit, supply: System) -> System:
    """The system of a circuit by its poles and its neutral, of those that the panel's supply can feed.

    >>> system_of(PanelCircuit(id="a", poles=2), SYSTEMS["120/240-3w"]).name
    '240-2w'
    """
    wanted = circuit.poles, int(takes_neutral(circuit))
    fed = [SYSTEMS[name] for name in supply.feeds]
    return next((s for s in fed if (s.ungrounded, s.grounded) == wanted), fed[0] if circuit.poles == 1 else supply)


def _sized(
    book: LoadBook,
    asked: PanelAsked,
    circuit: PanelCircuit,
    bus: BusBars,
    appliances: Mapping[str, Appliance],
    runs: Mapping[str, SizedRun],
) -> SizedCircuit:
    run = runs.get(circuit.run or "")
    spaces = () if circuit.space is None else (circuit.space, circuit.space + 2)[: circuit.poles]
    leg = "".join(sorted({bus.leg(s) for s in spaces}))
    if run is not None:
        wiring, amps = run.sizing.question.wiring, run.sizing.question.amps
        step = Step(
            f"{number(amps)} A × {number(wiring.volts)} V, the run's load", amps * wiring.volts, "VA", "entered"
        )
        return SizedCircuit(circuit, wiring, amps * wiring.volts, (step,), leg, None, run)
    known = (appliances[each] for each in circuit.appliances if each in appliances)
    hung = tuple(a for a in known if not a.later)
    system = system_of(circuit, asked.supply)
    terminal_c = asked.station.terminal_c
    found = _judged(book, asked.rules, asked.told.id, circuit, hung, system.name, terminal_c)
    return SizedCircuit(circuit, system, found.va, found.steps, leg, found.sizing, None)


@dataclass(frozen=True, slots=True)
class _Judged:
    va: float
    steps: tuple[Step, ...]
    sizing: Sizing | None


# A pure function of what is on the circuit: one that an edit leaves as it was is not judged again.
@lru_cache(maxsize=REMEMBERED)
def _judged(
    book: LoadBook,
    rules: HouseRules,
    told: UnitsName,
    circuit: PanelCircuit,
    hung: tuple[Appliance, ...],
    system_name: str,
    terminal_c: int | None,
) -> _Judged:
    system = SYSTEMS[system_name]
    served = book.loads.circuit(hung, system.volts) if hung else None
    own = circuit.va or 0.0
    steps = served.steps if served is not None else ()
    if circuit.va is not None:
        steps = (*steps, Step("As entered for this circuit", own, "VA", "entered"))
    va = (served.va if served is not None else 0.0) + own
    if circuit.cable is None or circuit.use == "spare":
        return _Judged(va, steps, None)
    load = _load(book, circuit, hung, served, va, own, system, steps)
    run = Run.model_construct(
        id=circuit.id,
        from_station="panel",
        to_station="outlets",
        use="branch",
        system=system.name,
        cable=circuit.cable,
        locks=Locks(size=circuit.size),
        several_receptacles=circuit.receptacles and not circuit.single_outlet and not circuit.appliances,
        whole_dwelling=False,
        drop_limit_pct=None,
        tap=None,
        overhead=None,
        state="comes",
    )
    end = Station(id="panel", name="Panel", kind="panelboard", place="place", terminal_c=terminal_c)
    asked = question(book, rules, run, load, Standing((end, end), Guard(circuit.breaker_a, "run", None), False), told)
    return _Judged(va, steps, size_run(book, asked, load.steps))


def _load(
    book: LoadBook,
    circuit: PanelCircuit,
    hung: Sequence[Appliance],
    served: Circuit | None,
    va: float,
    own: float,
    system: System,
    steps: tuple[Step, ...],
) -> RunLoad:
    amps = max(va / system.volts, NO_LOAD_A)
    each = {a.id: book.loads.circuit([a], system.volts).va / system.volts for a in hung}
    lasting = sum(each[a.id] for a in hung if book.loads.is_continuous(a))
    lasting += own / system.volts if circuit.continuous else 0.0
    neutral = amps if system.neutral_is_return else sum(each[a.id] for a in hung if a.across == "neutral")
    step = Step(f"{number(va)} VA ÷ {number(system.volts)} V", amps, "A", book.cites["circuit_load"])
    # What the appliances ask is of the whole circuit only where nothing else hangs on it.
    asked = served if own == 0.0 else None
    return RunLoad(amps, min(lasting, amps), min(neutral, amps), 1.0, (*steps, step), amps, {}, asked)
