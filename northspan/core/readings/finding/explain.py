"""What would explain readings: the property solved again for each suspect, and which reading would tell most next.

A suspect's chance goes with how likely what was read is with it, whatever the loads and the source's volts
(``likely``). First every suspect is tried at ohms far apart, about the middle of what is not on record, and where that
explains nothing again about the loads that the clamps tell; the likeliest are then followed (``followed``). Every kind
is as likely beforehand, but for something that is on no list, which has a weight of its own, and two things at once,
which are tried where no one thing explains every reading.
"""

import math
from collections import Counter
from collections.abc import Collection, Iterator, Mapping, Sequence
from dataclasses import dataclass, replace

import numpy as np
from numpy.typing import NDArray

from northspan.core.readings.finding.followed import (
    UNEXPLAINED,
    Candidate,
    Reads,
    Things,
    followed,
    with_drive,
    with_ohms,
    within,
)
from northspan.core.readings.finding.telling import Next, deciding, next_reading, told_apart
from northspan.core.readings.network.likely import Fit, Floats, Read, fit, turned
from northspan.core.readings.network.suspects import ELSE, HARMLESS, Suspect
from northspan.core.readings.taken.spot import Accuracy

# Ohms are first tried so far apart (in the logarithm); so many suspects are followed further.
STEP, FOLLOWED = 1.2, 10
# One deviation of where ohms lie about those that are tried (in the logarithm).
BETWEEN = 0.5 * STEP
# What comes from outside is tried at so many deviations, either way round.
DRIVES = np.array([-1.5, -0.5, 0.5, 1.5])
# Those that explain worse by this (in the logarithm) are out of the question.
WORSE = 25.0
# Ohms that explain so nearly as well (in the logarithm) are not ruled out.
AS_WELL = 2.0
# So many are told apart from one another, if they explain no worse than this (in the logarithm).
MOST_APART, NO_WORSE = 120, 9.0
# Where one thing is wrong a second is so often: bad work seldom comes alone. What is on no list is there so often, and
# loads beyond what loads do (of all that may be).
SECOND, NO_LIST, UNSAID = 0.1, 0.05, 0.1
# What a reading is worth that is taken with the power off, beside one that is not.
DEAD = 0.4
# That a current comes from outside, so much beside it may be something else, on no list, as long as the main is on.
UNPROVED = 0.2
# That it is on no list is told no likelier than this: it may be one that was not followed to what explains best.
MOST_ELSE = 0.85
# Nothing wrong at all is as likely as so many kinds of fault.
SOUND = 3.0
# Beside so many of the likeliest a second thing is looked for.
FIRSTS = 2


@dataclass(frozen=True, slots=True)
class Taken:
    """A reading as it is explained: at which of the meter's spots, its value (A, V, ohm)."""

    spot: int
    value: float


@dataclass(frozen=True, slots=True)
class Explained:
    """What is suspected, one thing or two at once, each with the ohms that explain best (None: it has none, or nothing
    tells them); its chance (0 to 1), what would have been read at each reading's spot; which others no reading tells it
    from. ``misfit`` is how far off all readings are by it (the sum of squared deviations, each of what was known by
    those before it: as many degrees of freedom as readings), ``log`` the logarithm of its weight, ``loads`` the
    unknowns by it (deviations).
    """

    things: Things
    chance: float
    would_read: Floats
    alike: tuple[str, ...]
    misfit: float
    log: float
    loads: Floats

    @property
    def key(self) -> str:
        """What is suspected as one word, or two."""
        return _key(self.things)


@dataclass(frozen=True, slots=True)
class Ranked:
    """What is suspected, the likeliest first; what to read next, None where nothing tells any apart; which of the
    readings (by their places) the likeliest one thing leaves unexplained; how many readings more would decide if the
    likeliest is right (None: more than a round has, or none would).
    """

    explained: tuple[Explained, ...]
    next: Next | None
    left: tuple[int, ...]
    deciding: int | None


def explain(
    meter: Reads,
    suspected: Sequence[Suspect],
    taken: Sequence[Taken],
    accuracies: Mapping[str, Accuracy],
    far: Collection[int] = (),
    main_off: bool = False,
) -> Ranked:
    """Every suspect by its chance; where none of them explains every reading, pairs of them too. Spots in ``far`` are
    not asked for. ``main_off``: some readings were taken with the property's own main off.
    """
    return _Search(meter, suspected, taken, accuracies).ranked(far, main_off)


