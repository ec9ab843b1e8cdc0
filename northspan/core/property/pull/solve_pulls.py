"""Every run of a job that goes through the ground or through a pipe, solved in SI."""

from collections.abc import Mapping, Sequence
from functools import lru_cache

from northspan.core.figures.sizes.scale import Scale
from northspan.core.figures.units import INCH_M, POUND_N
from northspan.core.figures.working import Figure, Step, number
from northspan.core.job.house_rules import HouseRules
from northspan.core.job.job import Job
from northspan.core.job.pulling import PullPlan
from northspan.core.network.sized_run import SizedRun
from northspan.core.network.topology import Network
from northspan.core.physics.raceway.expansion import PVC_PER_F, pvc_change
from northspan.core.property.pull.breaking import break_nodes
from northspan.core.property.pull.data import FRICTION
from northspan.core.property.pull.limits import BASKET_N, ON_ONE_ROPE, least, together, within
from northspan.core.property.pull.pipe.contents import Wire, contents
from northspan.core.property.pull.pipe.packed import Packed, packed
from northspan.core.property.pull.rules import CoverAsked, CoverWay, PullBook, PullRules
from northspan.core.property.pull.segments import Segment, backward
from northspan.core.property.pull.solved import InPipe, LegCover, Limits, SolvedPull, Stage
from northspan.core.property.pull.tension import MOST_BENDS_DEG, Pulled, pull
from northspan.core.property.pull.unrolled import Unrolled, unrolled

REMEMBERED = 1024
USUAL_ELBOW_M = 12.0 * INCH_M
USUAL_DEPTH_M = 18.0 * INCH_M
EYE_NONE = float("inf")


def solve_pulls(book: PullBook, job: Job, net: Network, sized: Mapping[str, SizedRun]) -> Mapping[str, SolvedPull]:
    """The runs of a job in SI that lie in the ground or in a pipe and have a size, by id; none under a book that has no
    tables for it.
    """
    if book.pulls is None:
        return {}
    dwelling = any(place.is_dwelling for place in job.places)
    found = {}
    for run in job.runs:
        each = sized[run.id]
        overhead = run.route is not None and run.route.kind == "overhead"
        if each.sizing.rung is None or overhead or (run.cable.raceway == "none" and run.cable.location != "buried"):
            continue
        ends = net.stations[run.from_station].name, net.stations[run.to_station].name
        found[run.id] = solve_pull(book, job.house_rules, each, ends, dwelling)
    return found


# A run that an edit leaves as it was is not unrolled again.
@lru_cache(maxsize=REMEMBERED)
def solve_pull(book: PullBook, house: HouseRules, each: SizedRun, ends: tuple[str, str], dwelling: bool) -> SolvedPull:
    """One run's way under a book that has its tables; ``ends`` are the names of its stations, ``dwelling`` says that it
    is a dwelling's.
    """
    assert book.pulls is not None
    rules, scale = book.pulls, book.scale
    run, also = each.run, each.sizing.companions
    trade = also.raceway if also else None
    asked_m = min((w.cover for w in _ways(rules, each, dwelling, _location(each)) if w.own and w.open), default=None)
    bore = rules.bore(run.cable.raceway, trade) if trade else None
    radius = elbow_radius(rules, each)
    inner = max(radius - (bore[0] / 2.0 if bore else 0.0), 1e-3)
    route = unrolled(run, radius, inner, USUAL_DEPTH_M if asked_m is None else asked_m)
    covers = tuple(LegCover(leg, tuple(_ways(rules, each, dwelling, leg.under))) for leg in route.legs)
    wires = contents(scale, rules, each.sizing, run.pull.later if run.pull else ())
    plan = run.pull or PullPlan()
    pipe = None
    if wires and trade and bore:
        pipe = _in_pipe(rules, scale, each, trade, bore, wires, plan, route)
    fed_from_start = pipe.from_start if pipe and plan.fed_from is None else plan.fed_from != "end"
    return SolvedPull(
        each,
        *ends,
        dwelling,
        route,
        covers,
        pipe,
        fed_from_start,
        _one_go(pipe, fed_from_start, ON_ONE_ROPE * house.hand_pull_lb * POUND_N if plan.by_hand else None),
        house.hand_pull_lb * POUND_N,
        _growth(run.cable.raceway, plan, house),
    )


def elbow_radius(rules: PullRules, each: SizedRun) -> float:
    """The radius (m) of a run's elbows: as planned, else the least that the book has for its pipe."""
    plan, also = each.run.pull, each.sizing.companions
    if plan is not None and plan.elbow_radius is not None:
        return plan.elbow_radius
    return (rules.elbow(also.raceway) if also and also.raceway else None) or USUAL_ELBOW_M


def _location(each: SizedRun) -> str:
    return each.run.burial.location if each.run.burial else "general"


