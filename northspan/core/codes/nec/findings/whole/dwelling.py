"""Findings on the 83 percent rule for dwellings (310.12)."""

from collections.abc import Iterable

from northspan.core.codes.nec.sizing.dwelling import LARGEST_A, SMALLEST_A, rule_applies
from northspan.core.codes.nec.sizing.terms import terms_of
from northspan.core.document.finding import Finding
from northspan.core.figures.working import number
from northspan.core.property.whole.book import WholeBook
from northspan.core.property.whole.fixes import run_fix
from northspan.core.property.whole.view import JobView
from northspan.core.run.sized import Change, RunFinding, Sizing

_DROP_CLAIM = Change("Size it without the 83 % rule", {"whole_dwelling": False})


def find_rating(s: Sizing) -> Iterable[RunFinding]:
    """The rule asked for where the rating or the supply rules it out; a load above what the rule leaves."""
    q, rung = s.question, s.rung
    if terms_of(q).dwelling_rule and not terms_of(q).mains_by_load and not rule_applies(q, s.breaker_a):
        wye = q.system == "120/208-3w" and q.use == "service"
        yield RunFinding(
            "dwelling-rule-range",
            "violation",
            "310.12",
            "83 % rule on a service of two phases of a wye"
            if wye
            else f"83 % rule does not reach {number(s.breaker_a or 0.0)} A",
            f"It holds for {number(SMALLEST_A)} A to {number(LARGEST_A)} A on a three-wire dwelling supply, of a "
            "208Y/120 V system for feeders only; this run was sized without it.",
            (_DROP_CLAIM,),
        )
    elif rung is not None and _stretched(s):
        yield RunFinding(
            "dwelling-rule-load",
            "advice",
            "310.12",
            f"{number(s.design_a)} A on wire good for {number(rung.allowed_ampacity_a)} A",
            "The 83 % rule allows it because a dwelling's loads rarely meet; look at the load again.",
            (_DROP_CLAIM,),
        )


def _stretched(s: Sizing) -> bool:
    """Whether the wire passes by the rule alone: its load is within the main, and above what it would carry without."""
    rung, applies = s.rung, rule_applies(s.question, s.breaker_a)
    if rung is None or not rung.passes or not applies or s.breaker_a is None:
        return False
    return rung.allowed_ampacity_a + 1e-9 < s.design_a <= s.breaker_a + 1e-9


def find_claims(book: WholeBook, view: JobView) -> Iterable[Finding]:
    """The rule claimed for a run that does not carry one dwelling's whole load."""
    for each in view.runs.values():
        if each.run.whole_dwelling and not each.carries_dwelling:
            name = view.network.stations[each.run.to_station].name
            yield Finding(
                "dwelling-rule-claim",
                "violation",
                "310.12",
                "83 % rule claimed where it may not be used",
                f"The run to {name} carries {_carries(each.dwellings)}, so it was sized for its full rating. The rule "
                "is for the whole load of one dwelling.",
                run=each.run.id,
                station=each.run.to_station,
                fixes=(run_fix(each, _DROP_CLAIM),),
            )


def _carries(dwellings: int) -> str:
    if dwellings == 0:
        return "no dwelling"
    return "a part of a dwelling" if dwellings == 1 else f"{dwellings} dwellings"
