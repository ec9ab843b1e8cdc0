"""What the US code book asks of a run, and judges a size by, beside what any book does."""

from dataclasses import dataclass, replace
from typing import Literal, NamedTuple

from northspan.core.book.systems import SYSTEMS
from northspan.core.codes.nec.data import house
from northspan.core.figures.units import INCH_M
from northspan.core.job.house_rules import HouseRules
from northspan.core.job.run import Run
from northspan.core.run.question import RunQuestion
from northspan.core.run.rules import RunFacts
from northspan.core.run.rung import Rung

FillRounding = Literal["strict", "note-7"]
NIPPLE_M = 24.0 * INCH_M


@dataclass(frozen=True, slots=True, kw_only=True)
class Terms:
    """What a run is, and what the house rules want of it. ``several_receptacles`` says that plug-in loads hang on it,
    which closes the next-size-up rule; ``dwelling_rule`` asks for the 83 percent rule, ``dwelling_load_too`` that the
    wire carries the load itself even so; ``mains_by_load`` that the sum of several mains may pass the wire's ampacity;
    ``full_ground`` a ground as large as the hots, ``pipe_up`` one trade size above what holds the wires; ``aerial``
    that it hangs in the air.
    """

    several_receptacles: bool = False
    rooftop: bool = False
    nipple: bool = False
    in_insulation: bool = False
    conductor_temperature: Literal["table", "running"] = "table"
    dwelling_rule: bool = False
    dwelling_load_too: bool = False
    full_ground: bool = False
    pipe_up: bool = False
    fill_rounding: FillRounding = "strict"
    mains_by_load: bool = False
    aerial: bool = False


_USUAL = Terms()


def terms_of(q: RunQuestion) -> Terms:
    """The book's own terms of a question; as usual where it was asked without.

    >>> q = RunQuestion(system="240-2w", amps=9.0, length_m=9.0, metal="cu", insulation="NM", raceway="none")
    >>> terms_of(q).rooftop
    False
    """
    return q.terms if isinstance(q.terms, Terms) else _USUAL


def asked(q: RunQuestion, rules: HouseRules, run: Run, facts: RunFacts) -> RunQuestion:
    """The question with what the book asks besides, and the neutral as the house rule counts it."""
    terms = Terms(
        several_receptacles=run.several_receptacles,
        rooftop=run.cable.rooftop,
        nipple=run.cable.nipple and is_nipple(run.cable.length),
        in_insulation=run.cable.in_insulation,
        conductor_temperature=house(rules, "conductor_temperature"),
        dwelling_rule=run.whole_dwelling and facts.one_dwelling,
        dwelling_load_too=house(rules, "dwelling_rule") == "load-too",
        full_ground=house(rules, "equipment_ground") == "full",
        pipe_up=house(rules, "pipe_up"),
        fill_rounding=house(rules, "fill_rounding"),
        # What is in the wall may stay where the load fits it; what is to be pulled is made for the mains together.
        mains_by_load=q.mains > 1 and (house(rules, "several_mains") == "load" or run.locks.size is not None),
        aerial=run.overhead is not None,
    )
    # On two phases and neutral of a wye the neutral carries like a phase whatever the balance.
    calculated = house(rules, "neutral") == "calculated" and not SYSTEMS[run.system].of_a_wye
    return replace(q, terms=terms, neutral_amps=q.neutral_amps if calculated else None)


def eased(q: RunQuestion) -> RunQuestion | None:
    """The question that is asked instead where no size passes: that the wire is made for all mains together is a house
    rule, and never stands against what the load takes. None where nothing is eased.
    """
    if q.mains < 2 or terms_of(q).mains_by_load:
        return None
    return replace(q, terms=replace(terms_of(q), mains_by_load=True))


def with_size(q: RunQuestion, size: str | None) -> RunQuestion:
    """The question with a size locked, or unlocked: what is in the wall may stay where the load fits it."""
    if q.mains > 1 and size is not None:
        q = replace(q, terms=replace(terms_of(q), mains_by_load=True))
    return replace(q, size_lock=size)


def is_nipple(length_m: float) -> bool:
    """Whether a raceway is a nipple: 24 in long at most. Chapter 9 note 4."""
    return length_m <= NIPPLE_M + 1e-9


class Limits(NamedTuple):
    """Amperes of one size, totals over all sets: of the table, corrected, of the terminals, and the largest breaker
    that the wire's ampacity allows.
    """

    base_ampacity_a: float
    derated_ampacity_a: float
    termination_limit_a: float
    largest_breaker_a: float


def limits_of(rung: Rung) -> Limits:
    """The book's own figures of a rung.

    >>> own = Limits(75.0, 75.0, 65.0, 70.0)
    >>> limits_of(Rung("6", 65.0, 0.0, 0.0, 0.0, 0.0, True, True, None, "", columns=own._asdict())) == own
    True
    """
    return Limits(**rung.columns)
