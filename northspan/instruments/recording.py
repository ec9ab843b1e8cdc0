"""A recorded load read from CSV text: interval by interval, its peak found, every unreadable row named."""

from collections.abc import Generator
from dataclasses import dataclass, field
from datetime import date, datetime, time, timedelta
from functools import lru_cache
from itertools import pairwise
from typing import Literal

from northspan.text.delimited import BrokenRow, Unreadable, delimiter, named, table
from northspan.text.numbers import NotANumber, read_number

Quantity = Literal["kW", "kWh", "kVA", "W", "VA", "A"]
WINDOW = timedelta(minutes=15)
YEAR_DAYS, MONTH_DAYS = 360, 30
ROWS_A_STEP = 2000
_DAYS = ("%m/%d/%Y", "%m/%d/%y", "%Y/%m/%d")
_CLOCKS = ("%H:%M", "%H:%M:%S", "%I:%M %p")
_IN_VA = {"kW": 1000.0, "kVA": 1000.0, "W": 1.0, "VA": 1.0}


class NotARecording(Unreadable):
    """The text is no recording at all; the message says why, in words."""


@dataclass(frozen=True, slots=True)
class DayPeak:
    """The highest 15-minute average of one day (VA)."""

    day: date
    va: float


@dataclass(frozen=True, slots=True)
class Recording:
    """A recorded load. VA are averages over 15 minutes, or over the interval where that is longer.

    ``covers`` says what the span of days can stand for under 220.87, None where it is too short for either.
    ``missing`` counts intervals between the first and the last row that have none.
    """

    quantity: Quantity
    interval_minutes: float
    rows: int
    first: datetime
    last: datetime
    days: int
    peak_va: float
    peak_at: datetime
    day_peaks: tuple[DayPeak, ...]
    missing: int
    covers: Literal["12-month", "30-day"] | None
    broken: tuple[BrokenRow, ...]


@dataclass(slots=True)
class _Readings:
    moments: list[datetime] = field(default_factory=list)
    values: list[float] = field(default_factory=list)
    lines: dict[datetime, int] = field(default_factory=dict)
    broken: list[BrokenRow] = field(default_factory=list)


def read_recording(
    text: str, quantity: Quantity | None = None, volts: float = 240.0, pf: float = 1.0
) -> Generator[float, None, Recording]:
    """Read a recording: a moment and a figure in each row, the first row naming them.

    ``quantity`` is what the figures are; None: as the heading says. ``volts`` (V) turns A into VA, ``pf`` W into VA.
    Yields the share read so far and returns the Recording. Raises NotARecording.

    >>> rows = "time,kW\\n2026-01-01T00:00,4\\n2026-01-01T00:15,6\\n2026-01-01T00:30,oops\\n"
    >>> reading = read_recording(rows)
    >>> try:
    ...     while True: _ = next(reading)
    ... except StopIteration as done: found = done.value
    >>> found.peak_va, found.broken[0].line, found.broken[0].words
    (6000.0, 4, "'oops' is not a number")
    """
    rows = table(text, delimiter(text))
    _, heading = next(rows, (0, []))
    if len(heading) < 2:
        raise NotARecording("The first row must name a column of moments and a column of figures.")
    means = quantity or _quantity(heading[1])
    if means is None:
        raise NotARecording(
            f"The heading {heading[1][:40]!r} does not say kW, kWh, kVA, W, VA or A; choose which it is."
        )
    readings = _Readings()
    size, at = max(1, len(text)), 0
    for line, cells in rows:
        at += sum(map(len, cells)) + len(cells)
        if cells and any(cell.strip() for cell in cells):
            _take(readings, line, cells)
        if line % ROWS_A_STEP == 0:
            yield min(1.0, at / size)
    yield 1.0
    return _recording(readings, means, volts, pf)


