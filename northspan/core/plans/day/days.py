"""The days of a job: its tasks with what was changed by hand, planned, and who does what when."""

from collections.abc import Callable, Sequence
from dataclasses import dataclass, replace

from northspan.core.book.library import words_of
from northspan.core.job.job import Job
from northspan.core.job.planned.day import DayPlan, InspectionVisit, TaskChange
from northspan.core.plans.day.dark import PROVED, RESTORED
from northspan.core.plans.day.from_job import job_tasks
from northspan.core.plans.day.live import UTILITY
from northspan.core.plans.day.programme import plan
from northspan.core.plans.day.task import DayTask, Durations
from northspan.core.plans.day.work import Asked, Kept, Planned, Work
from northspan.core.property.whole.solution import Solution

FEED, UNFEED, ARRIVAL, CONNECTED = "temporary-feed", "take-feed-off", "utility-off", "utility-on/new"


@dataclass(frozen=True, slots=True)
class Placed:
    """A task as it is planned: on which day, from when to when (minutes after midnight), by which of the people, and
    whether it was moved there by hand.
    """

    task: DayTask
    day: int
    start: int
    end: int
    people: tuple[int, ...]
    pinned: bool


@dataclass(frozen=True, slots=True)
class Dark:
    """A go in which it is dark: its day, from when to when, and from when it may be, as somebody comes sooner."""

    day: int
    early: int
    start: int
    end: int


@dataclass(frozen=True, slots=True)
class Arrival:
    """How long it is dark in all (minutes) where the utility comes at a time (minutes after midnight); ``proved`` says
    that no plan is darker for less, else it is dark for so long at most.
    """

    at: int
    dark_minutes: int
    proved: bool


@dataclass(frozen=True, slots=True)
class Days:
    """The days as planned: tasks in the order of their start (empty: no plan keeps everything), the dark goes, how long
    it is dark in all at the earliest, the middle and the latest arrival of the utility (minutes; alike where nobody
    has to come), what no plan is below, whether that is proved; what was changed by hand and is no longer in the plan;
    the load of what is fed meanwhile (W); why there is no plan, and how many days there is work for at least, where
    that is why; whether all that the dark work waits for is there before it goes dark.
    """

    tasks: tuple[Placed, ...]
    dark: tuple[Dark, ...]
    dark_minutes: int
    arrivals: tuple[Arrival, ...]
    least_dark: int
    proved: bool
    gone: tuple[str, ...]
    fed_w: float
    over_source: bool
    trouble: str
    days_wanted: int = 0
    ready: bool = True


def tasks_of(
    job: Job, solution: Solution, durations: Durations, ready: bool = True
) -> tuple[tuple[DayTask, ...], tuple[str, ...]]:
    """The tasks of a whole job with what was changed by hand; and the changes to tasks that the plan no longer makes.
    ``ready``: everything is there before it goes dark.
    """
    made = tuple(replace(t, held=_holds(t)) for t in job_tasks(job, solution, durations, ready))
    known = {task.id for task in made} | {f"own/{own.id}" for own in job.day.own}
    changes = {change.task: change for change in job.day.changes}
    proved = tuple(task.id for task in made if task.kind == PROVED)
    own = tuple(
        DayTask(
            f"own/{o.id}", o.name, "own", o.minutes, "put in by hand", o.crew, o.power,
            # What is done in the dark is done once it is proved to be.
            (*o.needs, *(proved if o.power == "off" else ())), own=True,
        )
        for o in job.day.own
    )  # fmt: skip
    every = {task.id: task for task in (*made, *own)}
    held = {task.id for task in made if task.held}
    dropped = {name for name, change in changes.items() if change.dropped and name in known - held}
    kept = [
        _changed(replace(task, needs=tuple(dict.fromkeys(_reached(task, every, dropped)))), changes.get(task.id))
        for task in every.values()
        if task.id not in dropped
    ]
    return _split(kept, changes), tuple(name for name in changes if name not in known)


def _holds(task: DayTask) -> bool:
    """Whether it is what makes dead, and proves it, or brings the power back: no hand takes it out of a day."""
    return task.kind in (PROVED, RESTORED) or bool(task.opens)


def _what_bridges(job: Job, tasks: Sequence[DayTask]) -> str:
    """What is missing where something must not see a gap, it goes dark, and its battery is not on record."""
    wanting = [each.item for each in job.day.stays_on if each.gapless and each.battery is None]
    if not wanting or all(task.power != "off" for task in tasks):
        return ""
    named = ", ".join(wanting)
    return f"{named}: must not see a gap, and a feed that is plugged over makes one. Say how long its battery lasts."


