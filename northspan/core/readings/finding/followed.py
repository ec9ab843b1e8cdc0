"""Suspects followed to what explains best: the loads, the source and the ohms that fit what was read.

Each is followed step by step (Gauss and Newton), all of them in lockstep, and integrated over what is fitted by the
curvature there (Laplace).
"""

import math
from collections.abc import Mapping, Sequence
from dataclasses import dataclass, replace
from typing import Protocol

import numpy as np
from numpy.typing import NDArray

from northspan.core.property.whole.readings import Kind
from northspan.core.readings.network.likely import Complex, Floats, Idle, Read, fit, turned
from northspan.core.readings.network.meter import Edit
from northspan.core.readings.network.suspects import Suspect
from northspan.core.readings.taken.spot import Spot

# In so many steps; how far an unknown is followed (deviations).
STEPS, MOST_OFF, MOST_DRIVEN = 8, 2.5, 4.0
# How far apart two ohms are that a slope is taken between (in the logarithm).
NEAR = 0.15
# What is further off than this (deviations) counts for little more.
WILD = 6.0
# A reading that is further than this from what one thing would have read (standard deviations) is not explained by it.
UNEXPLAINED = 4.0

# What is suspected at once, each with its ohms.
Things = tuple[tuple[Suspect, float | None], ...]


class Reads(Protocol):
    """A meter, or several as one: all that can be read, and what is read there with something changed."""

    spots: tuple[Spot, ...]
    unread: Floats

    def idle(self, row: int, value: float) -> Idle | None:
        """What need not run where so much is read at a spot; None where that says nothing of it."""

    def moved(self, deviations: Floats, edits: Sequence[Edit] = ()) -> "Reads":
        """The same with its unknowns so many deviations from their middle, and edited."""

    def slopes(
        self, sets: Sequence[Sequence[Edit]], rows: NDArray[np.intp], drive: tuple[str, str, float] | None = None
    ) -> tuple[Complex, Complex]:
        """What is read at some spots with each set of edits, and by how much each unknown moves it."""

    def slopes_again(
        self, sets: tuple[tuple[Edit, ...], ...], rows: NDArray[np.intp], drive: tuple[str, str, float] | None = None
    ) -> tuple[Complex, Complex]:
        """The same with its unknowns at their middle, kept."""

    @property
    def count(self) -> int:
        """How many unknowns there are."""


@dataclass(frozen=True, slots=True)
class Candidate:
    """What may be: its things, its weight (logarithm), the unknowns about which it was tried and the logarithm of its
    ohms, which readings it does not explain and how far off all are, whether its ohms are told, the unknowns that
    explain best as far as it was tried (None: ``point``), what it is driven by from outside (deviations).
    """

    things: Things
    log: float
    point: Floats
    at: float | None = None
    wrong: NDArray[np.bool_] | None = None
    misfit: float = 0.0
    told: bool = True
    guess: Floats | None = None
    driven: float = 0.0


@dataclass(slots=True)
class _Way:
    """A candidate on its way: its first thing and the edits of the others, where it is now, the best so far."""

    candidate: Candidate
    suspect: Suspect
    rest: tuple[Edit, ...]
    low: float
    high: float
    point: Floats
    at: float | None
    driven: float
    best: tuple[float, Candidate] | None = None
    was: tuple[float, float] | None = None

    @property
    def spread(self) -> float:
        """Ohms are nowhere told in their range: a spread as wide as that."""
        return (self.high - self.low) / math.sqrt(12.0)


def followed(
    meter: Reads, read: Read, before: Mapping[Kind, float], candidates: Sequence[Candidate]
) -> list[Candidate]:
    """Candidates at the loads and ohms that explain best with each; ``before`` is the logarithm of each kind's weight
    before anything was read.
    """
    ways = [_begun(each) for each in candidates]
    active = list(ways)
    for _ in range(STEPS):
        if not active:
            break
        active = _stepped(meter, read, before, active)
    return [way.candidate if way.best is None else way.best[1] for way in ways]


def _begun(candidate: Candidate) -> _Way:
    (suspect, _), *beside = candidate.things
    rest = tuple(edit for other, ohms in beside for edit in other.edits(ohms))
    low, high = (0.0, 0.0) if suspect.ohms is None else (math.log(end) for end in suspect.ohms)
    point = candidate.point if candidate.guess is None else candidate.guess
    at = None if candidate.at is None else min(max(candidate.at, low), high)
    return _Way(candidate, suspect, rest, low, high, point, at, candidate.driven)


