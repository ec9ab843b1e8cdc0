"""A standing load by its record, 220.87."""

from northspan.core.codes.nec.loads import legs
from northspan.core.codes.nec.loads.equipment import nameplates
from northspan.core.figures.working import Figure, Step, number
from northspan.core.job.job import LoadRecord, Place
from northspan.core.property.loads.place_load import LoadLine, LoadMethod

RECORD_FACTOR = 1.25


def by_record(place: Place, record: LoadRecord, line_volts: float, neutral: Figure) -> LoadMethod:
    """The recorded peak and what the record could not see, at 125 %, and every new load whole. 220.87."""
    seen = record.peak_va + record.unseen_va
    standing = RECORD_FACTOR * seen
    steps = [Step(f"Peak, {record.source}", record.peak_va, "VA", "220.87(1)")]
    if record.unseen_va:
        steps.append(Step("Heating, cooling or periodic load not in it", record.unseen_va, "VA", "220.87 exception"))
    steps.append(Step(f"{number(seen)} VA × {number(RECORD_FACTOR)}", standing, "VA", "220.87(2)"))
    lines = [LoadLine("Standing load by its record", Figure(standing, "VA", tuple(steps)))]
    new = [a for a in place.appliances if not a.stays]
    added = nameplates.total_va(new, line_volts)
    if new:
        lines.append(LoadLine("New loads", Figure(added, "VA", nameplates.steps(new, line_volts))))
    total = standing + added
    what = f"{number(standing)} + {number(added)}"
    barred = record.kind == "30-day" and record.solar_or_shaving
    if not place.stays:
        why = "A new building has no record."
    elif barred:
        why = "A 30-day recording does not stand for a year where a renewable source or peak shaving runs."
    elif record.kind == "30-day":
        why = "A 30-day recording stands in where a year's record cannot be had."
    else:
        why = "A year's record of the standing load is at hand."
    lasting = [a for a in new if nameplates.is_continuous(a)]
    return LoadMethod(
        "recorded",
        "Recorded load",
        "220.87",
        place.stays and not barred,
        why,
        tuple(lines),
        Figure(total, "VA", (Step(what, total, "VA", "220.87(3)"),)),
        legs.heavier_leg(total, line_volts, ()),
        neutral,
        nameplates.total_va(lasting, line_volts) / line_volts,
    )
