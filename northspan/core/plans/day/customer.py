"""What the customer is told beforehand, in plain words."""

from northspan.core.job.job import Job
from northspan.core.plans.day.days import CONNECTED, Days

LOUD = ("dig trench", "drive rod", "run pipe", "run cable", "mount box", "hang panel")


def clock(minutes: int) -> str:
    """A minute after midnight as it is said.

    >>> clock(0), clock(785)
    ('12:00 am', '1:05 pm')
    """
    hour = minutes // 60 % 24
    return f"{(hour - 1) % 12 + 1}:{minutes % 60:02d} {'am' if hour < 12 else 'pm'}"


def spell(minutes: int) -> str:
    """A time in hours and minutes.

    >>> spell(45), spell(155)
    ('45 min', '2 h 35 min')
    """
    hours, rest = divmod(minutes, 60)
    return f"{rest} min" if not hours else f"{hours} h {rest} min" if rest else f"{hours} h"


def customer_note(job: Job, days: Days) -> str:
    """When it is dark and how long, what stays on, what to switch off, that it will be loud; empty while no plan is."""
    if not days.tasks:
        return ""
    said = [f"We are with you for {max(each.day for each in days.tasks)} day(s)."]
    for go in days.dark:
        early = f", perhaps from {clock(go.early)}" if go.early < go.start else ""
        said.append(f"On day {go.day} the power is off from about {clock(go.start)} to {clock(go.end)}{early}.")
    if days.dark:
        said.append("Switch off beforehand what must not be cut: computers, the oven, whatever runs by itself.")
        on = [each.item for each in job.day.stays_on if each.fed]
        off = [f"{each.item} (up to {spell(each.most_off)})" for each in job.day.stays_on if not each.fed]
        battery = [each.item for each in job.day.stays_on if each.gapless]
        said += [f"On its own battery, charged beforehand: {', '.join(battery)}."] if battery else []
        said += [f"On a temporary feed: {', '.join(on)}."] if on else []
        said += [f"Off with the rest: {', '.join(off)}."] if off else []
    elif connected := [each for each in days.tasks if each.task.id == CONNECTED]:
        day, at = connected[0].day, clock(connected[0].end)
        said.append(f"There is no power until it is connected: on day {day} at about {at}.")
    else:
        said.append("The power is not switched off.")
    loud = [each for each in days.tasks if each.task.kind in LOUD]
    if loud:
        said.append(f"It will be loud on day {', '.join(str(d) for d in sorted({e.day for e in loud}))}.")
    return " ".join(said).replace("1 day(s)", "one day").replace("day(s)", "days")
