"""The days of a job as a calendar: tasks, inspections, the utility, the dark hours."""

from collections.abc import Iterator
from datetime import date, datetime, timedelta

from icalendar import Calendar, Event

from northspan.core.book.library import words_of
from northspan.core.job.job import Job
from northspan.core.job.planned.day import Visit
from northspan.core.plans.day.days import ARRIVAL, CONNECTED, Days
from northspan.core.plans.day.task import outsider
from northspan.paper.day.workdays import workday


def day_calendar(job: Job, days: Days, first: date) -> bytes:
    """An iCalendar file in local time, its first day of work on ``first``; workdays follow one another."""
    calendar = Calendar()
    calendar.add("prodid", "-//North Span//days//EN")
    calendar.add("version", "2.0")
    calendar.add("x-wr-calname", job.name)
    for each in days.tasks:
        people = ", ".join(job.day.people[at] for at in each.people) or outsider(job, each.task)
        said = "; ".join(words for words in (people, "power off" if each.task.power == "off" else "") if words)
        _add(calendar, each.task.id, each.task.name, (first, each.day, each.start, each.end), said)
    for key, title, visit in _awaited(job, days):
        _add(calendar, key, title, (first, visit.day, visit.earliest, visit.latest), "")
    for at, go in enumerate(days.dark, 1):
        early = f"perhaps from {go.early // 60}:{go.early % 60:02d}" if go.early < go.start else ""
        _add(calendar, f"dark-{at}", f"{job.name}: power off", (first, go.day, go.start, go.end), early)
    return bytes(calendar.to_ical())


def _awaited(job: Job, days: Days) -> Iterator[tuple[str, str, Visit]]:
    """Between when and when somebody from outside may come, where that is said and they are needed."""
    named = {each.task.id for each in days.tasks}
    if job.day.utility is not None and named & {ARRIVAL, CONNECTED}:
        yield "utility-window", f"{words_of(job.code_book)['supplier'].capitalize()} may come", job.day.utility
    for visit in job.day.inspections:
        if f"inspection/{visit.stage}" in named:
            yield f"inspector-window-{visit.stage}", f"Inspector may come: {visit.stage}", visit


def _add(calendar: Calendar, key: str, title: str, when: tuple[date, int, int, int], said: str) -> None:
    first, day, start, end = when
    midnight = datetime.combine(workday(first, day), datetime.min.time())
    event = Event()
    event.add("uid", f"{key}@north-span.invalid")
    # The same days make the same file: it is stamped with the day that it is for.
    event.add("dtstamp", datetime.combine(first, datetime.min.time()))
    event.add("summary", title)
    event.add("dtstart", midnight + timedelta(minutes=start))
    event.add("dtend", midnight + timedelta(minutes=max(end, start + 1)))
    if said:
        event.add("description", said)
    calendar.add_component(event)
