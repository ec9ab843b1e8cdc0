"""A synthetic property of any number of runs, for measuring how solving grows."""

from typing import Any

from northspan.core.document.file import parse
from northspan.core.job.job import Job


def property_of(runs: int) -> Job:
    """A utility, and rows of panels each fed from the one before, ten to a row; every third run is locked small."""
    stations = [{"id": "source", "name": "Source", "kind": "utility", "place": "site", "supply": "120/240-3w"}]
    wires = []
    for i in range(runs):
        load = {"amps": 2 + i % 7, "continuous_amps": i % 3, "neutral_amps": 1}
        stations.append(
            {"id": f"p{i}", "name": f"Panel {i}", "kind": "panelboard", "place": "site", "terminal_c": 75, "load": load}
        )
        wires.append(
            {
                "id": f"r{i}",
                "from_station": "source" if i % 10 == 0 else f"p{i - 1}",
                "to_station": f"p{i}",
                "use": "feeder",
                "system": "120/240-3w",
                "cable": {"length": 40 + 13 * (i % 9), "metal": "al" if i % 2 else "cu", "insulation": "XHHW-2"},
                "locks": {"size": "10" if i % 3 == 0 else None},
            }
        )
    site = [{"id": "site", "name": "Site", "kind": "yard"}]
    return parse({"name": f"Synthetic {runs}", "places": site, "stations": stations, "runs": wires})


def property_with_modes(stations: int) -> Job:
    """A service and panels on six places fed from one another, a generator and an inverter behind their switches.

    Three modes; every place has electrodes, every station its bond on record.
    """
    rods = [{"id": "rods", "kind": "rod", "count": 2, "spacing": 8}]
    places = [
        {
            "id": f"place{i}",
            "name": f"Place {i}",
            "kind": "dwelling" if i == 0 else "detached-building",
            "soil": "clay",
            "grounding": {"seen": True, "electrodes": rods},
        }
        for i in range(6)
    ]
    made: list[dict[str, Any]] = [
        {"id": "source", "name": "Source", "kind": "utility", "place": "place0", "supply": "120/240-3w"}
    ]
    runs: list[dict[str, Any]] = []
    own = {"system": "120/240-3w", "cable": {"length": 60, "metal": "al", "insulation": "XHHW-2"}}
    for i in range(stations - 3):
        switch = i in (5, 9)
        made.append(
            {
                "id": f"p{i}",
                "name": f"Panel {i}",
                "kind": "transfer-switch" if switch else "panelboard",
                "place": f"place{i % 6}",
                "terminal_c": 75,
                "load": {"amps": 4, "neutral_amps": 1},
                "transfer": {"switches_neutral": i == 9, "managed": True} if switch else None,
                "bonding": {"neutral": "screw" if i == 0 else "none"},
            }
        )
        start = "source" if i == 0 else f"p{max(0, i - 3)}"
        use = "service" if i == 0 else "feeder"
        runs.append({"id": f"r{i}", "from_station": start, "to_station": f"p{i}", "use": use, **own})
    for name, kind, at in (("set", "generator", "p5"), ("island", "inverter", "p9")):
        made.append({"id": name, "name": name, "kind": kind, "place": "place0", "generator": {"kw": 20, "units": 2}})
        runs.append(
            {
                "id": f"to-{at}",
                "from_station": name,
                "to_station": at,
                "use": "feeder",
                **own,
                "locks": {"breaker_a": 100},
            }
        )
    return parse({"name": f"Synthetic {stations}", "places": places, "stations": made, "runs": runs})


def chain_of(runs: int) -> Job:
    """Panels fed one from the other, all in one line: what is walked once for each run shows here."""
    stations: list[dict[str, object]] = [
        {"id": "pole", "name": "Pole", "kind": "utility", "place": "yard", "supply": "120/240-3w"}
    ]
    made: list[dict[str, object]] = []
    for n in range(runs):
        stations.append({
            "id": f"p{n}", "name": f"Panel {n}", "kind": "panelboard", "place": "yard", "terminal_c": 75,
            "load": {"amps": 1},
        })  # fmt: skip
        made.append({"id": f"r{n}", "from_station": f"p{n - 1}" if n else "pole", "to_station": f"p{n}",
            "use": "feeder" if n else "service", "system": "120/240-3w", "cable": {"metal": "al",
                "length": 20 + n % 7}})  # fmt: skip
    places = [{"id": "yard", "name": "Yard", "kind": "yard"}]
    return parse({"name": f"Chain of {runs}", "places": places, "stations": stations, "runs": made})
