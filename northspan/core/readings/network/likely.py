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
# A reading may be of either sign where the one is no less likely than this beside the other; of so many ways of taking
# them those are kept that are no less likely than this beside the best (logarithm).
EITHER, MOST_WAYS, OUT = 1e-3, 4, 12.0
# Rows so much less likely than the likeliest are not gone on with.
LOST = 40.0
# A slip tugs no more than so many deviations would.
TUG = 3.0
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

    def some(self, which: list[int]) -> "Read":
        """Some of them, by their places."""
        idle = tuple(self.idle[i] for i in which)
        return Read(self.rows[which], self.values[which], self.sigma[which], idle)

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
    # What lies across that (two legs of a wye) never goes through nothing.
    across = np.abs(np.imag(read * np.conj(by_axis)))
    toward = np.where((size > 2.0 * spread) | (across > 0.7 * spread), own, by_axis)
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


def fit(shown: Floats, slopes: Floats, point: Floats, read: Read, strange: bool = False) -> Fit:
    """Condition unknowns of one deviation each on what was read, reading after reading (Kalman's update): ``shown`` is
    what would be read with the unknowns at ``point``, ``slopes`` by how much each moves it; rows are of different
    suspects. A meter shows no sign: where a reading may be of either, both ways are gone, the likeliest few of them.
    One that lies too far off is taken as a slip and tells little; where something ``strange`` may be, as having to do
    with it. Where a clamp read nothing, nothing may run: that is a way of its own.
    """
    ways = _Ways.begun(shown.shape[0], shown.shape[1], slopes.shape[2], any(each is not None for each in read.idle))
    apart = np.einsum("rmk,rmk->rm", slopes, slopes)
    # What lies clear of nothing first: it says which way round the rest is. Where nothing runs the rest says best.
    clear = np.mean(np.abs(shown) > 2.0 * np.sqrt(apart), axis=0) if len(shown) else np.zeros(shown.shape[1])
    order = np.argsort(np.array([each is not None for each in read.idle]) - clear, kind="stable")
    for i in order.tolist():
        idle = read.idle[i]
        if idle is not None:
            ways = ways.and_idle(np.pad(idle.ways, ((0, 0), (0, slopes.shape[2] - idle.ways.shape[1]))), idle.left)
        ways = ways.told(i, shown[:, i], slopes[:, i], point, read, strange)
    return ways.best()


