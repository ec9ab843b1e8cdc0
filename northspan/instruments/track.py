"""A walked track, from GPX or GeoJSON, laid flat."""

import json
import math
from collections.abc import Sequence
from typing import Any

from defusedxml import DefusedXmlException, ElementTree

from northspan.core.figures.units import FOOT_M, Units
from northspan.core.physics.plane import Point, simplified
from northspan.text.delimited import Unreadable

EARTH_M = 6_371_000.0
WALKED_WITHIN_M = 3.0 * FOOT_M
MOST_POINTS = 200
MOST_READ = 50_000


class NotATrack(Unreadable):
    """The file holds no track; the message says why, in words."""


def read_track(text: str, told: Units) -> list[Point]:
    """Points of the walked line, east and north of its first point in the length that is told; those within 3 ft
    (0.9 m) of the line are left out.

    The earth is taken as flat over a property, on a sphere of the mean radius: within a thousandth.
    Raises NotATrack.

    >>> from northspan.core.figures.units import US
    >>> made = '{"type": "LineString", "coordinates": [[-80.0, 40.0], [-80.0, 40.001]]}'
    >>> [(round(x), round(y)) for x, y in read_track(made, US)]
    [(0, 0), (0, 365)]
    """
    found = _gpx(text) if text.lstrip().startswith("<") else _geojson(text)
    if len(found) > MOST_READ:
        raise NotATrack(f"The track has {len(found)} points; up to {MOST_READ:,} are read. Thin it out.")
    if len(found) < 2:
        raise NotATrack("The file has no line of two points or more.")
    lon0, lat0 = found[0]
    shrink = math.cos(math.radians(lat0))
    # Whoever walks over the date line goes on by the short way.
    flat = [
        (EARTH_M * math.radians(math.remainder(lon - lon0, 360.0)) * shrink, EARTH_M * math.radians(lat - lat0))
        for lon, lat in found
    ]
    line = simplified(flat, WALKED_WITHIN_M, MOST_POINTS)
    if line is None:
        words = f"The track has more than {MOST_POINTS} bends: too many for a trench. Walk it again, or thin it out."
        raise NotATrack(words)
    return [(told.length.of(x), told.length.of(y)) for x, y in line]


def _gpx(text: str) -> list[Point]:
    try:
        root = ElementTree.fromstring(text)
    except (ElementTree.ParseError, DefusedXmlException) as error:
        raise NotATrack(f"That is not a GPX file: {error}") from error
    points = [e for e in root.iter() if str(e.tag).rpartition("}")[2] in ("trkpt", "rtept")]
    return [_position((e.get("lon"), e.get("lat"))) for e in points]


def _geojson(text: str) -> list[Point]:
    try:
        found = json.loads(text)
    except (ValueError, RecursionError) as error:
        raise NotATrack("That is neither GPX nor GeoJSON.") from error
    line = _line(found)
    if line is None:
        raise NotATrack("The GeoJSON has no LineString.")
    return [_position(pair) for pair in line]


def _line(node: Any) -> Sequence[Any] | None:
    """The first line in a GeoJSON object."""
    if not isinstance(node, dict):
        return None
    kind, coordinates = node.get("type"), node.get("coordinates")
    if kind == "LineString" and isinstance(coordinates, list):
        return coordinates
    if kind == "MultiLineString" and isinstance(coordinates, list) and coordinates:
        return coordinates[0] if isinstance(coordinates[0], list) else None
    inside = [node.get("geometry"), *_listed(node, "features"), *_listed(node, "geometries")]
    return next((line for line in map(_line, inside) if line is not None), None)


def _listed(node: dict[str, Any], name: str) -> list[Any]:
    value = node.get(name)
    return value if isinstance(value, list) else []


def _position(pair: Any) -> Point:
    try:
        lon, lat = float(pair[0]), float(pair[1])
    except (TypeError, ValueError, IndexError, KeyError, OverflowError) as error:
        raise NotATrack("A point of the track has no longitude and latitude.") from error
    if not (-180.0 <= lon <= 180.0 and -90.0 < lat < 90.0):
        raise NotATrack(f"{lon:g}, {lat:g} is no place on earth; longitude comes first.")
    return lon, lat
