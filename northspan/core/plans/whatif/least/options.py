"""The ways to build one run: every metal and size that passes, with what it costs and loses."""

from collections.abc import Iterator, Mapping
from dataclasses import dataclass, replace

import numpy as np

from northspan.core.book.kinds import Metal
from northspan.core.job.house_rules import HouseRules
from northspan.core.job.run import Cable, Run
from northspan.core.network.sized_run import SizedRun
from northspan.core.physics.voltage_drop import drop_parts
from northspan.core.plans.materials.count import cost
from northspan.core.plans.whatif.least.front import Shares
from northspan.core.plans.whatif.least.parts import run_parts
from northspan.core.property.whole.book import WholeBook
from northspan.core.run.sized import Sizing
from northspan.core.run.sizing import size_run

METALS: tuple[Metal, Metal] = ("cu", "al")


@dataclass(frozen=True, slots=True)
class Option:
    """One way to build a run: metal, size, price of its parts ($), loss over the years ($), the run as sized.

    ``free`` says that it is one of several: a run that is locked, shares its pipe or has no load has one. ``drop`` are
    the parts of its drop in phase and across, in shares of nominal voltage.
    """

    run: str
    metal: Metal
    size: str | None
    parts: float
    losses: float
    sizing: Sizing
    free: bool
    drop: tuple[float, float]

    @property
    def cost(self) -> float:
        """Parts and losses ($)."""
        return self.parts + self.losses

    def fed_with(self, shares: Shares) -> Shares:
        """The shares of nominal voltage that it must be fed with to deliver ``shares`` at its end.

        The short line read backward: Vs² = (Vr + a)² + b² for a constant current.
        """
        along, across = self.drop
        return np.hypot(shares + along, across)

    def outdone(self, other: "Option") -> bool:
        """Whether another is as cheap and needs no more voltage, whatever it is to deliver."""
        return other.cost <= self.cost and other.drop[0] <= self.drop[0] and abs(other.drop[1]) <= abs(self.drop[1])


def standing(book: WholeBook, each: SizedRun, prices: Mapping[str, float], house: HouseRules, years: float) -> Option:
    """A run as it stands: its only option; parts without a price, or there already, count nothing, for they stay."""
    s = each.sizing
    size = s.rung.size if s.rung else None
    parts = 0.0 if not each.run.bought else _parts(book, each.run, s, prices) or 0.0
    return Option(each.run.id, s.question.metal, size, parts, _losses(s, house, years), s, False, _drop(s))


def options(
    book: WholeBook, each: SizedRun, prices: Mapping[str, float], house: HouseRules, years: float
) -> Iterator[Option]:
    """Every metal and size of a run that passes its own rules and has a price."""
    own = each.sizing.question
    for metal in METALS:
        if not book.sizing.made_with(own.insulation, metal):
            continue
        q = replace(own, metal=metal, egc_metal=ground_metal(each.run.cable, metal))
        design_a, breaker_a = each.sizing.design_a, each.sizing.breaker_a
        for rung in book.sizing.rungs(q, design_a, breaker_a):
            if not rung.passes:
                continue
            sizing = size_run(book, replace(q, size_lock=rung.size), each.sizing.load_steps)
            priced = _parts(book, _in_metal(each.run, metal), sizing, prices)
            if priced is not None and sizing.companions is not None:
                losses = _losses(sizing, house, years)
                yield Option(each.run.id, metal, rung.size, priced, losses, sizing, True, _drop(sizing))


def ground_metal(cable: Cable, metal: Metal) -> Metal | None:
    """What a run's ground is of when its wire is of ``metal``: of the same, unless it was chosen otherwise."""
    if cable.egc_metal is None or cable.egc_metal == cable.metal:
        return None if cable.egc_metal is None else metal
    return cable.egc_metal


def _in_metal(run: Run, metal: Metal) -> Run:
    cable = run.cable.model_copy(update={"metal": metal, "egc_metal": ground_metal(run.cable, metal)})
    return run.model_copy(update={"cable": cable})


def _parts(book: WholeBook, run: Run, s: Sizing, prices: Mapping[str, float]) -> float | None:
    """What a run's parts cost ($); None where one has no price or its pipe was not found."""
    also = s.companions
    if s.rung is None or also is None or (run.cable.raceway != "none" and also.raceway is None):
        return None
    total = cost(run_parts(book, run, s), prices).value
    return total if isinstance(total, float) else None


def _drop(s: Sizing) -> tuple[float, float]:
    if s.rung is None:
        return 0.0, 0.0
    q = s.question
    volts = q.wiring.volts
    along, across = drop_parts(q.drop_amps(s.breaker_a), q.pf, q.line(s.rung.ohm_m).loop)
    return along / volts, across / volts


def _losses(s: Sizing, house: HouseRules, years: float) -> float:
    """What a run loses ($) in so many years: I² R of two loaded conductors by the house rules' hours and price."""
    if s.rung is None:
        return 0.0
    watts = s.question.loss_w(s.rung.ohm_m)
    return watts / 1000.0 * house.loss_hours * house.energy_price * years
