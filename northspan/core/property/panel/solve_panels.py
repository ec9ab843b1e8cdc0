"""Every panel of a job with its cover off, solved and as it is answered."""

from collections.abc import Mapping
from functools import lru_cache

from northspan.core.figures.working import Figure, Step, figure_of, number
from northspan.core.job.job import Job
from northspan.core.network.sized_run import SizedRun
from northspan.core.network.topology import Network
from northspan.core.property.panel.answer import BarAnswer, CircuitAnswer, LegAnswer, PanelAnswer
from northspan.core.property.panel.asked import PanelAsked, panels_asked
from northspan.core.property.panel.circuits import SizedCircuit, bus_bars, sized_circuits
from northspan.core.property.panel.drawing import drawing
from northspan.core.property.panel.holes import landed
from northspan.core.property.panel.moved.moving import moving
from northspan.core.property.panel.moved.told import move_answer
from northspan.core.property.panel.rules import PanelBook
from northspan.core.property.panel.solved import SolvedPanel
from northspan.core.run.sizing import explained

REMEMBERED = 200


def solve_panels(book: PanelBook, job: Job, net: Network, sized: Mapping[str, SizedRun]) -> Mapping[str, SolvedPanel]:
    """The panels of a job in SI whose circuits were entered, by station; none under a book that does not judge them."""
    if book.panels is None:
        return {}
    return {
        asked.station.id: solve_panel(book, asked) for asked in panels_asked(book.loads.assumed_system, job, net, sized)
    }


@lru_cache(maxsize=REMEMBERED)
def solve_panel(book: PanelBook, asked: PanelAsked) -> SolvedPanel:
    """One panel under a book that judges them."""
    assert book.panels is not None
    bus = bus_bars(asked)
    circuits = sized_circuits(book, asked)
    moved = moving(book, asked, circuits)
    owed = {
        c.circuit.id: book.panels.owed(c, asked.place, asked.rules, moved.lengthened(c.circuit.id) if moved else None)
        for c in circuits
    }
    return SolvedPanel(asked, bus, circuits, landed(asked.panel), owed, moved)


@lru_cache(maxsize=REMEMBERED)
def panel_answer(book: PanelBook, solved: SolvedPanel) -> PanelAnswer:
    """A solved panel as it is answered, lengths in the job's own units."""
    panel, bus = solved.panel, solved.bus
    apart, amps, share = _apart(solved)
    return PanelAnswer(
        solved.station.id,
        solved.asked.supply_name,
        len(bus.legs),
        len(solved.stands),
        sum(1 for here in solved.stands.values() if any(c.half for c in here)),
        len(bus.blocked),
        len(solved.free),
        solved.asked.rules.spare_spaces,
        sum(c.poles for c in panel.circuits if c.space is not None),
        bus.poles_allowed or 0,
        tuple(_leg(solved, leg, va) for leg, va in solved.legs.items()),
        apart,
        amps,
        share,
        tuple(
            BarAnswer(b.id, len(solved.landed.taken(b.id)), b.holes - len(solved.landed.taken(b.id)))
            for b in panel.bars
        ),
        len(solved.landed.loose_neutrals),
        len(solved.landed.loose_grounds),
        tuple(_circuit(book, solved, each) for each in solved.circuits),
        drawing(panel, bus),
        move_answer(book, solved),
    )


def _leg(solved: SolvedPanel, leg: str, va: float) -> LegAnswer:
    steps = tuple(
        Step(each.circuit.name or each.circuit.id, each.leg_va[leg], "VA", "half of two poles" if len(each.leg) > 1 else
             "on this leg")
        for each in solved.circuits
        if each.leg_va.get(leg)
    )  # fmt: skip
    volts = solved.asked.supply.to_neutral or solved.asked.supply.volts
    step = Step(f"{number(va)} VA ÷ {number(volts)} V", va / volts, "A", "volts to the neutral")
    return LegAnswer(leg, Figure(va, "VA", steps), Figure(va / volts, "A", (*steps, step)))


def _apart(solved: SolvedPanel) -> tuple[Figure, Figure, Figure]:
    """How far the legs are apart (VA, A), and as a share (%) of what a leg of the bus carries."""
    legs, volts = sorted(solved.legs.values()), solved.asked.supply.to_neutral or solved.asked.supply.volts
    if len(legs) < 2:
        return Figure(None, "VA", ()), Figure(None, "A", ()), Figure(None, "%", ())
    apart = legs[-1] - legs[0]
    step = Step(f"{number(legs[-1])} VA less {number(legs[0])} VA", apart, "VA", "sum of each leg")
    amps = apart / volts
    steps = (step, Step(f"{number(apart)} VA ÷ {number(volts)} V", amps, "A", "volts to the neutral"))
    share = Figure(None, "%", ())
    if solved.bus_a:
        pct = 100.0 * amps / solved.bus_a
        last = Step(f"{number(amps)} A ÷ {number(solved.bus_a)} A", pct, "%", "of the bus's rating")
        share = Figure(pct, "%", (*steps, last))
    return Figure(apart, "VA", (step,)), Figure(amps, "A", steps), share


def _circuit(book: PanelBook, solved: SolvedPanel, each: SizedCircuit) -> CircuitAnswer:
    sizing = each.run.sizing if each.run is not None else each.sizing
    rung = sizing.rung if sizing is not None else None
    figures = explained(book, sizing.question, sizing.load_steps) if sizing is not None and rung is not None else ()
    amps = each.va / each.system.volts
    step = Step(f"{number(each.va)} VA ÷ {number(each.system.volts)} V", amps, "A", book.cites["circuit_load"])
    return CircuitAnswer(
        each.circuit.id,
        each.leg,
        each.system.volts,
        Figure(each.va, "VA", each.steps),
        Figure(amps, "A", (*each.steps, step)),
        each.breaker_a,
        each.size,
        None if sizing is None else rung is not None and rung.passes,
        rung.stopped_words if rung is not None and not rung.passes else None,
        figure_of(figures, "size"),
        figure_of(figures, "drop_pct"),
        solved.owed[each.circuit.id],
        solved.line(each),
    )
