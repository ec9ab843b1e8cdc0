"""The answer to a day that is asked about by itself."""

from northspan.core.book.case import CaseAnswer, CaseFinding
from northspan.core.figures.working import Figure, NamedFigure, Step
from northspan.core.plans.day.case import OutageCase
from northspan.core.plans.day.programme import plan

# A day is planned to the end; after so long the best so far is given, and that it is not proved.
LONGEST_S = 120.0


def outage(case: OutageCase) -> CaseAnswer:
    """Plan a day; it passes where it can be done and is not darker than wanted."""
    found = plan(case.asked, LONGEST_S)
    keys = ("dark_min", "dark_worst_min", "makespan_min", "starts", "dark")
    if found is None:
        values = {"feasible": False, **dict.fromkeys(keys), "breaks": ["infeasible"]}
        words = "No order fits every need, time window, crew and what must stay on."
        finding = CaseFinding("no-plan", "violation", "planned", "It cannot be done so", words)
        return CaseAnswer(False, "It cannot be done so", values, (), (finding,))
    dark = found.dark_minutes
    over = case.max_dark_min is not None and dark > case.max_dark_min
    told = (dark, found.worst, found.makespan, found.starts, [list(go) for go in found.dark])
    values = {
        "feasible": True, **dict(zip(keys, told, strict=True)), "breaks": ["max_dark_min"] if over else [],
        "proved": found.proved, "least_dark_min": found.least_dark,
    }  # fmt: skip
    steps = tuple(Step(f"Dark from {a} to {b}", float(b - a), "min", "constraint programming") for a, b in found.dark)
    figures = (NamedFigure("dark_min", "Power off in all", Figure(float(dark), "min", steps)),)
    findings: tuple[CaseFinding, ...] = ()
    if over:
        words = f"{dark} min is the shortest; {case.max_dark_min} min is the most allowed."
        findings = (CaseFinding("too-dark", "violation", "planned", "Power off longer than wanted", words),)
    return CaseAnswer(not over, f"Power off for {dark} min, done after {found.makespan} min", values, figures, findings)
