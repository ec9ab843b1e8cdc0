"""The house rules in force, in words for paper."""

from collections.abc import Iterator

from northspan.core.job.house_rules import HouseRules

LABELS = {
    "name": "House rules",
    "feeder_drop_pct": "Drop limit, service and feeders",
    "branch_drop_pct": "Drop limit, branch circuits",
    "total_drop_pct": "Drop limit from the source",
    "drop_rule": "The drop limit",
    "drop_current": "Drop judged at",
    "spare_pct": "Spare over the design current",
    "dwelling_rule": "The 83 % rule",
    "equipment_ground": "Equipment ground",
    "pipe_up": "Pipe",
    "fill_rounding": "Raceway fill",
    "several_mains": "Several mains on one set",
    "unmarked_terminals": "Unmarked terminals",
    "conductor_temperature": "Resistance at",
    "neutral": "Neutral",
    "load_method": "A dwelling's load by",
    "outbuildings": "Its detached buildings",
    "rods": "Rods where none are there",
    "touch_line_v": "Line on volts hand to earth",
    "energy_price": "Energy at",
    "loss_hours": "Loss counted over",
}
_WORDS: dict[str, dict[object, str]] = {
    "drop_rule": {"binding": "decides the size", "advisory": "advises only"},
    "drop_current": {"load": "the load", "80-of-breaker": "80 % of the breaker", "breaker": "the breaker"},
    "dwelling_rule": {"rating": "83 % of the rating is enough", "load-too": "and the calculated load is carried"},
    "equipment_ground": {"table": "by table, 250.122", "full": "as the hots"},
    "pipe_up": {False: "the smallest that holds the wires", True: "one size up"},
    "fill_rounding": {"strict": "never above the table's share", "note-7": "eight tenths count as one, note 7"},
    "several_mains": {"sum": "made for the mains together", "load": "made for the load, 230.90(A) exception 3"},
    "unmarked_terminals": {"by-rating": "by rating, 110.14(C)(1)", "60": "60 °C", "75": "75 °C"},
    "conductor_temperature": {"table": "75 °C, the table's", "running": "running temperature"},
    "neutral": {"full": "full size", "calculated": "by calculated unbalance"},
    "load_method": {
        "optional": "the optional method where it may be used",
        "standard": "the standard method",
        "larger": "the larger method",
    },
    "outbuildings": {"added": "added on top", "within": "counted among its loads"},
    "rods": {"two": "two, and no test", "prove": "one, proved by a test"},
}
_UNITS = {
    "feeder_drop_pct": " %",
    "branch_drop_pct": " %",
    "total_drop_pct": " %",
    "spare_pct": " %",
    "touch_line_v": " V",
    "energy_price": " $/kWh",
    "loss_hours": " h a year at the design load",
}


def in_words(rules: HouseRules) -> Iterator[tuple[str, str]]:
    """Every rule: what it is about, and which school or figure is in force."""
    for name, label in LABELS.items():
        value = getattr(rules, name)
        words = _WORDS.get(name, {}).get(value)
        yield label, words if words is not None else f"{value:g}{_UNITS[name]}" if name in _UNITS else str(value)
