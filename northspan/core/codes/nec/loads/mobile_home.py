"""A mobile home's load, by a calculation of its own in place of Article 220's. 550.18."""

from northspan.core.codes.nec.data import MOBILE_RANGE
from northspan.core.codes.nec.loads import demand
from northspan.core.codes.nec.loads.equipment import nameplates
from northspan.core.codes.nec.loads.standard import NEUTRAL_SHARE, general_steps, standard_method
from northspan.core.codes.nec.loads.tally import Tally
from northspan.core.figures.working import Step, number
from northspan.core.job.job import Place
from northspan.core.property.loads.place_load import LoadMethod

WHOLE_UP_TO = 3
SHARE = 0.75


def free_standing_range(plate_va: float) -> tuple[float, tuple[Step, ...]]:
    """What a free-standing range counts for (VA), by its plate; above the table whole. 550.18(B)(5).

    >>> free_standing_range(9000.0)[0], free_standing_range(12000.0)[0], free_standing_range(12500.1)[0]
    (7200.0, 8000.0, 8400.0)
    """
    row = next((row for row in MOBILE_RANGE.rows if plate_va <= float(row)), None)
    if row is None:
        return plate_va, (Step("Above the table, counted whole", plate_va, "VA", "550.18(B)(5)"),)
    share = MOBILE_RANGE.number(row, "share")
    if share is None:
        read = MOBILE_RANGE.read(row, "va", f"A range of {number(plate_va)} VA")
        return MOBILE_RANGE.number(row, "va") or plate_va, (read,)
    read = MOBILE_RANGE.read(row, "share", f"Share of {number(plate_va)} VA")
    return share * plate_va, (read, Step("Counted", share * plate_va, "VA", "550.18(B)(5)"))


def mobile_home(place: Place, line_volts: float, wye: bool, whole_cooling: bool = True) -> LoadMethod:
    """A mobile home with its floor area; a wall oven or a cooktop is entered as fastened, a range stands free.

    Lighting and kitchen with the demand of dwellings; of what is fastened, dryers among it, 75 % where there are more
    than three; ranges by their own table; the larger of heating and cooling; a quarter of the largest motor.
    """
    tally = Tally(line_volts, wye, whole_cooling=whole_cooling)
    general, steps = general_steps(place)
    va, demand_steps = demand.lighting(general)
    tally.line("Lighting, receptacles, kitchen and laundry circuits", va, (*steps, *demand_steps), neutral_va=va)
    ranges = nameplates.of_kind(place.appliances, "range")
    if ranges:
        each = [free_standing_range(plate) for plate in nameplates.ratings(ranges, line_volts)]
        va = sum(counted for counted, _ in each)
        read = [step for _, steps in each for step in steps]
        read += [Step("Together", va, "VA", "550.18(B)(5)")] if len(each) > 1 else []
        tally.line("Cooking", va, (*nameplates.steps(ranges, line_volts), *read), neutral_va=NEUTRAL_SHARE * va)
    fixed = nameplates.of_kind(place.appliances, *nameplates.FASTENED, "dryer")
    share = SHARE if sum(a.count for a in fixed) > WHOLE_UP_TO else 1.0
    name = "Appliances fastened in place, and dryer" + (", more than three" if share < 1.0 else "")
    tally.appliances(name, fixed, share, "550.18(B)(4)")
    dryers = nameplates.of_kind(place.appliances, "dryer")
    tally.neutral_va += NEUTRAL_SHARE * share * nameplates.total_va(dryers, line_volts)
    tally.appliances("Vehicle chargers", nameplates.of_kind(place.appliances, "ev-charger"))
    tally.heating_or_cooling(place.appliances)
    tally.appliances("Other loads", nameplates.of_kind(place.appliances, "other", "welder"))
    tally.largest_motor()
    return standard_method(tally, "Mobile home calculation", "550.18", "In place of Article 220’s, for a mobile home.")
