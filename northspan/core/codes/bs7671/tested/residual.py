"""A residual device tested alone: when it has to stay closed, when it has to open, and how soon."""

from collections.abc import Iterator
from typing import Any, Literal, Self

from pydantic import Field, field_validator, model_validator
from pydantic_core import PydanticCustomError

from northspan.core.book.case import Case, CaseAnswer, CaseFinding, whole_number
from northspan.core.codes.bs7671.data import RCD_TIMES
from northspan.core.figures.working import Figure, NamedFigure, Step, number

CITE, ALONE = "643.8, 415.1.1", "BS EN 61008-1"
# It opens above half of what it is rated for, and at that at the latest.
HALF = 0.5
# No device opens in no time: nothing shown is nothing measured.
Milliseconds = Field(None, gt=0, le=10_000)
# Up to this (mA) a device is there for whoever touches something live; one that waits is no such protection. 415.1.1.
ADDITIONAL_MA = 30


class TripCase(Case):
    """A residual device and what the tester showed: whether half its rating opened it; ms at its rating and at five
    times it, the longer of both half-waves; mA at which a slow rise opened it; its own button.
    """

    rated_ma: Literal[10, 30, 100, 300, 500] = 30
    kind: Literal["general", "delayed"] = "general"
    half_opens: bool | None = None
    x1_ms: float | None = Milliseconds
    x5_ms: float | None = Milliseconds
    rise_ma: float | None = Field(None, ge=0, le=5000)
    button: bool | None = None

    _whole = field_validator("rated_ma", mode="before")(whole_number)

    @model_validator(mode="after")
    def _something(self) -> Self:
        if all(v is None for v in (self.half_opens, self.x1_ms, self.x5_ms, self.rise_ma, self.button)):
            raise PydanticCustomError("case", "x1_ms: say what the tester showed, this or another test")
        return self


def times(kind: str, five: bool) -> tuple[float, float]:
    """Least and most (ms) that a device of a kind may take at its rating, or at five times it. 415.1.1, BS EN 61008-1.

    >>> times("general", False), times("general", True), times("delayed", False)
    ((0.0, 300.0), (0.0, 40.0), (130.0, 500.0))
    """
    end = "_5" if five else ""
    return RCD_TIMES.number(kind, f"least{end}") or 0.0, RCD_TIMES.number(kind, f"most{end}") or 0.0


def tested(case: TripCase) -> CaseAnswer:
    """Answer a case: every test that was made, held against its limits."""
    findings, wanting = tuple(_wrong(case)), tuple(_wanting(case))
    least, most = times(case.kind, False)
    least_5, most_5 = times(case.kind, True)
    rise = HALF * case.rated_ma
    values: dict[str, Any] = {
        "book": "bs7671-2018a2", "x1_least_ms": least, "x1_most_ms": most, "x5_least_ms": least_5, "x5_most_ms": most_5,
        "rise_least_ma": rise, "rise_most_ma": float(case.rated_ma),
        "x1_ms": case.x1_ms, "x5_ms": case.x5_ms, "rise_ma": case.rise_ma, "complete": not wanting,
        "passes": not findings and not wanting, "missing": list(wanting),
    }  # fmt: skip
    at, at_5 = f"At {case.rated_ma} mA", f"At {5 * case.rated_ma} mA"
    figures = (
        _by_table("x1_most_ms", f"{at}, at most", case.kind, "most"),
        *((_by_table("x1_least_ms", f"{at}, at least", case.kind, "least"),) if least else ()),
        _by_table("x5_most_ms", f"{at_5}, at most", case.kind, "most_5"),
        *((_by_table("x5_least_ms", f"{at_5}, at least", case.kind, "least_5"),) if least_5 else ()),
        _figure("rise_least_ma", "Stays closed up to", Step(f"Half of {case.rated_ma} mA", rise, "mA", ALONE)),
        _figure("rise_most_ma", "Open at the latest at", Step("Its rating", float(case.rated_ma), "mA", ALONE)),
    )
    said = f"{case.rated_ma} mA, {'delayed' if case.kind == 'delayed' else 'no delay'}"
    verdict = _verdict(len(findings), wanting)
    return CaseAnswer(not findings and not wanting, f"{said}: {verdict}", values, figures, findings)


def _verdict(wrong: int, wanting: tuple[str, ...]) -> str:
    failed = f"{wrong} of what was tested {'fail' if wrong > 1 else 'fails'}"
    if wanting:
        return f"{f'{failed}; ' if wrong else ''}not complete, {' and '.join(wanting)} not tested"
    return failed if wrong else "as it should be"


def _wanting(case: TripCase) -> Iterator[str]:
    """What a test of a device cannot do without: neither one alone says that it protects. 643.8, 643.10."""
    if case.x1_ms is None:
        yield "its time at its rating"
    if case.half_opens is None and case.rise_ma is None:
        yield "that it stays closed at half of it"
    if case.button is None:
        yield "its own button"


def _wrong(case: TripCase) -> Iterator[CaseFinding]:
    if case.kind == "delayed" and case.rated_ma <= ADDITIONAL_MA:
        words = (
            f"A device of {case.rated_ma} mA that waits gives no additional protection, however it tests: one without "
            "a delay belongs there."
        )
        yield CaseFinding("waits", "violation", "415.1.1", "Delayed, and meant for people", words)
    for at, ms, five in ((f"{case.rated_ma} mA", case.x1_ms, False), (f"{5 * case.rated_ma} mA", case.x5_ms, True)):
        least, most = times(case.kind, five)
        if ms is not None and ms > most:
            words = f"At {at} it took {number(ms)} ms; {number(most)} ms are allowed. It protects nobody: change it."
            yield CaseFinding(f"slow-{1 + 4 * five}", "danger", CITE, "Too slow", words)
        elif ms is not None and ms < least:
            words = f"At {at} it took {number(ms)} ms, under {number(least)} ms: what it feeds does not open first."
            yield CaseFinding(f"hasty-{1 + 4 * five}", "violation", f"536.4.1.4, {ALONE}", "No delay", words)
    if case.half_opens:
        words = (
            f"It opens at {number(HALF * case.rated_ma)} mA. Leakage behind it counts too: take that off, test again."
        )
        yield CaseFinding("touchy", "violation", ALONE, "Opens at half its rating", words)
    if case.rise_ma is not None and case.rise_ma > case.rated_ma:
        words = f"It opened at {number(case.rise_ma)} mA and not at {case.rated_ma} mA: change it."
        yield CaseFinding("dull", "danger", CITE, "Opens too late", words)
    elif case.rise_ma is not None and case.rise_ma < HALF * case.rated_ma:
        words = f"It opened at {number(case.rise_ma)} mA, below half its rating. Leakage behind it counts too."
        yield CaseFinding("rises-early", "violation", ALONE, "Opens too early", words)
    if case.button is False:
        yield CaseFinding("button", "danger", "643.10, 514.12.2", "Its own button does not open it", "Change it.")


def _by_table(key: str, label: str, kind: str, column: str) -> NamedFigure:
    return _figure(key, label, RCD_TIMES.read(kind, column, label))


def _figure(key: str, label: str, step: Step) -> NamedFigure:
    return NamedFigure(key, label, Figure(step.value, step.unit, (step,)))
