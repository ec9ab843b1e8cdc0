"""What the shop keeps lists of: appliances with their nameplates, parts with their prices, panels, breakers,
spools, what is in the van, how long work takes.
"""

import re
from collections.abc import Callable
from datetime import date
from importlib.resources import files
from typing import Annotated, Any, Literal, Self

from pydantic import AfterValidator, BaseModel, ConfigDict, Field, StringConstraints, model_validator
from pydantic_core import PydanticCustomError

from northspan.core.book.library import code_book, whole_ids
from northspan.core.job.job import Across
from northspan.core.job.told.part import Name
from northspan.core.job.told.reading import one_of

Size = Annotated[str, StringConstraints(pattern=r"^[0-9]{1,4}(/0)?$")]
ListName = Literal["catalogue", "prices", "panels", "breakers", "spools", "van", "durations"]


def _of_a_book(listed: str) -> Callable[[str], str]:
    """The check of a word by a list of every code book that answers whole properties: the shop has no one book."""

    def known(word: str) -> str:
        books = (code_book(book_id) for book_id in whole_ids())
        return str(one_of(word, [kind for book in books for kind in book.vocabulary.allowed(listed)]))

    return known


class CatalogueItem(BaseModel):
    """A common appliance by its typical nameplate: VA or A of one, line to line or to the neutral."""

    model_config = ConfigDict(frozen=True, extra="forbid", allow_inf_nan=False)

    name: Name
    kind: Annotated[str, AfterValidator(_of_a_book("appliance_kinds"))]
    across: Across = "lines"
    va: float | None = Field(None, ge=0.1, le=200_000)
    amps: float | None = Field(None, ge=0.001, le=1000)
    motor: bool = False
    continuous: bool = False

    @model_validator(mode="before")
    @classmethod
    def _as_kept_before(cls, given: Any) -> Any:
        """A list that was kept, or written down, by the volts that it hangs on in the United States."""
        if not isinstance(given, dict) or "volts" not in given or "across" in given:
            return given
        across = {"120": "neutral", "240": "lines"}.get(str(given["volts"]), given["volts"])
        return {**{name: value for name, value in given.items() if name != "volts"}, "across": across}

    @model_validator(mode="after")
    def _one_nameplate(self) -> Self:
        if (self.va is None) == (self.amps is None):
            raise PydanticCustomError("nameplate", "give the nameplate's VA or its amperes, one of them")
        return self


class PriceItem(BaseModel):
    """A part by the name that costs look it up by, its price per foot or per piece, and the day of the price."""

    model_config = ConfigDict(frozen=True, extra="forbid", allow_inf_nan=False)

    name: Name
    unit: Literal["ft", "each"]
    price: float = Field(ge=0, le=1_000_000)
    dated: date


class PanelItem(BaseModel):
    """A panel as it is bought. ``twin_spaces`` are spaces such as ``21-30``; without ``main_a`` it has main lugs."""

    model_config = ConfigDict(frozen=True, extra="forbid", allow_inf_nan=False)

    name: Name
    spaces: int = Field(ge=2, le=84, multiple_of=2)
    circuits: int = Field(ge=1, le=168)
    twin_spaces: Annotated[str, StringConstraints(pattern=r"^[0-9,; -]*$", max_length=80)] = ""
    bus_a: float = Field(ge=10, le=1200)
    main_a: float | None = Field(None, ge=10, le=1200)
    neutral_holes: int = Field(ge=1, le=60)
    ground_holes: int = Field(ge=1, le=60)
    grounds_a_hole: int = Field(1, ge=1, le=4)
    hole_least: Size = "14"
    hole_most: Size = "4"
    lug_least: Size
    lug_most: Size
    lug_metal: Literal["cu", "both"] = "both"
    torque_lb_in: float | None = Field(None, ge=1, le=2000)

    @model_validator(mode="after")
    def _twins_are_spaces(self) -> Self:
        named = [int(number) for number in re.findall(r"[0-9]+", self.twin_spaces)]
        if re.search(r"[0-9] +[0-9]|- *-|^ *-|- *$", self.twin_spaces) or any(not 1 <= n <= self.spaces for n in named):
            raise PydanticCustomError("spaces", "twin_spaces must be spaces of it, such as 1-4, 7")
        return self


class BreakerItem(BaseModel):
    """A breaker as it is bought; ``tandem``: two of them in one space."""

    model_config = ConfigDict(frozen=True, extra="forbid", allow_inf_nan=False)

    name: Name
    poles: Literal[1, 2] = 1
    rating_a: float = Field(ge=5, le=400)
    kind: Annotated[str, AfterValidator(_of_a_book("breaker_kinds"))] = "standard"
    tandem: bool = False
    most_wire: Size | None = None
    terminal_c: Literal[60, 75] | None = None
    torque_lb_in: float | None = Field(None, ge=1, le=2000)


class VanItem(BaseModel):
    """A part that is in the van by its name in a list of materials, in feet or pieces; wire is with the spools."""

    model_config = ConfigDict(frozen=True, extra="forbid", allow_inf_nan=False)

    name: Name
    unit: Literal["ft", "each"]
    quantity: float = Field(ge=0, le=100_000)


class SpoolItem(BaseModel):
    """A spool of wire as it is bought, in each of its ``colours``; of a cable, which has the colour "sheath", ``wires``
    is how many insulated ones it has. ``van``: so many are there already, at no price."""

    model_config = ConfigDict(frozen=True, extra="forbid", allow_inf_nan=False)

    name: Name
    metal: Literal["cu", "al"]
    insulation: Annotated[str, StringConstraints(pattern=r"^[A-Za-z0-9-]{1,12}$")]
    size: Size
    colours: Annotated[str, StringConstraints(pattern=r"^[a-z]+(; ?[a-z]+)*$", max_length=80)]
    length_ft: float = Field(ge=1, le=100_000)
    price: float = Field(ge=0, le=1_000_000)
    van: int | None = Field(None, ge=1, le=1000)
    wires: Literal[2, 3] | None = None

    @model_validator(mode="after")
    def _cable_or_wire(self) -> Self:
        if (self.wires is not None) != (self.colours == "sheath"):
            raise PydanticCustomError("spool", "a cable has a number of wires and the colour sheath; a wire neither")
        return self


class DurationItem(BaseModel):
    """How long a kind of work takes (minutes for each, or for every foot), how many people, and why so."""

    model_config = ConfigDict(frozen=True, extra="forbid", allow_inf_nan=False)

    name: Name
    minutes: float = Field(ge=0, le=1440)
    per: Literal["each", "ft"] = "each"
    crew: int = Field(1, ge=0, le=12)
    why: Annotated[str, StringConstraints(max_length=160)] = ""


Item = CatalogueItem | PriceItem | PanelItem | BreakerItem | SpoolItem | VanItem | DurationItem
MOST_ITEMS: dict[ListName, int] = {
    "catalogue": 5000,
    "prices": 20_000,
    "panels": 1000,
    "breakers": 2000,
    "spools": 5000,
    "van": 5000,
    "durations": 200,
}
ITEMS: dict[ListName, type[Item]] = {
    "catalogue": CatalogueItem,
    "prices": PriceItem,
    "panels": PanelItem,
    "breakers": BreakerItem,
    "spools": SpoolItem,
    "van": VanItem,
    "durations": DurationItem,
}


def shipped(which: ListName) -> str:
    """The list that comes with the application, as CSV: real magnitudes, made-up prices."""
    return (files("northspan.shop") / f"{which}.csv").read_text(encoding="utf-8")