def _ways(rules: PullRules, each: SizedRun, dwelling: bool, location: str) -> Sequence[CoverWay]:
    run, q = each.run, each.sizing.question
    asked = CoverAsked(
        run.cable.raceway,
        run.cable.insulation,
        location,
        q.wiring.volts,
        each.sizing.breaker_a,
        bool(run.outlets and run.outlets.gfci),
        dwelling,
        run.use == "branch",
        run.use == "service",
        bool(run.burial and run.burial.solid_rock),
    )
    return rules.cover_ways(asked)


def _in_pipe(
    rules: PullRules,
    scale: Scale,
    each: SizedRun,
    trade: str,
    bore: tuple[float, float],
    wires: tuple[Wire, ...],
    plan: PullPlan,
    route: Unrolled,
) -> InPipe:
    raceway, nipple = each.run.cable.raceway, each.run.cable.nipple
    now = [w for w in wires if not w.later]
    lies, later = _packed(bore, now), _packed(bore, wires)
    weight = plan.weight if plan.weight is not None else sum(w.weight for w in now)
    mu = plan.mu if plan.mu is not None else FRICTION.number(plan.lubricant, "mu") or 0.0
    limits = _limits(rules, scale, now, plan)
    what = _pulled(lies, weight, mu, limits)
    segments = route.segments
    above = rules.next_trade(raceway, trade)
    wider = rules.bore(raceway, above)
    next_what = _pulled(_packed(wider, now), weight, mu, limits) if wider and above != trade else None
    forward = pull(segments, what) if what else None
    back = pull(backward(segments), what) if what else None
    next_used = None
    if next_what is not None:
        next_used = min((pull(s, next_what) for s in (segments, backward(segments))), key=lambda d: d.used)
    also = each.sizing.companions
    return InPipe(
        trade,
        (also.raceway_needed if also else None) or trade,
        wires,
        lies,
        rules.fill_limit_pct(len(now), nipple),
        later,
        rules.fill_limit_pct(len(wires), nipple),
        limits,
        weight,
        mu,
        forward,
        back,
        break_nodes(route.pieces, what) if what else (),
        break_nodes(tuple(reversed(route.pieces)), what) if what else (),
        _stages(route, what) if what else (),
        above,
        next_used,
        rules.straps(raceway, trade),
    )


def _packed(bore: tuple[float, float], wires: Sequence[Wire]) -> Packed:
    return packed(*bore, [(w.tabled.diameter, w.tabled.area) for w in wires])


def _pulled(lies: Packed, weight: float, mu: float, limits: Limits) -> Pulled | None:
    if lies.lies is None:
        return None
    return Pulled.of(lies.lies, weight, mu, 0.0, limits.tension, limits.pressure)


def _limits(rules: PullRules, scale: Scale, wires: Sequence[Wire], plan: PullPlan) -> Limits:
    strength = together([w.tabled.strength for w in wires if w.carries])
    grip = BASKET_N if plan.grip == "basket" else EYE_NONE
    by, tension = least({"wire": strength, "grip": grip, "rope": EYE_NONE if plan.rope is None else plan.rope})
    thickest = max((w.size for w in wires), key=scale.rank)
    return Limits(strength, grip, plan.rope, tension, by, rules.sidewall_limit(thickest))


def _stages(route: Unrolled, what: Pulled) -> tuple[Stage, ...]:
    found, first = [], 0
    for stretch in route.stretches:
        segments: tuple[Segment, ...] = tuple(piece.segment for piece in stretch)
        last = first + len(segments)
        length = sum(s.length for s in segments)
        bends = sum((s.degrees for s in segments), 0.0)
        found.append(Stage(first, last, length, bends, pull(segments, what), pull(backward(segments), what)))
        first = last
    return tuple(found)


def _one_go(pipe: InPipe | None, fed_from_start: bool, by_hand: float | None) -> bool:
    """Whether wire goes through the whole route at once: with no pull point between, or where that keeps the limits and
    what those on the rope pull (N; None: a tool does).
    """
    if pipe is None or len(pipe.stages) < 2:
        return True
    whole = pipe.forward if fed_from_start else pipe.back
    turned = sum(stage.bends_deg for stage in pipe.stages)
    held = whole is not None and (by_hand is None or within(whole.max_tension, by_hand))
    return whole is not None and held and not whole.breaks and within(turned, MOST_BENDS_DEG)


def _growth(raceway: str, plan: PullPlan, house: HouseRules) -> Figure:
    """Growth (m) of the longest straight of PVC above ground over a year; no value for other pipe."""
    if raceway not in ("PVC40", "PVC80") or plan.exposed is None:
        return Figure(None, "m", ())
    change = pvc_change(plan.exposed, house.pvc_swing_f)
    what = f"{PVC_PER_F:g} for each °F × {number(house.pvc_swing_f)} °F"
    return Figure(change, "m", (Step(what, change, "m", "expansion of PVC"),))
