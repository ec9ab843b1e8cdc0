"""The answer to a box: what it needs, what it has, the smallest that would do. 314.16."""

from collections.abc import Mapping
from dataclasses import dataclass
from typing import Any

from northspan.core.book.case import CaseAnswer, CaseFinding
from northspan.core.codes.nec.boxes.case import BoxCase, gangs_of
from northspan.core.codes.nec.boxes.fill import Line, largest_present, need
from northspan.core.codes.nec.data import BOXES
from northspan.core.figures.working import Figure, NamedFigure, Step, number

GROUPS = {
    "conductors": "Conductors", "clamps": "Clamps", "support": "Support fittings", "devices": "Devices",
    "egc": "Equipment grounds", "terminal_blocks": "Terminal blocks",
}  # fmt: skip


@dataclass(frozen=True, slots=True)
class Made:
    """A box of the table in so many gangs, with its volume (in³)."""

    name: str
    gangs: int
    in3: float


def box(case: BoxCase) -> CaseAnswer:
    """Answer a box; it passes where it holds its contents, or where some box of the table would."""
    lines = need(case)
    needed = sum((line.in3 for line in lines), 0.0)
    extra = sum((each.volume for each in case.extras), 0.0)
    own = standing(case)
    have = None if own is None else own + extra
    fits = None if have is None else holds(have, needed)
    alone, with_extras = smallest(case, needed, 0.0), smallest(case, needed, extra)
    parts = {f"{group}_in3": sum((line.in3 for line in lines if line.group == group), 0.0) for group in GROUPS}
    values: dict[str, Any] = {
        "needed_in3": needed,
        "have_in3": have,
        "fits": fits,
        "spare_in3": None if have is None else have - needed,
        "largest": largest_present(case),
        **parts,
        "smallest_box": alone.name if alone else None,
        "smallest_box_gangs": alone.gangs if alone else None,
        "smallest_box_in3": alone.in3 if alone else None,
        "smallest_box_with_extras": with_extras.name if with_extras else None,
        "smallest_box_with_extras_gangs": with_extras.gangs if with_extras else None,
        "lines": [
            {
                "what": line.words,
                "allowances": line.allowances,
                "size": line.size,
                "in3": line.in3,
                "cite": line.section,
            }
            for line in lines
        ],
    }
    passes = fits if fits is not None else alone is not None
    return CaseAnswer(passes, _headline(needed, have, alone), values, _figures(case, lines, values), _findings(values))


def holds(room: float, needed: float) -> bool:
    """Whether a room (in³) holds what is needed (in³); equality does.

    >>> holds(18.0, 18.0), holds(18.0, 18.25)
    (True, False)
    """
    return needed <= room + 1e-9 * max(1.0, room)


def standing(case: BoxCase) -> float | None:
    """Volume (in³) of the box itself, extras apart; None where there is none yet."""
    if case.box is None or isinstance(case.box, float):
        return case.box
    least, most = gangs_of(case.box)
    gangs = case.gangs
    if "gangs" not in case.model_fields_set:
        gangs = max(least, case.device_gangs if most is None else min(case.device_gangs, most))
    return gangs * (BOXES.number(case.box, "volume") or 0.0)


def smallest(case: BoxCase, needed: float, extra: float) -> Made | None:
    """The box of least volume that holds what is needed (in³), with ``extra`` (in³) beside it; of equal ones the first
    of the table.
    """
    able = [made for made in candidates(case) if holds(made.in3 + extra, needed)]
    return min(able, key=lambda made: made.in3, default=None)


def candidates(case: BoxCase) -> tuple[Made, ...]:
    """The boxes of the table that take a case's devices, in the shapes that are wanted.

    >>> [made.name for made in candidates(BoxCase(shapes=["round/octagonal"]))][0]
    '4x1 1/4 round/octagonal'
    """
    many, found = case.device_gangs, []
    for name in BOXES.rows:
        shape = BOXES.word(name, "shape")
        least, most = gangs_of(name)
        gangs = max(least, many) if most is None else 1
        takes = {"round/octagonal": 0, "square": 2}.get(shape, gangs)
        if (case.shapes and shape not in case.shapes) or many > takes or (least > 1 and many < least):
            continue
        found.append(Made(name, gangs, gangs * (BOXES.number(name, "volume") or 0.0)))
    return tuple(found)


def _headline(needed: float, have: float | None, alone: Made | None) -> str:
    if have is not None:
        return f"Needs {number(needed)} in³, has {number(have)}: {'fits' if holds(have, needed) else 'too small'}"
    return f"Needs {number(needed)} in³: {f'{alone.name} would do' if alone else 'no box of the table holds it'}"


def _figures(case: BoxCase, lines: tuple[Line, ...], values: Mapping[str, object]) -> tuple[NamedFigure, ...]:
    needed = sum((line.in3 for line in lines), 0.0)
    together = Step("Together", needed, "in³", "314.16(B)")
    found = [NamedFigure("needed_in3", "Room needed", Figure(needed, "in³", (*(x.step for x in lines), together)))]
    have = values["have_in3"]
    if isinstance(have, float):
        own = standing(case) or 0.0
        named = case.box if isinstance(case.box, str) else "Marked volume"
        steps = [Step(named, own, "in³", "Table 314.16(A)" if isinstance(case.box, str) else "314.16(A)(2)")]
        steps += [Step(e.kind.replace("_", " ").capitalize(), e.volume, "in³", "314.16(A)") for e in case.extras]
        found.append(NamedFigure("have_in3", "Room there is", Figure(have, "in³", tuple(steps))))
    return tuple(found)


def _findings(values: Mapping[str, object]) -> tuple[CaseFinding, ...]:
    if values["fits"] is False:
        words = "A box that is filled beyond its volume bruises its insulation and keeps its heat."
        return (CaseFinding("box-full", "violation", "314.16", "The box is too small for what is in it", words),)
    if values["fits"] is None and values["smallest_box"] is None:
        words = "Nothing in the table holds it in the shapes that are wanted: use a box with a marked volume."
        return (CaseFinding("box-none", "violation", "314.16", "No box of the table holds it", words),)
    return ()
