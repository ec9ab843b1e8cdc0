"""A synthetic property of any number of runs, for measuring how solving grows."""

from northspan.core.job import Job
from northspan.core.jobfile import parse


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
                "length_ft": 40 + 13 * (i % 9),
                "metal": "al" if i % 2 else "cu",
                "insulation": "XHHW-2",
                "size": "10" if i % 3 == 0 else None,
            }
        )
    site = [{"id": "site", "name": "Site", "kind": "yard"}]
    return parse({"name": f"Synthetic {runs}", "places": site, "stations": stations, "runs": wires})
