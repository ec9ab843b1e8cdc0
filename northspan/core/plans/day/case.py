"""A day as it is asked about: its tasks, who is there, what stays on."""

from typing import Annotated, Any, Self

from pydantic import BeforeValidator, Field, model_validator
from pydantic_core import PydanticCustomError

from northspan.core.book.strict import StrictCase, Switch, Whole, Word
from northspan.core.plans.day.work import Asked, Kept, Work, circle

MOST = 100_000
Minutes = Annotated[Whole, Field(ge=0, le=MOST)]
Count = Annotated[Whole, Field(ge=0, le=1_000_000_000)]


def _present(given: Any) -> Any:
    if given is None:
        raise PydanticCustomError("case", "is left out where there is none")
    return given


class Task(StrictCase):
    """One task, in whole minutes from the start of the day."""

    id: Word
    duration_min: Minutes
    needs: tuple[Word, ...] = ()
    dark: Switch = False
    live: Switch = False
    crew: Count = 1
    window: Annotated[tuple[Minutes | None, Minutes | None] | None, BeforeValidator(_present)] = None
    arrives: Annotated[tuple[Minutes, Minutes] | None, BeforeValidator(_present)] = None

    @model_validator(mode="after")
    def _one_of_both(self) -> Self:
        if self.dark and self.live:
            raise PydanticCustomError("case", "live: the power cannot be off and on")
        if self.window is not None and self.arrives is not None:
            raise PydanticCustomError("case", "arrives: not with a window")
        if self.arrives is not None and self.arrives[0] > self.arrives[1]:
            raise PydanticCustomError("case", "arrives: the earliest is not after the latest")
        return self

    @property
    def work(self) -> Work:
        """The task as it is planned."""
        window = self.window or (None, None)
        return Work(self.id, self.duration_min, self.needs, self.dark, self.live, self.crew, window, self.arrives)


class KeepOn(StrictCase):
    """What stays on."""

    item: Word
    max_off_min: Count = 0
    feed: Word | None = None
    unfeed: Word | None = None


class OutageCase(StrictCase):
    """A day to be planned."""

    tasks: tuple[Task, ...]
    crew: Count = 1
    dark_intervals: Annotated[Whole, Field(ge=1, le=9)] = 1
    keep_on: tuple[KeepOn, ...] = ()
    day_end_min: Count | None = None
    max_dark_min: Count | None = None

    @model_validator(mode="after")
    def _it_hangs_together(self) -> Self:
        named: dict[str, Task] = {}
        for at, task in enumerate(self.tasks):
            if task.id in named:
                raise PydanticCustomError("case", f"tasks/{at}/id: {task.id!r} is there twice")
            named[task.id] = task
        for at, task in enumerate(self.tasks):
            for each in task.needs:
                if each not in named:
                    raise PydanticCustomError("case", f"tasks/{at}/needs: there is no task {each!r}")
        round_in = circle(self.asked.works)
        if round_in:
            raise PydanticCustomError("case", f"tasks: {', '.join(round_in)} need one another in a circle")
        for at, kept in enumerate(self.keep_on):
            if kept.unfeed is not None and kept.feed is None:
                raise PydanticCustomError("case", f"keep_on/{at}/unfeed: only with a feed")
            for name in (kept.feed, kept.unfeed):
                if name is not None and name not in named:
                    raise PydanticCustomError("case", f"keep_on/{at}: there is no task {name!r}")
                if name is not None and named[name].dark:
                    raise PydanticCustomError("case", f"keep_on/{at}: {name!r} must not be dark")
        return self

    @property
    def asked(self) -> Asked:
        """The day as it is planned."""
        kept = tuple(Kept(k.item, k.max_off_min, k.feed, k.unfeed) for k in self.keep_on)
        return Asked(tuple(t.work for t in self.tasks), self.crew, self.dark_intervals, kept, self.day_end_min)
