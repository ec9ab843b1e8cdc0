"""Readings as tables: as they were taken, and judged."""

from collections.abc import Iterator, Mapping, Sequence

from northspan.core.figures.working import number
from northspan.core.job.job import Job
from northspan.core.property.whole.measured import UNITS, Measured
from northspan.core.readings.told.saying import names, ran_said, said, valued
from northspan.paper.tables.section import Section

HEAD = ("No.", "When", "By", "What", "Read", "What ran", "With", "Ground", "Corrects", "Note")


def reading_sections(job: Job, words: Mapping[str, str], readings: Sequence[Measured]) -> Iterator[Section]:
    """Every reading in the order in which it was taken, and under it every fall of potential's points."""
    called = names(job)
    yield Section("Readings", HEAD, tuple(_row(job, called, words, each) for each in readings))
    for each in readings:
        if each.fall is not None:
            sign = job.told.length.sign
            far = job.told.length.said(each.fall.far_m)
            points = tuple((job.told.length.number(at), number(ohm)) for at, ohm in each.fall.points)
            yield Section(f"No. {each.number}: current probe at {far}", (f"Probe, {sign}", "ohm"), points)


def _row(job: Job, called: Mapping[str, str], words: Mapping[str, str], each: Measured) -> tuple[str, ...]:
    unit = UNITS[each.what] or job.told.torque.sign
    value = "by its curve" if each.value is None else valued(each.what, each.value, unit)
    instrument = f"{each.instrument}{f', calibrated {each.calibrated}' if each.calibrated else ''}"
    ground = ", ".join(word for word in (each.soil, each.weather) if word)
    corrects = "" if each.corrects is None else f"No. {each.corrects}"
    what = said(called, words, each.what, each.at, each.part)
    ran = ran_said(called, each.ran)
    return (
        str(each.number),
        each.on.replace("T", " "),
        each.by,
        what,
        value,
        ran,
        instrument,
        ground,
        corrects,
        each.note,
    )
