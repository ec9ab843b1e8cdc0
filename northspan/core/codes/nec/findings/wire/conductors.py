"""Findings on the size of the ungrounded conductors."""

from collections.abc import Iterable

from northspan.core.codes.nec.data import AWG, device_word
from northspan.core.codes.nec.sizing.dwelling import needed_ampacity
from northspan.core.codes.nec.sizing.overcurrent import small_conductor_limit
from northspan.core.codes.nec.sizing.rungs import SECTIONS, TOLERANCE
from northspan.core.codes.nec.sizing.terms import limits_of, terms_of
from northspan.core.figures.working import Level, a_number, number
from northspan.core.run.question import OWN_DEVICE, RunQuestion
from northspan.core.run.rung import Rung
from northspan.core.run.sized import Change, RunFinding, Sizing

_OF_THEIR_OWN = "A motor, an air conditioner or a welder has rules of its own: enter what it is in Loads."
_LEVELS: dict[str, Level] = {"parallel": "violation", "made": "violation", "tap": "violation", "drop": "house"}


def find(s: Sizing) -> Iterable[RunFinding]:
    """A locked size that fails, that is not offered, or a run that no size passes; a wrong loaded count."""
    q, rung = s.question, s.rung
    if rung is None:
        yield _not_offered(s) if q.size_lock else _none_passes(s)
    elif rung.stopped_by is not None:
        yield _locked_fails(s, rung, rung.stopped_by)
        guarded = (
            s.breaker_a is None
            or terms_of(q).mains_by_load
            or s.breaker_a <= limits_of(rung).largest_breaker_a + TOLERANCE
        )
        if rung.stopped_by in ("termination", "ampacity", "tap") and not guarded:
            yield _locked_fails(s, rung, "breaker")
    if q.loaded_conductors < q.wiring.loaded:
        yield RunFinding(
            "loaded-conductors",
            "violation",
            "310.15(E)",
            f"{q.wiring.loaded} conductors are loaded, not {q.loaded_conductors}",
            f"A {q.system} run has {q.wiring.loaded} current-carrying conductors of its own"
            + (": its neutral carries like a phase." if q.system == "120/208-3w" else "."),
            (Change(f"Count {q.wiring.loaded}", {"loaded_conductors": None}),),
        )


def _smallest(s: Sizing) -> tuple[Change, ...]:
    metal = s.question.metal
    changes = []
    if s.ladder.smallest is not None:
        changes.append(Change(f"Pull {AWG.spoken(s.ladder.smallest, metal)}", {"size": s.ladder.smallest}))
    if s.question.size_lock is not None:
        changes.append(Change("Unlock the size", {"size": None}))
        if s.question.breaker_lock_a is not None and s.question.device_at == "run":
            changes.append(Change("Unlock size and breaker", {"size": None, "breaker_a": None}))
    return tuple(changes)


def _not_offered(s: Sizing) -> RunFinding:
    name = AWG.spoken(s.question.size_lock or "", s.question.metal)
    return RunFinding(
        "size-not-offered",
        "violation",
        "310.3, Chapter 9 Table 9",
        f"{name} cannot be judged",
        f"The impedance table has no row for {name}, so neither its drop nor its use is backed.",
        _smallest(s),
    )


def _none_passes(s: Sizing) -> RunFinding:
    q = s.question
    last = s.ladder.rungs[-1] if s.ladder.rungs else None
    why = f" The largest stops at: {last.stopped_words}." if last else ""
    more = tuple(Change(f"Pull {n} parallel sets", {"sets": n}) for n in (2, 3, 4) if n > q.sets)
    single = (Change("Pull one set", {"sets": 1}),) if q.sets > 1 else ()
    other = (Change("Use XHHW-2 in place of it", {"insulation": "XHHW-2", "in_insulation": False}),)
    return RunFinding(
        "no-size-passes",
        "violation",
        SECTIONS[last.stopped_by] if last is not None and last.stopped_by is not None else "310.16",
        f"No size carries {number(q.carried_a)} A over {q.length_said}",
        f"Every size of {q.insulation} {q.metal} was tried.{why}",
        (*more[:2], *single, *other),
    )


