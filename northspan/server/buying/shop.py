"""The shop's lists, whole or as CSV."""

from collections.abc import Mapping, Sequence
from datetime import UTC, date, datetime

from flask import Response
from flask_openapi3 import Tag

from northspan.core.document.file import JobFileError
from northspan.core.figures.problem import Problem
from northspan.server.answers.models import BrokenLineModel, CsvFile
from northspan.server.answers.replies import refusals, reply, sends
from northspan.server.answers.resource import Resource
from northspan.server.buying.models import (
    BreakersModel,
    CatalogueModel,
    DurationsModel,
    ListImport,
    ListPath,
    PanelsModel,
    PricesModel,
    QuoteModel,
    SpoolsModel,
    VanModel,
)
from northspan.server.started.wiring import change_shop_list, shop_list, supply_house
from northspan.shop.csv_lists import read_list, write_list
from northspan.shop.lists import (
    MOST_ITEMS,
    BreakerItem,
    CatalogueItem,
    DurationItem,
    Item,
    ListName,
    PanelItem,
    PriceItem,
    SpoolItem,
    VanItem,
)
from northspan.text.delimited import decoded

shop = Resource(
    "shop", __name__, url_prefix="/api/shop", abp_tags=[Tag(name="Shop lists")], abp_responses=refusals(404, 422)
)


@shop.get("/catalogue", responses={200: CatalogueModel})
def get_catalogue() -> Response:
    """The catalogue of appliances."""
    return reply(
        CatalogueModel.model_construct(items=[i for i in shop_list("catalogue") if isinstance(i, CatalogueItem)])
    )


@shop.put("/catalogue", responses={200: CatalogueModel})
def put_catalogue(body: CatalogueModel) -> Response:
    """Save the catalogue whole."""
    _save("catalogue", body.items)
    return reply(body)


@shop.get("/prices", responses={200: PricesModel})
def get_prices() -> Response:
    """The price list."""
    return reply(PricesModel.model_construct(items=[i for i in shop_list("prices") if isinstance(i, PriceItem)]))


@shop.put("/prices", responses={200: PricesModel})
def put_prices(body: PricesModel) -> Response:
    """Save the price list whole."""
    _save("prices", body.items)
    return reply(body)


@shop.get("/panels", responses={200: PanelsModel})
def get_panels() -> Response:
    """The list of panels."""
    return reply(PanelsModel.model_construct(items=[i for i in shop_list("panels") if isinstance(i, PanelItem)]))


@shop.put("/panels", responses={200: PanelsModel})
def put_panels(body: PanelsModel) -> Response:
    """Save the list of panels whole."""
    _save("panels", body.items)
    return reply(body)


@shop.get("/breakers", responses={200: BreakersModel})
def get_breakers() -> Response:
    """The list of breakers."""
    return reply(BreakersModel.model_construct(items=[i for i in shop_list("breakers") if isinstance(i, BreakerItem)]))


@shop.put("/breakers", responses={200: BreakersModel})
def put_breakers(body: BreakersModel) -> Response:
    """Save the list of breakers whole."""
    _save("breakers", body.items)
    return reply(body)


@shop.get("/spools", responses={200: SpoolsModel})
def get_spools() -> Response:
    """The list of spools."""
    return reply(SpoolsModel.model_construct(items=[i for i in shop_list("spools") if isinstance(i, SpoolItem)]))


@shop.put("/spools", responses={200: SpoolsModel})
def put_spools(body: SpoolsModel) -> Response:
    """Save the list of spools whole."""
    _save("spools", body.items)
    return reply(body)


@shop.get("/durations", responses={200: DurationsModel})
def get_durations() -> Response:
    """How long work takes."""
    items = [i for i in shop_list("durations") if isinstance(i, DurationItem)]
    return reply(DurationsModel.model_construct(items=items))


@shop.put("/durations", responses={200: DurationsModel})
def put_durations(body: DurationsModel) -> Response:
    """Save how long work takes."""
    _save("durations", body.items)
    return reply(body)


@shop.get("/van", responses={200: VanModel})
def get_van() -> Response:
    """What is in the van."""
    return reply(VanModel.model_construct(items=[i for i in shop_list("van") if isinstance(i, VanItem)]))


@shop.put("/van", responses={200: VanModel})
def put_van(body: VanModel) -> Response:
    """Save what is in the van whole."""
    _save("van", body.items)
    return reply(body)


@shop.post("/prices/ask", responses={200: QuoteModel})
def ask_supply_house() -> Response:
    """Ask the supply house for today's prices of everything on the list, and lay them over it."""
    house = supply_house()
    today = datetime.now(UTC).date()
    unknown: list[str] = []
    quoted: Mapping[str, float] = {}

    def lay_over(items: list[Item]) -> list[Item]:
        nonlocal quoted
        quoted = house.quote([i.name for i in items], today)
        unknown.extend(i.name for i in items if i.name not in quoted)
        return [_at(i, quoted, today) for i in items]

    change_shop_list("prices", lay_over)
    return reply(QuoteModel(house=house.name, quoted=len(quoted), unknown=unknown))


def _at(item: Item, quoted: Mapping[str, float], day: date) -> Item:
    price = quoted.get(item.name)
    return item if price is None else item.model_copy(update={"price": price, "dated": day})


@shop.get("/<list_name>.csv", responses={200: sends("text/csv")})
def list_csv(path: ListPath) -> Response:
    """A list as CSV."""
    response = Response(write_list(path.list_name, shop_list(path.list_name)), mimetype="text/csv")
    response.headers["Content-Disposition"] = f'attachment; filename="{path.list_name}.csv"'
    return response


@shop.post("/<list_name>/import", responses={200: ListImport})
def import_csv(path: ListPath, raw: CsvFile) -> Response:
    """Lay a CSV over a list: items of a known name are replaced, others added; broken rows are named."""
    read = read_list(path.list_name, decoded(raw.get_data()))
    replaced = 0

    def lay_over(items: list[Item]) -> Sequence[Item]:
        nonlocal replaced
        now = {item.name: item for item in items}
        replaced = sum(item.name in now for item in read.items)
        return _held(path.list_name, list((now | {item.name: item for item in read.items}).values()))

    if read.items:
        change_shop_list(path.list_name, lay_over)
    broken = [BrokenLineModel(line=b.line, words=b.words) for b in read.broken]
    return reply(ListImport(added=len(read.items) - replaced, replaced=replaced, broken=broken))


def _save(name: ListName, items: Sequence[Item]) -> None:
    seen: set[str] = set()
    for at, item in enumerate(items):
        if item.name in seen:
            raise JobFileError([Problem(f"/items/{at}/name", f"{item.name!r} is on the list already")])
        seen.add(item.name)
    change_shop_list(name, lambda _: _held(name, items))


def _held(name: ListName, items: Sequence[Item]) -> Sequence[Item]:
    """The items, if they are no more than a list can hold."""
    if len(items) > MOST_ITEMS[name]:
        words = f"a list holds up to {MOST_ITEMS[name]:,} rows, and this would make {len(items):,}"
        raise JobFileError([Problem("/items", words)])
    return items
