"""Sizing by the US code book: what the core asks of one run, in the order it asks."""

from collections.abc import Sequence

from northspan.core.book.kinds import Metal, RunUse
from northspan.core.codes.nec.data import INSULATIONS, house
from northspan.core.codes.nec.sizing import companions as along
from northspan.core.codes.nec.sizing import dwelling, least, overcurrent, terms
from northspan.core.codes.nec.sizing import rungs as judging
from northspan.core.codes.nec.sizing.terms import limits_of
from northspan.core.codes.nec.sizing.told import explain as workings
from northspan.core.codes.nec.sizing.told import room
from northspan.core.figures.working import NamedFigure, number
from northspan.core.job.house_rules import HouseRules
from northspan.core.job.run import Run
from northspan.core.run.question import Least, RunQuestion
from northspan.core.run.rules import RunFacts
from northspan.core.run.rung import Rung
from northspan.core.run.sized import Companions, Sizing

SOURCE_SHARE = 1.15
UNMARKED_60C_UP_TO_A = 100.0


class NecSizing:
    """How the US code book sizes one run; see ``SizingRules`` for what each answer means."""

    def least(self, use: RunUse, dwelling: bool, plate_a: float) -> Least | None:
        """230.79(C) and (D) for a service, 445.13(A) out of a source with no device of its own."""
        if use == "service":
            amps = least.DWELLING_A if dwelling else least.OTHER_A
            return Least(amps, f"a service here is {number(amps)} A at least", "230.42(B), 230.79")
        if plate_a > 0.0:
            words = f"115 % of the {number(plate_a)} A on its source's plate"
            return Least(SOURCE_SHARE * plate_a, words, "445.13(A)", wire_only=True)
        return None

    def tap_least(
        self, kind: str | None, length_m: float, ahead_a: float, gear_a: float | None, secondary: bool, within: bool
    ) -> Least | None:
        """240.21(B) and (C)."""
        return least.tap(kind, length_m, ahead_a, gear_a, secondary, within)

    def unmarked_terminal_c(self, rules: HouseRules, breaker_a: float | None) -> int:
        """110.14(C)(1): 60 C up to 100 A, 75 C above, or one figure for all gear by house rule."""
        marked = house(rules, "unmarked_terminals")
        if marked in ("60", "75"):
            return int(marked)
        return 60 if breaker_a is not None and breaker_a <= UNMARKED_60C_UP_TO_A else 75

    def design_amps(self, q: RunQuestion) -> float:
        """Load + 25 % of its continuous part, with the spare wanted; a service's least rating at least, and what is
        asked as a rating (A).

        210.19(A)(1), 215.2(A)(1), 230.42(A) and (B), 230.79.
        """
        return max(
            (q.amps + overcurrent.CONTINUOUS_EXTRA * q.continuous_amps) * (1.0 + q.spare_pct / 100.0),
            q.least.amps if q.least else 0.0,
            q.rating_a or 0.0,
        )

    def made_with(self, insulation: str, metal: Metal) -> bool:
        """Table of insulations: what is sold with copper alone."""
        return metal == "cu" or INSULATIONS.word(insulation, "copper_only") == "no"

    def asked(self, q: RunQuestion, rules: HouseRules, run: Run, facts: RunFacts) -> RunQuestion:
        """With the book's own terms."""
        return terms.asked(q, rules, run, facts)

    def eased(self, q: RunQuestion) -> RunQuestion | None:
        """Several mains by their load."""
        return terms.eased(q)

    def with_size(self, q: RunQuestion, size: str | None) -> RunQuestion:
        """Of several mains what is in the wall goes by the load."""
        return terms.with_size(q, size)

    def standard_rating(self, amps: float) -> float | None:
        """Smallest standard rating not below ``amps`` (A). 240.6(A)."""
        return overcurrent.standard_rating(amps)

    def breaker(self, q: RunQuestion, design_a: float) -> float | None:
        """The locked rating, else the smallest standard one not below the design current (A), 240.6(A); for a motor or
        a compressor the one its own article gives; of wire that is there and has no load the largest it may have.
        """
        if q.breaker_lock_a is not None:
            return q.breaker_lock_a
        wire_apart = q.least is not None and q.least.wire_only
        if q.device is not None and (q.device.in_place_of_wire or wire_apart):
            return q.device.usual_a
        if q.carried_a == 0.0 and q.size_lock is not None:
            return judging.most_device(q, q.size_lock)
        return overcurrent.standard_rating(overcurrent.needed(q, design_a))

    def rungs(self, q: RunQuestion, design_a: float, breaker_a: float | None) -> tuple[Rung, ...]:
        """Every size of the impedance table judged, small to large."""
        return judging.judge_all(q, design_a, breaker_a)

    def companions(
        self,
        q: RunQuestion,
        breaker_a: float | None,
        size: str,
        required: str | None,
        rungs: Sequence[Rung],
    ) -> Companions:
        """Neutral, equipment ground and raceway for a size."""
        return along.companions(q, breaker_a, size, required, rungs)

    def most_amps(self, q: RunQuestion, rung: Rung, breaker_a: float | None) -> float:
        """Largest load (A) under 210.19, 240.4 and 310.15, its continuous part held as asked, drop left out."""
        extra = overcurrent.CONTINUOUS_EXTRA * q.continuous_amps
        if dwelling.rule_applies(q, breaker_a):
            most = float(breaker_a or 0.0) - extra
        else:
            most = min(limits_of(rung).termination_limit_a - extra, limits_of(rung).derated_ampacity_a)
        if q.device is not None and q.device.in_place_of_wire:
            return max(0.0, most)
        if q.breaker_lock_a is not None:
            return max(0.0, min(most, q.breaker_lock_a - extra))
        small = overcurrent.small_conductor_limit(q.metal, rung.size)
        if small is not None:
            most = min(most, small - extra)
        if rung.allowed_ampacity_a > overcurrent.NEXT_SIZE_UP_LIMIT_A:
            below = overcurrent.standard_rating_below(rung.allowed_ampacity_a)
            most = min(most, float(below or 0.0) - extra)
        return max(0.0, most)

    def takes(self, room_a: float, device_a: float, volts: float) -> tuple[NamedFigure, ...]:
        """625.42, 440.33 and 702.4: each by itself, in what room there is."""
        return room.takes(room_a, device_a, volts)

    def explain(self, sizing: Sizing) -> tuple[NamedFigure, ...]:
        """Every figure of the run with its working."""
        return workings.explain(sizing)
