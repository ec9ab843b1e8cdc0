"""A pull as it is answered: one way and the other, stage by stage, with its limits."""

import math

from northspan.core.figures.units import Units
from northspan.core.figures.working import Figure, Step, number
from northspan.core.property.pull.answer import StageAnswer, WayAnswer
from northspan.core.property.pull.limits import within
from northspan.core.property.pull.solved import InPipe, SolvedPull, Stage
from northspan.core.property.pull.tension import MOST_BENDS_DEG

EQUATION = "pulling equations"
WEIGHED = "pulling equations, level bends; not judged"


def named(degrees: float, at: int) -> str:
    """A piece of a route by its number."""
    return f"{at}: {number(round(degrees, 1))}° bend" if degrees else f"{at}: straight"


def way(solved: SolvedPull, pipe: InPipe, fed_from_start: bool, told: Units) -> WayAnswer | None:
    """The pull through the whole route one way; None where the wires do not go in."""
    direction = pipe.forward if fed_from_start else pipe.back
    if direction is None or pipe.lies.lies is None:
        return None
    force, line, lies = told.force, told.line_force, pipe.lies.lies
    pieces = solved.route.pieces
    order = list(zip(pieces if fed_from_start else tuple(reversed(pieces)), direction.segments, strict=True))
    friction = f"Friction {number(pipe.mu)} × weight correction, {lies.name}"
    steps = [
        Step("Weight of what is pulled", line.of(pipe.weight), line.sign, "metal and insulation by their areas"),
        Step(friction, lies.weight_correction, "factor", EQUATION),
    ]
    pressed = []
    for at, (piece, passed) in enumerate(order, 1):
        steps.append(Step(f"After {named(piece.segment.degrees, at)}", force.of(passed.tension), force.sign, EQUATION))
        if passed.sidewall is not None:
            what = (
                f"{number(round(lies.share, 3))} × tension of {named(piece.segment.degrees, at)} over its inner radius"
            )
            pressed.append(Step(what, line.of(passed.sidewall), line.sign, EQUATION))
    return WayAnswer(
        solved.start if fed_from_start else solved.end,
        Figure(force.of(direction.max_tension), force.sign, tuple(steps)),
        Figure(line.of(direction.max_sidewall), line.sign, tuple(pressed)),
        one(
            force.of(direction.end_with_weight), force.sign, "At the end, with the wire’s weight in every bend", WEIGHED
        ),
        one(told.length.of(direction.reach), told.length.sign, "Until a limit or 360° stops the head", "the route"),
        direction.used,
        not direction.breaks and within(sum(p.segment.degrees for p in pieces), MOST_BENDS_DEG),
    )


def stages(solved: SolvedPull, pipe: InPipe, told: Units) -> tuple[StageAnswer, ...]:
    """The stretches between pull points, each pulled by itself, with the wire to lay out at its far end."""
    order = pipe.stages if solved.fed_from_start else tuple(reversed(pipe.stages))
    left = {s.first: sum((later.length for later in order[at + 1 :]), 0.0) for at, s in enumerate(order)}
    return tuple(_stage(s, left[s.first], told) for s in pipe.stages)


def limit(pipe: InPipe, told: Units) -> Figure:
    """The most tension: the least of wires, grip and rope."""
    limits, force = pipe.limits, told.force
    steps = [Step("Wires that carry", force.of(limits.strength), force.sign, "0.008 and 0.006 lb a circular mil")]
    if math.isfinite(limits.grip):
        steps.append(Step("Basket grip", force.of(limits.grip), force.sign, "customary; its tag goes before"))
    if limits.rope is not None:
        steps.append(Step("Rope in hand", force.of(limits.rope), force.sign, "as entered"))
    least = force.of(limits.tension)
    return Figure(least, force.sign, (*steps, Step("The least of them", least, force.sign, "least")))


def weight(solved: SolvedPull, pipe: InPipe, told: Units) -> Figure:
    """What is pulled, by its length."""
    line, plan = told.line_force, solved.each.run.pull
    whole = line.of(pipe.weight)
    if plan and plan.weight is not None:
        return one(whole, line.sign, "As entered", "the maker’s sheet")
    now = [w for w in pipe.wires if not w.later]
    return Figure(
        whole,
        line.sign,
        tuple(Step(f"{w.letter}, {w.words}", line.of(w.weight), line.sign, "areas and densities") for w in now),
    )


def one(value: float, unit: str, what: str, cite: str) -> Figure:
    """A figure that one line makes."""
    return Figure(value, unit, (Step(what, value, unit, cite),))


def _stage(stage: Stage, loop: float, told: Units) -> StageAnswer:
    best, length, force = stage.best, told.length, told.force
    return StageAnswer(
        stage.first,
        stage.last,
        one(length.of(stage.length), length.sign, "Between its pull points", "the route unrolled"),
        one(stage.bends_deg, "°", "Its bends together", "the route unrolled"),
        stage.fed_from_start,
        one(force.of(best.max_tension), force.sign, "Pulled by itself", EQUATION),
        not best.breaks,
        one(length.of(loop), length.sign, "Wire of the stages still to come", "laid out where this one ends"),
    )
