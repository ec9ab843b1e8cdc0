"""The test record and the torque record of a packet, and its electrode curves."""

from collections.abc import Iterator, Mapping

from northspan.core.figures.working import number
from northspan.core.job.job import Job
from northspan.core.property.whole.measured import UNITS, Measured
from northspan.core.readings.judge import Judged, Verdict
from northspan.core.readings.round import Round
from northspan.core.readings.told.saying import names, said, valued
from northspan.paper.drawing.shapes import Placed, moved
from northspan.paper.readings.curve import fall_curve
from northspan.paper.tables.section import Section

VERDICTS: dict[Verdict, str] = {"as-expected": "as it should be", "off": "off", "far": "far off", "none": "not judged"}
HEAD = ("No.", "What", "Expected", "Read", "", "With", "By, when", "Note")
TORQUE_HEAD = ("No.", "Terminal", "Maker", "Read", "", "Wrench", "By, when", "Note")
TALL, GAP = 62.0, 6.0
AGAIN = "once more on another day"
# So many suspects are told on paper, and only those with this chance.
MOST_SUSPECTS, LEAST_CHANCE = 4, 0.02


def record_sections(job: Job, words: Mapping[str, str], taken: Round) -> Iterator[Section]:
    """What was measured beside what it should be, and what would explain it."""
    called = names(job)
    rows = [_row(job, called, words, m, j) for m, j in taken.valid if m.what != "torque"]
    if rows:
        yield Section("What was measured", HEAD, tuple(rows))
    if taken.drops:
        sign = job.told.length.sign
        told = tuple(
            (called.get(d.run, d.run), f"{number(_short(d.measured_v))} V", f"{number(_short(d.computed_v))} V",
             f"{number(d.length)} {sign}", "not told" if d.low is None or d.high is None
             else f"{number(_short(d.low))} to {number(_short(d.high))} {sign}", d.words)
            for d in taken.drops
        )  # fmt: skip
        yield Section("What a load dropped", ("Run", "Measured", "Computed", "Length", "As it drops", ""), told)
    far = any(j.verdict in ("off", "far") for m, j in taken.valid if m.number in taken.finding.readings)
    likely = [s for s in taken.finding.suspects if s.chance >= LEAST_CHANCE][:MOST_SUSPECTS]
    if far and likely:
        suspected = [(s.title, _percent(s.chance), s.does, s.section) for s in likely]
        if taken.finding.left:
            numbers = ", ".join(map(str, taken.finding.left))
            suspected.append((f"No one thing explains no. {numbers}", "", "Read again before anything is opened.", ""))
        yield Section("What would explain it", ("", "Chance", "What it does", "Section"), tuple(suspected))


def torque_sections(job: Job, words: Mapping[str, str], taken: Round) -> Iterator[Section]:
    """What was tightened, with the maker's figure beside it."""
    called = names(job)
    rows = []
    for measured, judged in taken.valid:
        if measured.what == "torque":
            *cells, note = _row(job, called, words, measured, judged)
            again = AGAIN if (measured.at, measured.part) in taken.again else ""
            rows.append((*cells, "; ".join(each for each in (note, again) if each)))
    if rows:
        yield Section("Torque of terminals", TORQUE_HEAD, tuple(rows))


def curves(job: Job, words: Mapping[str, str], taken: Round, across: float, down: float) -> list[list[Placed]]:
    """Every fall of potential, one below the other, on pages of ``across`` by ``down`` (mm)."""
    called = names(job)
    pages: list[list[Placed]] = []
    y = down
    for measured, judged in taken.valid:
        shapes = fall_curve(job, called.get(measured.at, measured.at), measured, judged, min(across, 180.0), TALL)
        if not shapes:
            continue
        if y + TALL > down:
            pages.append([])
            y = 0.0
        pages[-1] += moved(shapes, 0.0, y)
        y += TALL + GAP
    return pages


def _row(
    job: Job, called: Mapping[str, str], words: Mapping[str, str], measured: Measured, judged: Judged
) -> tuple[str, ...]:
    unit = UNITS[measured.what] or job.told.torque.sign
    value = "" if judged.value is None else valued(measured.what, _short(judged.value), unit)
    expected = judged.expected.value if judged.expected is not None else None
    should = "" if not isinstance(expected, float) else valued(measured.what, _short(expected), unit)
    instrument = f"{measured.instrument}{f', calibrated {measured.calibrated}' if measured.calibrated else ''}"
    what = said(called, words, measured.what, measured.at, measured.part)
    by = f"{measured.by}, {measured.on.replace('T', ' ')}"
    return (str(measured.number), what, should, value, VERDICTS[judged.verdict], instrument, by, measured.note)


def _percent(chance: float) -> str:
    """A chance as it is said: nothing is certain that readings only make likely."""
    return "> 99 %" if chance > 0.99 else f"{number(round(100.0 * chance))} %"


def _short(value: float) -> float:
    """Three figures that count."""
    return float(f"{value:.3g}")
