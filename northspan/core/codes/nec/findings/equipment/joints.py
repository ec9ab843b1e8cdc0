"""What is said of joints: the box that their wires need. 300.15, 314.16, 314.28."""

from collections.abc import Iterable

from northspan.core.codes.nec.findings.equipment.entries import finding
from northspan.core.document.finding import Finding
from northspan.core.figures.units import INCH_M
from northspan.core.figures.working import number
from northspan.core.property.pull.pipe.joints import joint_sides
from northspan.core.property.whole.book import WholeBook
from northspan.core.property.whole.view import JobView


def find(book: WholeBook, view: JobView) -> Iterable[Finding]:
    """The box of every joint, or that it cannot be told."""
    for station in view.job.stations:
        if station.kind != "joint" or book.pulls is None:
            continue
        sides = joint_sides(view.network, view.runs, station.id)
        asked = None if sides is None else book.pulls.joint_box(sides)
        if asked is None or not isinstance(asked.value, float):
            yield finding(
                "joint-box", "note", "300.15, 314.28", f"{station.name}: its box cannot be told yet", station,
                "Every splice lies in a box or fitting that stays within reach. Size what comes into it; where cable "
                "of 4 AWG or larger comes in without pipe, the box goes by the pipe that it would need.",
            )  # fmt: skip
            continue
        across = asked.unit == "in"
        told = view.job.told.small.said(asked.value * INCH_M) if across else f"{number(asked.value)} in³"
        yield finding(
            "joint-box", "note", f"300.15, {asked.cite}",
            f"{station.name}: a box {f'{told} across' if across else f'of {told}'} at least", station,
            f"{asked.what}. It stays within reach, and its connectors are marked for the metals and, in the ground, "
            "for burial.",
        )  # fmt: skip
