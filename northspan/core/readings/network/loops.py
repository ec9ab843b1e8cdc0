"""What a clamp on an electrode's wire measures: the electrode, and all that leads back beside it."""

import numpy as np

from northspan.core.physics.network.altered import Whole
from northspan.core.physics.network.nodal import EARTH
from northspan.core.readings.network.of_job import Metered


def loop_ohms(metered: Metered, place: str) -> tuple[float, float] | None:
    """Ohms of a place's electrodes, and of everything else between their wire and the earth; None where it has none."""
    network = metered.there.network
    branch = network.branch(f"earth {place}")
    if branch is None:
        return None
    rest = Whole(network.without(branch.name))
    at, earth = np.array([rest.place[branch.start]]), np.array([rest.place[EARTH]])
    return abs(branch.ohms), float(abs(rest.altered().between(at, earth)[0, 0]))
