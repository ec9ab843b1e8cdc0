"""Findings on the lugs where a panel's feeder lands, and on aluminium at breakers and devices. 110.14, 404.14(C)."""

from collections.abc import Iterable, Iterator

from northspan.core.codes.nec.findings.panel.markings import misfits
from northspan.core.codes.nec.findings.panel.saying import called, circuits_fix, finding, panel_fix
from northspan.core.document.finding import Finding
from northspan.core.job.panel import Lug
from northspan.core.property.panel.solved import SolvedPanel
from northspan.core.property.whole.book import WholeBook


def find(book: WholeBook, solved: SolvedPanel) -> Iterable[Finding]:
    """What lands on lugs, and aluminium branch circuits."""
    for at, lug in enumerate(solved.panel.lugs):
        yield from _lug(solved, at, lug)
    yield from _aluminium(solved)


def _lug(solved: SolvedPanel, at: int, lug: Lug) -> Iterator[Finding]:
    feed = solved.feed
    if feed is None or feed.sizing.rung is None or feed.sizing.companions is None:
        return
    q, also = feed.sizing.question, feed.sizing.companions
    size, metal = {
        "line": (feed.sizing.rung.size, q.metal),
        "neutral": (also.neutral, q.metal),
        "ground": (also.equipment_ground, q.ground_metal),
    }[lug.of]
    if size is None:
        return
    for each in misfits(lug, f"{lug.of} lug", size, metal):
        mended = {f"panel/lugs/{at}/{name}": value for name, value in each.mended.items()}
        fix = panel_fix(solved, f"Fit lugs {each.label}", mended)
        yield finding(solved, each.rule, "violation", each.section, each.what, each.words, None, (fix,))


def _aluminium(solved: SolvedPanel) -> Iterator[Finding]:
    for each in solved.circuits:
        circuit, cable = each.circuit, each.circuit.cable
        if cable is None or cable.metal != "al" or each.run is not None or circuit.marked_for_aluminium:
            continue
        known = circuit.marked_for_aluminium is False
        yield finding(
            solved, "aluminium-branch", "violation" if known else "advice", "110.14, 404.14(C), 406.3(C)",
            f"aluminium on {called(circuit)}{'' if known else ', ends not on record'}",
            "Breaker, devices and splices are each marked for aluminium, or a connector listed for the two metals goes "
            "between; twisted together with copper it burns.",
            circuit.id,
            (circuits_fix(solved, "Every end is marked for it", {circuit.id: {"marked_for_aluminium": True}}),),
        )  # fmt: skip