def _split(tasks: Sequence[DayTask], changes: dict[str, TaskChange]) -> tuple[DayTask, ...]:
    """Tasks that a hand split, in parts side by side; what needed one needs all of its parts."""
    parts = {name: change.parts for name, change in changes.items() if change.parts}
    named = {t.id: tuple(f"{t.id}/part-{n + 1}" for n in range(parts[t.id])) for t in tasks if t.id in parts}
    found = []
    for task in tasks:
        needs = tuple(part for need in task.needs for part in named.get(need, (need,)))
        many = len(named.get(task.id, ()))
        if not many:
            found.append(replace(task, needs=needs))
        for at, part in enumerate(named.get(task.id, ())):
            share = task.minutes // many + (at < task.minutes % many)
            found.append(replace(task, id=part, name=f"{task.name}, part {at + 1}", minutes=share, needs=needs))
    return tuple(found)


def _reached(task: DayTask, every: dict[str, DayTask], dropped: set[str]) -> Sequence[str]:
    """What a task needs; in place of what was dropped what that needed."""
    found: list[str] = []
    for name in task.needs:
        if name in dropped:
            found += _reached(every[name], every, dropped)
        elif name in every:
            found.append(name)
    return found


def _changed(task: DayTask, change: TaskChange | None) -> DayTask:
    if change is None:
        return task
    minutes = task.minutes if change.minutes is None else change.minutes
    return replace(task, minutes=minutes, crew=task.crew if change.crew is None else change.crew)


def asked_of(plan_of: DayPlan, tasks: Sequence[DayTask], arrival: tuple[int, int] | None = None) -> Asked:
    """The days as they are to be planned, in minutes of working time; ``arrival`` in place of the utility's own."""
    long = plan_of.evening - plan_of.morning
    changes = {change.task: change for change in plan_of.changes}
    named = {task.id for task in tasks}
    dry = tuple(
        ((each.day - 1) * long + each.earliest - plan_of.morning, (each.day - 1) * long + each.latest - plan_of.morning)
        for each in plan_of.dry
    )
    visits = {f"inspection/{each.stage}": _visited(plan_of, each) for each in plan_of.inspections}
    works = []
    for task in tasks:
        change = changes.get(task.id)
        window: tuple[int | None, int | None] = (None, None)
        comes = None
        if change is not None and change.day is not None:
            first = (change.day - 1) * long
            window = (first, first + long)
            if change.start is not None:
                at = first + min(max(change.start - plan_of.morning, 0), max(0, long - task.minutes))
                window = (at, at + task.minutes)
        elif task.id in (ARRIVAL, CONNECTED) and plan_of.utility is not None:
            comes = arrival or _arrives(plan_of)
        elif task.id in visits:
            window = visits[task.id]
        within = dry if task.dry and window == (None, None) else ()
        off, on = task.power == "off", task.power == "on"
        works.append(Work(task.id, task.minutes, task.needs, off, on, task.crew, window, comes, within))
    fed = FEED if FEED in named else None
    kept = tuple(
        Kept(each.item, each.most_off, fed, UNFEED if UNFEED in named else None) if each.fed and fed
        else Kept(each.item, each.battery or 0 if each.gapless else each.most_off)
        for each in plan_of.stays_on
    )  # fmt: skip
    return Asked(tuple(works), len(plan_of.people), plan_of.goes, kept, plan_of.days * long, long)


def _visited(plan_of: DayPlan, visit: InspectionVisit) -> tuple[int, int]:
    first = (visit.day - 1) * (plan_of.evening - plan_of.morning) - plan_of.morning
    return max(0, first + visit.earliest), max(0, first + visit.latest)


def _arrives(plan_of: DayPlan) -> tuple[int, int]:
    assert plan_of.utility is not None
    first = (plan_of.utility.day - 1) * (plan_of.evening - plan_of.morning) - plan_of.morning
    return first + plan_of.utility.earliest, first + plan_of.utility.latest


def days(
    job: Job,
    solution: Solution,
    durations: Durations,
    seconds: float,
    on_news: Callable[[int, int], None] | None = None,
    stopped: Callable[[], bool] | None = None,
) -> Days:
    """The days of a job, planned within about so many seconds; ``on_news`` and ``stopped`` as a plan has them."""
    tasks, gone = tasks_of(job, solution, durations)
    fed = sum(each.watts for each in job.day.stays_on if each.fed)
    over = job.day.source_w is not None and fed > job.day.source_w
    unknown = _who_opens(job, tasks) or _what_bridges(job, tasks)
    if unknown:
        return Days((), (), 0, (), 0, False, gone, fed, over, unknown)
    asked = asked_of(job.day, tasks)
    found, ready = plan(asked, seconds, on_news, stopped, goals=3), True
    if found is None and any(task.held for task in tasks):
        tasks, ready = tasks_of(job, solution, durations, ready=False)[0], False
        asked = asked_of(job.day, tasks)
        found = plan(asked, seconds, on_news, stopped, goals=3)
    if found is None:
        wanted = _days_wanted(job.day, asked)
        return Days((), (), 0, (), 0, False, gone, fed, over, _why_not(job.day, asked, wanted), wanted)
    arrivals = _by_arrival(job.day, tasks, found)
    placed, dark = _placed(job.day, tasks, asked, found)
    least, proved = found.least_dark, found.proved
    return Days(placed, dark, found.dark_minutes, arrivals, least, proved, gone, fed, over, "", ready=ready)