def within(mean: Floats, middle: Floats) -> Floats:
    """Unknowns no further from their middle than they are followed."""
    return np.clip(mean, middle - MOST_OFF, middle + MOST_OFF)


def _stepped(meter: Reads, read: Read, before: Mapping[Kind, float], ways: Sequence[_Way]) -> list[_Way]:
    """One step of each; those that moved yet."""
    count = meter.count
    shown = np.zeros((len(ways), len(read.rows)))
    # The unknowns, what is driven from outside, the ohms.
    slopes = np.zeros((len(ways), len(read.rows), count + 2))
    where = np.zeros((len(ways), count + 2))
    for i, way in enumerate(ways):
        where[i, : count + 1] = [*way.point, way.driven]
        shown[i] = _read(meter, read, way, slopes[i], count)
    now = fit(shown, slopes, where, read)
    still = []
    for i, way in enumerate(ways):
        at = way.at
        made = replace(
            way.candidate, things=((way.suspect, None if at is None else math.exp(at)), *way.candidate.things[1:]),
            log=float(now.log[i]) + before[way.suspect.kind], point=way.point, at=at,
            wrong=now.slips[i] | (np.abs(now.off[i]) > UNEXPLAINED), misfit=float(np.sum(now.off[i] ** 2)),
            driven=way.driven, guess=None,
            told=at is None or way.spread * math.sqrt(float(now.covariance[i, -1, -1])) < 1.0,
        )  # fmt: skip
        # By what it really reads there: on the way the slopes may promise more than there is.
        really = -0.5 * (
            _missed(read, shown[i]) + float(np.sum((way.point - now.middle[i, :count]) ** 2)) + way.driven**2
        )
        if way.best is None or really > way.best[0]:
            way.best = (really, made)
        elif really < way.best[0] - 0.5:
            # Too far: half the way back.
            back = way.best[1]
            way.was, way.point = None, 0.5 * (way.point + back.point)
            way.driven = 0.5 * (way.driven + back.driven)
            way.at = None if at is None or back.at is None else 0.5 * (at + back.at)
            still.append(way)
            continue
        was = way.was
        if was is not None and abs(really - was[0]) < 0.02 and (at is None or abs(at - was[1]) < NEAR / 3.0):
            continue
        way.was = (really, 0.0 if at is None else at)
        way.driven = float(np.clip(now.mean[i, count], -MOST_DRIVEN, MOST_DRIVEN))
        way.point = within(now.mean[i, :count], now.middle[i, :count])
        if at is not None:
            way.at = float(np.clip(at + np.clip(way.spread * now.mean[i, -1], -1.5, 1.5), way.low, way.high))
        still.append(way)
    return still


def _missed(read: Read, shown: Floats) -> float:
    """How far off readings are (sum of squared deviations), what is wild counting for little more."""
    off = ((read.values - np.abs(shown)) / read.sigma) ** 2
    return float(np.sum(np.where(off > WILD**2, WILD**2 * (1.0 + np.log(np.maximum(off, WILD**2) / WILD**2)), off)))


def _read(meter: Reads, read: Read, way: _Way, slopes: Floats, count: int) -> Floats:
    """What would be read with a candidate where it is now; ``slopes`` are filled in."""
    here, at = meter.moved(way.point, way.rest), way.at
    step = NEAR if at is not None and at + NEAR <= way.high else -NEAR
    sets = tuple(
        way.suspect.edits(None if x is None else math.exp(x)) for x in ([at] if at is None else [at, at + step])
    )
    values, moved = here.slopes(sets, read.rows, way.suspect.drive)
    by_ohms = np.zeros_like(values[:1]) if at is None else way.spread * (values[1:] - values[:1]) / step
    driven = with_drive(values[:1], with_ohms(moved[:1], by_ohms, count + 2), np.array([way.driven]))
    shown, own = turned(*driven)
    slopes[:] = own[0]
    return np.asarray(shown[0], dtype=np.float64)


def with_ohms(moved: Complex, by_ohms: Complex, many: int) -> Complex:
    """Slopes in so many columns: of the unknowns, of what is driven from outside (nothing where none is), of ohms."""
    found = np.zeros((*moved.shape[:2], many), dtype=np.complex128)
    found[:, :, : moved.shape[2]] = moved
    found[:, :, -1] = by_ohms
    return found


def with_drive(read: Complex, moved: Complex, driven: Floats) -> tuple[Complex, Complex]:
    """What is read, and its slopes, with so many deviations driven from outside: a row for each."""
    along = moved[:, :, -2]
    return read + along * driven[:, None], np.broadcast_to(moved, (len(driven), *moved.shape[1:]))
