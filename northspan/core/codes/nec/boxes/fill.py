"""The room (in³) that what is in a box needs. 314.16(B)(1) to (B)(6)."""

from collections.abc import Iterable, Sequence
from dataclasses import dataclass

from northspan.core.codes.nec.boxes.case import Blocks, BoxCase, Grounds, Wires, Yokes
from northspan.core.codes.nec.data import BOX_VOLUMES
from northspan.core.figures.working import Step

CANOPY_LEFT_OUT = 4
FIXTURE_WIRES = ("16", "18")
GROUNDS_AS_ONE, MORE_GROUNDS = 4, 0.25
SIZES = tuple(BOX_VOLUMES.rows)


@dataclass(frozen=True, slots=True)
class Line:
    """One line of a box's need: what it is for, how many allowances of which size."""

    group: str
    words: str
    allowances: float
    size: str
    section: str

    @property
    def in3(self) -> float:
        """Room it needs (in³)."""
        return self.allowances * volume(self.size)

    @property
    def step(self) -> Step:
        """The line as a step of a working."""
        found = BOX_VOLUMES.read(self.size, "volume", self.words)
        return Step(
            f"{self.words}: {self.allowances:g} × {volume(self.size):g}", self.in3, "in³", self.section, found.cell
        )


def volume(size: str) -> float:
    """Room (in³) of one conductor of a size, 18 to 6 AWG. Table 314.16(B).

    >>> volume("12")
    2.25
    """
    return BOX_VOLUMES.number(size, "volume") or 0.0


def largest_present(case: BoxCase) -> str | None:
    """The largest size named anywhere in a case with a count above 0."""
    rows: tuple[Wires | Grounds | Yokes | Blocks, ...]
    rows = (*case.conductors, *case.egcs, *case.devices, *case.terminal_blocks)
    return max((row.size for row in rows if row.count), key=SIZES.index, default=None)


def need(case: BoxCase) -> tuple[Line, ...]:
    """What a box's contents need, line by line, (B)(1) to (B)(6).

    >>> case = BoxCase(conductors=[{"size": "12", "count": 4}, {"size": "14", "count": 2}], internal_clamps=True)
    >>> [line.in3 for line in need(case)]
    [9.0, 4.0, 2.25]
    """
    largest = largest_present(case)
    lines = [*_conductors(case.conductors)]
    if largest is not None:
        if case.internal_clamps:
            lines.append(Line("clamps", "Clamps inside, one allowance for all", 1.0, largest, "314.16(B)(2)"))
        kinds = (kind.replace("_", " ").capitalize() for kind in dict.fromkeys(case.support_fittings))
        lines += [Line("support", words, 1.0, largest, "314.16(B)(3)") for words in kinds]
    for row in case.devices:
        if row.count:
            words = f"{row.count} on a yoke of {row.gangs}, on {row.size} AWG"
            lines.append(Line("devices", words, 2.0 * row.gangs * row.count, row.size, "314.16(B)(4)"))
    lines += _grounds(case)
    for block in case.terminal_blocks:
        if block.count:
            words = f"Terminal blocks on {block.size} AWG"
            lines.append(Line("terminal_blocks", words, float(block.count), block.size, "314.16(B)(6)"))
    return tuple(lines)


def _conductors(rows: Sequence[Wires]) -> Iterable[Line]:
    left = CANOPY_LEFT_OUT
    spared = {}
    for size in FIXTURE_WIRES:
        for i, row in enumerate(rows):
            if row.way == "canopy" and row.size == size:
                spared[i] = min(left, row.count)
                left -= spared[i]
    for i, row in enumerate(rows):
        each = {"inside": 0.0, "loop": 2.0 if row.loop_in >= 12.0 - 1e-9 else 1.0}.get(row.way, 1.0)
        many = each * (row.count - spared.get(i, 0))
        if many:
            yield Line("conductors", f"{row.count} of {row.size} AWG, {row.way}", many, row.size, "314.16(B)(1)")


def _grounds(case: BoxCase) -> Iterable[Line]:
    entering = [row for row in case.egcs if row.way == "enters" and row.count]
    many = sum(row.count for row in entering)
    if many:
        allowances = 1.0 + MORE_GROUNDS * max(0, many - GROUNDS_AS_ONE)
        size = max((row.size for row in entering), key=SIZES.index)
        yield Line("egc", f"{many} equipment grounds", allowances, size, "314.16(B)(5)")
