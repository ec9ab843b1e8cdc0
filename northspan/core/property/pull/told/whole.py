"""A solved route as it is answered, in the job's own units, every figure with its working."""

from functools import lru_cache

from northspan.core.figures.units import Units
from northspan.core.figures.working import Figure, Step
from northspan.core.property.pull.answer import BuriedLeg, CoverWayAnswer, NodeAnswer, PullAnswer, RoutePiece
from northspan.core.property.pull.rules import PullBook
from northspan.core.property.pull.segments import Bend
from northspan.core.property.pull.solved import LegCover, SolvedPull
from northspan.core.property.pull.told.helping import lubricant, people, rope, straps
from northspan.core.property.pull.told.section import section
from northspan.core.property.pull.told.ways import limit, named, one, stages, way, weight
from northspan.core.property.pull.unrolled import STRAIGHT_DEG, Node, plan_turn_deg

REMEMBERED = 1024


@lru_cache(maxsize=REMEMBERED)
def pull_answer(book: PullBook, solved: SolvedPull, told: Units) -> PullAnswer:
    """A solved route in ``told`` units, with the sections of its code book."""
    cites = book.cites
    pipe, route = solved.pipe, solved.route
    length = sum(p.segment.length for p in route.pieces)
    said = [
        Step(named(p.segment.degrees, at), told.length.of(p.segment.length), told.length.sign, "the route unrolled")
        for at, p in enumerate(route.pieces, 1)
    ]
    force, line = told.force, told.line_force
    return PullAnswer(
        solved.each.run.id,
        route.measured,
        Figure(told.length.of(length), told.length.sign, tuple(said)),
        _nodes(book, solved, told),
        _pieces(solved, told),
        tuple(_leg(c, told) for c in solved.covers),
        section(solved, pipe, told, cites["wire_areas"]) if pipe else None,
        way(solved, pipe, True, told) if pipe else None,
        way(solved, pipe, False, told) if pipe else None,
        solved.fed_from_start,
        solved.one_go,
        solved.breaks,
        stages(solved, pipe, told) if pipe else (),
        limit(pipe, told) if pipe else Figure(None, force.sign, ()),
        pipe.limits.by if pipe else "",
        one(line.of(pipe.limits.pressure), line.sign, "By the thickest wire", "customary")
        if pipe
        else Figure(None, line.sign, ()),
        weight(solved, pipe, told) if pipe else Figure(None, line.sign, ()),
        rope(solved, told),
        lubricant(pipe, length, told),
        people(solved),
        _growth(solved, told, cites["expansion"]),
        straps(solved, told),
    )


def _nodes(book: PullBook, solved: SolvedPull, told: Units) -> tuple[NodeAnswer, ...]:
    route = solved.each.run.route
    return tuple(
        NodeAnswer(
            told.length.of(n.along),
            told.length.of(n.height),
            told.length.of(n.ground),
            n.turn_deg,
            n.pull,
            route.points[n.waypoint].fitting if route and n.waypoint is not None and n.pull else "",
            n.waypoint,
            _pull_box(book, solved, n, told),
        )
        for n in solved.route.nodes
    )


def _pull_box(book: PullBook, solved: SolvedPull, node: Node, told: Units) -> Figure:
    pipe, run, at = solved.pipe, solved.each.run, node.waypoint
    asked = None
    if node.pull and pipe is not None and book.pulls is not None and run.route is not None and at is not None:
        thickest = max((w.size for w in pipe.wires), key=book.scale.rank)
        asked = book.pulls.pull_box(pipe.trade, thickest, plan_turn_deg(run.route, at) > STRAIGHT_DEG)
    if asked is None:
        return Figure(None, told.small.sign, ())
    length, cite = asked
    return one(
        told.small.of(length), told.small.sign, f"From wall to wall for {pipe.trade if pipe else ''} in pipe", cite
    )


def _pieces(solved: SolvedPull, told: Units) -> tuple[RoutePiece, ...]:
    pipe, found = solved.pipe, []
    many = len(solved.route.pieces)
    for at, piece in enumerate(solved.route.pieces):
        there = pipe.forward.segments[at] if pipe and pipe.forward else None
        # Fed at the end, the tension on this side of the piece is the one after it was pulled through.
        back = pipe.back.segments[many - 1 - at] if pipe and pipe.back else None
        found.append(
            RoutePiece(
                "bend" if isinstance(piece.segment, Bend) else "straight",
                piece.first,
                piece.last,
                told.length.of(piece.segment.length),
                piece.segment.degrees,
                told.force.of(there.tension) if there else 0.0,
                told.force.of(back.tension) if back else 0.0,
                told.line_force.of(there.sidewall) if there and there.sidewall is not None else None,
                told.line_force.of(back.sidewall) if back and back.sidewall is not None else None,
            )
        )
    return tuple(found)


def _leg(cover: LegCover, told: Units) -> BuriedLeg:
    asked, planned, step = cover.asked, cover.leg.cover, cover.step
    steps = () if step is None else (step,)
    return BuriedLeg(
        cover.leg.first,
        cover.leg.under,
        Figure(None if asked is None else told.small.of(asked), told.small.sign, steps),
        None if planned is None else told.small.of(planned),
        cover.short,
        _ways(cover, told),
    )


def _ways(cover: LegCover, told: Units) -> tuple[CoverWayAnswer, ...]:
    return tuple(
        CoverWayAnswer(
            w.raceway,
            w.title,
            Figure(told.small.of(w.cover), told.small.sign, (w.step,)),
            w.open,
            w.consequence,
            w.own and w.open and w.cover == cover.asked,
        )
        for w in cover.ways
    )


def _growth(solved: SolvedPull, told: Units, cite: str) -> Figure:
    grows = solved.growth
    if not isinstance(grows.value, float):
        return Figure(None, told.small.sign, ())
    value = told.small.of(grows.value)
    return Figure(value, told.small.sign, tuple(Step(s.what, value, told.small.sign, cite) for s in grows.steps))
