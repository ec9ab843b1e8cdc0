"""What goes in and out of the server about the shop's lists."""

from typing import Annotated

from pydantic import BaseModel, ConfigDict

from northspan.core.job.told.part import AtMost
from northspan.server.answers.models import BrokenLineModel
from northspan.shop.lists import (
    MOST_ITEMS,
    BreakerItem,
    CatalogueItem,
    DurationItem,
    ListName,
    PanelItem,
    PriceItem,
    SpoolItem,
    VanItem,
)


class _Model(BaseModel):
    model_config = ConfigDict(extra="forbid")


class CatalogueModel(_Model):
    """The shop's catalogue of appliances."""

    items: Annotated[list[CatalogueItem], AtMost(MOST_ITEMS["catalogue"])]


class PricesModel(_Model):
    """The shop's price list."""

    items: Annotated[list[PriceItem], AtMost(MOST_ITEMS["prices"])]


class PanelsModel(_Model):
    """The shop's list of panels."""

    items: Annotated[list[PanelItem], AtMost(MOST_ITEMS["panels"])]


class BreakersModel(_Model):
    """The shop's list of breakers."""

    items: Annotated[list[BreakerItem], AtMost(MOST_ITEMS["breakers"])]


class SpoolsModel(_Model):
    """The shop's list of spools."""

    items: Annotated[list[SpoolItem], AtMost(MOST_ITEMS["spools"])]


class VanModel(_Model):
    """What is in the shop's van besides wire."""

    items: Annotated[list[VanItem], AtMost(MOST_ITEMS["van"])]


class DurationsModel(_Model):
    """How long each kind of work takes in the shop."""

    items: Annotated[list[DurationItem], AtMost(MOST_ITEMS["durations"])]


class QuoteModel(_Model):
    """What a supply house quoted: how many prices, and the parts it does not carry."""

    house: str
    quoted: int
    unknown: list[str]


class ListPath(BaseModel):
    """A list's name in a path."""

    list_name: ListName


class ListImport(_Model):
    """What a CSV changed in a list."""

    added: int
    replaced: int
    broken: list[BrokenLineModel]
