"""The box of a joint, where a run changes kind, size or method on its way. 314.16, 314.28."""

from collections.abc import Sequence
from fractions import Fraction

from northspan.core.codes.nec.boxes.case import BoxCase, Grounds, Wires
from northspan.core.codes.nec.boxes.fill import SIZES, need
from northspan.core.codes.nec.data import AWG
from northspan.core.figures.working import Step
from northspan.core.property.pull.rules import JointSide

FROM_SIZE = "4"
TIMES = 6.0


def joint_box(sides: Sequence[JointSide]) -> Step | None:
    """What the box of a joint must be, given what comes into it: room (in³) for wire to 6 AWG; from 4 AWG on the
    distance
    (in) across it, six times the largest pipe and the others beside it. None where a size is not known, or large wire
    comes in without pipe.

    >>> eight = JointSide("1/2", (("8", 3),), "10")
    >>> joint_box([eight, eight]).value
    20.5
    >>> joint_box([JointSide("2", (("1", 3),), "6"), JointSide("1 1/2", (("1", 3),), "6")]).value
    13.5
    """
    wires = [(size, many) for side in sides for size, many in side.wires]
    if not wires:
        return None
    if any(AWG.rank(size) >= AWG.rank(FROM_SIZE) for size, _ in wires):
        trades = [side.trade for side in sides if side.trade is not None]
        pipes = sorted((float(sum(Fraction(part) for part in trade.split())) for trade in trades), reverse=True)
        if len(pipes) < len(sides):
            return None
        inches = TIMES * pipes[0] + sum(pipes[1:])
        what = f"{TIMES:g} × the largest pipe, {pipes[0]:g} in, and the others on its wall"
        return Step(what, inches, "in", "314.28(A)(2)")
    if any(size not in SIZES for size, _ in wires):
        return None
    case = BoxCase.model_construct(
        conductors=tuple(Wires(size=size, count=many) for size, many in wires),
        egcs=tuple(Grounds(size=side.ground) for side in sides if side.ground in SIZES),
    )
    room = sum(line.in3 for line in need(case))
    return Step("Every wire that is spliced, and the grounds together", room, "in³", "314.16(B)")
