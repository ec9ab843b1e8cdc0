"""One run sized: from the question to every figure with its working, in the order the trade takes."""

from dataclasses import replace
from functools import lru_cache

from northspan.core.book.kinds import Metal
from northspan.core.figures.working import NamedFigure, Step
from northspan.core.physics.voltage_drop import (
    longest_m,
    most_amps,
    three_wire_leg_drops,
    two_phase_leg_drops,
)
from northspan.core.run import ladder as walk
from northspan.core.run.question import RunQuestion
from northspan.core.run.rules import SizingBook
from northspan.core.run.rung import Ladder, Rung
from northspan.core.run.sized import Companions, Sizing

REMEMBERED = 4096


def size_run(book: SizingBook, q: RunQuestion, load_steps: tuple[Step, ...] = (), raceways: bool = False) -> Sizing:
    """Size one run under a code book.

    ``load_steps`` is the working of the load where it was summed from others; ``raceways`` also finds the
    raceway of every rung shown.
    """
    steps = load_steps or (Step("Load as entered", q.amps, "A", "entered"),)
    if q.rating_a is not None and q.rating_a > q.amps:
        steps = (*load_steps, Step("Asked as a rating, carried in full", q.rating_a, "A", "entered"))
    return replace(_sized(book, q, raceways), load_steps=steps)


# A pure function of the question: a run that an edit leaves as it was is not sized again, nor one like another.
@lru_cache(maxsize=REMEMBERED)
def _sized(book: SizingBook, q: RunQuestion, raceways: bool) -> Sizing:
    design_a = book.sizing.design_amps(q)
    breaker_a = book.sizing.breaker(q, design_a)
    rungs = book.sizing.rungs(q, design_a, breaker_a)
    ladder = walk.ladder(q, rungs)
    if raceways:
        ladder = _with_raceways(book, q, breaker_a, ladder, rungs)
    rung = walk.chosen(q, rungs)
    companions = None
    if rung is not None:
        companions = book.sizing.companions(q, breaker_a, rung.size, ladder.required, rungs)
    if rung is None:
        return Sizing(q, (), design_a, breaker_a, ladder, None, None, None, None, None)
    return Sizing(
        q,
        (),
        design_a,
        breaker_a,
        ladder,
        rung,
        companions,
        _leg_drop_pct(q, rung, companions, rungs),
        _most_amps(book, q, rung, breaker_a),
        _longest_m(q, rung, breaker_a),
    )


@lru_cache(maxsize=REMEMBERED)
def explained(book: SizingBook, q: RunQuestion, load_steps: tuple[Step, ...]) -> tuple[NamedFigure, ...]:
    """Every figure of a run with its working; no load, no steps."""
    return book.sizing.explain(size_run(book, q, load_steps) if load_steps else unsized(q))


def unsized(q: RunQuestion) -> Sizing:
    """The answer to a run that has no load yet: nothing."""
    return Sizing(q, (), 0.0, None, Ladder(q.metal, (), None, None), None, None, None, None, None)


def other_ladder(book: SizingBook, sizing: Sizing, metal: Metal) -> Ladder:
    """The same run's ladder in the other metal, with nothing locked but what is not wire."""
    return _in_other_metal(book, sizing.question, sizing.design_a, sizing.breaker_a, metal)


@lru_cache(maxsize=REMEMBERED)
def _in_other_metal(
    book: SizingBook, own: RunQuestion, design_a: float, breaker_a: float | None, metal: Metal
) -> Ladder:
    ground = own.egc_metal if own.egc_metal is not None and own.egc_metal != own.metal else metal
    q = replace(own, metal=metal, egc_metal=ground, size_lock=None, neutral_lock=None, egc_lock=None)
    rungs = book.sizing.rungs(q, design_a, breaker_a)
    return _with_raceways(book, q, breaker_a, walk.ladder(q, rungs), rungs)


def _with_raceways(
    book: SizingBook, q: RunQuestion, breaker_a: float | None, ladder: Ladder, rungs: tuple[Rung, ...]
) -> Ladder:
    unlocked = replace(q, raceway_lock=None, neutral_lock=None, egc_lock=None)

    def trade(rung: Rung) -> str | None:
        return book.sizing.companions(unlocked, breaker_a, rung.size, ladder.required, rungs).raceway

    return replace(ladder, rungs=tuple(r.in_raceway(trade(r)) for r in ladder.rungs))


def _leg_drop_pct(q: RunQuestion, rung: Rung, companions: Companions | None, rungs: tuple[Rung, ...]) -> float | None:
    """Drop (%) of the worse leg to the neutral, where it differs from the drop line to line."""
    leg_v = q.wiring.to_neutral
    neutral = next((r for r in rungs if companions and r.size == companions.neutral), None)
    if leg_v is None or neutral is None or q.wiring.neutral_is_return:
        return None
    z, z_neutral = q.line(rung.ohm_m).one_way, q.line(neutral.ohm_m).one_way
    if q.wiring.of_a_wye:
        worse = max(two_phase_leg_drops(leg_v, q.carried_a, q.pf, z, z_neutral))
    elif q.unbalance_a:
        worse = max(three_wire_leg_drops(leg_v, q.carried_a, q.unbalance_a, q.pf, z, z_neutral))
    else:
        return None
    return 100.0 * worse / leg_v


def _most_amps(book: SizingBook, q: RunQuestion, rung: Rung, breaker_a: float | None) -> float:
    carried = book.sizing.most_amps(q, rung, breaker_a)
    if q.drop_limit_pct is None:
        return carried
    if q.drop_on != "load" and breaker_a is not None:
        # Judged at the breaker, the drop does not turn on the load: it passes or it does not.
        return carried if rung.drop_pct <= q.drop_limit_pct + 1e-9 else 0.0
    by_drop = most_amps(q.wiring.volts, q.pf, q.line(rung.ohm_m).loop, q.drop_limit_pct)
    return min(carried, by_drop)


def _longest_m(q: RunQuestion, rung: Rung, breaker_a: float | None) -> float | None:
    if q.drop_limit_pct is None or q.carried_a == 0.0:
        return None
    amps = q.drop_amps(breaker_a)
    return longest_m(q.wiring.volts, amps, q.pf, q.line(rung.ohm_m), q.drop_limit_pct)
