"""A panel of the shop's list put where a station's is: its spaces, bus, bars and lugs; its circuits stay."""

import re
from typing import Any

from northspan.core.document.finding import Fix
from northspan.core.figures.units import US
from northspan.core.job.job import Job, Station
from northspan.core.job.panel import Panel
from northspan.shop.lists import PanelItem


def spaces_in(words: str) -> list[int]:
    """The spaces of a list such as ``1-4, 7``. Raises ValueError for anything else.

    >>> spaces_in("1-4, 7"), spaces_in("")
    ([1, 2, 3, 4, 7], [])
    """
    found: list[int] = []
    for part in filter(None, (p.strip() for p in re.split(r"[;,]", words))):
        first, _, last = part.partition("-")
        found += range(int(first), int(last or first) + 1)
    return found


def bought(job: Job, station: Station, item: PanelItem) -> Fix:
    """The change that puts a panel of the list at a station; what is in no hole of its bars is landed anew."""
    old = station.panel or Panel()
    bars: list[dict[str, Any]] = [
        {"id": "neutral", "kind": "neutral", "side": "left", "holes": item.neutral_holes},
        {"id": "ground", "kind": "ground", "side": "right", "holes": item.ground_holes, "fixing": "machine",
         "grounds_a_hole": item.grounds_a_hole, "bonded": True},
    ]  # fmt: skip
    bars = [bar | {"least_size": item.hole_least, "most_size": item.hole_most} for bar in bars]
    torque = item.torque_lb_in
    own: dict[str, Any] = {"least_size": item.lug_least, "most_size": item.lug_most, "metal": item.lug_metal}
    own["torque"] = None if torque is None else round(job.told.torque.of(US.torque.si(torque)), 2)
    lugs = [{"of": of, **own} for of in ("line", "neutral")]
    holes = {bar["id"]: int(bar["holes"]) for bar in bars}
    circuits = [c.model_dump(mode="json") for c in old.circuits]
    for circuit in circuits:
        for field in ("neutral_at", "ground_at"):
            at = circuit[field]
            if at is not None and at["hole"] > holes.get(at["bar"], 0):
                circuit[field] = None
        if circuit["space"] is not None and circuit["space"] + 2 * (circuit["poles"] - 1) > item.spaces:
            circuit["space"] = circuit["half"] = None
    made = old.model_dump(mode="json") | {
        "legs": "interleaved", "blocked": [], "twin_spaces": spaces_in(item.twin_spaces), "bars": bars, "lugs": lugs,
        "circuits_allowed": item.circuits, "circuits": circuits,
    }  # fmt: skip
    root = f"/stations/{job.stations.index(station)}"
    gear: dict[str, Any] = {"spaces": item.spaces, "rating_a": item.main_a or item.bus_a}
    gear |= {"has_main": item.main_a is not None, "bus_a": item.bus_a if item.main_a is not None else None}
    steps = [{"op": "add", "path": f"{root}/gear/{name}", "value": value} for name, value in gear.items()]
    return Fix(f"Use {item.name}", (*steps, {"op": "add", "path": f"{root}/panel", "value": made}))
