"""How long work takes in the shop, as the core takes it."""

from northspan.core.plans.day.task import Duration, Durations
from northspan.server.started.wiring import shop_list
from northspan.shop.csv_lists import shipped_list
from northspan.shop.lists import DurationItem


def durations() -> Durations:
    """How long work takes in the shop, by its kind; of what its list says nothing, as it is shipped."""
    every = (*shipped_list("durations"), *shop_list("durations"))
    return {i.name: Duration(i.minutes, i.per, i.crew, i.why) for i in every if isinstance(i, DurationItem)}
