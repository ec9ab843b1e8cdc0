"""The answer to a pull: what goes in, the tension both ways, what breaks a limit. Chapter 9; 344.26, 352.26, 358.26."""

import math
from typing import Any

from northspan.core.book.case import CaseAnswer, CaseFinding
from northspan.core.codes.nec.route.pull.case import BendPart, PullCase
from northspan.core.codes.nec.route.pull.wire import strength_lb
from northspan.core.codes.nec.sizing.raceways import fill_share
from northspan.core.figures.working import Figure, NamedFigure, Step, number
from northspan.core.property.pull.limits import least, together, within
from northspan.core.property.pull.pipe.packed import Packed, packed
from northspan.core.property.pull.segments import Bend, Segment, Straight, backward
from northspan.core.property.pull.tension import MOST_BENDS_DEG, Direction, Pulled, better, longest_part, pull

LITTLE_CLEARANCE_IN = 0.25
WORDS = {
    "fill": ("Chapter 9 Table 1", "The raceway is too full", "The wires take more of it than they may."),
    "clearance": ("clearance", "The wires do not go in", "Laid side by side they are as wide as the raceway or wider."),
    "bends": ("344.26, 352.26, 358.26", "More than 360° between pull points", "Set a pull point, or bend less."),
    "tension": ("pulling tension", "The pull is over its limit", "Break the pull, use a slicker lubricant or a "
                "stronger rope, or pull from the other end."),
    "sidewall": ("sidewall pressure", "A bend presses the wires too hard", "Use a wider elbow, or set a pull point."),
    "jam": ("jam ratio", "Three wires may jam", "At 2.8 to 3.2 times their diameter they can wedge side by side."),
}  # fmt: skip


def answer(case: PullCase) -> CaseAnswer:
    """Answer a pull; it passes where nothing breaks."""
    diameter, area = case.bore
    each = [w.diameter_area for w in case.conductors for _ in range(w.count)]
    lies_in = packed(diameter, area, each, case.lay if "lay" in case.model_fields_set else None)
    fill_limit = 100.0 * fill_share(len(each), nipple=False)[0]
    weight = sum(w.count * w.weight_lb_ft for w in case.conductors)
    route = _route(case)
    strength, limit, by = limits(case)
    forward = back = None
    best = part = None
    if lies_in.lies is not None:
        what = Pulled.of(lies_in.lies, weight, case.mu, case.reel_lb, limit, case.sidewall_limit)
        forward, back = pull(route, what), pull(backward(route), what)
        best, part = better(forward.used, back.used), longest_part(route, what)
    bends = sum(s.degrees for s in route)
    taken = back if best == "backward" else forward
    breaks = _breaks(lies_in, fill_limit, bends, taken)
    has_bend = any(isinstance(s, Bend) for s in route)
    warnings = _warnings(lies_in, has_bend)
    values: dict[str, Any] = {
        "conductors": len(each),
        "weight_lb_ft": weight,
        "diameter_in": lies_in.mean,
        "fill_pct": lies_in.fill_pct,
        "fill_limit_pct": fill_limit,
        "configuration": lies_in.name,
        "weight_correction": lies_in.lies.weight_correction if lies_in.lies else None,
        "clearance_in": lies_in.lies.clearance if lies_in.lies else None,
        "jam_ratio": lies_in.jam_ratio,
        "jam_ratio_bend": lies_in.jam_ratio_bend,
        "may_jam": lies_in.may_jam(has_bend),
        "bends_deg": bends,
        "length_ft": sum(s.length for s in route),
        "strength_lb": strength,
        "limit_lb": limit,
        "limit_by": by,
        "sidewall_limit_lb_ft": case.sidewall_limit,
        "forward": _direction(forward),
        "backward": _direction(back),
        "better": best,
        "longest_part": None
        if part is None
        else {"first": part.first, "last": part.last, "length_ft": part.length, "direction": part.direction},
        "breaks": breaks,
        "warnings": warnings,
    }
    headline = "Does not go in" if taken is None else _headline(taken, limit, best)
    return CaseAnswer(not breaks, headline, values, _figures(taken, limit), _findings(breaks, warnings))


