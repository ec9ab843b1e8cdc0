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
# Where a clamp reads nothing, that nothing runs is so likely beforehand (logarithm); nothing is this near (A).
IDLE, IDLE_A = math.log(0.2), 0.1
ROOT_TAU = math.sqrt(2.0 * math.pi)


@dataclass(frozen=True)
class Idle:
    """Branches along which nothing runs where a clamp reads nothing: the A on each for one deviation of each unknown,
    and the A that those have to come to.
    """

    ways: Floats
    left: Floats


@dataclass(frozen=True)
class Read:
    """What was read: its places among the spots, its values, one deviation of the meter's own (all in its unit), what
    need not run where it is nothing (None: it is something).
    """

    rows: NDArray[np.intp]
    values: Floats
    sigma: Floats
    idle: tuple[Idle | None, ...]

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
    explain best and their covariance, about which they were sought (``middle``), how far off each reading was as it
    came (standard deviations of what was known by those before it), and which were taken as slips. A row each.
    """

    log: Floats
    mean: Floats
    covariance: Floats
    middle: Floats
    off: Floats
    slips: NDArray[np.bool_]


@dataclass
class _Known:
    """What is known of the unknowns so far, a row for each suspect: by the readings, and without them."""

    mean: Floats
    covariance: Floats
    middle: Floats
    around: Floats

    def idle(self, pull: Floats, left: Floats) -> tuple["_Known", Floats]:
        """The same where nothing runs along some branches, and the logarithm of how much likelier what was read is
        then: with c that nothing runs, p(read | c) = p(read) p(c | read) / p(c).
        """
        mean, covariance, middle, around = self.mean, self.covariance, self.middle, self.around
        likelier = np.zeros(len(mean))
        for along, amps in zip(pull, left, strict=True):
            own, before = covariance @ along, around @ along
            v, v0 = own @ along + IDLE_A**2, before @ along + IDLE_A**2
            e, e0 = amps - mean @ along, amps - middle @ along
            likelier += 0.5 * (np.log(v0 / v) + e0**2 / v0 - e**2 / v)
            mean = mean + own * (e / v)[:, None]
            covariance = covariance - own[:, :, None] * (own / v[:, None])[:, None, :]
            middle = middle + before * (e0 / v0)[:, None]
            around = around - before[:, :, None] * (before / v0[:, None])[:, None, :]
        return _Known(mean, covariance, middle, around), likelier

    def where(self, rows: NDArray[np.bool_], other: "_Known") -> "_Known":
        """Some rows of another, the rest as they are."""
        one, two = rows[:, None], rows[:, None, None]
        return _Known(
            np.where(one, other.mean, self.mean), np.where(two, other.covariance, self.covariance),
            np.where(one, other.middle, self.middle), np.where(two, other.around, self.around),
        )  # fmt: skip


@dataclass(frozen=True)
class _Seen:
    """One reading as it is expected: the logarithm of how likely it is, what it tells, how far off it is."""

    log: Floats
    gain: Floats
    variance: Floats
    miss: Floats
    slips: NDArray[np.bool_]


def fit(shown: Floats, slopes: Floats, point: Floats, read: Read, strange: bool = False) -> Fit:
    """Condition unknowns of one deviation each on what was read, reading after reading (Kalman's update): ``shown`` is
    what would be read with the unknowns at ``point``, ``slopes`` by how much each moves it; rows are of different
    suspects. A meter shows no sign, so that each reading is taken with the sign that those before it give it. One that
    lies too far off is taken as a slip and tells nothing; where something ``strange`` may be, as having to do with it.
    Where a clamp read nothing, nothing may run: whichever of the two is likelier.
    """
    rows, many = shown.shape
    count = slopes.shape[2]
    whole = np.repeat(np.eye(count)[None], rows, axis=0)
    known = _Known(np.zeros((rows, count)), whole, np.zeros((rows, count)), whole)
    log, off = np.zeros(rows), np.zeros((rows, many))
    slips = np.zeros((rows, many), dtype=bool)
    apart = np.einsum("rmk,rmk->rm", slopes, slopes)
    # What lies clear of nothing first: it says which way round the rest is. Where nothing runs the rest says best.
    clear = np.mean(np.abs(shown) > 2.0 * np.sqrt(apart), axis=0) if rows else np.zeros(many)
    order = np.argsort(np.array([each is not None for each in read.idle]) - clear, kind="stable")
    rate = STRANGE if strange else SLIP
    for i in order.tolist():
        anywhere = rate / float((read.strange if strange else read.slip)[i])

        def seen(now: _Known, i: int = i, anywhere: float = anywhere) -> _Seen:
            along = slopes[:, i]
            gain = np.einsum("rkl,rl->rk", now.covariance, along)
            variance = np.einsum("rk,rk->r", along, gain) + read.sigma[i] ** 2
            expected = shown[:, i] + np.einsum("rk,rk->r", along, now.mean - point)
            # Where it lies clear of nothing at that point it is on that side; else where those before it put it.
            side = np.where(np.abs(shown[:, i]) > 3.0 * read.sigma[i], shown[:, i], expected)
            sign = np.where(side < 0.0, -1.0, 1.0)
            miss = sign * read.values[i] - expected
            close, other = miss**2 / variance, (read.values[i] + sign * expected) ** 2 / variance
            density = np.exp(-0.5 * np.minimum(close, 1200.0)) + np.exp(-0.5 * np.minimum(other, 1200.0))
            kept = (1.0 - rate) * density / (np.sqrt(variance) * ROOT_TAU)
            here = np.log(np.maximum(kept, anywhere) if strange else kept + anywhere)
            return _Seen(here, gain, variance, miss, kept < anywhere)

        told = seen(known)
        if (idle := read.idle[i]) is not None:
            pull = np.pad(idle.ways, ((0, 0), (0, count - idle.ways.shape[1])))
            without, likelier = known.idle(pull, idle.left)
            other = seen(without)
            better = other.log + likelier + IDLE > told.log
            known = known.where(better, without)
            told = _Seen(
                np.where(better, other.log + likelier + IDLE, told.log),
                np.where(better[:, None], other.gain, told.gain), np.where(better, other.variance, told.variance),
                np.where(better, other.miss, told.miss), np.where(better, other.slips, told.slips),
            )  # fmt: skip
        log += told.log
        off[:, i] = told.miss / np.sqrt(told.variance)
        slips[:, i] = told.slips
        weight = np.where(told.slips, 0.0, 1.0 / told.variance)
        known.mean = known.mean + told.gain * (weight * told.miss)[:, None]
        known.covariance = known.covariance - (weight[:, None, None] * told.gain[:, :, None]) * told.gain[:, None, :]
    return Fit(log, known.mean, known.covariance, known.middle, off, slips)
