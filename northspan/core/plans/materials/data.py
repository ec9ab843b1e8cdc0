"""The tables behind a list of materials, read from their data files when first used."""

from northspan.core.figures.tables import load_tables

RACEWAYS = load_tables("northspan.core.plans.materials")["raceways"]
