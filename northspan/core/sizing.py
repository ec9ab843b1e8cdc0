"""One run sized: from the question to every figure with its working, in the order the trade takes."""

from dataclasses import replace

from northspan.core import ladder as walk
from northspan.core.codes.codebook import CodeBook, Sizing
from northspan.core.physics.voltage_drop import longest_ft, most_amps
from northspan.core.question import Metal, RunQuestion
from northspan.core.solution import Ladder, Rung
from northspan.core.working import Step


def size_run(
    book: CodeBook, q: RunQuestion, load_steps: tuple[Step, ...] = (), raceways: bool = False
) -> Sizing:
    """Size one run under a code book.

    ``load_steps`` is the working of the load where it was summed from others; ``raceways`` also finds the
    raceway of every rung shown.
    """
    design_a = book.design_amps(q)
    breaker_a = book.breaker(q, design_a)
    rungs = book.rungs(q, design_a, breaker_a)
    ladder = walk.ladder(q, rungs)
    if raceways:
        ladder = _with_raceways(book, q, breaker_a, ladder, rungs)
    rung = walk.chosen(q, rungs)
    companions = None
    if rung is not None:
        companions = book.companions(q, breaker_a, rung.size, ladder.required, rungs)
    steps = load_steps or (Step("Load as entered", q.amps, "A", "entered"),)
    if rung is None:
        return Sizing(q, steps, design_a, breaker_a, ladder, None, None, None, None)
    return Sizing(
        q,
        steps,
        design_a,
        breaker_a,
        ladder,
        rung,
        companions,
        _most_amps(book, q, rung, breaker_a),
        _longest_ft(q, rung),
    )


def other_ladder(book: CodeBook, sizing: Sizing, metal: Metal) -> Ladder:
    """The same run's ladder in the other metal, with nothing locked but what is not wire."""
    own = sizing.question
    ground = own.egc_metal if own.egc_metal is not None and own.egc_metal != own.metal else metal
    q = replace(own, metal=metal, egc_metal=ground, size_lock=None, neutral_lock=None, egc_lock=None)
    rungs = book.rungs(q, sizing.design_a, sizing.breaker_a)
    return _with_raceways(book, q, sizing.breaker_a, walk.ladder(q, rungs), rungs)


def _with_raceways(
    book: CodeBook, q: RunQuestion, breaker_a: float | None, ladder: Ladder, rungs: tuple[Rung, ...]
) -> Ladder:
    unlocked = replace(q, raceway_lock=None, neutral_lock=None, egc_lock=None)

    def trade(rung: Rung) -> str | None:
        return book.companions(unlocked, breaker_a, rung.size, ladder.required, rungs).raceway

    return replace(ladder, rungs=tuple(replace(r, raceway=trade(r)) for r in ladder.rungs))


def _most_amps(book: CodeBook, q: RunQuestion, rung: Rung, breaker_a: float | None) -> float:
    carried = book.most_amps(q, rung, breaker_a)
    if q.drop_limit_pct is None:
        return carried
    loop = 2.0 * q.length_ft / 1000.0 / q.sets
    by_drop = most_amps(q.wiring.volts, q.pf, loop * rung.r_kft, loop * rung.x_kft, q.drop_limit_pct)
    return min(carried, by_drop)


def _longest_ft(q: RunQuestion, rung: Rung) -> float | None:
    if q.drop_limit_pct is None:
        return None
    return longest_ft(
        q.wiring.volts, q.amps, q.pf, rung.r_kft / q.sets, rung.x_kft / q.sets, q.drop_limit_pct
    )
