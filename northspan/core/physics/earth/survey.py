"""A four-pin survey turned into a soil of two layers. Belongs to no code book.

The three figures of the soil are sought, in their logarithms, that leave the least squares between the logarithms of
measured and computed apparent resistivity. Source: IEEE Std 81, the inversion of four-point readings.
"""

import math
from collections.abc import Sequence
from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

from northspan.core.physics.earth.soil import Soil, apparent, apparents

LEAST_READINGS = 4
MOST_TRIES = 60


@dataclass(frozen=True, slots=True)
class Inverted:
    """The soil found, its computed resistivity at each spacing (ohm·m), and the misfit (root mean square, %).

    ``settled`` says that the search came to rest by itself; else it was stopped where it stood after so many tries.
    """

    soil: Soil
    computed: tuple[float, ...]
    misfit_pct: float
    settled: bool


def invert(spacings: Sequence[float], resistivities: Sequence[float]) -> Inverted | None:
    """Two layers of soil from the readings of a four-pin survey.

    Parameters
    ----------
    spacings : Sequence[float]
        Distances between neighbours (m), above 0.
    resistivities : Sequence[float]
        Apparent resistivity at each (ohm·m), above 0.

    Returns
    -------
    Inverted | None
        The soil, what it would have read, and how far off (None: fewer than four spacings).

    Notes
    -----
    Least squares over two layers, in the logarithms; IEEE Std 81.

    Examples
    --------
    >>> known = Soil(120.0, 2.0, 40.0)
    >>> feet = [0.5, 1.0, 2.0, 4.0, 8.0, 16.0]
    >>> found = invert(feet, [apparent(known, a) for a in feet])
    >>> round(found.soil.upper), round(found.soil.depth_m, 2), round(found.soil.lower)
    (120, 2.0, 40)
    """
    if len(set(spacings)) < LEAST_READINGS:
        return None
    order = np.argsort(spacings)
    a, rho = np.asarray(spacings, float)[order], np.asarray(resistivities, float)[order]
    log_rho = np.log(rho)

    def wrong(x: NDArray[np.float64]) -> NDArray[np.float64]:
        soil = Soil(math.exp(x[0]), math.exp(x[1]), math.exp(x[2]))
        return np.asarray(np.log(np.maximum(apparents(soil, a), 1e-9)) - log_rho, dtype=float)

    least, most = math.log(a[0] / 5.0), math.log(a[-1] * 2.0)
    low = [log_rho.min() - 2.5, least, log_rho.min() - 2.5]
    high = [log_rho.max() + 2.5, most, log_rho.max() + 2.5]
    # Only a survey needs it, and to import it takes longer than most jobs do whole.
    from scipy.optimize import least_squares

    # Three starts: the misfit has a valley for a thin layer and another for a thick one.
    starts = ([log_rho[0], least + share * (most - least), log_rho[-1]] for share in (0.25, 0.5, 0.75))
    searches = [least_squares(wrong, x0, bounds=(low, high), x_scale=1.0, max_nfev=MOST_TRIES) for x0 in starts]
    best = min(searches, key=lambda r: r.cost)
    soil = Soil(math.exp(best.x[0]), math.exp(best.x[1]), math.exp(best.x[2]))
    computed = tuple(apparent(soil, s) for s in spacings)
    misfit = math.sqrt(sum((c / r - 1.0) ** 2 for c, r in zip(computed, resistivities, strict=True)) / len(computed))
    return Inverted(soil, computed, 100.0 * misfit, best.status > 0)
