"""The readings of a job with what was made of them: what goes on its sheets."""

from collections.abc import Sequence
from dataclasses import dataclass

from northspan.core.property.whole.measured import Measured, standing
from northspan.core.property.whole.prepared import Prepared
from northspan.core.property.whole.solution import Solution
from northspan.core.readings.finding.answer import Explanation
from northspan.core.readings.finding.finding import finding
from northspan.core.readings.judge import Judged, judge
from northspan.core.readings.kinds.drops import Drop, drops
from northspan.core.readings.kinds.torque import due_again
from northspan.core.readings.network.of_job import MeteredOf
from northspan.core.readings.taken.circuits_ran import with_circuits


@dataclass(frozen=True, slots=True)
class Round:
    """Readings, each judged, and what would explain them; what loads dropped; terminals (station, part) that are to be
    tightened again.
    """

    readings: tuple[Measured, ...]
    judged: tuple[Judged, ...]
    finding: Explanation
    drops: tuple[Drop, ...] = ()
    again: tuple[tuple[str, str], ...] = ()

    @property
    def valid(self) -> tuple[tuple[Measured, Judged], ...]:
        """Those that no later one corrects."""
        kept = {each.number for each in standing(self.readings)}
        return tuple(
            (each, judged) for each, judged in zip(self.readings, self.judged, strict=True) if each.number in kept
        )


def round_of(ready: Prepared, solution: Solution, readings: Sequence[Measured], meter_of: MeteredOf) -> Round | None:
    """Readings of a job judged and explained; None where its book says nothing about readings."""
    rules = ready.book.readings
    if rules is None:
        return None
    taken = tuple(readings)
    known, valid = with_circuits(taken), standing(taken)
    found = finding(ready.entered, ready.book.earthing.words, rules, standing(known), meter_of)
    fallen = drops(ready.entered, valid, meter_of)
    return Round(taken, judge(ready, solution, rules, known, meter_of), found, fallen, due_again(ready.entered, valid))
