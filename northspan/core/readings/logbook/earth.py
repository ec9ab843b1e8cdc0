"""What a reading of electrodes tells of the soil that they stand in, as it was computed when it was taken."""

import math
from dataclasses import dataclass

from northspan.core.property.whole.measured import Measured
from northspan.core.property.whole.prepared import Prepared
from northspan.core.property.whole.solution import Solution
from northspan.core.readings.kinds.electrode import electrode_value


@dataclass(frozen=True, slots=True)
class Earth:
    """A reading of electrodes beside what was computed: the place's name and kind of soil, ohms as they are judged
    (None: not to be judged), ohms computed in that soil (None: they were not, or were entered as tested), and the
    logarithm of the resistivity (ohm·m) that it tells (None: none, where the electrode was not known to be lifted).
    """

    place: str
    soil: str
    ohms: float | None
    computed: float | None
    log_rho: float | None


def earth_of(ready: Prepared, solution: Solution, each: Measured) -> Earth | None:
    """What a reading tells; None where it is none of electrodes, or of a place that is not there. Resistance goes in
    proportion to resistivity: ρ = ρ computed with · ohms measured ÷ ohms computed.
    """
    place = next((p for p in ready.entered.places if p.id == each.at), None)
    if each.what != "electrode" or place is None:
        return None
    ground = next((g for g in solution.ground.places if g.place == each.at), None)
    ohms = electrode_value(each)
    # What was entered as tested is no figure that was computed.
    tested = any(e.measured_ohm is not None for e in place.grounding.electrodes)
    computed = None if ground is None or tested or not isinstance(ground.ohms.value, float) else ground.ohms.value
    tells = None
    if ground is not None and computed and ohms and each.lifted:
        tells = math.log(ground.soil.middle * ohms / computed)
    return Earth(place.name, place.soil or "unknown", ohms, computed, tells)
