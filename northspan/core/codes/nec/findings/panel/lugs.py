"""Findings on the lugs where a panel's feeder lands, and on aluminium at breakers and devices. 110.14, 404.14(C)."""

from collections.abc import Iterable, Iterator

from northspan.core.codes.codebook import WholeBook
from northspan.core.codes.nec.data import AWG
from northspan.core.codes.nec.findings.panel.holes import in_range, said_range
from northspan.core.codes.nec.findings.panel.saying import called, circuits_fix, finding, panel_fix
from northspan.core.job.panel import Lug
from northspan.core.panel.solved import SolvedPanel
from northspan.core.solution import Finding


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
    if not in_range(size, lug.least_size, lug.most_size):
        below = lug.least_size is not None and AWG.rank(size) < AWG.rank(lug.least_size)
        end = {"least_size" if below else "most_size": size}
        yield finding(
            solved, "lug-range", "violation", "110.14(A), 110.3(B)", f"{AWG.spoken(size, metal)} in the {lug.of} lug",
            f"The lug takes {said_range(lug.least_size, lug.most_size)}. No strand is cut away to make a wire fit.",
            None,
            (panel_fix(solved, "Fit lugs made for it", {f"panel/lugs/{at}/{k}": v for k, v in end.items()}),),
        )  # fmt: skip
    if metal == "al" and lug.metal == "cu":
        yield finding(
            solved, "lug-metal", "violation", "110.14", f"aluminium in a copper-only {lug.of} lug",
            "It works loose as it warms and cools. The lug is marked for both, or another is fitted.",
            None, (panel_fix(solved, "Fit lugs marked for both", {f"panel/lugs/{at}/metal": "both"}),),
        )  # fmt: skip


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
