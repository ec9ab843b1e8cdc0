"""One run checked by itself: the flags of ``northspan check``, and the answer under its fixed definitions.

The definitions are in docs/command-line.md; they are stable, whatever house rules the application offers.
"""

from dataclasses import replace
from typing import Any, Literal, Self

from pydantic import Field, field_validator, model_validator
from pydantic_core import PydanticCustomError

from northspan.core.book.case import Case, CaseAnswer, CaseFinding
from northspan.core.book.kinds import Metal
from northspan.core.book.systems import SYSTEMS
from northspan.core.codes.nec.data import AWG
from northspan.core.codes.nec.sizing.terms import Terms, limits_of
from northspan.core.figures.units import FOOT_M
from northspan.core.figures.working import figure_of
from northspan.core.property.whole.book import WholeBook
from northspan.core.run.question import RunQuestion
from northspan.core.run.rung import Rung
from northspan.core.run.sized import Sizing
from northspan.core.run.sizing import size_run

SystemName = Literal["120-2w", "240-2w", "208-2w", "277-2w", "480-2w", "120/240-3w", "120/208-3w"]
Insulation = Literal[
    "THHN", "THWN-2", "XHHW-2", "RHW-2", "USE-2", "THWN", "THW", "TW", "UF", "NM", "SER", "SEU", "MC", "MHF",
]  # fmt: skip
Raceway = Literal["EMT", "PVC40", "PVC80", "RMC", "IMC", "LFNC-B", "none"]
Size = Literal[
    "14", "12", "10", "8", "6", "4", "3", "2", "1", "1/0", "2/0", "3/0", "4/0", "250", "300", "350", "400", "500",
    "600", "750", "1000",
]  # fmt: skip


class CheckCase(Case):
    """One case. Field names are the flags' with underscores; ``--length-ft`` may be spelled either way."""

    amps: float | None = Field(None, gt=0, le=6000)
    continuous_amps: float = Field(0.0, ge=0, le=6000)
    system: SystemName
    length_ft: float | None = Field(None, ge=0, le=100000)
    metal: Metal = "cu"
    insulation: Insulation = "THWN-2"
    raceway: Raceway = "PVC40"
    ambient_c: float = Field(30.0, ge=-60, le=150)
    rooftop: bool = False
    ccc: int | None = Field(None, ge=1, le=1000)
    nipple: bool = False
    termination: Literal[60, 75] = 75
    in_insulation: bool = False
    drop_pct: float = Field(3.0, gt=0, lt=100)
    no_drop: bool = False
    pf: float = Field(1.0, gt=0, le=1)
    sets: int = Field(1, ge=1, le=20)
    neutral_amps: float | None = Field(None, ge=0, le=6000)
    egc_metal: Metal | None = None
    bare_egc: bool = False
    lock_breaker: float | None = Field(None, gt=0, le=6000)
    lock_size: Size | None = None
    max_length: bool = False
    max_amps: bool = False

    @field_validator("termination", mode="before")
    @classmethod
    def _number_of_words(cls, given: object) -> object:
        return int(given) if isinstance(given, str) and given.isdecimal() else given

    @field_validator("lock_size", mode="before")
    @classmethod
    def _size_of_number(cls, given: object) -> object:
        return str(given) if isinstance(given, int) and not isinstance(given, bool) else given

    @model_validator(mode="after")
    def _makes_sense(self) -> Self:
        if self.amps is None and not (self.max_amps and self.lock_size):
            raise PydanticCustomError("case", "amps: is missing; give the load in amperes")
        if self.length_ft is None and not (self.max_length and self.lock_size):
            raise PydanticCustomError("case", "length-ft: is missing; give the one-way length in feet")
        if self.amps is not None and self.continuous_amps > self.amps + 1e-9:
            raise PydanticCustomError("case", "continuous-amps: more than amps, of which it is a part")
        if self.amps is not None and self.neutral_amps is not None and self.neutral_amps > self.amps + 1e-9:
            raise PydanticCustomError("case", "neutral-amps: more than amps; the neutral carries the unbalance only")
        if self.metal == "al" and self.lock_size == "14":
            raise PydanticCustomError("case", "lock-size: aluminium starts at 12")
        if self.max_length and self.no_drop:
            raise PydanticCustomError("case", "max-length: needs a drop limit; leave no-drop out")
        return self


