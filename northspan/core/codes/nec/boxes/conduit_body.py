"""A conduit body: splices and devices in one only where its volume is marked on it. 314.16(C)(2)."""

from typing import Annotated

from pydantic import Field

from northspan.core.book.case import CaseAnswer, CaseFinding
from northspan.core.book.strict import StrictCase
from northspan.core.codes.nec.boxes.answer import box
from northspan.core.codes.nec.boxes.case import BoxCase, Grounds, Room, Wires, Yokes


class ConduitBodyCase(StrictCase):
    """A conduit body: its marked volume (in³; none: not marked), and what is in it."""

    marked_in3: Annotated[Room | None, Field()] = None
    conductors: tuple[Wires, ...] = ()
    egcs: tuple[Grounds, ...] = ()
    devices: tuple[Yokes, ...] = ()


def conduit_body(case: ConduitBodyCase) -> CaseAnswer:
    """Answer a conduit body; one without a marked volume passes only where every wire runs through it.

    >>> through = Wires(size="6", count=3, way="through")
    >>> conduit_body(ConduitBodyCase(conductors=[through])).passes
    True
    >>> conduit_body(ConduitBodyCase(conductors=[{"size": "12", "count": 4}])).passes
    False
    """
    if case.marked_in3 is not None:
        whole = {"box": case.marked_in3, "conductors": case.conductors, "egcs": case.egcs, "devices": case.devices}
        return box(BoxCase.model_validate(whole))
    joined = (
        any(w.way != "through" and w.count for w in case.conductors)
        or any(g.count for g in case.egcs)
        or any(d.count for d in case.devices)
    )
    if not joined:
        words = "Every wire runs through: nothing is spliced in it"
        return CaseAnswer(True, words, {"needed_in3": None, "have_in3": None, "fits": True}, (), ())
    trouble = CaseFinding(
        "conduit-body-splice",
        "violation",
        "314.16(C)(2)",
        "No splice in a conduit body without a marked volume",
        "Its volume stands on it where its maker allows splices or devices in it; otherwise use a box.",
    )
    return CaseAnswer(False, trouble.title, {"needed_in3": None, "have_in3": None, "fits": False}, (), (trouble,))
