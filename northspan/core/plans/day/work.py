"""What has to be done on a day, as it is planned: whole minutes from the start of the day."""

from collections.abc import Sequence
from dataclasses import dataclass


@dataclass(frozen=True, slots=True)
class Work:
    """One task that is not interrupted. ``needs`` end before it starts; ``dark``: the power must be off, ``live``: on.

    ``window`` is what it lies within (None: open on that side). ``arrives`` is when somebody may come, at the earliest
    and the latest: it is planned at the latest, what it needs is done by the earliest, its crew waits from then on.
    ``within`` are stretches of which it lies in one (none: in any).
    """

    id: str
    minutes: int
    needs: tuple[str, ...] = ()
    dark: bool = False
    live: bool = False
    crew: int = 1
    window: tuple[int | None, int | None] = (None, None)
    arrives: tuple[int, int] | None = None
    within: tuple[tuple[int, int], ...] = ()

    def ready(self, start: int) -> int:
        """When all that it needs is done, as it is planned to start."""
        return start if self.arrives is None else self.arrives[0]


@dataclass(frozen=True, slots=True)
class Kept:
    """What stays on: by a temporary ``feed`` (the work that sets it up) until ``unfeed``, or off for so many minutes at
    most in one go.
    """

    item: str
    most_off: int = 0
    feed: str | None = None
    unfeed: str | None = None


@dataclass(frozen=True, slots=True)
class Asked:
    """What is to be planned: the work, how many people are there, in how many goes it may be dark, what stays on, when
    all is done (None: open). ``day`` is the length of a working day (minutes; None: one without end): no work and no
    go lies across its end, and the next begins at once.
    """

    works: tuple[Work, ...]
    crew: int = 1
    goes: int = 1
    kept: tuple[Kept, ...] = ()
    ends: int | None = None
    day: int | None = None


@dataclass(frozen=True, slots=True)
class Planned:
    """A day as planned: when each work starts, when it is dark. ``least_dark`` is what no plan is below; ``proved``
    says that none is darker for less, nor as dark and done sooner.
    """

    starts: dict[str, int]
    dark: tuple[tuple[int, int], ...]
    worst: int
    makespan: int
    least_dark: int
    proved: bool

    @property
    def dark_minutes(self) -> int:
        """How long it is dark in all."""
        return sum(end - start for start, end in self.dark)


def circle(works: Sequence[Work]) -> tuple[str, ...]:
    """Works that need one another in a circle, by their ids; none where there is no circle.

    >>> circle([Work("a", 1, ("b",)), Work("b", 1, ("a",)), Work("c", 1)])
    ('a', 'b')
    """
    left = {w.id: set(w.needs) for w in works}
    while free := [name for name, needs in left.items() if not needs & left.keys()]:
        for name in free:
            del left[name]
    return tuple(left)


def read_dark(asked: Asked, starts: dict[str, int], shares: dict[str, int]) -> tuple[tuple[tuple[int, int], ...], int]:
    """When it is dark, each go as short as what is in it lets it be, and how long at worst, as somebody comes sooner.

    ``shares`` says in which go each dark work is.
    """
    goes = []
    worst = 0
    for go in sorted(set(shares.values())):
        inside = [w for w in asked.works if shares.get(w.id) == go]
        start, end = min(starts[w.id] for w in inside), max(starts[w.id] + w.minutes for w in inside)
        goes.append((start, end))
        worst += end - min(start, *(w.ready(starts[w.id]) for w in inside))
    return tuple(goes), worst