@dataclass
class _Ways:
    """Ways of taking the readings so far: of which row each is (``of``), how likely (logarithm), the unknowns by it,
    and without the readings (``middle``, ``around``: None where all has to run).
    """

    rows: int
    of: NDArray[np.intp]
    log: Floats
    mean: Floats
    covariance: Floats
    middle: Floats
    around: Floats | None
    off: Floats
    slips: NDArray[np.bool_]

    @classmethod
    def begun(cls, rows: int, many: int, count: int, idle: bool) -> "_Ways":
        """One way for each row, nothing read yet."""
        mean, whole = np.zeros((rows, count)), np.repeat(np.eye(count)[None], rows, axis=0)
        around = whole.copy() if idle else None
        return cls(
            rows, np.arange(rows, dtype=np.intp), np.zeros(rows), mean, whole, mean.copy(), around,
            np.zeros((rows, many)), np.zeros((rows, many), dtype=bool),
        )  # fmt: skip

    def some(self, which: NDArray[np.intp]) -> "_Ways":
        """Some of them, some of those perhaps twice."""
        return _Ways(
            self.rows, self.of[which], self.log[which], self.mean[which], self.covariance[which], self.middle[which],
            None if self.around is None else self.around[which], self.off[which], self.slips[which],
        )  # fmt: skip

    def and_idle(self, pull: Floats, left: Floats) -> "_Ways":
        """Each way, and the same where nothing runs along some branches: with c that nothing runs, p(read | c) =
        p(read) p(c | read) / p(c).
        """
        twice = self.some(np.concatenate([np.arange(len(self.of)), np.arange(len(self.of))]))
        assert twice.around is not None
        half = slice(len(self.of), None)
        mean, covariance, middle, around = (
            each[half] for each in (twice.mean, twice.covariance, twice.middle, twice.around)
        )
        likelier = np.full(len(mean), IDLE)
        for along, amps in zip(pull, left, strict=True):
            own, before = covariance @ along, around @ along
            v, v0 = own @ along + IDLE_A**2, before @ along + IDLE_A**2
            e, e0 = amps - mean @ along, amps - middle @ along
            likelier += 0.5 * (np.log(v0 / v) + e0**2 / v0 - e**2 / v)
            mean = mean + own * (e / v)[:, None]
            covariance = covariance - own[:, :, None] * (own / v[:, None])[:, None, :]
            middle = middle + before * (e0 / v0)[:, None]
            around = around - before[:, :, None] * (before / v0[:, None])[:, None, :]
        twice.mean[half], twice.covariance[half] = mean, covariance
        twice.middle[half], twice.around[half] = middle, around
        twice.log[half] += likelier
        return twice

    def told(self, i: int, shown: Floats, along: Floats, point: Floats, read: Read, strange: bool) -> "_Ways":
        """Each way with one reading more, both ways round where it may be either; the likeliest few of each row."""
        rate, value = STRANGE if strange else SLIP, float(read.values[i])
        anywhere = rate / float((read.strange if strange else read.slip)[i])
        pull = along[self.of]
        gain = np.matmul(self.covariance, pull[:, :, None])[:, :, 0]
        variance = np.einsum("wk,wk->w", pull, gain) + read.sigma[i] ** 2
        expected = shown[self.of] + np.einsum("wk,wk->w", pull, self.mean - point[self.of])
        miss = np.array([[1.0], [-1.0]]) * value - expected
        density = np.exp(-0.5 * np.minimum(miss**2 / variance, 1200.0)) / (np.sqrt(variance) * ROOT_TAU)
        first = np.where(density[1] > density[0], 1, 0)
        kept, other = (1.0 - rate) * density.max(axis=0), (1.0 - rate) * density.min(axis=0)
        either = np.flatnonzero((other > anywhere) & (other > EITHER * kept) & (value > read.sigma[i]))
        which = np.concatenate([np.arange(len(self.of)), either])
        way = np.concatenate([first, 1 - first[either]])
        kept = np.concatenate([kept, other[either]])
        log = self.log[which] + np.log(np.maximum(kept, anywhere) if strange else kept + anywhere)
        if len(which) > self.rows or np.any(log < log.max(initial=-np.inf) - LOST):
            chosen = _likeliest(self.of[which], log)
            which, way, kept, log = which[chosen], way[chosen], kept[chosen], log[chosen]
        same = len(which) == len(self.of) and np.array_equal(which, np.arange(len(which)))
        found = self if same else self.some(which)
        slip = kept < anywhere
        miss, variance, gain = miss[way, which], variance[which], gain[which]
        # What is taken as a slip still tugs, as far as three deviations would: what explains it may lie that way.
        weight = 1.0 / np.where(slip, variance + (miss / TUG) ** 2, variance)
        found.log = log
        found.mean += gain * (weight * miss)[:, None]
        found.covariance -= np.einsum("wk,wl->wkl", weight[:, None] * gain, gain)
        found.off[:, i], found.slips[:, i] = miss / np.sqrt(variance), slip
        return found

    def best(self) -> Fit:
        """The likeliest way of each row, as likely as all of its ways together; of rows that are lost nothing is
        known."""
        order = np.lexsort((-self.log, self.of))
        first = order[np.flatnonzero(np.diff(self.of[order], prepend=-1))]
        top, there = self.log[first], self.of[first]
        best, together = np.zeros(self.rows), np.zeros(self.rows)
        best[there] = top
        np.add.at(together, self.of, np.exp(self.log - best[self.of]))
        count, many = self.mean.shape[1], self.off.shape[1]
        found = Fit(
            np.full(self.rows, top.max(initial=0.0) - 2.0 * LOST), np.zeros((self.rows, count)),
            np.repeat(np.eye(count)[None], self.rows, axis=0), np.zeros((self.rows, count)),
            np.full((self.rows, many), OUT), np.ones((self.rows, many), dtype=bool),
        )  # fmt: skip
        found.log[there] = top + np.log(together[there])
        for whole, own in (
            (found.mean, self.mean), (found.covariance, self.covariance), (found.middle, self.middle),
            (found.off, self.off), (found.slips, self.slips),
        ):  # fmt: skip
            whole[there] = own[first]
        return found


def _likeliest(of: NDArray[np.intp], log: Floats) -> NDArray[np.intp]:
    """The likeliest few ways of each row, none of them out of the question."""
    order = np.lexsort((-log, of))
    sorted_of, sorted_log = of[order], log[order]
    new = np.append(True, sorted_of[1:] != sorted_of[:-1])
    begins = np.flatnonzero(new)
    each = np.cumsum(new) - 1
    least = np.maximum(sorted_log[begins][each] - OUT, log.max() - LOST)
    kept: NDArray[np.intp] = order[(np.arange(len(order)) - begins[each] < MOST_WAYS) & (sorted_log > least)]
    return kept
