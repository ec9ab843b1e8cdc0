"""The dates of days of work."""

from datetime import date, timedelta


def workday(first: date, day: int) -> date:
    """The date of a day of work, counted from 1; Saturdays and Sundays are left out after the first.

    >>> workday(date(2026, 11, 26), 3)
    datetime.date(2026, 11, 30)
    """
    found = first
    for _ in range(day - 1):
        found += timedelta(days=1)
        while found.weekday() >= 5:
            found += timedelta(days=1)
    return found
