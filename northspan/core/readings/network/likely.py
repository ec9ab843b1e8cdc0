"""How well what would be read explains what was read, the loads and the source being unknown.

A reading is off by its meter's own error; what is not on record of the loads and the source's volts moves many readings
together. Both are taken as normal, the second by the slopes of the readings (a first-order propagation of covariance);
now and then a reading is a slip of the pen. Source: Kalman, Journal of Basic Engineering 82 (1960), 35.
"""

import math
from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

Floats = NDArray[np.float64]
Complex = NDArray[np.complex128]
# One reading in so many is a slip of the pen.
SLIP = 1e-3
# Of something that nobody thought of: how often a reading has to do with it, how far off that may be (of what reads).
STRANGE, STRANGE_SHARE = 0.3, 1.0
ROOT_TAU = math.sqrt(2.0 * math.pi)


@dataclass(frozen=True)
class Read:
    """What was read: its places among the spots, its values, one deviation of the meter's own (all in its unit)."""

    rows: NDArray[np.intp]
    values: Floats
    sigma: Floats

    @property
    def slip(self) -> Floats:
        """How widely a slip of the pen may lie."""
        return np.maximum(2.0 * self.values, 20.0 * self.sigma)

    @property
    def strange(self) -> Floats:
        """How widely a reading may lie that has to do with something nobody thought of."""
        return np.maximum(STRANGE_SHARE * self.values, 20.0 * self.sigma)


def turned(read: Complex, slopes: Complex) -> tuple[Floats, Floats]:
    """Phasors as meters show them, but with a sign: along their own direction where they are large, along that in which
    the unknowns move them where they are small, so that what turns round goes through nothing.
    """
    axis = np.sum(slopes**2, axis=-1)
    spread = np.sqrt(np.sum(np.abs(slopes) ** 2, axis=-1))
    by_axis = np.exp(0.5j * np.angle(np.where(np.abs(axis) > 0.0, axis, 1.0)))
    size = np.abs(read)
    own = np.where(size > 0.0, read / np.where(size > 0.0, size, 1.0), 1.0)
    toward = np.where(size > 2.0 * spread, own, by_axis)
    return np.real(read * np.conj(toward)), np.real(slopes * np.conj(toward)[..., None])


@dataclass(frozen=True)
class Fit:
    """How well rows of what would be read explain what was read: the logarithm of the evidence, the unknowns that
    explain best and their covariance, how far off each reading was as it came (standard deviations of what was known by
    those before it), and which were taken as slips. A row each.
    """

    log: Floats
    mean: Floats
    covariance: Floats
    off: Floats
    slips: NDArray[np.bool_]


def fit(shown: Floats, slopes: Floats, point: Floats, read: Read, strange: bool = False) -> Fit:
    """Condition unknowns of one deviation each on what was read, reading after reading (Kalman's update): ``shown`` is
    what would be read with the unknowns at ``point``, ``slopes`` by how much each moves it; rows are of different
    suspects. A meter shows no sign, so that each reading is taken with the sign that those before it give it. One that
    lies too far off is taken as a slip and tells nothing; where something ``strange`` may be, as having to do with it.
    """
    rows, many = shown.shape
    count = slopes.shape[2]
    mean = np.zeros((rows, count))
    covariance = np.repeat(np.eye(count)[None], rows, axis=0)
    log, off = np.zeros(rows), np.zeros((rows, many))
    slips = np.zeros((rows, many), dtype=bool)
    apart = np.einsum("rmk,rmk->rm", slopes, slopes)
    # What lies clear of nothing first: it says which way round the rest is.
    clear = np.mean(np.abs(shown) > 2.0 * np.sqrt(apart), axis=0) if rows else np.zeros(many)
    order = np.argsort(-clear, kind="stable")
    rate = STRANGE if strange else SLIP
    for i in order.tolist():
        along = slopes[:, i]
        gain = np.einsum("rkl,rl->rk", covariance, along)
        variance = np.einsum("rk,rk->r", along, gain) + read.sigma[i] ** 2
        expected = shown[:, i] + np.einsum("rk,rk->r", along, mean - point[:, :])
        # Where it lies clear of nothing at that point it is on that side; else where those before it put it.
        side = np.where(np.abs(shown[:, i]) > 3.0 * read.sigma[i], shown[:, i], expected)
        sign = np.where(side < 0.0, -1.0, 1.0)
        miss = sign * read.values[i] - expected
        deviation = np.sqrt(variance)
        close = miss / deviation
        other = (read.values[i] + sign * expected) / deviation
        density = (np.exp(-0.5 * np.minimum(close**2, 1200.0)) + np.exp(-0.5 * np.minimum(other**2, 1200.0))) / (
            deviation * ROOT_TAU
        )
        wide = rate / (read.strange if strange else read.slip)[i]
        kept = (1.0 - rate) * density
        log += np.log(np.maximum(kept, wide) if strange else kept + wide)
        off[:, i] = close
        slips[:, i] = kept < wide
        told = np.where(slips[:, i], 0.0, 1.0 / variance)
        mean = mean + gain * (told * miss)[:, None]
        covariance = covariance - (told[:, None, None] * gain[:, :, None]) * gain[:, None, :]
    return Fit(log, mean, covariance, off, slips)
