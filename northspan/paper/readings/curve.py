"""The curve of a fall of potential, drawn once for screen and paper."""

from collections.abc import Iterator

from northspan.core.figures.working import number
from northspan.core.job.job import Job
from northspan.core.physics.earth.fall import TRUE_AT, FallCurve, FallTrouble
from northspan.core.property.whole.measured import Measured
from northspan.core.readings.judge import Judged
from northspan.paper.drawing.shapes import Circle, Path, Placed, Words, fitted

KEY = "circles as read, line laid through them; between the dashed uprights it is level"
# What the edges of the soil's band are called: apart, and where they all but meet.
TOLD = (("least of this soil", "most of this soil"), ("", "of this soil"))
SIZE, LEFT, HEAD, FOOT, ASIDE = 2.6, 12.0, 12.0, 8.0, 24.0
# What stands above the curve where it is not to be judged.
SAID: dict[FallTrouble, str] = {
    "few": "five places at least between a tenth and nine tenths of the way",
    "no-middle": "nothing was read between 50 and 75 % of the way, where it should be level",
    "scatter": "readings scatter: wet the probes, tighten the clips, look for stray current",
    "no-plateau": "no level part: set the current probe further off and read again",
}


def fall_curve(job: Job, name: str, measured: Measured, judged: Judged, across: float, down: float) -> list[Placed]:
    """One curve in a room of so many millimetres; nothing where it is no fall of potential."""
    if measured.fall is None or judged.curve is None:
        return []
    return list(_drawn(job, name, measured, judged, judged.curve, across, down))


def _drawn(
    job: Job, name: str, measured: Measured, judged: Judged, curve: FallCurve, across: float, down: float
) -> Iterator[Placed]:
    fall = measured.fall
    assert fall is not None
    top, low, left, right = HEAD, down - FOOT, LEFT, across - ASIDE
    # The band of the soil is shown as far as it lies within twice of what was read.
    most = 1.15 * max(ohm for _, ohm in (*fall.points, *curve.curve))
    band = [edge for edge in (judged.low, judged.high) if edge is not None and edge <= 2.0 * most]
    most = max([most, *(1.08 * edge for edge in band)])

    def at(share: float, ohm: float) -> tuple[float, float]:
        return left + share * (right - left), low - max(0.0, ohm) / most * (low - top)

    far = job.told.length.said(fall.far_m)
    title = f"{name}, {measured.on.replace('T', ' ')}, {measured.by}: current probe at {far}"
    yield Words(0.0, 3.6, fitted(title, "strong", 3.2, across), 3.2, "strong")
    yield Words(
        0.0, 8.2, fitted(_said(judged, curve), "words", 3.0, across), 3.0, ink="ink" if not curve.trouble else "danger"
    )
    yield Path(((left, top), (left, low), (right, low)), "ground", "line")
    for tenth in range(2, 10, 2):
        x, _ = at(tenth / 10.0, 0.0)
        yield Path(((x, low), (x, low + 1.0)), "ground", "thin")
        yield Words(x, low + 3.8, f"{10 * tenth} %", SIZE, "figures", "middle", "quiet")
    yield Words(right, low + 7.2, f"100 % = {far}", SIZE, "figures", "end", "quiet")
    step = _step(most)
    ohm = step
    while ohm <= most:
        _, y = at(0.0, ohm)
        yield Path(((left - 1.0, y), (left, y)), "ground", "thin")
        yield Words(left - 1.6, y + 0.9, number(ohm), SIZE, "figures", "end", "quiet")
        ohm += step
    close = len(band) == 2 and abs(at(0.0, band[0])[1] - at(0.0, band[1])[1]) < SIZE + 1.0
    for edge, words in zip(band, TOLD[close], strict=False):
        yield Path((at(0.0, edge), at(1.0, edge)), "rules", "thin", ink="rule")
        if words:
            yield Words(right + 1.5, at(0.0, edge)[1] + 0.9, words, SIZE, ink="quiet")
    for share in curve.level or ():
        if not curve.trouble:
            x, _ = at(share, 0.0)
            yield Path(((x, top), (x, low)), "rules", "thin", dashed=True, ink="good")
    if curve.ohms is not None:
        yield Path((at(TRUE_AT, 0.0), at(TRUE_AT, curve.ohms)), "dimensions", "thin", dashed=True, ink="caution")
    if curve.curve:
        yield Path(tuple(at(share, ohm) for share, ohm in curve.curve), "runs", "heavy")
    for place, ohm in fall.points:
        x, y = at(place / fall.far_m, ohm)
        yield Circle(x, y, 0.9, "runs", "line")


def _said(judged: Judged, curve: FallCurve) -> str:
    slope = "" if curve.slope_ohms is None else f"; slope method {number(round(curve.slope_ohms, 1))} ohm"
    if curve.trouble or curve.ohms is None:
        return f"Not judged: {SAID[curve.trouble]}{slope}"
    level = (
        ""
        if curve.level is None
        else f", level over {number(round(100.0 * (curve.level[1] - curve.level[0])))} % of the way"
    )
    expected = (
        ""
        if judged.expected is None or not isinstance(judged.expected.value, float)
        else (f"; computed {number(round(judged.expected.value, 1))} ohm")
    )
    return f"{number(round(curve.ohms, 1))} ohm at 61.8 %{level}{slope}{expected}"


def _step(most: float) -> float:
    """A round step that leaves two to five marks."""
    step = 1.0
    while most / step > 5.0:
        step *= 2.0 if str(step)[0] in "15" else 2.5
    while most / step < 2.0:
        step /= 2.0
    return step
