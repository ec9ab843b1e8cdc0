"""What the shop keeps lists of: appliances with their nameplates, parts with their prices."""

from datetime import date
from importlib.resources import files
from typing import Literal, Self

from pydantic import BaseModel, ConfigDict, Field, model_validator
from pydantic_core import PydanticCustomError

from northspan.core.job.job import ApplianceKind
from northspan.core.job.part import Name

ListName = Literal["catalogue", "prices"]


class CatalogueItem(BaseModel):
    """A common appliance by its typical nameplate: VA or A of one, at 120 V or line to line."""

    model_config = ConfigDict(frozen=True, extra="forbid", allow_inf_nan=False)

    name: Name
    kind: ApplianceKind
    volts: Literal[120, 240] = 240
    va: float | None = Field(None, ge=0.1, le=200_000)
    amps: float | None = Field(None, ge=0.001, le=1000)
    motor: bool = False
    continuous: bool = False

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


Item = CatalogueItem | PriceItem
MOST_ITEMS: dict[ListName, int] = {"catalogue": 5000, "prices": 20_000}
ITEMS: dict[ListName, type[Item]] = {"catalogue": CatalogueItem, "prices": PriceItem}


def shipped(which: ListName) -> str:
    """The list that comes with the application, as CSV: real magnitudes, made-up prices."""
    return (files("northspan.shop") / f"{which}.csv").read_text(encoding="utf-8")
