"""Job files of older versions, read as this version writes them.

Whatever does not look as it should is left as it stands, so that reading it says what is wrong with it.
"""

from collections.abc import Callable, Iterator, Mapping
from typing import Any

Document = dict[str, Any]

_ELECTRODE = {
    "spacing_ft": "spacing", "length_ft": "length", "diameter_in": "diameter", "area_ft2": "area",
    "thickness_in": "thickness", "depth_in": "depth", "x_ft": "x", "y_ft": "y", "cover_in": "cover",
    "lands_from_entry_ft": "lands_from_entry",
}  # fmt: skip
_GEAR = {
    "handle_height_in": "handle_height", "torque_lb_in": "torque", "working_depth_in": "working_depth",
    "working_width_in": "working_width",
}  # fmt: skip
_POINT = {"x_ft": "x", "y_ft": "y"}
_CABLE = (
    "metal", "insulation", "raceway", "location", "ambient_c", "rooftop", "nipple", "in_insulation", "sets",
    "egc_metal", "bare_egc", "no_egc", "raceway_bonded", "shares_raceway",
)  # fmt: skip
# What a part was ticked as, and what state that is: of one that was there and wanted later, what was wanted counted.
_TICKS = {"later": "later", "future": "later", "existing": "stays"}
_LOCKS = ("load", "breaker_a", "size", "neutral_size", "egc_size", "raceway_size", "loaded_conductors")


def upgraded(document: Document) -> Document:
    """A job document as this version writes it; one without a version is of the first.

    >>> upgraded({"name": "Shed", "version": 1, "runs": [{"id": "a", "length_ft": 90, "size": "6"}]})["runs"]
    [{'id': 'a', 'cable': {'length': 90}, 'locks': {'size': '6'}}]
    """
    version = document.get("version", 1)
    for older, upgrade in _UPGRADES.items():
        if version == older:
            document, version = upgrade(document), older + 1
    return document


def _to_2(document: Document) -> Document:
    """Lengths lose their unit, for the job says it once; a run's cable and its locks stand apart from its ends."""
    places = [_place(each) for each in _list(document, "places")]
    stations = [_station(each) for each in _list(document, "stations")]
    runs = [_run(each) for each in _list(document, "runs")]
    made = {"places": places, "stations": stations, "runs": runs}
    return {**document, "version": 2, **{name: made[name] for name in made if isinstance(document.get(name), list)}}


def _to_3(document: Document) -> Document:
    """What is there already and what is to come is one state; what had neither is made by the job."""
    places = [_stated_place(each) for each in _list(document, "places")]
    stations = [_stated_station(each) for each in _list(document, "stations")]
    runs = [_stated(each) for each in _list(document, "runs")]
    made = {"places": places, "stations": stations, "runs": runs}
    return {**document, "version": 3, **{name: made[name] for name in made if isinstance(document.get(name), list)}}


def _stated_place(place: Any) -> Any:
    if not isinstance(place, dict):
        return place
    place = _stated(_with_list(_across(place), "appliances"))
    grounding = place.get("grounding")
    return {**place, "grounding": _with_list(grounding, "electrodes")} if isinstance(grounding, dict) else place


def _across(place: Document) -> Document:
    """A place whose appliances say what they hang between in place of the volts that meant it in the United States."""
    if not isinstance(place.get("appliances"), list):
        return place
    between = {120: "neutral", 240: "lines"}
    made = [
        {("across" if k == "volts" else k): (between[v] if k == "volts" else v) for k, v in each.items()}
        if isinstance(each, dict) and each.get("volts") in (120, 240) and "across" not in each
        else each
        for each in place["appliances"]
    ]
    return {**place, "appliances": made}


def _stated_station(station: Any) -> Any:
    if not isinstance(station, dict):
        return station
    station, panel = _stated(station), station.get("panel")
    return {**station, "panel": _with_list(panel, "circuits")} if isinstance(panel, dict) else station


def _with_list(within: Document, name: str) -> Document:
    """A part with the state of each in one of its lists."""
    if not isinstance(within.get(name), list):
        return within
    return {**within, name: [_stated(each) for each in within[name]]}


def _stated(part: Any) -> Any:
    """A part with its state in place of its ticks; what is no tick stays, unknown."""
    if not isinstance(part, dict):
        return part
    ticked = {name for name in _TICKS if name in part}
    both = part.get("existing") is True and part.get("future") is True
    if both or any(not isinstance(part[name], bool) for name in ticked):
        return part
    on = next((state for name, state in _TICKS.items() if part.get(name)), None)
    kept = {name: value for name, value in part.items() if name not in ticked}
    return kept if on is None else {**kept, "state": on}


def _place(place: Any) -> Any:
    if not isinstance(place, dict):
        return place
    place = _renamed(place, {"floor_area_ft2": "floor_area"})
    place = _within(place, "footprint", _POINT | {"width_ft": "width", "depth_ft": "depth"})
    grounding = place.get("grounding")
    if not isinstance(grounding, dict):
        return place
    lists = {
        "electrodes": [_renamed(e, _ELECTRODE) for e in _list(grounding, "electrodes")],
        "survey": [
            _renamed(r, {"spacing_ft": "spacing", "pin_depth_ft": "pin_depth"}) for r in _list(grounding, "survey")
        ],
    }
    kept = {name: made for name, made in lists.items() if isinstance(grounding.get(name), list)}
    return {**place, "grounding": {**grounding, **kept}}


def _station(station: Any) -> Any:
    if not isinstance(station, dict):
        return station
    return _within(_within(station, "gear", _GEAR), "generator", {"altitude_ft": "altitude"})


def _run(run: Any) -> Any:
    if not isinstance(run, dict):
        return run
    run = _within(run, "overhead", {"clearance_ft": "clearance", "roof_rise_in": "roof_rise"})
    route = run.get("route")
    if isinstance(route, dict):
        points = route.get("points")
        route = _renamed(route, {"ends_ft": "ends"})
        run = {
            **run,
            "route": {**route, "points": [_renamed(p, _POINT) for p in points]} if isinstance(points, list) else route,
        }
    if "cable" in run or "locks" in run:
        return run
    cable = {"length": run["length_ft"]} if "length_ft" in run else {}
    cable |= {name: run[name] for name in _CABLE if name in run}
    locks = {name: run[name] for name in _LOCKS if name in run}
    kept = {name: value for name, value in run.items() if name not in ("length_ft", *_CABLE, *_LOCKS)}
    return {**kept, "cable": cable, **({"locks": locks} if locks else {})}


def _list(within: Mapping[str, Any], name: str) -> Iterator[Any]:
    found = within.get(name)
    return iter(found if isinstance(found, list) else ())


def _within(part: Document, name: str, names: Mapping[str, str]) -> Document:
    return {**part, name: _renamed(part[name], names)} if name in part else part


def _renamed(part: Any, names: Mapping[str, str]) -> Any:
    """A part with its old names made new, in their order; an old name whose new one is there too stays, unknown."""
    if not isinstance(part, dict):
        return part
    return {(names[k] if k in names and names[k] not in part else k): v for k, v in part.items()}


_UPGRADES: Mapping[int, Callable[[Document], Document]] = {1: _to_2, 2: _to_3}
