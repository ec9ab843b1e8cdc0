"""What a pull takes besides the wire: a rope, lubricant, people."""

import math

from northspan.core.figures.units import FOOT_M, INCH_M, POUND_N, Units
from northspan.core.figures.working import Figure, Step, number
from northspan.core.property.pull.data import ROPES
from northspan.core.property.pull.limits import within
from northspan.core.property.pull.solved import InPipe, SolvedPull

QUARTS_A_FOOT_INCH = 4 * 0.0015
LITRES_A_QUART = 0.946352946


def rope(solved: SolvedPull, told: Units) -> Figure:
    """The rope to take: the lightest of the list whose working load holds the pull."""
    hardest = solved.hardest
    if hardest is None:
        return Figure(None, "", ())
    for rope in ROPES.rows:
        working = (ROPES.number(rope, "working_lb") or 0.0) * POUND_N
        if within(hardest, working):
            step = Step(
                f"{rope}, in use", told.force.of(working), told.force.sign, "usual working load; its tag goes before"
            )
            return Figure(rope, "", (step,))
    return Figure(None, "", (Step("No rope of the list holds it", told.force.of(hardest), told.force.sign, "ropes"),))


def lubricant(pipe: InPipe | None, length: float, told: Units) -> Figure:
    """How much lubricant: 0.0015 gal for each foot and inch of pipe, a rule of thumb of its makers."""
    unit = "qt" if told.id == "us" else "l"
    if pipe is None:
        return Figure(None, unit, ())
    quarts = QUARTS_A_FOOT_INCH * (length / FOOT_M) * (pipe.lies.inside / INCH_M)
    amount = quarts if told.id == "us" else quarts * LITRES_A_QUART
    what = f"0.0015 gal × {number(length / FOOT_M)} ft × {number(pipe.lies.inside / INCH_M)} in inside"
    return Figure(amount, unit, (Step(what, amount, unit, "a rule of thumb; half as much again in a hot or old pipe"),))


def people(solved: SolvedPull) -> Figure:
    """One to feed, as many as it takes to pull by hand (one with a tool), one at each pull point it runs through."""
    hardest, pipe = solved.hardest, solved.pipe
    if hardest is None or pipe is None:
        return Figure(None, "", ())
    plan = solved.each.run.pull
    pulling = 1 if plan and not plan.by_hand else max(1, math.ceil(hardest / solved.hand_limit - 1e-9))
    between = len(pipe.stages) - 1 if solved.one_go else 0
    steps = (
        Step("Feeding, with the lubricant", 1.0, "", "one at the reel"),
        Step("Pulling", float(pulling), "", "house rule: what one person pulls" if pulling > 1 else "by hand or tool"),
        Step("At pull points it runs through", float(between), "", "one at each"),
    )
    return Figure(float(1 + pulling + between), "", steps)


def straps(solved: SolvedPull, told: Units) -> Figure:
    """Straps on what rises above ground at both ends: one near the box, then as far apart as its kind may be."""
    kept = solved.pipe.straps if solved.pipe else None
    risers = [n.height - n.ground for n in (solved.route.nodes[0], solved.route.nodes[-1])]
    above = [rise for rise in risers if rise > 0.0]
    if kept is None or not above or not solved.covers:
        return Figure(None, "", ())
    first = Step(
        "First strap from the box at most", told.length.of(kept.first), told.length.sign, kept.step.cite, None, True
    )
    steps = [first, kept.step]
    total = 0.0
    for rise in above:
        many = float(1 + math.floor(max(0.0, rise - kept.first) / kept.apart + 1e-9))
        steps.append(Step(f"On {told.length.said(round(rise, 4))} above ground", many, "", kept.step.cite))
        total += many
    return Figure(total, "", (*steps, Step("Together", total, "", "sum")))
