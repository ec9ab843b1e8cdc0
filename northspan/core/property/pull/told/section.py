"""The pipe in section as it is answered."""

from northspan.core.figures.units import INCH_M, Units
from northspan.core.figures.working import Figure, Step
from northspan.core.property.pull.answer import SectionAnswer, WireAnswer
from northspan.core.property.pull.pipe.packing import packing
from northspan.core.property.pull.segments import Bend
from northspan.core.property.pull.solved import InPipe, SolvedPull
from northspan.core.property.pull.told.ways import EQUATION, one


def section(solved: SolvedPull, pipe: InPipe, told: Units, cite: str) -> SectionAnswer:
    """Wires packed, fill now and with what comes later, jam ratio, clearance, the next size up; ``cite`` is where its
    code book has the areas.
    """
    lies = pipe.lies
    bends = any(isinstance(s, Bend) for s in solved.route.segments)
    ratio = lies.jam_ratio_bend if bends else lies.jam_ratio
    wider = ", 5 % wider in a bend" if bends else ""
    clearance = lies.lies.clearance if lies.lies else None
    over = None if clearance is None else told.small.of(clearance)
    now = [w for w in pipe.wires if not w.later]
    share = [Step(f"{w.words}, {w.letter}", w.tabled.area / INCH_M**2, "in²", cite) for w in now]
    what, next_used = f"Over the wires, {lies.name}", pipe.next_used
    return SectionAnswer(
        solved.each.run.cable.raceway,
        pipe.trade,
        pipe.least,
        _wires(pipe),
        Figure(lies.fill_pct, "%", (*share, Step("Of the pipe’s area", lies.fill_pct, "%", cite))),
        pipe.fill_limit_pct,
        Figure(pipe.later.fill_pct, "%", (Step("With what comes later", pipe.later.fill_pct, "%", cite),)),
        pipe.fill_limit_later_pct,
        Figure(ratio, "", () if ratio is None else (Step(f"Pipe over wire{wider}", ratio, "", "D/d"),)),
        pipe.may_jam(bends),
        Figure(over, told.small.sign, () if over is None else (Step(what, over, told.small.sign, EQUATION),)),
        pipe.next_trade,
        Figure(None, told.force.sign, ())
        if next_used is None
        else one(
            told.force.of(next_used.max_tension), told.force.sign, f"In {pipe.next_trade}, the easier way", EQUATION
        ),
    )


def _wires(pipe: InPipe) -> tuple[WireAnswer, ...]:
    inside = pipe.lies.inside
    places = packing(inside, tuple(w.tabled.diameter for w in pipe.wires))
    return tuple(
        WireAnswer(
            w.letter,
            w.words,
            w.tabled.diameter / inside,
            places[at][0] / inside if places else None,
            places[at][1] / inside if places else None,
            w.later,
            w.beside,
        )
        for at, w in enumerate(pipe.wires)
    )
