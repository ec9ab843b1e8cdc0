"""Findings on a pull: what tears, what presses, what the rope and the hands hold."""

import math
from collections.abc import Iterable, Iterator

from northspan.core.codes.nec.findings.route.saying import finding, proved
from northspan.core.document.finding import Finding
from northspan.core.figures.units import INCH_M, POUND_N, Units
from northspan.core.job.house_rules import HouseRules
from northspan.core.property.pull.data import ROPES
from northspan.core.property.pull.limits import ON_ONE_ROPE, within
from northspan.core.property.pull.solved import SolvedPull
from northspan.core.property.whole.book import WholeBook
from northspan.core.run.sized import Change

ELBOWS_IN = (24.0, 36.0, 48.0)


def find(book: WholeBook, house: HouseRules, solved: SolvedPull, told: Units) -> Iterable[Finding]:
    """What is wrong with a pull as it is planned: in one go, or stage by stage."""
    if solved.pipe is None or solved.hardest is None:
        return
    limits, force = solved.pipe.limits, told.force
    said = force.said(round(solved.hardest, 1))
    if _over(solved) and limits.by == "rope":
        yield finding(
            solved,
            "pull-rope",
            "danger",
            "the rope’s tag",
            f"{said} on a rope for {force.said(limits.tension)}",
            "A rope that parts under load kills whoever stands in line with it.",
            proved(book, house, solved, told, [*_ropes(solved), *_easier(solved)], lambda s: not _over(s)),
        )
    elif _over(solved):
        by = "wire" if limits.by == "wire" else "grip"
        words = "Copper and aluminium stretch before they part, and the insulation goes first."
        grip = [Change("Pull on an eye", {"pull/grip": "eye"})] if by == "grip" else []
        yield finding(
            solved,
            "pull-tension",
            "advice",
            "pulling limits",
            f"{said}, the {by} takes {force.said(round(limits.tension, 1))}",
            words if by == "wire" else "A basket slips or strips the insulation beyond what its tag says.",
            proved(book, house, solved, told, [*grip, *_easier(solved)], lambda s: not _over(s)),
        )
    if _pressed(solved):
        elbows = [
            Change(f"Use elbows of {told.small.said(r * INCH_M)}", {"pull/elbow_radius": r * INCH_M}) for r in ELBOWS_IN
        ]
        yield finding(
            solved,
            "pull-sidewall",
            "advice",
            "sidewall pressure",
            f"a bend presses {told.line_force.said(round(_pressure(solved), 1))} of "
            f"{told.line_force.said(round(limits.pressure, 1))}",
            "The insulation is crushed against the inside of the bend, where nobody sees it.",
            proved(book, house, solved, told, [*_easier(solved), *elbows], lambda s: not _pressed(s)),
        )
    if _beyond_hands(solved):
        many = math.ceil(solved.hardest / solved.hand_limit - 1e-9)
        tool = Change("Pull it with a tool", {"pull/by_hand": False})
        yield finding(
            solved,
            "pull-by-hand",
            "house",
            "house rule: pulled by hand",
            f"{said} by hand takes {many} on the rope",
            f"More than {ON_ONE_ROPE} do not pull well at one hole.",
            proved(book, house, solved, told, [tool, *_easier(solved)], lambda s: not _beyond_hands(s)),
        )


def _over(solved: SolvedPull) -> bool:
    return (
        solved.pipe is not None
        and solved.hardest is not None
        and not within(solved.hardest, solved.pipe.limits.tension)
    )


def _pressure(solved: SolvedPull) -> float:
    """The most pressure in a bend (N/m), in one go or of the hardest stage."""
    if solved.pipe is None or solved.best is None:
        return 0.0
    return solved.best.max_sidewall if solved.one_go else max(s.best.max_sidewall for s in solved.pipe.stages)


def _pressed(solved: SolvedPull) -> bool:
    return solved.pipe is not None and not within(_pressure(solved), solved.pipe.limits.pressure)


def _beyond_hands(solved: SolvedPull) -> bool:
    plan = solved.each.run.pull
    by_hand = plan is None or plan.by_hand
    return by_hand and solved.hardest is not None and not within(solved.hardest, ON_ONE_ROPE * solved.hand_limit)


def _ropes(solved: SolvedPull) -> Iterator[Change]:
    """The lightest rope of the list that holds it."""
    for rope in ROPES.rows:
        working = (ROPES.number(rope, "working_lb") or 0.0) * POUND_N
        if within(solved.hardest or 0.0, working):
            yield Change(f"Take {rope}", {"pull/rope": working})
            return


def _easier(solved: SolvedPull) -> Iterator[Change]:
    """The other end, a slicker lubricant."""
    other = "end" if solved.fed_from_start else "start"
    name = solved.end if solved.fed_from_start else solved.start
    yield Change(f"Feed it at {name}", {"pull/fed_from": other})
    yield Change("Use polymer gel", {"pull/lubricant": "polymer", "pull/mu": None})
