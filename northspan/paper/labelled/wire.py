"""Labels of the wire of a job: one for each end of every piece, one for every spool with what is cut from it."""

from collections.abc import Iterator

from northspan.core.figures.working import number
from northspan.core.job.job import Job
from northspan.core.plans.cuts.of_job import JobCuts
from northspan.paper.labelled.setting import Label, set_labels
from northspan.paper.labelled.sheets import SheetName


def wire_labels_pdf(job: Job, cuts: JobCuts, sheet_name: SheetName) -> bytes:
    """The labels of the spools first, then of the leads in the order they are cut."""
    return set_labels(f"Wire of {job.name}", _labels(cuts, job.told.length.sign), sheet_name)


def _labels(cuts: JobCuts, unit: str) -> Iterator[Label]:
    for spool in cuts.spools:
        pieces = ", ".join(f"{_lettered(p.letter, p.end)} {number(round(p.length, 1))} {unit}" for p in spool.pieces)
        left = "" if spool.ordered else f"{number(round(spool.left, 1))} {unit} left"
        yield spool.name, (pieces, left)
    for spool in cuts.spools:
        for piece in spool.pieces:
            mark = "" if piece.marked is None else f"mark it {piece.marked}"
            for here, there in ((piece.start, piece.end), (piece.end, piece.start)):
                length = f"{number(round(piece.length, 1))} {unit}, {spool.name}"
                yield _lettered(piece.letter, here), (f"to {there}", length, mark)


def _lettered(letter: str, end: str) -> str:
    """A cable, whose wires are in one sheath, has no letter."""
    return f"{letter}  {end}" if letter else end
