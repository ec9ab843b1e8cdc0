"""How many decimal places a figure is written with, by its unit: on screen and on paper alike."""

from collections.abc import Mapping
from types import MappingProxyType

PLACES: Mapping[str, int] = MappingProxyType(
    {
        "%": 2, "V": 2, "A": 1, "VA": 0, "W": 0, "kWh": 0, "$": 0, "years": 1, "ft": 0, "m": 1, "mm": 0, "factor": 2,
        "share": 2, "ohm": 4, "ohm/kft": 3, "s": 2, "in2": 4, "in3": 1, "cmil": 0, "°C": 0, "°": 0, "lb": 0, "N": 0,
        "lb/ft": 2, "N/m": 0, "qt": 1, "l": 1,
    }
)  # fmt: skip
