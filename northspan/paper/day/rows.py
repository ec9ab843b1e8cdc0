"""The days of a job as tables: what is done when, by whom, in the dark or not."""

from collections.abc import Iterator

from northspan.core.job.job import Job
from northspan.core.plans.day.customer import clock, spell
from northspan.core.plans.day.days import Days, Placed
from northspan.core.plans.day.task import outsider
from northspan.paper.tables.section import Section

HEAD = ("From", "To", "What", "Who", "Power", "After")
POWER = {"off": "off", "on": "on", "either": ""}


def day_sections(job: Job, days: Days, note: str) -> Iterator[Section]:
    """The dark hours, a table for every day, what the customer is told."""
    names = {each.task.id: each.task.name for each in days.tasks}
    dark = [(f"Day {go.day}", f"{clock(go.start)} to {clock(go.end)}", spell(go.end - go.start)) for go in days.dark]
    if dark:
        yield Section("Power off", ("", "", ""), tuple(dark))
    for day in sorted({each.day for each in days.tasks}):
        rows = tuple(_row(job, each, names) for each in days.tasks if each.day == day)
        yield Section(f"Day {day}", HEAD, rows)
    if note:
        yield Section("For the customer", ("",), ((note,),))


def _row(job: Job, each: Placed, names: dict[str, str]) -> tuple[str, ...]:
    who = ", ".join(job.day.people[at] for at in each.people) or outsider(job, each.task)
    after = "; ".join(names.get(name, name) for name in each.task.needs)
    return (clock(each.start), clock(each.end), each.task.name, who, POWER[each.task.power], after)
