"""The US code book's tables, words and notes, read from their data files when the book is first used."""

from typing import Any

from northspan.core.book.vocabulary import load_notes, load_vocabulary
from northspan.core.figures.sizes.scale import scale
from northspan.core.figures.tables import load_tables
from northspan.core.job.house_rules import HouseRules

AWG = scale("awg")
TABLES = load_tables("northspan.core.codes.nec")

AMPACITY = TABLES["310.16"]
AMBIENT = TABLES["310.15(B)(1)"]
BUNDLING = TABLES["310.15(C)(1)"]
DWELLING = TABLES["310.12"]
RATINGS = TABLES["240.6(A)"]
SMALL_CONDUCTORS = TABLES["240.4(D)"]
SERVICE_NEUTRAL = TABLES["250.102(C)(1)"]
LIGHTING_DEMAND = TABLES["220.45"]
DRYER_DEMAND = TABLES["220.54"]
RANGE_DEMAND = TABLES["220.55"]
ELECTRODE_CONDUCTOR = TABLES["250.66"]
EQUIPMENT_GROUND = TABLES["250.122"]
PROPERTIES = TABLES["Ch. 9 Table 8"]
IMPEDANCE = TABLES["Ch. 9 Table 9"]
FILL = TABLES["Ch. 9 Table 1"]
RACEWAYS = TABLES["Ch. 9 Table 4"]
AREAS = TABLES["Ch. 9 Table 5"]
COMPACT_AREAS = TABLES["Ch. 9 Table 5A"]
INSULATIONS = TABLES["insulations"]
COVER = TABLES["300.5(A)"]
BEND_RADII = TABLES["Ch. 9 Table 2"]
PVC_STRAPS = TABLES["352.30"]
STAPLES = TABLES["staples"]
BOXES = TABLES["314.16(A)"]
BOX_VOLUMES = TABLES["314.16(B)"]
WELDER_DUTY = TABLES["630.11(A)"]
MOBILE_RANGE = TABLES["550.18(B)"]
WORKING_DEPTH = TABLES["110.26(A)(1)"]
VOCABULARY = load_vocabulary("northspan.core.codes.nec", TABLES)
NOTES = load_notes("northspan.core.codes.nec")

_USUAL = {rule.name: rule.default for rule in VOCABULARY.house_rules}


def house(rules: HouseRules, name: str) -> Any:
    """What one of the book's own house rules is set to; as the book begins where it is not told. Raises KeyError.

    >>> house(HouseRules(), "rods"), house(HouseRules(rods="prove"), "rods")
    ('two', 'prove')
    """
    return (rules.model_extra or {}).get(name, _USUAL[name])


def device_word(at: str) -> str:
    """What the device is called that guards a run from where it stands.

    >>> device_word("run"), device_word("source")
    ('breaker', 'breaker at its source')
    """
    return VOCABULARY.words[f"at_{at}"]