def _take(readings: _Readings, line: int, cells: list[str]) -> None:
    if len(cells) < 2:
        readings.broken.append(BrokenRow(line, "has no figure"))
        return
    moment = _moment(cells[0].strip())
    if moment is None:
        readings.broken.append(BrokenRow(line, f"{cells[0][:40]!r} is not a moment in time"))
        return
    try:
        value = read_number(cells[1])
    except NotANumber:
        readings.broken.append(BrokenRow(line, f"{cells[1][:40]!r} is not a number"))
        return
    if not 0.0 <= value < 1e9:
        readings.broken.append(BrokenRow(line, f"{cells[1][:40]!r} cannot be a demand"))
    elif moment in readings.lines:
        readings.broken.append(BrokenRow(line, f"the same moment as line {readings.lines[moment]}"))
    else:
        readings.lines[moment] = line
        readings.moments.append(moment)
        readings.values.append(value)


def _recording(readings: _Readings, quantity: Quantity, volts: float, pf: float) -> Recording:
    if len(readings.moments) < 2:
        raise NotARecording("Fewer than two rows could be read: each needs a moment and a figure.")
    order = sorted(zip(readings.moments, readings.values, strict=True))
    moments = [moment for moment, _ in order]
    gaps = sorted(b - a for a, b in pairwise(moments))
    interval = gaps[(len(gaps) - 1) // 2]
    hours = interval / timedelta(hours=1)
    if quantity == "A":
        scale = volts
    elif quantity == "kWh":
        scale = 1000.0 / hours / pf
    else:
        scale = _IN_VA[quantity] / (pf if quantity in ("kW", "W") else 1.0)
    windows = _windows([(moment, scale * value) for moment, value in order], interval)
    peaks: dict[date, float] = {}
    for moment, va in windows:
        peaks[moment.date()] = max(va, peaks.get(moment.date(), 0.0))
    peak_at, peak_va = max(windows, key=lambda window: window[1])
    span = moments[-1] - moments[0] + interval
    days = round(span / timedelta(days=1))
    covers: Literal["12-month", "30-day"] | None = None
    if days >= MONTH_DAYS:
        covers = "12-month" if days >= YEAR_DAYS else "30-day"
    return Recording(
        quantity,
        interval / timedelta(minutes=1),
        len(moments),
        moments[0],
        moments[-1],
        days,
        peak_va,
        peak_at,
        tuple(DayPeak(day, va) for day, va in peaks.items()),
        max(0, round(span / interval) - len(moments)),
        covers,
        named(readings.broken),
    )


def _windows(rows: list[tuple[datetime, float]], interval: timedelta) -> list[tuple[datetime, float]]:
    """Averages over the clock's quarter hours where the rows stand closer than that, else the rows themselves."""
    if interval >= WINDOW:
        return rows
    sums: dict[datetime, tuple[float, int]] = {}
    for moment, va in rows:
        start = moment.replace(minute=moment.minute - moment.minute % 15, second=0, microsecond=0)
        total, count = sums.get(start, (0.0, 0))
        sums[start] = total + va, count + 1
    return [(start, total / count) for start, (total, count) in sums.items()]


def _moment(words: str) -> datetime | None:
    try:
        return datetime.fromisoformat(words).replace(tzinfo=None)
    except ValueError:
        pass
    day_words, _, clock_words = words.partition(" ")
    day, clock = _day(day_words), _clock(clock_words)
    return None if day is None or clock is None else datetime.combine(day, clock)


# A recording has far fewer days and minutes of the day than rows: each is read once.
@lru_cache(maxsize=4096)
def _day(words: str) -> date | None:
    found = _first(words, _DAYS)
    return None if found is None else found.date()


@lru_cache(maxsize=4096)
def _clock(words: str) -> time | None:
    found = _first(words.strip(), _CLOCKS)
    return None if found is None else found.time()


def _first(words: str, forms: tuple[str, ...]) -> datetime | None:
    for form in forms:
        try:
            return datetime.strptime(words, form)
        except ValueError:
            continue
    return None


def _quantity(heading: str) -> Quantity | None:
    words = heading.lower().replace("(", " ").replace(")", " ").replace("[", " ").replace("]", " ").replace("_", " ")
    named = set(words.split())
    order: tuple[Quantity, ...] = ("kWh", "kVA", "kW", "VA", "W", "A")
    for quantity in order:
        if quantity.lower() in named:
            return quantity
    return "A" if named & {"amps", "amperes", "current"} else None