def limits(case: PullCase) -> tuple[float, float, str]:
    """Strength of the wires that carry (lb), the least of it, the grip and the rope, and which that is."""
    carrying = [w for w in case.conductors if w.carries]
    strength = together([strength_lb(w.metal, w.size) for w in carrying for _ in range(w.count)])
    by, limit = least({"conductors": strength, "grip": case.grip_limit, "rope": case.rope_limit_lb})
    return strength, limit, by


def _route(case: PullCase) -> tuple[Segment, ...]:
    found: list[Segment] = []
    for s in case.segments:
        if isinstance(s, BendPart):
            radius, inner = case.radius_in(s) / 12.0, case.inner_radius_in(s) / 12.0
            found.append(Bend(s.degrees, math.radians(s.degrees), radius, inner))
        else:
            found.append(Straight(s.length_ft, math.radians(s.slope_deg)))
    return tuple(found)


def _breaks(lies_in: Packed, fill_limit: float, bends: float, taken: Direction | None) -> list[str]:
    lies = lies_in.lies
    too_tight = lies is None or (lies.clearance is not None and not within(0.0, lies.clearance))
    found = {
        "fill": not within(lies_in.fill_pct, fill_limit),
        "clearance": too_tight,
        "bends": not within(bends, MOST_BENDS_DEG),
    }
    return [*(word for word, broken in found.items() if broken), *(taken.breaks if taken else ())]


def _warnings(lies_in: Packed, has_bend: bool) -> list[str]:
    clearance = lies_in.lies.clearance if lies_in.lies else None
    tight = clearance is not None and within(0.0, clearance) and not within(LITTLE_CLEARANCE_IN, clearance)
    found = {"jam": lies_in.may_jam(has_bend), "clearance": tight}
    return [word for word, said in found.items() if said]


def _direction(direction: Direction | None) -> dict[str, Any] | None:
    if direction is None:
        return None
    return {
        "segments": [{"tension_lb": p.tension, "sidewall_lb_ft": p.sidewall} for p in direction.segments],
        "max_tension_lb": direction.max_tension,
        "end_tension_lb": direction.end_tension,
        "max_sidewall_lb_ft": direction.max_sidewall,
        "used": direction.used,
        "breaks": list(direction.breaks),
        "reach_ft": direction.reach,
        "end_with_weight_lb": direction.end_with_weight,
    }


def _headline(taken: Direction, limit: float, best: str | None) -> str:
    way = {"forward": "from the first end", "backward": "from the far end"}.get(best or "", "from either end")
    return f"{number(taken.max_tension)} lb of {number(limit)} lb, fed {way}"


def _figures(taken: Direction | None, limit: float) -> tuple[NamedFigure, ...]:
    if taken is None:
        return ()
    steps = [Step(f"After part {at}", p.tension, "lb", "pulling equations") for at, p in enumerate(taken.segments, 1)]
    steps.append(Step("The most it may be", limit, "lb", "least of wires, grip and rope"))
    return (NamedFigure("max_tension_lb", "Most tension", Figure(taken.max_tension, "lb", tuple(steps))),)


def _findings(breaks: list[str], warnings: list[str]) -> tuple[CaseFinding, ...]:
    found = [CaseFinding(f"pull-{word}", "violation", *WORDS[word]) for word in breaks]
    if "jam" in warnings:
        found.append(CaseFinding("pull-jam", "advice", *WORDS["jam"]))
    if "clearance" in warnings:
        words = "Under a quarter of an inch over the wires is tight for a grip and a swab."
        found.append(CaseFinding("pull-tight", "advice", "clearance", "Little room over the wires", words))
    return tuple(found)