def _who_opens(job: Job, tasks: Sequence[DayTask]) -> str:
    """What is missing where only the supplier makes dead what is worked on, and when it comes is not on record."""
    if job.day.utility is not None or all(UTILITY not in task.opens for task in tasks):
        return ""
    supplier = words_of(job.code_book)["supplier"]
    return (
        f"What is worked on stays live until the {supplier} switches off: nothing on record on the property opens it. "
        f"Say when the {supplier} comes."
    )


def least_dark(job: Job, solution: Solution, durations: Durations, seconds: float) -> Planned | None:
    """The least dark time alone, sought for so long: what is told while a task is moved; None where no plan is."""
    tasks = tasks_of(job, solution, durations)[0]
    return (
        None
        if _who_opens(job, tasks) or _what_bridges(job, tasks)
        else plan(asked_of(job.day, tasks), seconds, goals=1)
    )


def _days_wanted(plan_of: DayPlan, asked: Asked) -> int:
    """How many days there is work for at least; 0 where those that are planned are enough by that."""
    hands = sum(work.minutes * work.crew for work in asked.works)
    least = -(-hands // (asked.crew * (plan_of.evening - plan_of.morning)))
    return least if least > plan_of.days else 0


def _why_not(plan_of: DayPlan, asked: Asked, wanted: int) -> str:
    """Why there may be no plan, by what is easily seen."""
    long = plan_of.evening - plan_of.morning
    most = max(asked.works, key=lambda work: work.minutes)
    if most.minutes > long:
        return f"One task takes {most.minutes} min and a day has {long}: split it, or make the day longer."
    if any(work.crew > asked.crew for work in asked.works):
        return "A task needs more people than there are."
    if wanted:
        return f"There is work for {wanted} days at least with these people; {plan_of.days} are planned."
    return "No order fits every need, pin, visit and what must stay on: remove a pin, or add days."


def _by_arrival(plan_of: DayPlan, tasks: Sequence[DayTask], found: Planned) -> tuple[Arrival, ...]:
    """How long it is dark by when the utility comes: early, in the middle, late in its hours. Where no better plan
    was found in the time that there is, the plan itself holds for all of its hours.
    """
    if plan_of.utility is None or all(task.id != ARRIVAL for task in tasks):
        return ()
    first, last = _arrives(plan_of)
    to_clock = plan_of.utility.earliest - first
    told = []
    for at in dict.fromkeys((first, (first + last) // 2, last)):
        one = plan(asked_of(plan_of, tasks, (at, at)), 1.5, goals=1)
        best = found if one is None else one
        told.append(Arrival(at + to_clock, best.dark_minutes, one is not None and one.dark_minutes <= one.least_dark))
    return tuple(told)


def _placed(
    plan_of: DayPlan, tasks: Sequence[DayTask], asked: Asked, found: Planned
) -> tuple[tuple[Placed, ...], tuple[Dark, ...]]:
    long, begins = plan_of.evening - plan_of.morning, plan_of.morning
    works = {work.id: work for work in asked.works}
    pinned = {change.task for change in plan_of.changes if change.day is not None}
    free = [0] * len(plan_of.people)
    placed = []
    for task in sorted(tasks, key=lambda task: (works[task.id].ready(found.starts[task.id]), task.id)):
        work = works[task.id]
        start, ready = found.starts[task.id], work.ready(found.starts[task.id])
        hands: tuple[int, ...] = ()
        if work.minutes and work.crew:
            # Whoever has waited the shortest goes on: the others stay free for longer.
            idle = sorted((at for at in range(len(free)) if free[at] <= ready), key=lambda at: (-free[at], at))
            hands = tuple(sorted(idle[: work.crew]))
            for at in hands:
                free[at] = start + work.minutes
        day = min(start // long, plan_of.days - 1)
        clock = begins + start - day * long
        placed.append(Placed(task, day + 1, clock, clock + task.minutes, hands, task.id in pinned))
    placed.sort(key=lambda each: (each.day, each.start, each.end))
    dark = []
    for start, end in found.dark:
        inside = [w for w in asked.works if w.dark and start <= found.starts[w.id] and found.starts[w.id] < max(end, 1)]
        early = min([start, *(w.ready(found.starts[w.id]) for w in inside if w.arrives is not None)])
        day = start // long
        moved = begins - day * long
        dark.append(Dark(day + 1, early + moved, start + moved, end + moved))
    return tuple(placed), tuple(dark)
