"""A box as it is asked about: what is in it, the box itself where there is one."""

from typing import Annotated, Any, Literal, Self

from pydantic import BeforeValidator, Field, model_validator
from pydantic_core import PydanticCustomError

from northspan.core.book.strict import Number, StrictCase, Switch, Whole
from northspan.core.codes.nec.data import BOX_VOLUMES, BOXES

LOOP_IN = 12.0
MOST = 100_000
Shape = Literal["round/octagonal", "square", "device", "masonry", "FS/FD"]


def _size(given: Any) -> str:
    if isinstance(given, str) and given in BOX_VOLUMES.rows:
        return given
    raise PydanticCustomError("case", f"must be one of {', '.join(BOX_VOLUMES.rows)}; a larger one goes by 314.28")


def _box(given: Any) -> str:
    if isinstance(given, str) and given in BOXES.rows:
        return given
    raise PydanticCustomError("case", "is no box of table 314.16(A)")


def _box_or_volume(given: Any) -> Any:
    if given is None or isinstance(given, bool) or not isinstance(given, (int, float)):
        return given if given is None else _box(given)
    return given


Size = Annotated[str, BeforeValidator(_size)]
Count = Annotated[Whole, Field(ge=0, le=MOST)]
Room = Annotated[Number, Field(gt=0, le=1e9)]


class Wires(StrictCase):
    """So many conductors of a size that do the same in the box; ``loop_in`` (in) is the length of a loop left in it."""

    size: Size
    count: Count = 1
    way: Literal["ends", "through", "loop", "inside", "canopy"] = "ends"
    loop_in: Annotated[Number, Field(ge=0, le=1e6)] = LOOP_IN

    @model_validator(mode="after")
    def _loops(self) -> Self:
        if "loop_in" in self.model_fields_set and self.way != "loop":
            raise PydanticCustomError("case", "loop_in: only a loop has a length")
        return self


class Grounds(StrictCase):
    """So many equipment grounds of a size."""

    size: Size
    count: Count = 1
    way: Literal["enters", "inside", "canopy"] = "enters"


class Yokes(StrictCase):
    """So many devices on yokes of ``gangs`` gangs, by the largest conductor connected to them."""

    size: Size
    count: Count = 1
    gangs: Annotated[Whole, Field(ge=1, le=MOST)] = 1


class Blocks(StrictCase):
    """So many terminal blocks, by the largest conductor on them."""

    size: Size
    count: Count = 1


class Extra(StrictCase):
    """What adds room: its marked volume (in³), or a box of the table that is used as an extension ring."""

    kind: Literal["extension_ring", "plaster_ring", "domed_cover", "other"]
    in3: Annotated[Number, Field(ge=0, le=1e9)] = 0.0
    box: Annotated[str, BeforeValidator(_box)] | None = None

    @model_validator(mode="after")
    def _one_of_both(self) -> Self:
        given = self.model_fields_set
        if "box" in given and (self.box is None or "in3" in given or self.kind != "extension_ring"):
            raise PydanticCustomError("case", "box: only an extension ring is a box, and it has no other volume")
        return self

    @property
    def volume(self) -> float:
        """What it adds (in³)."""
        return self.in3 if self.box is None else BOXES.number(self.box, "volume") or 0.0


class BoxCase(StrictCase):
    """A box: named, by its marked volume (in³), or still to be chosen; and all that is in it."""

    box: Annotated[Annotated[str, BeforeValidator(_box)] | Room | None, BeforeValidator(_box_or_volume)] = None
    gangs: Annotated[Whole, Field(ge=1, le=MOST)] = 1
    extras: tuple[Extra, ...] = ()
    conductors: tuple[Wires, ...] = ()
    egcs: tuple[Grounds, ...] = ()
    internal_clamps: Switch = False
    support_fittings: tuple[Literal["luminaire_stud", "hickey"], ...] = ()
    devices: tuple[Yokes, ...] = ()
    terminal_blocks: tuple[Blocks, ...] = ()
    shapes: tuple[Shape, ...] = ()

    @model_validator(mode="after")
    def _gangs_fit(self) -> Self:
        if "gangs" not in self.model_fields_set:
            return self
        if self.box is None:
            raise PydanticCustomError("case", "gangs: without a box there are none")
        least, most = (1, 1) if isinstance(self.box, float) else gangs_of(self.box)
        if not least <= self.gangs <= (most or self.gangs):
            words = f"{least} at least" if most is None else f"{most} only"
            raise PydanticCustomError("case", f"gangs: this box has {words}")
        return self

    @property
    def device_gangs(self) -> int:
        """Gangs that its devices take."""
        return sum(d.count * d.gangs for d in self.devices)


def gangs_of(box: str) -> tuple[int, int | None]:
    """The fewest and the most gangs of a box of the table; None: as many as are joined.

    >>> gangs_of("3x2x2 device"), gangs_of("FS multiple 1 3/4 per gang"), gangs_of("4x1 1/2 square")
    ((1, None), (2, None), (1, 1))
    """
    most = BOXES.number(box, "most_gangs")
    return int(BOXES.number(box, "least_gangs") or 1), None if most is None else int(most)
