"""The tables behind the physics, read from their data files when first used."""

from northspan.core.figures.tables import load_tables

_TABLES = load_tables("northspan.core.physics")

SOILS = _TABLES["soils"]
BREAKER_TIMES = _TABLES["breaker times"]
RODS_BY_THUMB = _TABLES["rods by thumb"]
STEEL_RACEWAYS = _TABLES["steel raceways"]
BARE_WIRE = _TABLES["bare wire"]
DENSITIES = _TABLES["densities"]
