"""Findings on the pipe: what may jam, what is tight, what comes later, its ends, how it grows."""

from collections.abc import Callable, Iterable, Iterator

from northspan.core.codes.nec.findings.route.saying import finding, fix, proved
from northspan.core.document.finding import Finding, Fix
from northspan.core.figures.units import INCH_M, Units
from northspan.core.figures.working import number
from northspan.core.job.house_rules import HouseRules
from northspan.core.property.pull.limits import within
from northspan.core.property.pull.segments import Bend
from northspan.core.property.pull.solved import SolvedPull
from northspan.core.property.pull.unrolled import STRAIGHT_DEG, plan_turn_deg
from northspan.core.property.whole.book import WholeBook
from northspan.core.run.sized import Change

TIGHT_M = 0.25 * INCH_M
GROWS_M = 0.25 * INCH_M
MOST_UP = 4


def find(book: WholeBook, house: HouseRules, solved: SolvedPull, told: Units) -> Iterable[Finding]:
    """What is wrong with a run's pipe."""
    pipe = solved.pipe
    if pipe is not None:
        if _jams(solved):
            yield finding(
                solved,
                "pull-jam",
                "advice",
                "jam ratio",
                "three wires may jam",
                f"Pipe over wire is {number(pipe.lies.jam_ratio_bend or 0.0)} in the bends; from 2.8 to 3.2 they can "
                "wedge side by side.",
                _wider(book, house, solved, told, _jams),
            )
        if _tight(solved):
            over = pipe.lies.lies.clearance if pipe.lies.lies else None
            title = "the wires do not go in" if over is None else f"{told.small.said(round(over, 5))} over the wires"
            yield finding(
                solved,
                "pull-tight",
                "advice",
                "clearance",
                title,
                "A grip and its rope want a quarter of an inch over the wires.",
                _wider(book, house, solved, told, _tight),
            )
        if _full_later(solved):
            yield finding(
                solved,
                "fill-later",
                "advice",
                "Chapter 9 Table 1",
                "the pipe does not hold what comes later",
                f"It would be {pipe.later.fill_pct:.0f} % full of {number(pipe.fill_limit_later_pct)} %. Dig once.",
                _wider(book, house, solved, told, _full_later),
            )
        yield from _bodies(book, solved, told)
        thick = any(book.pulls.bushed(w.size) for w in pipe.wires) if book.pulls else False
        if solved.each.run.pull is not None and solved.each.run.pull.ends_fitted is False and thick:
            yield finding(
                solved,
                "pipe-end-bare",
                "violation",
                "300.4(G), 300.5(H)",
                "nothing guards the wire at the pipe’s ends",
                "A cut end saws through insulation, most of all as the ground settles: bushings or bell ends on both.",
                (fix(solved, told, Change("Fit bushings or bell ends", {"pull/ends_fitted": True})),),
            )
    yield from _growth(solved, told)


def _bodies(book: WholeBook, solved: SolvedPull, told: Units) -> Iterator[Finding]:
    """A conduit body that thick wire is pulled through is shorter than a box would have to be: its marking decides."""
    route, pipe = solved.each.run.route, solved.pipe
    if route is None or pipe is None or book.pulls is None:
        return
    thickest = max((w.size for w in pipe.wires), key=book.scale.rank)
    for node in solved.route.nodes:
        at = node.waypoint
        if not node.pull or at is None or route.points[at].fitting != "conduit-body":
            continue
        asked = book.pulls.pull_box(pipe.trade, thickest, plan_turn_deg(route, at) > STRAIGHT_DEG)
        if asked is not None:
            yield finding(
                solved,
                "body-marked",
                "advice",
                asked[1],
                f"the conduit body at point {at + 1} must be marked for these wires",
                f"A box there would be {told.small.said(round(asked[0], 5))} long. A shorter body is allowed with no "
                "more and no larger wires than are marked in it.",
                (fix(solved, told, Change("Use a box", {f"route/points/{at}/fitting": "box"})),),
            )


def _growth(solved: SolvedPull, told: Units) -> Iterator[Finding]:
    plan, grows = solved.each.run.pull, solved.growth.value
    if plan is None or not isinstance(grows, float) or not within(GROWS_M, grows) or plan.expansion_fittings:
        return
    yield finding(
        solved,
        "no-expansion",
        "violation",
        "352.44",
        f"PVC grows {told.small.said(round(grows, 4))} and has nowhere to go",
        "From a quarter of an inch between fixed points on it wants an expansion fitting, set for the day’s heat.",
        (fix(solved, told, Change("Fit one expansion fitting", {"pull/expansion_fittings": 1})),),
    )


def _bent(solved: SolvedPull) -> bool:
    return any(isinstance(s, Bend) for s in solved.route.segments)


def _jams(solved: SolvedPull) -> bool:
    return solved.pipe is not None and solved.pipe.may_jam(_bent(solved))


def _tight(solved: SolvedPull) -> bool:
    if solved.pipe is None:
        return False
    lies = solved.pipe.lies.lies
    return lies is None or (lies.clearance is not None and not within(TIGHT_M, lies.clearance))


def _full_later(solved: SolvedPull) -> bool:
    pipe = solved.pipe
    return (
        pipe is not None
        and any(w.later for w in pipe.wires)
        and not within(pipe.later.fill_pct, pipe.fill_limit_later_pct)
    )


def _wider(
    book: WholeBook, house: HouseRules, solved: SolvedPull, told: Units, wrong: Callable[[SolvedPull], bool]
) -> tuple[Fix, ...]:
    """The first trade size up that mends it."""
    assert book.pulls is not None and solved.pipe is not None
    trade, raceway = solved.pipe.trade, solved.each.run.cable.raceway
    for _ in range(MOST_UP):
        above = book.pulls.next_trade(raceway, trade)
        if above == trade:
            break
        trade = above
        change = Change(f"Lay {above} in pipe", {"raceway_size": above})
        if found := proved(book, house, solved, told, [change], lambda s: not wrong(s)):
            return found
    return ()