def _locked_fails(s: Sizing, rung: Rung, stop: str) -> RunFinding:
    q, breaker = s.question, s.breaker_a or 0.0
    rule, small = f"size-{stop}", small_conductor_limit(q.metal, rung.size)
    if stop == "breaker" and small is not None and breaker > small + TOLERANCE and not q.tap:
        stop = "small-conductor"
    name = AWG.spoken(rung.size, q.metal)
    changes = list(_smallest(s))
    lower = _breaker_held(s, rung)
    if stop in ("breaker", "small-conductor") and lower is not None and q.mains == 1 and q.device_at in OWN_DEVICE:
        changes.append(Change(f"Put it on {a_number(lower)} A {device_word(q.device_at)}", {"breaker_a": lower}))
    words = {
        "parallel": "Conductors may be joined in parallel from 1/0 up only.",
        "made": f"{q.insulation} is not made in this size.",
        "termination": f"At its terminals it carries {number(limits_of(rung).termination_limit_a)} A; "
        f"the design current is {number(s.design_a)} A.",
        "ampacity": f"Corrected, it carries {number(limits_of(rung).derated_ampacity_a)} A; "
        f"{'the rating asked' if q.carried_a > q.amps else 'the load'} is {number(q.carried_a)} A.",
        "breaker": f"It carries {number(rung.allowed_ampacity_a)} A and may have a breaker of "
        f"{number(limits_of(rung).largest_breaker_a)} A; {number(breaker)} A would let it burn before it trips.",
        "tap": f"It carries {number(rung.allowed_ampacity_a)} A; a tap of this kind carries "
        f"{q.tap_least.why if q.tap_least else ''}.",
        "small-conductor": f"A conductor this small may have {number(small or 0.0)} A at most; "
        f"{number(breaker)} A would let it burn before it trips. {_OF_THEIR_OWN if q.use == 'branch' else ''}".strip(),
        "dwelling-rule": f"83 % of the {number(breaker)} A main is {number(needed_ampacity(breaker))} A; it carries "
        f"{number(rung.allowed_ampacity_a)} A.",
        "drop": f"It drops {rung.drop_pct:.1f} % over {q.length_said} at {number(q.carried_a)} A; the limit "
        f"is {number(q.drop_limit_pct or 0.0)} %.",
    }[stop]
    return RunFinding(
        rule,
        _LEVELS.get(stop, "danger"),
        _section(q, stop),
        f"{name}: {_short(q, rung, stop, breaker, small)}",
        words,
        tuple(changes),
    )


def _short(q: RunQuestion, rung: Rung, stop: str, breaker: float, small: float | None) -> str:
    if stop in ("breaker", "small-conductor"):
        most = small if stop == "small-conductor" and small is not None else limits_of(rung).largest_breaker_a
        return f"breaker to {number(most)} A, the {device_word(q.device_at)} is {number(breaker)} A"
    if stop == "dwelling-rule":
        return f"carries {number(rung.allowed_ampacity_a)} A of {number(needed_ampacity(breaker))} A"
    if stop == "tap" and q.tap_least is not None:
        return f"tap good for {number(rung.allowed_ampacity_a)} A, {number(q.tap_least.amps)} A at least"
    return rung.stopped_words


def _section(q: RunQuestion, stop: str) -> str:
    if stop == "tap" and q.tap_least is not None:
        return q.tap_least.cite
    if stop == "breaker" and q.tap:
        return "240.21(C)" if q.secondary else "240.21(B)"
    if stop == "breaker" and q.device_at == "ahead":
        return "240.4, 240.21"
    return "230.90(A), 240.4(B)" if stop == "breaker" and q.use == "service" else SECTIONS[stop]


def _breaker_held(s: Sizing, rung: Rung) -> float | None:
    """The breaker (A) this wire may have, if it still carries the design current."""
    rating = rung.device_a
    return rating if rating is not None and rating >= s.design_a - TOLERANCE else None
