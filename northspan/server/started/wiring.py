"""What the views reach for: the stores of the application at hand."""

from collections.abc import Callable, Sequence
from typing import Any, cast

from flask import current_app

from northspan.instruments.supply_house import SimulatedSupplyHouse, SupplyHouse
from northspan.server.day.kept import Plans
from northspan.server.solving.solutions import Solutions
from northspan.shop.csv_lists import shipped_list
from northspan.shop.lists import ITEMS, Item, ListName, PriceItem
from northspan.store.issue_store import IssueStore
from northspan.store.job_store import JobStore
from northspan.store.logbook_store import LogbookStore
from northspan.store.look_store import LookStore
from northspan.store.reading_store import ReadingStore
from northspan.store.shop_store import ShopStore

STORE_KEY = "northspan.job_store"
SHOP_KEY = "northspan.shop_store"
SOLUTIONS_KEY = "northspan.solutions"
ISSUES_KEY = "northspan.issue_store"
LOOKS_KEY = "northspan.look_store"
PLANS_KEY = "northspan.plans"
LOGBOOK_KEY = "northspan.logbook_store"
READINGS_KEY = "northspan.reading_store"
# In the application's configuration: the folder in which instruments write their files, None for none.
INSTRUMENTS_FOLDER = "INSTRUMENTS_FOLDER"
# The local ports that instruments are asked at, None for any.
INSTRUMENT_PORTS = "INSTRUMENT_PORTS"


def job_store() -> JobStore:
    """The job store of the running application."""
    return cast(JobStore, current_app.extensions[STORE_KEY])


def solutions() -> Solutions:
    """What the running application has solved."""
    return cast(Solutions, current_app.extensions[SOLUTIONS_KEY])


def shop_store() -> ShopStore:
    """The shop's lists of the running application."""
    return cast(ShopStore, current_app.extensions[SHOP_KEY])


def issue_store() -> IssueStore:
    """The packets that went out of the running application."""
    return cast(IssueStore, current_app.extensions[ISSUES_KEY])


def look_store() -> LookStore:
    """What inspectors found, as the running application keeps it."""
    return cast(LookStore, current_app.extensions[LOOKS_KEY])


def reading_store() -> ReadingStore:
    """What was measured, as the running application keeps it."""
    return cast(ReadingStore, current_app.extensions[READINGS_KEY])


def logbook_store() -> LogbookStore:
    """What was measured on all jobs of the running application."""
    return cast(LogbookStore, current_app.extensions[LOGBOOK_KEY])


def plans() -> Plans:
    """The days that the running application has planned."""
    return cast(Plans, current_app.extensions[PLANS_KEY])


def shop_list(name: ListName) -> list[Item]:
    """A list as the shop saved it, else the one that is shipped."""
    return _items(name, shop_store().items(name))


def change_shop_list(name: ListName, work: Callable[[list[Item]], Sequence[Item]]) -> None:
    """Save what ``work`` makes of a list as it stands."""
    shop_store().change(name, lambda saved: [i.model_dump(mode="json") for i in work(_items(name, saved))])


def _items(name: ListName, saved: list[dict[str, Any]] | None) -> list[Item]:
    return list(shipped_list(name)) if saved is None else [ITEMS[name].model_validate(item) for item in saved]


def supply_house() -> SupplyHouse:
    """The supply house that is asked for prices; a live one would take the simulated one's place here."""
    return SimulatedSupplyHouse({i.name: i.price for i in shipped_list("prices") if isinstance(i, PriceItem)})