class _Search:
    """One set of readings against everything that is suspected."""

    def __init__(
        self, meter: Reads, suspected: Sequence[Suspect], taken: Sequence[Taken], accuracies: Mapping[str, Accuracy]
    ):
        self.meter, self.suspected = meter, suspected
        # Every kind is as likely beforehand, and so is every one of a kind.
        kinds = Counter(suspect.kind for suspect in suspected)
        self.before = {
            kind: math.log((SOUND if kind == "none" else UNSAID if kind in HARMLESS else 1.0) / many)
            for kind, many in kinds.items()
        }
        rows = np.array([t.spot for t in taken], dtype=np.intp)
        of = [accuracies[spot.quantity] for spot in meter.spots]
        self.share = np.array([math.hypot(a.instrument, a.beside) for a in of])
        self.floor = np.hypot(np.array([a.floor for a in of]), meter.unread)
        values = np.array([t.value for t in taken], dtype=np.float64)
        sigma = np.hypot(self.floor[rows], self.share[rows] * values) if len(rows) else values
        idle = tuple(meter.idle(t.spot, t.value) for t in taken)
        self.read = Read(rows, values, sigma, idle)

    def ranked(self, far: Collection[int], main_off: bool) -> Ranked:
        """All that may be, told."""
        singles = self._followed(self._tried(None, np.zeros(self.meter.count), ()))
        best = max(singles, key=lambda each: each.log)
        if best.wrong is not None and best.wrong.any():
            # Perhaps only from afar: all again about the loads that the clamps tell.
            point = self._clamped()
            again = self._followed(self._tried(self.meter.moved(point), point, ()))
            singles = [max(two, key=lambda each: each.log) for two in zip(singles, again, strict=True)]
            best = max(singles, key=lambda each: each.log)
        left = () if best.wrong is None else tuple(np.flatnonzero(best.wrong).tolist())
        found = [*singles, *([self._elsewhere()] if len(self.read.rows) else [])]
        if left:
            found += self._pairs(singles)
        if len(self.read.rows):
            found[len(singles)] = self._weighed(found[len(singles)], found, main_off)
        found.sort(key=lambda each: -each.log)
        return self._told(found, {*self.read.rows.tolist(), *far}, left)

    def _tried(self, here: Reads | None, point: Floats, beside: Things) -> list[Candidate]:
        """Every suspect at ohms far apart, the unknowns left out about a point (``here`` None: their middle)."""
        fresh = [s for s in self.suspected if all(s.apart_from(other) for other, _ in beside)]
        grids = [_tried_at(s) for s in fresh]
        many = self.meter.count + 2
        found: list[Candidate] = []
        for some in _in_parts(range(len(fresh)), [len(grid) * many * many for grid in grids]):
            shown, slopes, drives = zip(*(self._slopes(fresh[i], grids[i], here) for i in some), strict=True)
            rows = np.concatenate(shown)
            at = np.repeat(np.append(point, [0.0, 0.0])[None], len(rows), axis=0)
            at[:, -2] = np.concatenate(drives)
            fits = fit(rows, np.concatenate(slopes), at, self.read)
            begin = 0
            for i in some:
                own_rows = slice(begin, begin + len(grids[i]))
                begin = own_rows.stop
                found.append(self._coarse(fresh[i], grids[i], fits, own_rows, point, beside))
        return found

    def _slopes(
        self, suspect: Suspect, grid: Sequence[float | None], here: Reads | None
    ) -> tuple[Floats, Floats, Floats]:
        """What is read with a suspect at each of its ohms, by how much each unknown moves that, and how much is driven
        from outside (deviations): a row for each.
        """
        ohms = grid if suspect.drive is None else [None]
        sets = tuple(suspect.edits(None if x is None else math.exp(x)) for x in ohms)
        read, moved = (
            self.meter.slopes_again(sets, self.read.rows, suspect.drive)
            if here is None
            else here.slopes(sets, self.read.rows, suspect.drive)
        )
        # Between the ohms that are tried lie others: how far they move what is read is one unknown more.
        by_ohms = np.zeros_like(read) if suspect.ohms is None else np.gradient(read, ohms_tried(suspect), axis=0)
        driven = np.zeros(len(sets)) if suspect.drive is None else DRIVES
        values, own = turned(*with_drive(read, with_ohms(moved, BETWEEN * by_ohms, self.meter.count + 2), driven))
        return values, own, driven

    def _coarse(
        self, suspect: Suspect, grid: list[float | None], fits: Fit, own: slice, point: Floats, beside: Things
    ) -> Candidate:
        logs = fits.log[own]
        best = plain = int(np.argmax(logs))
        if suspect.ohms is not None:
            # Of ohms that explain about as well those that would show most.
            as_well = np.flatnonzero(logs > logs[best] - AS_WELL)
            plain = int(as_well[-1] if suspect.in_series else as_well[0])
        log = float(logs[best]) + math.log(float(np.mean(np.exp(logs - logs[best])))) + self.before[suspect.kind]
        x, at = grid[plain], own.start + best
        guess = within(*(each[at][: self.meter.count] for each in (fits.mean, fits.middle)))
        driven = 0.0 if suspect.drive is None else float(fits.mean[at, -2])
        start = None if suspect.ohms is None else (grid[best] or 0.0) + BETWEEN * float(fits.mean[at, -1])
        return Candidate(
            ((suspect, None if x is None else math.exp(x)), *beside), log, point, start,
            fits.slips[at] | (np.abs(fits.off[at]) > UNEXPLAINED), float(np.sum(fits.off[at] ** 2)),
            told=bool(logs[best] - logs.min() > AS_WELL), guess=guess, driven=driven,
        )  # fmt: skip

    def _followed(self, singles: list[Candidate]) -> list[Candidate]:
        """The likeliest at the unknowns and the ohms that explain best with each."""
        order = sorted(range(len(singles)), key=lambda i: -singles[i].log)
        first = singles[order[0]].log
        found = list(singles)
        near = [i for i in order[: FOLLOWED if len(self.read.rows) else 0] if singles[i].log > first - WORSE]
        for i, each in zip(near, self._follow([singles[i] for i in near]), strict=True):
            found[i] = each
        return found

    def _clamped(self) -> Floats:
        """The unknowns by what clamps read alone, nothing being wrong: whatever is, they read what runs."""
        clamps = [i for i, row in enumerate(self.read.rows.tolist()) if self.meter.spots[row].quantity == "amps"]
        start = np.zeros(self.meter.count)
        sound = Candidate(((Suspect("none"), None),), 0.0, start)
        return followed(self.meter, self.read.some(clamps), self.before, [sound])[0].point

    def _follow(self, candidates: Sequence[Candidate]) -> list[Candidate]:
        return followed(self.meter, self.read, self.before, candidates)

    def _elsewhere(self) -> Candidate:
        """Something that is on no list: any reading may have to do with it."""
        point = np.zeros(self.meter.count)
        shown, moved = turned(*self.meter.slopes_again(((),), self.read.rows))
        found = fit(shown, moved, point[None], self.read, strange=True)
        log = float(found.log[0]) + math.log(NO_LIST)
        return Candidate(((Suspect(ELSE), None),), log, point, wrong=np.zeros(len(self.read.rows), dtype=bool))

    @staticmethod
    def _weighed(other: Candidate, found: Sequence[Candidate], main_off: bool) -> Candidate:
        """What is on no list with its weight beside all else: what nobody thought of never becomes a certainty, and
        until the main is off something else may drive a current along the earth as well.
        """
        logs = np.array([each.log for each in found if each is not other])
        rest = float(logs.max() + math.log(np.sum(np.exp(logs - logs.max()))))
        log = min(other.log, rest + math.log(MOST_ELSE / (1.0 - MOST_ELSE)))
        outside = [each.log for each in found if each.things[0][0].kind == "outside"]
        return replace(other, log=log if main_off or not outside else max(log, max(outside) + math.log(UNPROVED)))

    def _pairs(self, singles: Sequence[Candidate]) -> list[Candidate]:
        """A second thing beside the likeliest ones."""
        paid = math.log(SECOND / len(self.before))
        found: dict[str, Candidate] = {}
        for one in sorted(singles, key=lambda each: -each.log)[:FIRSTS]:
            (suspect, ohms) = one.things[0]
            if not suspect.edits(ohms) or suspect.drive is not None:
                continue
            here = self.meter.moved(one.point, suspect.edits(ohms))
            both = sorted(self._tried(here, one.point, one.things), key=lambda each: -each.log)
            fresh = [c for c in both[: FOLLOWED // 3] if c.things[0][0].edits(c.things[0][1])]
            for each in self._follow(fresh):
                pair = replace(each, log=each.log + paid + self.before[suspect.kind])
                key = " ".join(sorted(_key(pair.things).split()))
                if key not in found or pair.log > found[key].log:
                    found[key] = pair
        return list(found.values())

    def _told(self, candidates: Sequence[Candidate], done: set[int], left: tuple[int, ...]) -> Ranked:
        """Candidates, the weightiest first, with their chances, and told apart."""
        logs = np.array([each.log for each in candidates])
        chances = np.exp(logs - logs[0])
        chances /= chances.sum()
        rows = np.arange(len(self.meter.spots), dtype=np.intp)
        listed = [each for each in candidates if each.things[0][0].kind != ELSE][:MOST_APART]
        likely = [each for each in listed if each.log > listed[0].log - NO_WORSE]
        values, moved, known = self._predicted(likely, rows)
        apart, same = told_apart(values, np.hypot(self.floor, self.share * values), moved, known)
        keys = [_key(each.things) for each in likely]
        alike = {
            key: tuple(other for j, other in enumerate(keys) if j != i and same[i, j]) for i, key in enumerate(keys)
        }
        told = []
        for each, chance in zip(candidates, chances, strict=True):
            key = _key(each.things)
            would = values[keys.index(key)][self.read.rows] if key in alike else self.read.values * np.nan
            loads = each.point if each.guess is None else each.guess
            things = tuple((s, ohms if i or each.told else None) for i, (s, ohms) in enumerate(each.things))
            told.append(Explained(things, float(chance), would, alike.get(key, ()), each.misfit, each.log, loads))
        ease = np.array([DEAD if spot.quantity == "continuity" else 1.0 for spot in self.meter.spots])
        chance_of = {id(each): chance for each, chance in zip(candidates, chances, strict=True)}
        mine = np.array([chance_of[id(each)] for each in likely])
        following = next_reading(keys, mine, apart, same, done, ease)
        return Ranked(tuple(told), following, left, deciding(mine, apart[0], same[0], done) if likely else None)

    def _predicted(self, likely: Sequence[Candidate], rows: NDArray[np.intp]) -> tuple[Floats, Floats, Floats]:
        """What is read everywhere by each candidate, how far the unknowns move that, and the covariance that its
        readings leave those; a row each.
        """
        many = self.meter.count + 2
        shown = np.zeros((len(likely), len(rows)))
        moved = np.zeros((len(likely), len(rows), many))
        points = np.zeros((len(likely), many))
        for i, each in enumerate(likely):
            (suspect, ohms), *beside = each.things
            sets = (suspect.edits(ohms),)
            if beside or np.any(each.point):
                rest = tuple(edit for other, its in beside for edit in other.edits(its))
                read, slopes = self.meter.moved(each.point, rest).slopes(sets, rows, suspect.drive)
            else:
                read, slopes = self.meter.slopes_again(sets, rows, suspect.drive)
            driven = np.array([each.driven])
            values, own = turned(*with_drive(read, with_ohms(slopes, np.zeros_like(read), many), driven))
            shown[i], moved[i], points[i] = values[0], own[0], [*each.point, each.driven, 0.0]
        told = self.read.rows
        found = fit(shown[:, told], moved[:, told], points, self.read)
        # What was followed is where it is.
        left = np.array([each.guess is not None for each in likely])[:, None] * (found.mean - points)
        here = shown + np.einsum("rmk,rk->rm", moved, left)
        return np.abs(here), np.where(here < 0.0, -1.0, 1.0)[:, :, None] * moved, found.covariance


def _tried_at(suspect: Suspect) -> list[float | None]:
    """Where a suspect is tried: the logarithms of its ohms; nothing for each that it is driven by from outside."""
    if suspect.drive is not None:
        return [None] * len(DRIVES)
    return [None] if suspect.ohms is None else list(ohms_tried(suspect))


def _in_parts(numbers: Sequence[int], sizes: Sequence[int]) -> Iterator[list[int]]:
    """Numbers in parts that take no more room together than is had."""
    part: list[int] = []
    taken = 0
    for number, size in zip(numbers, sizes, strict=True):
        if part and taken + size > MOST_ROOM:
            yield part
            part, taken = [], 0
        part.append(number)
        taken += size
    if part:
        yield part


# So many figures are held at once.
MOST_ROOM = 4_000_000
# Past this a joint is as good as open.
OPEN_FROM, OPEN_TIMES = 300.0, 1000.0


def ohms_tried(suspect: Suspect) -> Floats:
    """The logarithms of ohms at which a suspect is tried, no further apart than ``STEP``.

    >>> ohms_tried(Suspect("leak", ohms=(1.0, math.e**2))).round(3).tolist()
    [0.0, 1.0, 2.0]
    """
    assert suspect.ohms is not None
    low, high = (math.log(end) for end in suspect.ohms)
    # Past a few hundred ohms, or a thousand times what is hardly felt, a joint is as good as open: that once.
    last = min(high, max(math.log(OPEN_FROM), low + math.log(OPEN_TIMES))) if suspect.in_series else high
    tried = np.linspace(low, last, max(2, math.ceil((last - low) / STEP) + 1))
    return tried if last == high else np.append(tried, high)


def _key(things: Things) -> str:
    return " ".join(suspect.key for suspect, _ in things)