def question(case: CheckCase) -> RunQuestion:
    """The case as asked of the code book; a load or a length left out stands at 1 A or 0 ft until it is found."""
    return RunQuestion(
        system=case.system,
        amps=case.amps if case.amps is not None else max(1.0, case.continuous_amps),
        continuous_amps=case.continuous_amps,
        length_m=FOOT_M * (case.length_ft or 0.0),
        metal=case.metal,
        insulation=case.insulation,
        raceway=case.raceway,
        ambient_c=case.ambient_c,
        loaded_conductors=case.ccc or SYSTEMS[case.system].loaded,
        terminal_c=case.termination,
        sets=case.sets,
        pf=case.pf,
        drop_limit_pct=None if case.no_drop else case.drop_pct,
        neutral_amps=case.neutral_amps,
        unbalance_a=case.neutral_amps,
        egc_metal=case.egc_metal,
        bare_egc=case.bare_egc,
        breaker_lock_a=case.lock_breaker,
        size_lock=case.lock_size,
        terms=Terms(rooftop=case.rooftop, nipple=case.nipple, in_insulation=case.in_insulation),
    )


def check(book: WholeBook, case: CheckCase) -> CaseAnswer:
    """The whole answer to a case; ``size`` is None where nothing passes."""
    q = question(case)
    sizing = size_run(book, q)
    if case.amps is None and sizing.max_amps:
        sizing = size_run(book, replace(q, amps=sizing.max_amps))
    if case.length_ft is None and sizing.max_length_m is not None:
        # A hair short of the limit, so that the length found passes its own check.
        sizing = size_run(book, replace(sizing.question, length_m=sizing.max_length_m * (1.0 - 1e-12)))
    return _answer(book, case, sizing)


def _answer(book: WholeBook, case: CheckCase, s: Sizing) -> CaseAnswer:
    rung, also, figures = s.rung, s.companions, book.sizing.explain(s)
    own = limits_of(rung) if rung else None
    values: dict[str, Any] = {
        "size": rung.size if rung else None,
        "passes": rung.passes if rung else False,
        "stopped_by": rung.stopped_by if rung else None,
        "metal": case.metal,
        "sets": case.sets,
        "amps": s.question.amps,
        "length_ft": s.question.length_m / FOOT_M,
        "design_a": s.design_a,
        "breaker_a": s.breaker_a,
        "base_ampacity_a": own.base_ampacity_a if own else None,
        "ambient_factor": figure_of(figures, "ambient_factor").value,
        "bundling_factor": figure_of(figures, "bundling_factor").value,
        "derated_ampacity_a": own.derated_ampacity_a if own else None,
        "termination_limit_a": own.termination_limit_a if own else None,
        "allowed_ampacity_a": rung.allowed_ampacity_a if rung else None,
        "drop_v": rung.drop_v if rung else None,
        "drop_pct": rung.drop_pct if rung else None,
        "constant_k_drop_pct": figure_of(figures, "constant_k_drop_pct").value,
        "leg_drop_pct": s.leg_drop_pct,
        "loss_w": figure_of(figures, "loss_w").value,
        "required_size_without_drop": s.ladder.required,
        "egc_size": also.equipment_ground if also else None,
        "neutral_size": also.neutral if also else None,
        "raceway_trade_size": also.raceway if also else None,
        "fill_pct": also.fill_pct if also else None,
        "ladder": [_rung(r) for r in s.ladder.rungs],
    }
    if case.max_length:
        values["max_length_ft"] = None if s.max_length_m is None else s.max_length_m / FOOT_M
    if case.max_amps:
        values["max_amps"] = s.max_amps
    found = tuple(CaseFinding(f.rule, f.level, f.section, f.title, f.words) for f in book.findings.run_findings(s))
    return CaseAnswer(bool(values["passes"]), _headline(case, rung), values, figures, found)


def _headline(case: CheckCase, rung: Rung | None) -> str:
    if rung is None:
        return "No size passes"
    word = "passes" if rung.passes else f"fails: {rung.stopped_words}"
    sets = f"{case.sets} sets of " if case.sets > 1 else ""
    return f"{sets}{AWG.spoken(rung.size, case.metal)} {case.insulation}, {word}"


def _rung(r: Rung) -> dict[str, Any]:
    own = limits_of(r)
    return {
        "size": r.size,
        "base_ampacity_a": own.base_ampacity_a,
        "derated_ampacity_a": own.derated_ampacity_a,
        "termination_limit_a": own.termination_limit_a,
        "allowed_ampacity_a": r.allowed_ampacity_a,
        "largest_breaker_a": own.largest_breaker_a,
        "device_a": r.device_a,
        "drop_v": r.drop_v,
        "drop_pct": r.drop_pct,
        "passes": r.passes,
        "stopped_by": r.stopped_by,
    }
