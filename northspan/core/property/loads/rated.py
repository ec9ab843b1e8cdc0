"""What a transformer's kVA come to in amperes: the utility's, and one of one's own."""

import math

from northspan.core.book.systems import SYSTEMS
from northspan.core.figures.working import Figure, Step, number
from northspan.core.job.job import Station
from northspan.core.physics.transformer import bank_amps, rated_amps

TEXTBOOK = "apparent power over voltage"
NONE = Figure(None, "A", ())


def rated_current(station: Station) -> Figure:
    """Rated current (A) of a station's transformer at what it delivers, with the trade's two ways of rounding it; no
    value where no kVA are on record.

    >>> from northspan.core.job.job import Transformer
    >>> made = Transformer(secondary="240-2w", kva=25)
    >>> own = Station(id="t", name="T", kind="transformer", place="p", transformer=made)
    >>> [step.value for step in rated_current(own).steps[1:]]
    [104.0, 104.0]
    """
    kva, system = None, station.supply
    if station.transformer is not None:
        kva, system = station.transformer.kva, station.transformer.secondary
    elif station.kind == "utility" and station.source is not None:
        kva = station.source.kva
    if kva is None or system is None:
        return NONE
    wiring = SYSTEMS[system]
    bank = wiring.of_a_wye and station.kind == "utility"
    amps = bank_amps(kva, wiring.volts) if bank else rated_amps(kva, wiring.volts)
    what = f"{number(kva)} kVA ÷ {'√3 ÷ ' if bank else ''}{number(wiring.volts)} V"
    return Figure(
        amps,
        "A",
        (
            Step(what, amps, "A", TEXTBOOK),
            Step("To the nearest ampere, as loads are counted", float(math.floor(amps + 0.5)), "A", "rounding"),
            Step("With the fraction dropped, as a plate is promised", float(math.floor(amps)), "A", "rounding"),
        ),
    )
