"""A task of a job's days, as it is made from the plan or put in by hand."""

from collections.abc import Mapping
from dataclasses import dataclass, field, replace
from typing import Literal

from northspan.core.book.library import words_of
from northspan.core.job.job import Job
from northspan.core.job.planned.day import Power
from northspan.core.plans.day.live import Touched

# The longest stretch that is planned as one task (minutes).
MOST_AT_ONCE = 240
Outside = Literal["", "utility", "inspector"]


@dataclass(frozen=True, slots=True)
class Duration:
    """How long a kind of work takes: minutes for each, or for every foot; how many people; why so."""

    minutes: float
    per: Literal["each", "ft"]
    crew: int
    why: str


Durations = Mapping[str, Duration]


@dataclass(frozen=True, slots=True)
class DayTask:
    """A task: its id, which stays its own while the plan changes; what it is in words, the kind of work; minutes, how
    they come about; people; whether the power is off for it; what comes first; whether it wants dry weather; who comes
    from outside for it; whether it was put in by hand; whether it is held in the day, so that no hand takes it out;
    what it touches, and whose switches it opens (``:utility``: the supplier's).
    """

    id: str
    name: str
    kind: str
    minutes: int
    why: str
    crew: int
    power: Power = "either"
    needs: tuple[str, ...] = ()
    dry: bool = False
    outside: Outside = ""
    own: bool = False
    held: bool = False
    touches: tuple[Touched, ...] = ()
    opens: tuple[str, ...] = ()


def outsider(job: Job, task: DayTask) -> str:
    """Who comes from outside for a task, in the words of the job's code book; empty where nobody does."""
    return words_of(job.code_book)["supplier"] if task.outside == "utility" else task.outside


@dataclass(frozen=True, slots=True)
class Landing:
    """Work on conductors, to be done with all of it dead that is live today: its task, and what it touches."""

    key: str
    kind: str
    words: str
    many: float
    needs: tuple[str, ...]
    touches: tuple[Touched, ...]


@dataclass(slots=True)
class Making:
    """Tasks as they are made, with the shop's durations; a kind that it does not know takes no time and says so."""

    durations: Durations
    tasks: list[DayTask] = field(default_factory=list)

    def add(
        self,
        name: str,
        kind: str,
        words: str,
        many: float = 1.0,
        power: Power = "either",
        needs: tuple[str, ...] = (),
        dry: bool = False,
        outside: Outside = "",
        touches: tuple[Touched, ...] = (),
        opens: tuple[str, ...] = (),
    ) -> str:
        """Make a task of so many pieces or feet of a kind of work; gives its id."""
        known = self.durations.get(kind)
        own = f"{kind.replace(' ', '-')}/{name}" if name else kind.replace(" ", "-")
        if known is None:
            why, minutes, crew = "how long it takes is not in the shop's list", 0, 1
        else:
            minutes, crew = max(1, round(known.minutes * many)), known.crew
            each = "ft" if known.per == "ft" else "×"
            pieces = "" if many == 1.0 and known.per == "each" else f"{many:.0f} {each} {known.minutes:g} min; "
            why = f"{pieces}{known.why}"
        parts = max(1, -(-minutes // MOST_AT_ONCE))
        for part in range(parts):
            # What takes longer than half a day is done in stretches, one after the other.
            named, said = (own, words) if parts == 1 else (f"{own}/{part + 1}", f"{words}, {part + 1} of {parts}")
            share = minutes // parts + (part < minutes % parts)
            made = DayTask(named, said, kind, share, why, crew, power, needs, dry, outside)
            self.tasks.append(replace(made, touches=touches, opens=opens))
            needs = (named,)
        return needs[0]
