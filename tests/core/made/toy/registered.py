"""The made-up book among the others, for as long as a test takes."""

import re
from contextlib import contextmanager
from unittest.mock import patch

from northspan.core.book import library

# What an electrician says in the United States, its book's sections, its gauges and its units.
US = re.compile(
    r"\b(hots?|grounds?|grounding|grounded|breakers?|panels?|panelboards?|receptacles?|feeders?|rods?|NEC|AWG|kcmil"
    r"|ft|GFCI|AFCI|utility|legs?|neutral|raceways?|pipes?|conduit|Ch\. 9|A to N|cans?)\b"
    r"|\b[2-8]\d\d\.\d{1,3}\b(?! [VA]\b)",
    re.IGNORECASE,
)


@contextmanager
def toy_book():
    """Within it the book is registered: one folder and one line."""
    with patch.dict(library._BOOKS, {"toy-1": "tests.core.made.toy.book"}):
        library.whole_ids.cache_clear()
        try:
            yield
        finally:
            library.whole_ids.cache_clear()


MILL = {
    "version": 3, "name": "Mill", "units": "metric", "code_book": "toy-1", "house_rules": {"moonlight": "full"},
    "places": [
        {"id": "cot", "name": "Cottage", "kind": "dwelling", "soil": "clay",
         "footprint": {"x": 0, "y": 0, "width": 8, "depth": 6},
         "appliances": [{"id": "oven", "name": "Oven", "kind": "oven", "va": 4000, "across": "neutral"}]},
        {"id": "mill", "name": "Mill", "kind": "detached-building", "soil": "clay",
         "footprint": {"x": 40, "y": 0, "width": 6, "depth": 6},
         "appliances": [{"id": "stone", "name": "Grinder", "kind": "mill", "amps": 9, "across": "neutral"}]},
    ],
    "stations": [
        {"id": "spring", "name": "Spring", "kind": "utility", "place": "cot", "supply": "230-1ph",
         "source": {"fault_a": 900, "earth_ohm": 5}},
        {"id": "board", "name": "Cottage board", "kind": "panelboard", "place": "cot",
         "gear": {"rating_a": 40, "has_main": True}},
        {"id": "mill-board", "name": "Mill board", "kind": "panelboard", "place": "mill"},
    ],
    "runs": [
        {"id": "in", "from_station": "spring", "to_station": "board", "use": "service", "system": "230-1ph",
         "cable": {"length": 12, "metal": "cu", "insulation": "rubber", "raceway": "tube", "location": "wet"}},
        {"id": "trunk", "from_station": "board", "to_station": "mill-board", "use": "feeder", "system": "230-1ph",
         "cable": {"length": 45, "metal": "cu", "insulation": "rubber", "raceway": "none", "location": "buried"}},
    ],
}  # fmt: skip
