"""Findings on a panel that is moved: cables nobody measured, splices without a box, a feeder that no longer does."""

from collections.abc import Iterable, Iterator

from northspan.core.codes.nec.findings.panel.saying import finding
from northspan.core.document.finding import Finding
from northspan.core.property.panel.circuits import cables
from northspan.core.property.panel.moved.moving import Moving
from northspan.core.property.panel.solved import SolvedPanel
from northspan.core.property.whole.book import WholeBook


def find(book: WholeBook, solved: SolvedPanel) -> Iterable[Finding]:
    """What the move of a panel leaves open."""
    if solved.moving is not None:
        yield from _move(book, solved, solved.moving)


def _move(book: WholeBook, solved: SolvedPanel, moving: Moving) -> Iterator[Finding]:
    short = cables(r.circuit for r in moving.reaching if r.reaches is False)
    unknown = cables(r.circuit for r in moving.reaching if r.reaches is None)
    if short:
        names = ", ".join(c[0].name or c[0].id for c in short)
        yield finding(
            solved, "cables-short", "note", "300.15, 314.16, 314.29",
            f"{len(short)} cable{' does' if len(short) == 1 else 's do'} not reach the new place",
            f"{names}: spliced in {len(moving.groups)} box{'' if len(moving.groups) == 1 else 'es'} whose covers stay "
            "in reach, or pulled anew.",
        )  # fmt: skip
    if unknown:
        yield finding(
            solved, "cables-unmeasured", "advice", "300.15",
            f"{len(unknown)} cable{'' if len(unknown) == 1 else 's'} not measured",
            "How much of each comes loose is measured before the cover comes off, not after.",
        )  # fmt: skip
    for group in moving.groups:
        splice = book.panels.splice(group.circuits) if book.panels is not None else None
        if splice is not None and splice.box is None:
            yield finding(
                solved, "splice-box", "violation", "314.16, 314.28", f"no box of the table holds {group.name}",
                "Share its splices among more boxes, or use one whose marked volume is enough.",
            )  # fmt: skip
    if moving.feed is not None and (moving.feed.rung is None or not moving.feed.rung.passes):
        yield finding(
            solved, "moved-feeder", "violation", "215.2", "what feeds it does not pass at its new length",
            "The wire that is locked fails on the way to the new place; its ladder in Span says why.",
        )  # fmt: skip
