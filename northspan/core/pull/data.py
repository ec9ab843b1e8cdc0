"""The tables behind a pull, read from their data files when first used."""

from northspan.core.tables import load_tables

_TABLES = load_tables("northspan.core.pull")

FRICTION = _TABLES["friction"]
ROPES = _TABLES["ropes"]
