"""Arc welders: what their circuit carries by the duty cycle, and the devices it may have. 630.11 and 630.12."""

from northspan.core.codes.nec.data import WELDER_DUTY
from northspan.core.codes.nec.sizing import overcurrent
from northspan.core.figures.working import number
from northspan.core.job.job import Appliance
from northspan.core.run.question import DeviceLimit

WELDER_MOST, WIRE_MOST = 2.0, 2.0


def share(welder: Appliance) -> float:
    """Share of the plate's current that counts: by the duty cycle on its plate, 1 where none is on record. A duty cycle
    between two rows takes the row above. Table 630.11(A).

    >>> share(Appliance(id="w", name="Welder", kind="welder", amps=60, duty_pct=50))
    0.71
    """
    if welder.duty_pct is None:
        return 1.0
    row = next(row for row in WELDER_DUTY.rows if float(row) >= welder.duty_pct - 1e-9)
    return WELDER_DUTY.number(row, "motor" if welder.motor else "other") or 1.0


def device(plate_a: float) -> DeviceLimit:
    """200 % of the plate's current for the welder and 200 % of what the wire carries for the wire, the next standard
    rating above where that is none. 630.12(A) and (B).

    >>> device(50.0).most_a, device(50.0).usual_a
    (100.0, 50.0)
    """
    most = overcurrent.standard_rating(WELDER_MOST * plate_a) or WELDER_MOST * plate_a
    usual = overcurrent.standard_rating(plate_a) or most
    words = f"a welder of {number(plate_a)} A on its plate: 200 % of that at most"
    return DeviceLimit(most, usual, words, "630.12(A), (B)", times_wire=WIRE_MOST)
