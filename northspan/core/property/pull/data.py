"""The tables behind a pull, read from their data files when first used."""

from northspan.core.figures.tables import load_tables

_TABLES = load_tables("northspan.core.property.pull")

FRICTION = _TABLES["friction"]
ROPES = _TABLES["ropes"]
