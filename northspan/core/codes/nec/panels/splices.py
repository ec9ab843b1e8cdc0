"""A box of splices: every cable that comes in too short is spliced to one that goes on. 314.16."""

from collections.abc import Sequence
from functools import lru_cache

from northspan.core.codes.nec.boxes.answer import box
from northspan.core.codes.nec.boxes.case import BoxCase
from northspan.core.codes.nec.data import BOX_VOLUMES, SMALL_CONDUCTORS
from northspan.core.figures.working import Figure, Step
from northspan.core.property.panel.circuits import SizedCircuit, ground_wires, takes_neutral
from northspan.core.property.panel.rules import Splice

# Taken where neither a wire nor a breaker is on record: never too small a box for a house's small circuits.
UNKNOWN_SIZE = "10"
REMEMBERED = 1000
SHAPES = ("round/octagonal", "square")


def splice(circuits: Sequence[SizedCircuit]) -> Splice:
    """The room for the splices of these circuits in one box with clamps of its own, and the smallest box that has it.

    A multiwire pair is one cable: two hots and the neutral that they share. Larger wire than 6 is for 314.28, and no
    box is named.

    >>> from northspan.core.job.panel import PanelCircuit
    >>> from northspan.core.book.systems import SYSTEMS
    >>> made = PanelCircuit(id="a", size="12", breaker_a=20)
    >>> found = splice([SizedCircuit(made, SYSTEMS["120-2w"], 0.0, (), "", None, None)])
    >>> found.needed.value, found.box
    (13.5, '4x1 1/2 round/octagonal')
    """
    sizes = {each.circuit.id: size_or_likely(each) for each in circuits}
    if any(size not in BOX_VOLUMES.rows for size, _ in sizes.values()):
        step = Step("A wire larger than 6: its box goes by the length of its pull", None, "", "314.28(A)")
        return Splice(Figure(None, "in³", (step,)), None)
    wires: list[tuple[str, int]] = []
    earthed = {c.id for c in ground_wires(each.circuit for each in circuits)}
    seen: set[str] = set()
    for each in circuits:
        circuit = each.circuit
        paired = circuit.partner in seen
        seen.add(circuit.id)
        many = circuit.poles + int(takes_neutral(circuit) and not paired)
        wires.append((sizes[circuit.id][0], 2 * many))
    grounds = tuple(sizes[each.circuit.id][0] for each in circuits if each.circuit.id in earthed)
    needed, found = _filled(tuple(wires), grounds)
    guessed = tuple(
        Step(f"{each.circuit.name or each.circuit.id}: taken as {size}", None, "", why)
        for each in circuits
        for size, why in (sizes[each.circuit.id],)
        if why
    )
    return Splice(Figure(needed.value, needed.unit, (*guessed, *needed.steps)), found, tuple(wires), grounds)


# A pure function of what is in the box, which is asked of while cables are shared among boxes.
@lru_cache(maxsize=REMEMBERED)
def _filled(wires: tuple[tuple[str, int], ...], grounds: tuple[str, ...]) -> tuple[Figure, str | None]:
    """The room (in³) for so many spliced wires of a size, with two equipment grounds of each size named, and the
    smallest box that has it.
    """
    asked = {
        "conductors": [{"size": size, "count": many} for size, many in wires],
        "egcs": [{"size": size, "count": 2} for size in grounds],
        "internal_clamps": True,
        "shapes": SHAPES,
    }
    answer = box(BoxCase.model_validate(asked))
    found = answer.values["smallest_box"]
    return next(f.figure for f in answer.figures if f.key == "needed_in3"), str(found) if found else None


def size_or_likely(each: SizedCircuit) -> tuple[str, str]:
    """A circuit's wire; where it is not on record the smallest copper its breaker may guard, and why.

    >>> from northspan.core.job.panel import PanelCircuit
    >>> from northspan.core.book.systems import SYSTEMS
    >>> size_or_likely(SizedCircuit(PanelCircuit(id="a", breaker_a=20), SYSTEMS["120-2w"], 0.0, (), "", None, None))
    ('12', 'wire not on record; by its breaker, 240.4(D)')
    """
    if each.size is not None:
        return each.size, ""
    if each.breaker_a is not None:
        for size in SMALL_CONDUCTORS.rows:
            if (SMALL_CONDUCTORS.number(size, "cu") or 0.0) >= each.breaker_a:
                return size, "wire not on record; by its breaker, 240.4(D)"
    return UNKNOWN_SIZE, "neither wire nor breaker on record"
